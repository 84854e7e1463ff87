import { nightOn, dayMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Temporal } from 'temporal-polyfill';
import {
  absence,
  changedBefore,
  handsThreads,
  leavingPlans,
  portions,
  productionShare,
  handsStepsOf,
  type AbsenceValue,
  type Leaves,
  type LeavingPlan,
} from '#core/hands';
import { traitsOf, type ParameterId } from '#core/readings';
import { leastRations } from '#core/stock';
import type { BuildUpView } from '#contracts/water';
import { beforeLeaving, leavingPlanWords, portionText, standInAlarms, standInRules, handsPages } from '#words/hands';
import { amount } from '#words/units';
import { AskedAnew } from './asked-anew';
import { heldText } from './forecast-check-text';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { careDiaryKinds } from '../care';
import { TonightStore } from '../tonight';
import { StockStore, type TankStock } from '../stock';
import { courseDaysIn, coursesOfHouse } from './course-days';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { Field } from '../ui/field';
import { parameterLabel } from '../ui/kind-words';
import { plainRefusal } from '../ui/refusals';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { InUnit } from '../ui/in-unit';

const usualAwayDays = 14;
/** So long after coming home the page tells what came of it. */
const toldDays = 21;
interface Case {
  plan: LeavingPlan;
  word: string;
  text: string;
}
/** What makes no difference is said once, and without a word where nothing does. */
function casesOf(all: readonly Case[]): Case[] {
  const told = all.filter((c, i) => c.text !== all[i - 1]?.text);
  return told.length === 1 ? told.map((c) => ({ ...c, word: '' })) : told;
}
interface Said {
  leaves: Leaves[];
  fault: string;
  /** What of the tank was tested often enough to be foreseen. */
  labels: string[];
}
/** What is watched on Tonight and no reason to stay: the rest of what the animals and the water show is. */
const againstIds: readonly string[] = ['animals', 'losses', 'held', 'case', 'quarantine', 'course'];
/** A value as the absence reckons with it; null for what neither builds up nor is held to anything. */
function valueOf(
  { parameter, level, productionPerDay, sourceValue, ceiling, floor }: BuildUpView['tanks'][number]['lines'][number],
  {
    shareFraction,
    plan,
    changeFraction,
    evaporationFractionPerDay,
  }: { shareFraction: number; plan: LeavingPlan; changeFraction: number; evaporationFractionPerDay: number },
): AbsenceValue | null {
  const { overTime } = traitsOf(parameter);
  if (overTime === 'balances') return null;
  // Less comes in where less is fed.
  const by = overTime === 'from-food' ? shareFraction : 1;
  const now = { lo: level.lo80, hi: level.hi80 };
  return {
    parameter,
    // What the new water holds is known by those before; where it is not, the change is left out of the reckoning.
    now: plan === 'change' && sourceValue !== null ? changedBefore({ now, changeFraction, sourceValue }) : now,
    productionPerDay: { lo: by * productionPerDay.lo80, hi: by * productionPerDay.hi80 },
    evaporationFractionPerDay,
    ...(ceiling === null ? {} : { ceiling }),
    // What falls by being eaten up, as carbonate hardness does; what only varies is not foreseen to fall.
    ...(floor === null || floor <= 0 || overTime !== 'used-up' ? {} : { floor }),
  };
}

/** Weeks away: what the gap will cost each tank, portions of food, the sheet for the stand-in, and home again. */
@Component({
  selector: 'nl-away',
  imports: [InUnit, FormsModule, RouterLink, ButtonDirective, InputText, Choice, Option, Day, Field, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './away-screen.html',
  styleUrl: './hands.scss',
})
export class AwayScreen {
  protected readonly say = handsPages;
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['absence', ...careDiaryKinds]);
  protected readonly before = beforeLeaving;
  protected readonly rules = standInRules;
  protected readonly alarms = standInAlarms;
  protected readonly today = computed(() => nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }));
  protected readonly fromOn = linkedSignal(() => this.today());
  protected readonly toOn = linkedSignal(() =>
    Temporal.PlainDate.from(this.today()).add({ days: usualAwayDays }).toString(),
  );
  protected readonly feedEveryDays = signal<number | null>(3);
  protected readonly evaporationPercent = signal<number | null>(0.5);
  /** A change on the eve of leaving, and by which plan the gap is foreseen in the book. */
  protected readonly changePercent = signal<number | null>(30);
  protected readonly plan = signal<LeavingPlan>('usual');
  protected readonly plans = leavingPlans;
  protected readonly planNames = leavingPlanWords;
  protected readonly call = signal('');
  protected readonly said = signal('');
  protected readonly fault = signal('');
  /** Topped up, nothing is concentrated, and the sheet says how much. */
  protected readonly toppedUp = signal<'no' | 'yes'>('no');
  /** What a stand-in should know of each tank. */
  protected readonly notes = signal<ReadonlyMap<string, string>>(new Map());
  private readonly buildUp = new AskedAnew('buildUp');
  private readonly found = new AskedAnew('handsFound');

  private readonly tonight = inject(TonightStore);

  constructor() {
    this.stock.load();
    this.tonight.load();
    this.diary.open();
  }
  protected sayNote(tankId: string, text: string): void {
    this.notes.update((all) => new Map(all).set(tankId, text));
  }
  protected readonly days = computed(() => {
    const [fromOn, toOn] = [this.fromOn(), this.toOn()];
    if (fromOn === '' || toOn === '') return null;
    return Temporal.PlainDate.from(fromOn).until(Temporal.PlainDate.from(toOn)).days;
  });
  protected readonly daysFault = computed(() => {
    const days = this.days();
    return days === null ? handsPages.sayFromWhenToWhen : days < 1 ? handsPages.itEndsAfterItBegins : '';
  });
  private leavesOf(tankId: string, { days, plan }: { days: number; plan: LeavingPlan }): Said | null {
    const tank = this.buildUp.told()?.tanks.find((t) => t.tankId === tankId);
    if (!tank?.ready) return null;
    const evaporationFractionPerDay = this.toppedUp() === 'yes' ? 0 : (this.evaporationPercent() ?? NaN) / 100;
    const shareFraction = plan === 'usual' ? 1 : productionShare(this.feedEveryDays());
    const changeFraction = this.changePercent() === null ? NaN : (this.changePercent() ?? 0) / 100;
    const perParameter = tank.lines.map((line) =>
      valueOf(line, { shareFraction, plan, changeFraction, evaporationFractionPerDay }),
    );
    const known = perParameter.filter((p) => p !== null && (p.ceiling !== undefined || p.floor !== undefined));
    const found = absence({ days, perParameter: known.filter((p) => p !== null) });
    const labels = known.flatMap((p) => (p ? [parameterLabel(p.parameter)] : []));
    return found.ok
      ? { leaves: found.value.leaves, fault: '', labels }
      : { leaves: [], fault: plainRefusal(found.refusal), labels };
  }
  private leavesText({ leaves, fault, labels }: Said): string {
    return (
      fault ||
      (leaves.length === 0
        ? labels.length === 0
          ? handsPages.nothingIsKnownOfIt
          : handsPages.nothingIsForeseenToLeave(labels.join(', '))
        : leaves
            .map(({ parameter, earliestDay, likelyDay, side }) => {
              const where = side === 'below' ? 'below' : 'above';
              const from = `${side === 'below' ? handsPages.tooLowFrom : 'from'} day ${Math.floor(earliestDay)}`;
              return `${parameterLabel(parameter)} ${earliestDay === 0 ? `${likelyDay === 0 ? 'is' : 'may be'} ${where} already` : `${from}${likelyDay === null ? '' : `, likely ${Math.round(likelyDay)}`}`}`;
            })
            .join('; '))
    );
  }
  /** What Tonight says must be seen to, or what its animals show: nobody leaves over that. */
  private againstLeaving(tankId: string): string {
    const tank = this.tonight.tankNamed(tankId);
    if (!tank) return '';
    const said = tank.contributions.filter(
      (c) => c.severity === 'act' || (c.severity === 'watch' && againstIds.includes(c.reason.id)),
    );
    // What decides stands whole, what else there is in its few words.
    const others = said.filter((c) => c.id !== tank.decidedBy).map((c) => c.short);
    const all = [...(tank.state === 'act' ? [tank.reason.replace(/\.$/, '')] : []), ...others];
    return all.length === 0 ? '' : handsPages.speaksAgainstLeaving([...new Set(all)].join('; '));
  }
  private portionsOf({ residents }: TankStock, days: number): { text: string; fault: string; portionG: number } {
    const animals = leastRations(residents);
    if (animals.length === 0) return { text: handsPages.noAnimalsInTheBook, fault: '', portionG: 0 };
    const found = portions({ days, animals, feedEveryDays: this.feedEveryDays() ?? NaN });
    if (!found.ok) return { text: '', fault: plainRefusal(found.refusal), portionG: 0 };
    const [g] = found.value.portionsG;
    return {
      text:
        g === undefined ? handsPages.noFeedingNeeded : `${found.value.portionsG.length} portions of ${portionText(g)}`,
      fault: '',
      portionG: g ?? 0,
    };
  }
  private topUpL(netVolumeL: number): number | null {
    const percent = this.evaporationPercent();
    return this.toppedUp() === 'no' || percent === null ? null : (netVolumeL * percent) / 100;
  }
  protected topUpText = (topUpL: number | null): string =>
    topUpL === null ? '' : handsPages.topUpWithAboutOf(amount(speech(), 'volume', topUpL, 1));
  /** Days of a course that fall into the absence: nobody doses them by a sheet. */
  private coursesIn(tankId: string): string {
    const days = courseDaysIn({
      courses: this.courses(),
      tankId,
      fromOn: this.fromOn(),
      toOn: this.toOn(),
    });
    return days.length === 0
      ? ''
      : handsPages.aCourseRunsHereEnd(days.map((d) => `${d.text} on ${dayText(speech(), d.on)}`).join(', '));
  }
  private readonly courses = computed(() => coursesOfHouse(this.diary.entries(), this.house, this.stock));
  protected readonly rows = computed(() => {
    const days = this.days();
    if (days === null || days < 1) return [];
    return this.stock.stocked().map((of) => {
      const plans = leavingPlans.map((plan) => ({ plan, said: this.leavesOf(of.tank.tankId, { days, plan }) }));
      const food = this.portionsOf(of, days);
      return {
        tankId: of.tank.tankId,
        name: of.tank.name,
        leaves: plans.find((p) => p.plan === this.plan())?.said?.leaves ?? [],
        foreseen: casesOf(
          plans.map(({ plan, said }) => ({
            plan,
            word: leavingPlanWords[plan],
            text: said === null ? handsPages.readingItsBook : this.leavesText(said),
          })),
        ),
        food: food.fault || food.text,
        portionG: food.portionG,
        topUpL: this.topUpL(of.tank.netVolumeL),
        courses: this.coursesIn(of.tank.tankId),
        against: this.againstLeaving(of.tank.tankId),
        note: this.notes().get(of.tank.tankId) ?? '',
      };
    });
  });
  protected readonly running = computed(() => {
    const open = handsThreads(handsStepsOf(this.diary.of('absence')), { today: this.today() }).absences.filter(
      (a) => !a.back,
    );
    const [first] = open;
    return first ? { all: open, text: `${dayText(speech(), first.fromOn)} to ${dayText(speech(), first.toOn)}` } : null;
  });
  /** What came of the weeks away, tank by tank, once somebody is back and has tested. */
  protected readonly cameOf = computed(() => {
    const since = this.house.nowEpochMs() - toldDays * dayMs;
    return (this.found.told()?.absences ?? [])
      .filter((a) => a.backEpochMs >= since)
      .map(({ entryId, tankId, held }) => ({
        entryId,
        name: this.stock.stockOf(tankId)?.tank.name ?? 'A tank',
        tankId,
        text: heldText(held),
        left: held.some((h) => h.verdict === 'as-foreseen' || h.verdict === 'unforeseen'),
      }))
      .sort((a, b) => Number(b.left) - Number(a.left));
  });
  protected async leave(): Promise<void> {
    if (this.daysFault()) {
      this.fault.set(this.daysFault());
      return;
    }
    const [every, call] = [this.feedEveryDays(), this.call().trim()];
    const entries = this.rows().map((r) =>
      this.scribe.entry('absence', r.tankId, {
        step: 'away',
        fromOn: this.fromOn(),
        toOn: this.toOn(),
        leaves: r.leaves.map((l) => ({ ...l, parameter: l.parameter as ParameterId })),
        plan: this.plan(),
        ...(this.plan() === 'change' ? { changeFraction: (this.changePercent() ?? 0) / 100 } : {}),
        ...(every === null ? {} : { feedEveryDays: every, portionG: r.portionG }),
        ...(r.topUpL === null ? {} : { topUpLPerDay: Math.round(100 * r.topUpL) / 100 }),
        ...(r.note.trim() === '' ? {} : { note: r.note.trim() }),
        ...(call === '' ? {} : { call }),
      }),
    );
    if (entries.length > 0) this.told(await this.scribe.write(entries, 'The absence'));
  }
  protected async home(): Promise<void> {
    const running = this.running();
    if (!running) return;
    this.told(
      await this.scribe.write(
        running.all.map((a) => this.scribe.entry('absence', a.tankId, { step: 'back', awayId: a.entryId })),
        'Home again',
      ),
    );
  }
  private told({ said, faults }: { said: string; faults: Map<string, string> }): void {
    this.said.set(said);
    this.fault.set([...faults.values()].join('. '));
  }
  protected print(): void {
    print();
  }
}
