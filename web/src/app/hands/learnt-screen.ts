import { nightOn } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  flowGains,
  habitMinutes,
  moveCosts,
  usualWalkMinutes,
  walkJobs,
  handsStepsOf,
  type FlowStep,
} from '#core/hands';
import type { HandsFound } from '#contracts/hands';
import { walkJobWords, handsPages } from '#words/hands';
import { amount, spanText, unitOf } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { StockStore } from '../stock';
import { Table, type TableColumn } from '../ui/table';
import { dayText } from '../ui/words';
import { AskedAnew } from './asked-anew';
import { HandsNav } from './hands-nav';
import { heldText } from './forecast-check-text';

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
  foreseen: string;
  tan: string;
  no2: string;
}
interface AwayRow {
  tank: string;
  span: string;
  held: string;
}

const readText = (move: HandsFound['moves'][number] | undefined, parameter: 'tanMgPerL' | 'no2MgPerL'): string => {
  const found = move?.stirred.find((s) => s.parameter === parameter);
  return found ? `${spanText(speech(), parameter, found.reading)} ${unitOf(speech(), parameter)}` : 'not read';
};

/** What was foreseen beside what was found: minutes, flow after cleaning, moves, weeks away. */
@Component({
  selector: 'nl-hands-learnt',
  imports: [Table, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-hands-nav />
    <h1>{{ say.foreseenAndFound }}</h1>
    <h2>{{ say.minutesOfAJob }}</h2>
    <nl-table [name]="say.usualAndYours" [columns]="minutesColumns" [rows]="minutes()" />
    <p class="small quiet">
      {{ say.yoursFromStopsAtWhich }}
    </p>
    <h2>{{ say.flowAfterCleaning }}</h2>
    @if (flows().length > 0) {
      <nl-table [name]="say.secondsForALitre" [columns]="flowColumns" [rows]="flows()" />
    } @else {
      <p class="quiet">
        {{ diary.loaded() ? say.nothingToCompareYetHold : say.readingTheBook }}
      </p>
    }
    <h2>{{ say.whatAMoveCost }}</h2>
    @if (moves().length > 0) {
      <nl-table [name]="say.daysOfWatching" [columns]="moveColumns" [rows]="moves()" />
    } @else {
      <p class="quiet">{{ diary.loaded() ? say.noMoveIsInThe : say.readingTheBook }}</p>
    }
    <p class="small quiet">
      {{ say.foreseenTotalAmmoniaADay }}
    </p>
    <h2>{{ say.whatWeeksAwayDid }}</h2>
    @if (aways().length > 0) {
      <nl-table [name]="say.foreseenOfAnAbsenceAnd" [columns]="awayColumns" [rows]="aways()" />
    } @else {
      <p class="quiet">
        {{ found.told() ? say.nobodyHasComeHomeYet : say.readingTheBook }}
      </p>
    }
  `,
  styleUrl: './hands.scss',
})
export class HandsLearntScreen {
  protected readonly say = handsPages;
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  protected readonly diary = new DiaryWatch(['walk', 'flow', 'cleaning', 'move']);
  protected readonly found = new AskedAnew('handsFound');
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
    { head: handsPages.atLeastDays, text: (r) => r.least, figures: true },
    { head: 'Took, days', text: (r) => r.took, figures: true },
    { head: 'Bad days', text: (r) => r.bad, figures: true },
    { head: handsPages.ammoniaForeseenADay, text: (r) => r.foreseen, figures: true },
    { head: 'Ammonia read', text: (r) => r.tan, figures: true },
    { head: 'Nitrite read', text: (r) => r.no2, figures: true },
  ];
  protected readonly awayColumns: readonly TableColumn<AwayRow>[] = [
    { head: 'Tank', text: (r) => r.tank },
    { head: 'Away', text: (r) => r.span },
    { head: handsPages.whatCameOfIt, text: (r) => r.held },
  ];
  protected readonly aways = computed((): AwayRow[] =>
    [...(this.found.told()?.absences ?? [])]
      .sort((a, b) => b.backEpochMs - a.backEpochMs)
      .map((a) => ({
        tank: this.nameOf(a.tankId),
        span: `${dayText(speech(), a.fromOn)} to ${dayText(speech(), a.toOn)}`,
        held: heldText(a.held),
      })),
  );
  protected readonly minutes = computed((): MinutesRow[] => {
    const own = habitMinutes(
      this.diary
        .of('walk')
        .flatMap(({ payload }) => (payload.step === 'stop' ? [{ jobs: payload.jobs, minutes: payload.minutes }] : [])),
    );
    return walkJobs.map((id) => ({
      job: walkJobWords[id],
      usual: usualWalkMinutes[id] === undefined ? handsPages.byLitresOrHeads : String(usualWalkMinutes[id]),
      own: own[id] === undefined ? handsPages.notKnownYet : String(Math.round(10 * own[id]) / 10),
    }));
  });
  protected readonly flows = computed((): FlowRow[] =>
    flowGains(
      [...this.diary.of('flow'), ...this.diary.of('cleaning')].map(({ payload, subjectId, atEpochMs }): FlowStep => ({
        tankId: subjectId,
        atEpochMs,
        ...payload,
      })),
    )
      .reverse()
      .map((g) => ({
        tank: this.nameOf(g.tankId),
        on: dayText(speech(), this.on(g.cleanedEpochMs)),
        before: String(Number(g.beforeSecondsPerL.toPrecision(3))),
        after: String(Number(g.afterSecondsPerL.toPrecision(3))),
        gain: `${g.gainFraction >= 0 ? '+' : '−'}${Math.abs(Math.round(100 * g.gainFraction))} %`,
      })),
  );
  private broughtBy(entryId: string): Pick<MoveRow, 'foreseen' | 'tan' | 'no2'> {
    const move = this.found.told()?.moves.find((m) => m.entryId === entryId);
    const foreseen = move?.foreseenTanMgPerLPerDay ?? null;
    return {
      foreseen: foreseen === null ? 'not said' : `up to ${amount(speech(), 'ammonia', foreseen, 2)}`,
      tan: readText(move, 'tanMgPerL'),
      no2: readText(move, 'no2MgPerL'),
    };
  }
  protected readonly moves = computed((): MoveRow[] =>
    moveCosts(handsStepsOf(this.diary.of('move')))
      .reverse()
      .map((m) => ({
        tank: this.nameOf(m.tankId),
        on: dayText(speech(), m.movedOn),
        least: String(m.leastDays),
        took: m.tookDays === null ? 'still watched' : String(m.tookDays),
        bad: String(m.badDaysCount),
        ...this.broughtBy(m.entryId),
      })),
  );
}
