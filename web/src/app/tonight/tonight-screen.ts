import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { CheckCheck } from 'lucide';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import type { RoundGroup } from '#core/tonight';
import type { TonightTank } from '#contracts/tonight';
import { beforeGroupShort, beforeGroupWords, tonightPages } from '#words/tonight';
import type { Sent } from '../base/outbox';
import { rangeShown } from '../ui/gradual-list';
import { Icon } from '../ui/icon';
import { isTest, Visit } from './visit';
import { Welcome } from './welcome';
import { TonightStore } from './tonight-store';
import { WaterLine } from './water-line';

/** Tanks that need somebody are named at the top, so many of them. */
const mostNamed = 6;

/** Tonight's round: an ordered sheet of visits, with hand-wash lines between groups; a tank that needs nothing says so. */
@Component({
  selector: 'nl-tonight',
  imports: [RouterLink, Icon, Visit, Welcome, WaterLine, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tonight-screen.html',
  styleUrl: './tonight-screen.scss',
})
export class TonightScreen {
  protected readonly say = tonightPages;
  protected readonly store = inject(TonightStore);
  protected readonly said = signal('');
  protected readonly mostNamed = mostNamed;
  protected readonly testsOpen = signal(false);
  protected readonly checkAll = CheckCheck;
  protected readonly washOpen = signal(false);
  protected readonly waiting = computed(() => {
    const left = this.unseen(this.store.tanks()).length;
    return left === 0 ? tonightPages.allLookedAfter : `${left} to go`;
  });
  /** In the order of the round. */
  protected readonly needing = computed(() =>
    this.store
      .round()
      .flatMap((group) => group.visits)
      .filter((t) => t.state === 'act' || t.urgent),
  );
  protected readonly testsCount = computed(() =>
    this.store.tanks().reduce((sum, { contributions }) => sum + contributions.filter(isTest).length, 0),
  );
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
  protected readonly drawnOf = rangeShown(() => this.store.round());
  /** Tanks of a group by rack, in round order; a rack is one tap. */
  protected readonly before = beforeGroupWords;
  protected readonly beforeShort = beforeGroupShort;
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
  /** A rack that the address asks for: its button is under the finger. */
  readonly rack = input<string>();
  private goneTo: string | undefined;
  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterRenderEffect(() => {
      const rack = this.rack();
      if (this.store.round().length === 0 || rack === this.goneTo) return;
      this.goneTo = rack;
      const head = [...host.querySelectorAll<HTMLElement>('.rack')].find((e) => e.dataset['rack'] === rack);
      head?.scrollIntoView({ block: 'center' });
      (
        head?.querySelector<HTMLElement>('button.plain') ?? head?.nextElementSibling?.querySelector<HTMLElement>('a')
      )?.focus();
    });
  }
  /** To its line: the address of the page stays as it is. */
  protected goTo(event: Event, tankId: string): void {
    const line = document.getElementById(`visit-${tankId}`);
    if (!line) return;
    event.preventDefault();
    line.scrollIntoView({ block: 'center' });
    line.focus();
  }

  protected async looked(tanks: readonly TonightTank[], name: string): Promise<void> {
    const sent: Sent = await this.store.looked(tanks);
    this.said.set(
      sent.state === 'written'
        ? tonightPages.lookedFedFineInThe(name)
        : sent.state === 'queued'
          ? tonightPages.keptOnThisDeviceSent(name)
          : `${name}: ${sent.problem.title}.`,
    );
  }
}
