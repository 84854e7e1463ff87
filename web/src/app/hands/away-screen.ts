import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { catchError, concatMap, filter, from, map, of, scan, switchMap, take } from 'rxjs';
import { Temporal } from 'temporal-polyfill';
import {
  absence,
  changedBefore,
  handsThreads,
  heldAgainst,
  portions,
  productionShare,
  type AbsenceValue,
  type Leaves,
} from '#core/hands';
import type { ParameterId } from '#core/readings';
import { livingMassG, rationByMass } from '#core/stock';
import { nightOn } from '#core/tonight';
import type { Folio } from '#contracts/tanks';
import type { ReadPayloadOf } from '#contracts/book';
import { beforeLeaving, heldWords, portionText, standInAlarms, standInRules } from '#words/hands';
import { spanText, unitOf } from '#words/units';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore, type TankStock } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { Field } from '../ui/field';
import { parameterLabel } from '../ui/kind-words';
import { plainRefusal } from '../ui/refusals';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { stepsOf } from './hands-book';
import { InUnit } from '../ui/in-unit';

const usualAwayDays = 14;
/** So long after coming home the page tells what came of it; the folios it reads hold a month. */
const toldDays = 21;
const dayMs = 86_400_000;
/** What neither builds up nor is concentrated by evaporation: gases, warmth, and pH. */
const notBuiltUp: readonly ParameterId[] = ['ph', 'tempC', 'co2MgPerL', 'o2MgPerL'];

/** Built up from food: less of it comes in where less is fed. */
const fromFood: readonly ParameterId[] = ['no3MgPerL', 'no2MgPerL', 'tanMgPerL', 'po4MgPerL'];
/** Eaten up by the tank itself. */
const falling: readonly ParameterId[] = ['khDegrees'];
const leavingPlans = ['usual', 'portions', 'change'] as const;
type LeavingPlan = (typeof leavingPlans)[number];
const leavingPlanWords: Record<LeavingPlan, string> = {
  usual: 'fed as now',
  portions: 'with these portions',
  change: 'with these portions and the change before',
};
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
}
/** The readings that a folio holds, value by value. */
const readIn = (folio: Folio) =>
  folio.entries.flatMap((e) =>
    e.kind === 'readings' && !e.struck
      ? (e.payload as ReadPayloadOf<'readings'>).values.map(({ parameter, lo, hi }) => ({
          ...{ parameter, lo, hi },
          atEpochMs: Date.parse(e.happenedAt),
        }))
      : [],
  );

/** Weeks away: what the gap will cost each tank, portions of food, the sheet for the stand-in, and home again. */
@Component({
  selector: 'nl-away',
  imports: [InUnit, FormsModule, RouterLink, ButtonDirective, InputText, Choice, Option, Day, Field, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './away-screen.html',
  styleUrl: './hands.scss',
})
export class AwayScreen {
  private readonly api = inject(Api);
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['hands']);
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
  /** Folios as they come in, one after the other: a house of forty keeps nothing waiting. */
  private readonly folios = signal<ReadonlyMap<string, Folio>>(new Map());
  protected readonly read = computed(() => this.folios().size);

  constructor() {
    this.stock.load();
    this.diary.open();
    toObservable(this.stock.tanks)
      .pipe(
        filter((tanks) => tanks.length > 0),
        take(1),
        switchMap((tanks) => from(tanks)),
        concatMap(({ tankId }) =>
          this.api.call('folio', { params: { tankId }, query: { days: '30' } }).pipe(catchError(() => of(null))),
        ),
        filter((folio) => folio !== null),
        scan((all, folio) => new Map(all).set(folio.tank.tankId, folio), new Map<string, Folio>()),
        map((all): ReadonlyMap<string, Folio> => all),
        takeUntilDestroyed(),
      )
      .subscribe((all) => {
        this.folios.set(all);
      });
  }
  protected readonly days = computed(() => {
    const [fromOn, toOn] = [this.fromOn(), this.toOn()];
    if (fromOn === '' || toOn === '') return null;
    return Temporal.PlainDate.from(fromOn).until(Temporal.PlainDate.from(toOn)).days;
  });
  protected readonly daysFault = computed(() => {
    const days = this.days();
    return days === null ? 'Say from when to when.' : days < 1 ? 'It ends after it begins.' : '';
  });
  private leavesOf(tankId: string, { days, plan }: { days: number; plan: LeavingPlan }): Said | null {
    const folio = this.folios().get(tankId);
    if (!folio) return null;
    const evaporationFractionPerDay = (this.evaporationPercent() ?? NaN) / 100;
    const share = plan === 'usual' ? 1 : productionShare(this.feedEveryDays());
    const [changed] = folio.changes;
    const changeFraction = this.changePercent() === null ? NaN : (this.changePercent() ?? 0) / 100;
    const perParameter = folio.outlooks.flatMap((o): AbsenceValue[] => {
      if (notBuiltUp.includes(o.parameter)) return [];
      const band = folio.lines.find((l) => l.parameter === o.parameter)?.band;
      const [ceiling, floor] = [band?.hi ?? undefined, band?.lo ?? undefined];
      if (ceiling === undefined && floor === undefined) return [];
      const by = fromFood.includes(o.parameter) ? share : 1;
      const now = { lo: o.level.lo80, hi: o.level.hi80 };
      // What the new water holds is known by the last change; where it is not, the change is left out of the reckoning.
      const sourceValue = changed?.water[o.parameter];
      return [
        {
          parameter: o.parameter,
          now:
            plan === 'change' && sourceValue !== undefined ? changedBefore({ now, changeFraction, sourceValue }) : now,
          productionPerDay: { lo: by * o.productionPerDay.lo80, hi: by * o.productionPerDay.hi80 },
          evaporationFractionPerDay,
          ...(ceiling === undefined ? {} : { ceiling }),
          // What falls by being eaten up, as carbonate hardness does; what only varies is not foreseen to fall.
          ...(floor === undefined || floor <= 0 || !falling.includes(o.parameter) ? {} : { floor }),
        },
      ];
    });
    const known = perParameter.filter((p) => p.ceiling !== undefined || p.floor !== undefined);
    const found = absence({ days, perParameter: known });
    return found.ok ? { leaves: found.value.leaves, fault: '' } : { leaves: [], fault: plainRefusal(found.refusal) };
  }
  private leavesText({ leaves, fault }: Said): string {
    return (
      fault ||
      (leaves.length === 0
        ? 'nothing is foreseen to leave its band'
        : leaves
            .map(({ parameter, earliestDay, likelyDay, side }) => {
              const where = side === 'below' ? 'below' : 'above';
              const from = `${side === 'below' ? 'too low from' : 'from'} day ${Math.floor(earliestDay)}`;
              return `${parameterLabel(parameter)} ${earliestDay === 0 ? `${likelyDay === 0 ? 'is' : 'may be'} ${where} already` : `${from}${likelyDay === null ? '' : `, likely ${Math.round(likelyDay)}`}`}`;
            })
            .join('; '))
    );
  }
  private portionsOf({ lodgers }: TankStock, days: number): { text: string; fault: string; portionG: number } {
    const shrimp = lodgers.filter((l) => l.kind.animal && l.kind.group === 'shrimp');
    const others = lodgers.filter((l) => l.kind.animal && l.kind.group !== 'shrimp');
    const animals = [
      { of: shrimp, group: 'shrimp' as const },
      { of: others, group: 'other' as const },
    ].flatMap(({ of: those, group }) => {
      const massG = livingMassG(those).hi;
      // The lower end of the school: little is the rule while nobody watches.
      return massG === 0
        ? []
        : [{ massG, count: 1, percentPerDay: 100 * rationByMass({ bodyMassG: 1, group }).loGPerDay }];
    });
    if (animals.length === 0) return { text: 'no animals in the book', fault: '', portionG: 0 };
    const found = portions({ days, animals, feedEveryDays: this.feedEveryDays() ?? NaN });
    if (!found.ok) return { text: '', fault: plainRefusal(found.refusal), portionG: 0 };
    const [g] = found.value.portionsG;
    return {
      text: g === undefined ? 'no feeding needed' : `${found.value.portionsG.length} portions of ${portionText(g)}`,
      fault: '',
      portionG: g ?? 0,
    };
  }
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
            text: said === null ? 'reading its book …' : this.leavesText(said),
          })),
        ),
        food: food.fault || food.text,
        portionG: food.portionG,
      };
    });
  });
  protected readonly running = computed(() => {
    const zone = this.house.zone();
    const open = handsThreads(stepsOf(this.diary.of('hands'), zone), { today: this.today() }).absences.filter(
      (a) => !a.back,
    );
    const [first] = open;
    return first ? { all: open, text: `${dayText(first.fromOn)} to ${dayText(first.toOn)}` } : null;
  });
  /** What came of the weeks away, tank by tank, once somebody is back and has tested. */
  protected readonly cameOf = computed(() => {
    const since = this.house.nowEpochMs() - toldDays * dayMs;
    const steps = this.diary.of('hands');
    return handsThreads(stepsOf(steps, this.house.zone()), { today: this.today() }).absences.flatMap((a) => {
      const folio = this.folios().get(a.tankId);
      if (a.backEpochMs === null || a.backEpochMs < since || !folio) return [];
      const payload = steps.find((s) => s.entryId === a.entryId)?.payload;
      const held = heldAgainst({
        foreseen: payload?.step === 'away' ? payload.leaves.map((l) => l.parameter) : [],
        readings: readIn(folio),
        ceilings: Object.fromEntries(
          folio.lines.flatMap((l) => (typeof l.band?.hi === 'number' ? [[l.parameter, l.band.hi]] : [])),
        ),
        backEpochMs: a.backEpochMs,
        changedEpochMs: folio.changes.map((c) => c.atEpochMs),
      });
      return [
        {
          entryId: a.entryId,
          name: this.stock.stockOf(a.tankId)?.tank.name ?? 'A tank',
          text:
            held
              .map(({ parameter, verdict, reading }) => {
                const id = parameter as ParameterId;
                const read = reading ? ` (${spanText(id, reading)} ${unitOf(id)})` : '';
                return `${heldWords[verdict](parameterLabel(id))}${read}`;
              })
              .join('; ') || 'nothing was foreseen to leave its band, and nothing is read above it',
        },
      ];
    });
  });
  protected async leave(): Promise<void> {
    if (this.daysFault()) {
      this.fault.set(this.daysFault());
      return;
    }
    const [every, call] = [this.feedEveryDays(), this.call().trim()];
    const entries = this.rows().map((r) =>
      this.scribe.entry('hands', r.tankId, {
        step: 'away',
        fromOn: this.fromOn(),
        toOn: this.toOn(),
        leaves: r.leaves.map((l) => ({ ...l, parameter: l.parameter as ParameterId })),
        ...(every === null ? {} : { feedEveryDays: every, portionG: r.portionG }),
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
        running.all.map((a) => this.scribe.entry('hands', a.tankId, { step: 'back', awayId: a.entryId })),
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
