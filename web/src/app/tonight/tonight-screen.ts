import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import type { RoundGroup } from '#core/tonight';
import type { ShownContribution, TonightTank } from '#contracts/tonight';
import { beforeGroupWords } from '#words/tonight';
import { HouseStore } from '../base/house-store';
import type { Sent } from '../base/outbox';
import { StateMark } from '../ui/state-mark';
import { roundInSteps } from '../ui/drawn-in-steps';
import { agoText, whenText } from '../ui/words';
import { Welcome } from './welcome';
import { TonightStore } from './tonight-store';

/** Shown as one list over all tanks. */
const isTest = (c: ShownContribution): boolean => c.reason.id === 'test-due';
/** Told by the verdict already. */
const isForecast = (c: ShownContribution): boolean => c.reason.id === 'leaves';

/** Tonight's round: an ordered sheet of visits, with hand-wash lines between groups; a tank that needs nothing says so. */
@Component({
  selector: 'nl-tonight',
  imports: [RouterLink, StateMark, Welcome, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tonight-screen.html',
  styleUrl: './tonight-screen.scss',
})
export class TonightScreen {
  protected readonly store = inject(TonightStore);
  private readonly house = inject(HouseStore);
  protected readonly said = signal('');
  protected readonly summary = computed(() => {
    const tanks = this.store.tanks();
    const left = tanks.filter((t) => !t.lookedTonight).length;
    const needing = tanks.filter((t) => t.state === 'act').length;
    const alone = tanks.filter((t) => t.nextStep.kind === 'leave' || t.nextStep.kind === 'none').length;
    return `${left === 0 ? 'Every tank has been looked after tonight.' : `${left} of ${tanks.length} still to look after.`} ${needing === 0 ? 'None needs anything done.' : needing === 1 ? 'One needs something done.' : `${needing} need something done.`} ${alone} can be left alone.`;
  });
  /** How far the forecasts of a large house are; nothing once all are made. */
  protected readonly foreseeing = computed(() => {
    const foreseen = this.store.sheet()?.foreseen;
    return foreseen && foreseen.readyCount < foreseen.tanksCount ? foreseen : null;
  });
  /** What is due, by kit: one bottle is opened once. Named, not counted up against anybody. */
  protected readonly kits = computed(() => {
    const byLabel = new Map<string, string[]>();
    for (const group of this.store.round())
      for (const tank of group.visits)
        for (const { text } of tank.contributions.filter(isTest))
          byLabel.set(text, [...(byLabel.get(text) ?? []), tank.name]);
    return [...byLabel].map(([label, names]) => ({ label, tanks: names.join(', ') }));
  });
  /** Of a large house the first screen is drawn first. */
  protected readonly drawnOf = roundInSteps(() => this.store.round());
  /** Tanks of a group by rack, in round order; a rack is one tap. */
  protected readonly before = beforeGroupWords;
  protected racksOf(group: RoundGroup<TonightTank>): { rack: string; tanks: TonightTank[] }[] {
    const racks: { rack: string; tanks: TonightTank[] }[] = [];
    for (const tank of group.visits) {
      const last = racks.at(-1);
      if (last?.rack === tank.rack) last.tanks.push(tank);
      else racks.push({ rack: tank.rack, tanks: [tank] });
    }
    return racks;
  }
  protected readonly unseen = (tanks: readonly TonightTank[]): TonightTank[] => tanks.filter((t) => !t.lookedTonight);
  protected ago = (at: string): string => agoText({ atEpochMs: Date.parse(at), nowEpochMs: this.house.nowEpochMs() });
  /** What presses stands with the verdict, as it comes: most needed first. */
  protected pressing = (tank: TonightTank): ShownContribution[] =>
    tank.contributions.filter((c) => c.severity !== 'note' || c.reason.id === 'animals' || c.reason.id === 'moults');
  /** What runs, waits to be looked at or came in lately stands beside what was last done; tests stand above the round. */
  protected beside(tank: TonightTank): ShownContribution[] {
    const notes = tank.contributions.filter((c) => !this.pressing(tank).includes(c) && !isTest(c) && !isForecast(c));
    return [...notes.filter((c) => c.begins), ...notes.filter((c) => !c.begins).slice(0, 2)];
  }
  protected whenOf = ({ dueEpochMs, sinceEpochMs }: ShownContribution): string =>
    dueEpochMs !== null
      ? this.due(dueEpochMs)
      : sinceEpochMs === null
        ? ''
        : agoText({ atEpochMs: sinceEpochMs, nowEpochMs: this.house.nowEpochMs() });
  protected due(at: number): string {
    const minutes = Math.round((at - this.house.nowEpochMs()) / 60_000);
    if (minutes < 0) return `was due ${minutes > -90 ? `${-minutes} min` : `${Math.round(-minutes / 60)} h`} ago`;
    return `in ${minutes < 90 ? `${minutes} min` : `${Math.round(minutes / 60)} h`}`;
  }
  protected when = (at: string): string => whenText(at, this.house.zone());

  protected async looked(tanks: readonly TonightTank[], name: string): Promise<void> {
    const sent: Sent = await this.store.looked(tanks);
    this.said.set(
      sent.state === 'written'
        ? `${name}: looked, fed, fine. In the book.`
        : sent.state === 'queued'
          ? `${name}: kept on this device, sent when the server is back.`
          : `${name}: ${sent.problem.title}.`,
    );
  }
}
