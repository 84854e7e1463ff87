import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { flowGains, habitMinutes, moveCosts, usualWalkMinutes, walkJobs, type FlowStep } from '#core/hands';
import { nightOn } from '#core/tonight';
import { walkJobWords } from '#words/hands';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { StockStore } from '../stock';
import { Table, type TableColumn } from '../ui/table';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { stepsOf } from './hands-book';

interface MinutesRow {
  job: string;
  usual: string;
  own: string;
}
interface FlowRow {
  tank: string;
  on: string;
  before: string;
  after: string;
  gain: string;
}
interface MoveRow {
  tank: string;
  on: string;
  least: string;
  took: string;
  bad: string;
}

/** What was foreseen beside what was found: minutes, flow after cleaning, moves; absences stand on their own page. */
@Component({
  selector: 'nl-hands-learnt',
  imports: [RouterLink, Table, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-hands-nav />
    <h1>Foreseen and found</h1>
    <h2>Minutes of a job</h2>
    <nl-table name="Usual and yours" [columns]="minutesColumns" [rows]="minutes()" />
    <p class="small quiet">
      Yours from stops at which only that job was done: the middle one of the last nine, from three on.
    </p>
    <h2>Flow after cleaning</h2>
    @if (flows().length > 0) {
      <nl-table name="Seconds for a litre" [columns]="flowColumns" [rows]="flows()" />
    } @else {
      <p class="quiet">
        {{
          diary.loaded()
            ? 'Nothing to compare yet: hold the jug under the outlet before a sponge is squeezed, and within a week after.'
            : 'Reading the book …'
        }}
      </p>
    }
    <h2>What a move cost</h2>
    @if (moves().length > 0) {
      <nl-table name="Days of watching" [columns]="moveColumns" [rows]="moves()" />
    } @else {
      <p class="quiet">{{ diary.loaded() ? 'No move is in the book.' : 'Reading the book …' }}</p>
    }
    <p>
      What weeks away did stands under <a routerLink="/hands/away">Weeks away</a>, for three weeks after coming home.
    </p>
  `,
  styleUrl: './hands.scss',
})
export class HandsLearntScreen {
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  protected readonly diary = new DiaryWatch(['hands']);
  constructor() {
    this.stock.load();
    this.diary.open();
  }
  private readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  private readonly on = (atEpochMs: number): string => nightOn({ atEpochMs, zone: this.house.zone() });
  protected readonly minutesColumns: readonly TableColumn<MinutesRow>[] = [
    { head: 'Job', text: (r) => r.job },
    { head: 'Usual, min', text: (r) => r.usual, figures: true },
    { head: 'Yours, min', text: (r) => r.own, figures: true },
  ];
  protected readonly flowColumns: readonly TableColumn<FlowRow>[] = [
    { head: 'Tank', text: (r) => r.tank },
    { head: 'Cleaned', text: (r) => r.on },
    { head: 'Before, s/L', text: (r) => r.before, figures: true },
    { head: 'After, s/L', text: (r) => r.after, figures: true },
    { head: 'Flow', text: (r) => r.gain, figures: true },
  ];
  protected readonly moveColumns: readonly TableColumn<MoveRow>[] = [
    { head: 'Tank', text: (r) => r.tank },
    { head: 'Moved', text: (r) => r.on },
    { head: 'At least, days', text: (r) => r.least, figures: true },
    { head: 'Took, days', text: (r) => r.took, figures: true },
    { head: 'Bad days', text: (r) => r.bad, figures: true },
  ];
  protected readonly minutes = computed((): MinutesRow[] => {
    const own = habitMinutes(
      this.diary
        .of('hands')
        .flatMap(({ payload }) => (payload.step === 'stop' ? [{ jobs: payload.jobs, minutes: payload.minutes }] : [])),
    );
    return walkJobs.map((id) => ({
      job: walkJobWords[id],
      usual: usualWalkMinutes[id] === undefined ? 'by litres or heads' : String(usualWalkMinutes[id]),
      own: own[id] === undefined ? 'not known yet' : String(Math.round(10 * own[id]) / 10),
    }));
  });
  protected readonly flows = computed((): FlowRow[] =>
    flowGains(
      this.diary.of('hands').flatMap(({ payload: p, subjectId, atEpochMs }): FlowStep[] => {
        const head = { tankId: subjectId, atEpochMs };
        if (p.step === 'flow') return [{ ...head, step: 'flow', secondsPerL: p.secondsPerL }];
        return p.step === 'cleaned' ? [{ ...head, step: 'cleaned', what: p.what }] : [];
      }),
    )
      .reverse()
      .map((g) => ({
        tank: this.nameOf(g.tankId),
        on: dayText(this.on(g.cleanedEpochMs)),
        before: String(Number(g.beforeSecondsPerL.toPrecision(3))),
        after: String(Number(g.afterSecondsPerL.toPrecision(3))),
        gain: `${g.gainFraction >= 0 ? '+' : '−'}${Math.abs(Math.round(100 * g.gainFraction))} %`,
      })),
  );
  protected readonly moves = computed((): MoveRow[] =>
    moveCosts(stepsOf(this.diary.of('hands'), this.house.zone()))
      .reverse()
      .map((m) => ({
        tank: this.nameOf(m.tankId),
        on: dayText(m.movedOn),
        least: String(m.leastDays),
        took: m.tookDays === null ? 'still watched' : String(m.tookDays),
        bad: String(m.badDaysCount),
      })),
  );
}
