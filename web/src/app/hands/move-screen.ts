import { nightOn } from '#core/units';
import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { recorder } from '#core/explain';
import {
  cooling,
  goodDaysNeeded,
  handsThreads,
  insulations,
  movedDay,
  moveAdvice,
  moveOrder,
  moveTimeline,
  oxygenHours,
  sidesOf,
  tanWithoutFilter,
  waterChoices,
  waterToCarry,
  handsStepsOf,
  type Insulation,
  type MoveSchool,
  type WaterChoice,
} from '#core/hands';
import { middle } from '#core/readings';
import { livingMassG, mergeable } from '#core/stock';
import { togetherWords } from '#words/stock';
import { tankWeight } from '#core/tanks';
import {
  hoursSpan,
  insulationWords,
  moveReasonWords,
  moveSchoolWords,
  moveStepWords,
  movingCautions,
  packingLists,
  waterChoiceWords,
  handsPages,
} from '#words/hands';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore, type TankStock } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { dayText } from '../ui/words';
import { AskedAnew } from './asked-anew';
import { HandsNav } from './hands-nav';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';
import { WhyNot } from '../ui/why';

const assumedC = 24;
const betweenDays = 4;
/** Of more tanks nobody reads all pairs. */
const mostMergedCount = 60;
const packedId = 'move-packed';
const swarms: readonly string[] = ['shrimp', 'snail'];
const heads = ({ residents }: TankStock, wanted: (group: string) => boolean): number =>
  residents
    .filter((l) => l.kind.animal && wanted(l.kind.group))
    .reduce((sum, l) => sum + (l.count.hi ?? l.count.lo ?? 0), 0);
/** A time of day so many minutes later; what goes over midnight begins anew. */
const clockText = (begin: string, minutes: number): string => {
  const [hour = 9, minute = 0] = begin.split(':').map(Number);
  const at = (60 * hour + minute + minutes) % 1440;
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
};
const liftWords = {
  one: handsPages.onePersonMayLiftIt,
  two: 'two people',
  more: handsPages.moreThanTwoPeopleShould,
};

/** A move: what it weighs, how long the animals have, what it cools to, and the watch after it. */
@Component({
  selector: 'nl-move',
  imports: [
    WhyNot,
    UnitNamePipe,
    InUnit,
    FormsModule,
    RouterLink,
    ButtonDirective,
    Checkbox,
    InputText,
    Choice,
    Option,
    Field,
    Figure,
    HandsNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move-screen.html',
  styleUrl: './hands.scss',
})
export class MoveScreen {
  protected readonly say = handsPages;
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly outbox = inject(Outbox);
  protected readonly diary = new DiaryWatch(['move', 'absence']);
  protected readonly insulations = insulations;
  protected readonly insulationWords = insulationWords;
  protected readonly cautions = movingCautions;
  protected readonly needed = goodDaysNeeded;
  protected readonly tankId = signal('');
  /** As the advice has it, until the keeper says otherwise. */
  private readonly howSaid = signal<MoveSchool | null>(null);
  protected readonly how = computed((): MoveSchool => this.howSaid() ?? this.advice()?.school ?? 'all-in');
  protected setHow(how: MoveSchool): void {
    this.howSaid.set(how);
  }
  protected readonly schoolNames = moveSchoolWords;
  protected readonly choices = waterChoices;
  protected readonly choiceNames = waterChoiceWords;
  protected readonly choice = signal<WaterChoice>('half');
  protected readonly begin = signal('09:00');
  protected readonly lists = packingLists;
  protected readonly packed = signal<readonly string[]>([]);
  protected readonly waterL = signal<number | null>(10);
  protected readonly hours = signal<number | null>(2);
  protected readonly airC = signal<number | null>(15);
  protected readonly insulation = signal<Insulation>('box');
  protected readonly aerated = signal<'no' | 'yes'>('no');
  protected readonly said = signal('');
  protected readonly fault = signal('');

  constructor() {
    this.stock.load();
    this.diary.open();
    void this.outbox.draft(packedId).then((text) => {
      if (text) this.packed.set(JSON.parse(text) as string[]);
    });
    effect(() => {
      const asked = this.tank();
      if (asked !== undefined)
        untracked(() => {
          this.tankId.set(asked);
        });
    });
  }
  protected readonly of = computed(() => this.stock.stockOf(this.tankId()));
  private readonly weighed = computed(() => {
    const setUp = this.of()?.tank.setUp;
    return setUp?.geometry
      ? tankWeight({ geometry: setUp.geometry, bed: setUp.bed?.kind ?? 'none', ratedKg: setUp.shelfRatedKg })
      : null;
  });
  protected readonly weight = computed(() => {
    const found = this.weighed();
    if (!found) return this.of() ? handsPages.itsSizeIsNotIn : '';
    if (!found.ok) return plainRefusal(found.refusal);
    const { filledKg, movingKg, lifting, loadFraction } = found.value.value;
    const load = loadFraction === null ? '' : handsPages.theShelfBearsOfIts(Math.round(100 * loadFraction));
    return handsPages.filledAboutKgDrainedTo(Math.round(filledKg), Math.round(movingKg), liftWords[lifting], load);
  });
  private readonly today = computed(() => nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }));
  private readonly threads = computed(() =>
    handsThreads(handsStepsOf([...this.diary.of('move'), ...this.diary.of('absence')]), { today: this.today() }),
  );
  /** Which way, and what says not now. */
  private readonly advice = computed(() => {
    const of = this.of();
    if (!of) return null;
    const weighed = this.weighed();
    const trips = this.threads()
      .absences.filter((a) => !a.back && a.fromOn >= this.today())
      .map((a) => a.fromOn)
      .sort();
    return moveAdvice({
      movingKg: weighed?.ok ? weighed.value.value.movingKg : null,
      lifting: weighed?.ok ? weighed.value.value.lifting : null,
      bed: of.tank.setUp.bed?.kind ?? 'none',
      planted: of.residents.some((l) => l.kind.group === 'plant'),
      hours: this.hours() ?? 0,
      ailing: of.tank.ailing,
      cycling: of.tank.stage === 'cycling',
      inCourse: of.tank.inWater.some((a) => !a.ended),
      tripOn: trips[0] ?? null,
      today: this.today(),
    });
  });
  protected readonly advised = computed(() => {
    const advice = this.advice();
    if (!advice) return null;
    const words = (of: typeof advice.for): string => of.map((r) => moveReasonWords(r, bound(dayText))).join('; ');
    return {
      way: `${moveSchoolWords[advice.school]}${advice.for.length === 0 ? '' : `: ${words(advice.for)}`}.`,
      against: advice.against.length === 0 ? '' : `Not now: ${words(advice.against)}.`,
    };
  });
  /** Litres to carry, and the day by the clock. */
  protected readonly day = computed(() => {
    const of = this.of();
    if (!of) return null;
    const note = recorder();
    const carried = waterToCarry({ netVolumeL: of.tank.netVolumeL, choice: this.choice() }, note);
    const hours = this.hours();
    if (!carried.ok || hours === null) return null;
    const { oldL, newL, cansCount } = carried.value;
    const weighed = this.weighed();
    const { steps, inBagsMinutes, wholeMinutes } = moveTimeline({
      school: this.how(),
      netVolumeL: of.tank.netVolumeL,
      oldL,
      fishCount: heads(of, (group) => !swarms.includes(group)),
      swarmCount: heads(of, (group) => swarms.includes(group)),
      wayMinutes: 60 * hours,
      lifting: weighed?.ok ? weighed.value.value.lifting : null,
    });
    return {
      oldL,
      newL,
      old: amount(speech(), 'volume', oldL, 0),
      cans: handsPages.inOfNewWaterReady(
        cansCount,
        cansCount === 1 ? 'can' : 'cans',
        amount(speech(), 'volume', newL, 0),
      ),
      working: note.explained(null),
      inBags: handsPages.theAnimalsAreInTheir(Math.round(inBagsMinutes / 30) / 2, Math.round(wholeMinutes / 30) / 2),
      steps: steps.map((s) => ({
        ...s,
        clock: clockText(this.begin(), s.atMinutes),
        words: moveStepWords[s.id],
        people: s.peopleCount === 0 ? '' : s.peopleCount === 1 ? 'one' : String(s.peopleCount),
      })),
    };
  });
  private readonly buildUp = new AskedAnew('buildUp');
  /** What would come of ammonia in a day if its bacteria were lost, by the nitrate it makes now. */
  private readonly ammonia = computed(() => {
    const line = this.buildUp
      .told()
      ?.tanks.find((t) => t.tankId === this.tankId())
      ?.lines.find((l) => l.parameter === 'no3MgPerL');
    if (!line) return null;
    const note = recorder();
    const { lo80: lo, hi80: hi } = line.productionPerDay;
    const found = tanWithoutFilter({ no3MgPerLPerDay: { lo, hi } }, note);
    return found.ok ? { ...found.value.tanMgPerLPerDay, working: note.explained(null) } : null;
  });
  protected readonly brings = computed(() => {
    const ammonia = this.ammonia();
    return ammonia && { text: `up to ${amount(speech(), 'ammonia', ammonia.hi, 2)}`, working: ammonia.working };
  });
  protected setBegin(event: Event): void {
    this.begin.set((event.target as HTMLInputElement).value || '09:00');
  }
  protected readonly severalOpen = signal(false);
  /** What may live together moves in together beforehand; reckoned when somebody asks. */
  protected readonly merges = computed(() =>
    this.severalOpen()
      ? mergeable(
          this.stock
            .stocked()
            .slice(0, mostMergedCount)
            .map(({ tank, residents, place }) => ({
              id: tank.tankId,
              residents,
              place,
              water: tank.water,
              apart: tank.ailing || tank.setUp.purpose === 'quarantine' || tank.inWater.length > 0,
            })),
        ).map(({ fromId, intoId, cautions }) => ({
          fromId,
          text: `${this.nameOf(fromId)} into ${this.nameOf(intoId)}`,
          cautions: cautions.map((c) => togetherWords(speech(), c.reason)).join(' '),
        }))
      : [],
  );
  private readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  /** Several tanks: the small first, what is delicate last, four days between. */
  protected readonly order = computed(() => {
    const stocked = this.stock.stocked();
    return stocked.length < 2
      ? []
      : moveOrder(
          stocked.map(({ tank }) => ({
            tankId: tank.tankId,
            netVolumeL: tank.netVolumeL,
            precious: tank.bears.bearing === 'delicate' || tank.setUp.purpose === 'breeding',
          })),
          { firstOn: this.today(), apartDays: betweenDays },
        ).map(({ tankId, on }) => ({
          name: this.stock.stockOf(tankId)?.tank.name ?? 'A tank',
          on: dayText(speech(), on),
        }));
  });
  protected pack(thing: string): void {
    const next = this.packed().includes(thing) ? this.packed().filter((t) => t !== thing) : [...this.packed(), thing];
    this.packed.set(next);
    void this.outbox.keepDraft(packedId, JSON.stringify(next));
  }
  protected print(): void {
    print();
  }
  /** Oxygen and warmth on the way, or what is wrong with the figures. */
  protected readonly way = computed(() => {
    const of = this.of();
    if (!of) return null;
    const waterL = this.waterL() ?? NaN;
    const tempC = of.tank.water.tempC ? middle(of.tank.water.tempC) : assumedC;
    const animalsG = livingMassG(of.residents).hi;
    const oxygen = oxygenHours({ waterL, tempC, animalsG, aerated: this.aerated() === 'yes' });
    const { areaCm2 } = sidesOf({ waterL: Number.isFinite(waterL) && waterL > 0 ? waterL : 1, geometry: null });
    const hours = this.hours() ?? NaN;
    const cooled = cooling({
      waterL,
      areaCm2,
      startC: tempC,
      roomC: this.airC() ?? NaN,
      insulation: this.insulation(),
      hours,
    });
    if (!oxygen.ok) return { fault: plainRefusal(oxygen.refusal), short: false, text: '' };
    // Nobody entered is not nobody there.
    if (animalsG === 0) return { fault: handsPages.nobodyInTheBookSoNoHours, short: false, text: '' };
    if (!cooled.ok) return { fault: plainRefusal(cooled.refusal), short: false, text: '' };
    const { lo } = oxygen.value.hours;
    return {
      fault: '',
      short: lo !== null && lo < hours,
      text: handsPages.oxygenForAboutGOf(
        Math.round(animalsG),
        hoursSpan(oxygen.value.hours),
        hours,
        amount(speech(), 'temperature', cooled.value.tempC.lo, 1),
        amount(speech(), 'temperature', cooled.value.tempC.hi, 1),
      ),
    };
  });
  protected readonly watches = computed(() => {
    const zone = this.house.zone();
    const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
    return this.threads()
      .moves.filter((m) => !m.over)
      .map((m) => ({
        ...m,
        name: this.stock.stockOf(m.tankId)?.tank.name ?? 'A tank',
        since: dayText(speech(), m.movedOn),
        read: movedDay(this.stock.stockOf(m.tankId)?.tank.water ?? {}, { today: this.today(), on }),
      }));
  });
  protected moved(): Promise<void> {
    const [of, ammonia, day] = [this.of(), this.ammonia(), this.day()];
    if (!of) {
      this.fault.set(handsPages.chooseTheTankFirst);
      return Promise.resolve();
    }
    return this.write(
      this.scribe.entry('move', of.tank.tankId, {
        step: 'moved',
        how: this.how(),
        ...(day === null ? {} : { oldL: Math.round(10 * day.oldL) / 10, newL: Math.round(10 * day.newL) / 10 }),
        ...(ammonia === null ? {} : { tanMgPerLPerDay: Number(ammonia.hi.toPrecision(3)) }),
      }),
      `${of.tank.name} moved`,
    );
  }
  protected tested(of: { entryId: string; tankId: string; name: string }, good: boolean): Promise<void> {
    return this.write(
      this.scribe.entry('move', of.tankId, { step: 'move-day', movedId: of.entryId, good }),
      `${of.name}: ${good ? 'good today' : handsPages.notGoodToday}`,
    );
  }
  private async write(entry: ReturnType<Scribe['entry']>, what: string): Promise<void> {
    const written = await this.scribe.write([entry], what);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
  }
}
