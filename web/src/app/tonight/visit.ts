import { minuteMs } from '#core/units';
import { tonightPages } from '#words/tonight';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Check, Droplet } from 'lucide';
import { ButtonDirective } from 'primeng/button';
import type { HeldFact } from '#core/tonight';
import type { ShownContribution, TonightTank } from '#contracts/tonight';
import { HouseStore } from '../base/house-store';
import { Icon } from '../ui/icon';
import { StateMark } from '../ui/state-mark';
import { TideMark } from '../ui/tide-mark';
import { agoText, whenText } from '../ui/words';

/** Shown as one list over all tanks. */
export const isTest = (c: ShownContribution): boolean => c.reason.id === 'test-due';
/** Told by the verdict already. */
const isForecast = (c: ShownContribution): boolean => c.reason.id === 'leaves';

/**
 * One tank of the round in one line: its state, what decides it, what is running, one tap. A tank that needs something
 * has its reason and next step under it; the rest opens on asking.
 */
@Component({
  selector: 'nl-visit',
  imports: [RouterLink, Icon, StateMark, TideMark, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.needs]': 'needs()', '[class.urgent]': 'tank().urgent' },
  templateUrl: './visit.html',
  styleUrl: './visit.scss',
})
export class Visit {
  protected readonly say = tonightPages;
  readonly tank = input.required<TonightTank>();
  readonly looked = output();
  private readonly house = inject(HouseStore);
  protected readonly open = signal(false);
  protected readonly check = Check;
  protected readonly drop = Droplet;
  protected readonly needs = computed(
    () => this.tank().state === 'act' || this.tank().urgent || this.alsoActs().length > 0,
  );
  private readonly deciding = computed(() => {
    const { decidedBy, contributions } = this.tank();
    return decidedBy === null ? null : (contributions.find((c) => c.id === decidedBy) ?? null);
  });
  /** What decides: a finding by its name, else the water in a few words. */
  protected readonly clause = computed(() => {
    return this.deciding()?.short ?? this.tank().water.short;
  });
  protected readonly mark = computed(() => (this.deciding() ? null : this.tank().water.mark));
  protected readonly why = computed(() => this.tank().nextStep.short);
  /** Where the next step is begun, and what its button says. */
  protected readonly step = computed((): { word: string; path: string } | null => {
    switch (this.tank().nextStep.kind) {
      case 'change-now':
        return { word: 'Change now', path: '/water' };
      case 'change':
        return { word: tonightPages.planAChange, path: '/water' };
      case 'test':
        return { word: 'Test it', path: '/readings' };
      default:
        return this.tank().nextStep.reason.id === 'first-aid'
          ? { word: tonightPages.firstAid, path: `/trouble/${this.tank().tankId}` }
          : null;
    }
  });
  /** What presses, as it comes: most needed first. */
  protected readonly pressing = computed(() =>
    this.tank().contributions.filter(
      (c) => c.severity !== 'note' || c.reason.id === 'animals' || c.reason.id === 'moults',
    ),
  );
  /** What else must be seen to tonight, beside what decides: never only behind a tap. */
  protected readonly alsoActs = computed(() =>
    this.pressing().filter((c) => c.severity === 'act' && c.id !== this.tank().decidedBy && !this.saidByWater(c)),
  );
  /** What holds fast by the reading that decides is said in its figures already. */
  private saidByWater(c: ShownContribution): boolean {
    const { decidedBy, deciding } = this.tank();
    const { held } = c.reason.facts as { held?: HeldFact };
    return decidedBy === null && held !== undefined && held.parameter !== null && held.parameter === deciding;
  }
  /** What runs, waits to be looked at or came in lately; tests stand above the round. */
  protected readonly beside = computed(() => {
    const notes = this.tank().contributions.filter((c) => !this.pressing().includes(c) && !isTest(c) && !isForecast(c));
    return [...notes.filter((c) => c.begins), ...notes.filter((c) => !c.begins).slice(0, 2)];
  });
  protected evidence = (c: ShownContribution): string[] =>
    c.reason.id === 'moults' ? c.evidence : c.evidence.slice(0, 1);
  protected whenOf = ({ dueEpochMs, sinceEpochMs }: ShownContribution): string =>
    dueEpochMs !== null
      ? this.due(dueEpochMs)
      : sinceEpochMs === null
        ? ''
        : agoText({ atEpochMs: sinceEpochMs, nowEpochMs: this.house.nowEpochMs() });
  protected due(at: number): string {
    const minutes = Math.round((at - this.house.nowEpochMs()) / minuteMs);
    if (minutes < 0)
      return tonightPages.wasDueAgo(minutes > -90 ? `${-minutes} min` : `${Math.round(-minutes / 60)} h`);
    return `in ${minutes < 90 ? `${minutes} min` : `${Math.round(minutes / 60)} h`}`;
  }
  protected ago = (at: string): string => agoText({ atEpochMs: Date.parse(at), nowEpochMs: this.house.nowEpochMs() });
  protected when = (at: string): string => whenText(speech(), at, this.house.zone());
}
