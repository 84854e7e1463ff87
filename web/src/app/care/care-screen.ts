import { nightOn, dayMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import { parameterWords } from '#almanac/parameters';
import {
  careVerdicts,
  changesUntilGone,
  dueOf,
  exitCriteria,
  filterWatch,
  mealAppetites,
  mealsRefused,
  presentFraction,
  quarantineReasons,
  quarantineSchools,
  readyToEnd,
  redosesDue,
  sentinelDays,
  packsTaken,
  takenOf,
  type DoseToGive,
  type RedoseDue,
  shareLeft,
  type CareVerdict,
  type MealAppetite,
  type CourseThread,
  type QuarantineReason,
  type QuarantineSchool,
  type QuarantineThread,
  mealFilterMinutes,
  mealLeftoverMinutes,
} from '#core/care';
import type { NewEntry, PayloadOf } from '#contracts/book';
import {
  courseDayText,
  criterionWords,
  doseWords,
  mealWords,
  notedWords,
  quarantineReasonWords,
  schoolWords,
  verdictWords,
  carePages,
} from '#words/care';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { faultsText } from '../ui/refusals';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { dayText } from '../ui/words';
import { careDiaryKinds, careOfHouse } from './care-book';
import { CareChanges } from './care-changes';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';
import { WhyNot } from '../ui/why';

type CourseLater = Exclude<PayloadOf<'course'>, { step: 'started' }>;
/** A change of a quarter, where it is said how many it takes. */
const usualChangeFraction = 0.25;
/** Back in or on again at the close of a course, each ticked. */
const closing = [
  carePages.carbonOrResinBackIn,
  carePages.uvAndOzoneOnAgain,
  carePages.lightLidAndAirAs,
  carePages.ammoniaAndNitriteDailyFor,
];

/** What is under way: courses with what is due, quarantines with their clocks. */
@Component({
  selector: 'nl-care',
  imports: [
    FormsModule,
    RouterLink,
    ButtonDirective,
    Checkbox,
    InputText,
    InUnit,
    Choice,
    Option,
    Field,
    WhyNot,
    CareNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './care-screen.html',
  styleUrl: './care-screen.scss',
})
export class CareScreen {
  protected readonly say = carePages;
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch([...careDiaryKinds]);
  private readonly water = new CareChanges();
  protected readonly meals = mealAppetites;
  protected readonly mealNames = mealWords;
  protected readonly verdicts = careVerdicts;
  protected readonly verdictNames = verdictWords;
  protected readonly schools = quarantineSchools;
  protected readonly schoolNames = schoolWords;
  protected readonly reasons = quarantineReasons;
  protected readonly reasonNames = quarantineReasonWords;
  protected readonly notes = ['sign', 'sign-ended', 'wet-contact'] as const;
  protected readonly noteNames = notedWords;
  protected readonly appetites = [0, 1, 2, 3];
  protected readonly closing = closing;
  protected readonly ticked = signal<readonly string[]>([]);
  protected readonly said = signal('');
  protected readonly tankId = signal('');
  protected readonly school = signal<QuarantineSchool>('observe');
  protected readonly reason = signal<QuarantineReason>('new');
  protected readonly leaveReason = signal('');
  protected readonly faultOf = signal<Readonly<Record<string, string>>>({});

  constructor() {
    this.stock.load();
    this.diary.open();
  }
  private readonly care = computed(() => {
    const { courses, quarantines, ...rest } = careOfHouse(this.diary.entries(), {
      house: this.house,
      stock: this.stock,
    });
    // What ran in a tank that has ended, ended with it; its book tells of it.
    const runs = ({ tankId }: { tankId: string }): boolean =>
      this.stock.view() === null || this.stock.stockOf(tankId) !== null;
    return { ...rest, courses: courses.filter(runs), quarantines: quarantines.filter(runs) };
  });
  protected readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  protected readonly running = computed(() =>
    this.care()
      .courses.filter((c) => c.ended === null)
      .map((c) => this.shown(c)),
  );
  protected readonly over = computed(() =>
    this.care()
      .courses.filter((c) => c.ended !== null)
      .map((c) => this.shown(c)),
  );
  protected readonly pens = computed(() =>
    this.care()
      .quarantines.filter((q) => q.left === null)
      .map((q) => this.penShown(q)),
  );
  protected readonly leftPens = computed(() =>
    this.care()
      .quarantines.filter((q) => q.left !== null)
      .map((q) => `${this.nameOf(q.tankId)}: ${dayText(speech(), q.openedOn)}, ${quarantineReasonWords[q.reason]}`),
  );
  private shown(of: CourseThread) {
    const agent = careKnowledge.agents.find((a) => a.id === of.plan.agentId);
    return {
      of,
      name: this.nameOf(of.tankId),
      agent: agent?.name ?? of.plan.agentId,
      people: agent?.people ?? '',
      removal: agent?.removal ?? '',
      volume: amount(speech(), 'volume', of.plan.netVolumeL, 0),
      due: dueOf(of).map((d) => ({
        ...d,
        text: `Day ${d.day}: ${courseDayText(speech(), d, of.give)}${d.state === 'late' ? `, ${of.courseDay - d.day} d late` : ''}`,
      })),
      ready: readyToEnd(of),
      partOf: this.care().courses.find((c) => c.courseId === of.plan.partOfId)?.plan.productName ?? '',
      refused: mealsRefused(of) ? carePages.theLastMealsWereNot : '',
      days: of.calendar.map((d) => ({ ...d, text: courseDayText(speech(), d, of.give) })),
      redoses: this.redoses(of),
      watch: this.watchText(of),
      left: this.leftText(of),
      rests: of.pausedOn === null ? '' : carePages.itHasBeenPausedSince(dayText(speech(), of.pausedOn)),
      // What weeks later told counts more than the evening it ended.
      failed: of.ended !== null && (of.looks.at(-1) ?? of.ended).verdict !== 'better',
      verdict: of.ended ? verdictWords[of.ended.verdict] : '',
      looks: of.looks.map((l) => `${verdictWords[l.verdict]}${l.note ? `: ${l.note}` : ''}`).join('; '),
    };
  }
  private readonly on = (atEpochMs: number): string => nightOn({ atEpochMs, zone: this.house.zone() });
  /** What own changes took along of the last dose. */
  private redoses(of: CourseThread) {
    const dayOf = (atEpochMs: number): number =>
      Math.round((Date.parse(this.on(atEpochMs)) - Date.parse(of.plan.startOn)) / dayMs) + 1;
    return redosesDue(of, { changes: this.water.changesOf(of.tankId), dayOf }).map((r) => ({
      ...r,
      text: carePages.wasChangedForTheReplaced(
        Math.round(100 * r.changeFraction),
        dayText(speech(), this.on(r.atEpochMs)),
        doseWords(r.give),
      ),
    }));
  }
  private watchText(of: CourseThread): string {
    const tank = this.stock.stockOf(of.tankId)?.tank;
    if (!tank) return '';
    const readOn = new Map(Object.entries(tank.water).map(([id, read]) => [id, this.on(read.atEpochMs)] as const));
    const missing = filterWatch(of, { readOn, today: this.today(), dayOf: this.on });
    return missing.length === 0
      ? ''
      : carePages.notTestedTodayTheFilter(missing.map((p) => parameterWords[p]).join(' and '));
  }
  /** How much of a dose is in the water still, and how many usual changes take it out. */
  private leftText(of: CourseThread): string {
    if (of.plan.food !== undefined || of.given.length === 0 || !this.water.loaded()) return '';
    const changes = this.water.changesOf(of.tankId);
    const shareFraction = shareLeft({
      givenEpochMs: of.given.map((g) => g.atEpochMs),
      changes,
      nowEpochMs: this.house.nowEpochMs(),
    });
    if (shareFraction <= presentFraction) return '';
    const count = changesUntilGone({ shareFraction, changeFraction: usualChangeFraction });
    const share =
      shareFraction >= 1
        ? `${shareFraction.toFixed(1)} doses are`
        : carePages.ofADoseIs(Math.round(100 * shareFraction));
    return carePages.byItsChangesAloneAbout(share, String(count));
  }
  private penShown(of: QuarantineThread) {
    return {
      of,
      name: this.nameOf(of.tankId),
      what: `${quarantineReasonWords[of.reason]}; ${of.clock ? schoolWords[of.school] : carePages.cleanWaterAndFoodNo}`,
      exit: of.clock
        ? of.clock.exitOn
          ? carePages.endsOnSetIt(
              dayText(speech(), of.clock.exitOn),
              setByWords[of.clock.setBy],
              dayText(speech(), of.clock.clockStartOn),
            )
          : carePages.noEndWhileASign
        : '',
      stretched: of.clock?.stretchedExitOn
        ? carePages.inWaterThisCoolThe(dayText(speech(), of.clock.stretchedExitOn))
        : '',
      sentinels: of.sentinels
        ? carePages.besideThemSince(
            of.sentinels.count,
            this.stock.kindNamed(of.sentinels.kindId)?.commonName ?? 'sentinels',
            dayText(speech(), of.sentinels.on),
          )
        : '',
      criteria: exitCriteria(of, {
        water: this.stock.stockOf(of.tankId)?.tank.water ?? {},
        nowEpochMs: this.house.nowEpochMs(),
        today: this.today(),
      }).map((c) => ({
        ...c,
        word: criterionWords[c.id],
        state: c.met === null ? carePages.theBookDoesNotSay : c.met ? 'met' : 'not yet',
      })),
    };
  }
  /** What a dose or going on was not taken without: why it is done all the same. */
  protected readonly asks = signal<{ courseId: string; text: string; write: (reason: string) => Promise<void> } | null>(
    null,
  );
  protected readonly askedReason = signal('');
  /** A step of a course with what comes off its bottle; where a reason is asked for, it is asked for here. */
  private async step(
    of: CourseThread,
    payload: CourseLater,
    { what, also = [] }: { what: string; also?: NewEntry[] },
  ): Promise<boolean> {
    const written = await this.scribe.write([this.scribe.entry('course', of.tankId, payload), ...also], what);
    const asked = written.faults.get('overrideReason');
    this.askedReason.set('');
    this.asks.set(
      asked === undefined
        ? null
        : {
            courseId: of.courseId,
            text: asked,
            write: async (overrideReason) => {
              await this.step(of, { ...payload, overrideReason } as CourseLater, { what, also });
            },
          },
    );
    const others = [...written.faults].filter(([field]) => field !== 'overrideReason');
    this.said.set(written.kept ? written.said : faultsText(new Map(others)));
    return written.kept;
  }
  protected async writeAsked(): Promise<void> {
    const reason = this.askedReason().trim();
    if (reason !== '') await this.asks()?.write(reason);
  }
  protected rest(of: CourseThread): Promise<boolean> {
    return this.step(
      of,
      { step: of.pausedOn === null ? 'paused' : 'resumed', courseId: of.courseId },
      { what: of.pausedOn === null ? carePages.theCourseIsPaused : carePages.theCourseGoesOn },
    );
  }
  /** A dose for replaced water comes off its bottle as well. */
  protected again(of: CourseThread, { changeEntryId, give }: RedoseDue): Promise<boolean> {
    return this.step(
      of,
      { step: 'redosed', courseId: of.courseId, changeEntryId },
      { what: carePages.theReplacedWaterIsDosed, also: this.offBottle(of, give) },
    );
  }
  private offBottle(of: CourseThread, give: DoseToGive): NewEntry[] {
    const taken = takenOf(of.plan, packsTaken(give));
    return taken ? [this.scribe.entry('supply-log', taken.supplyId, { event: 'used', value: taken.value })] : [];
  }
  protected tick(text: string): void {
    this.ticked.update((all) => (all.includes(text) ? all.filter((t) => t !== text) : [...all, text]));
  }
  /** What is given is taken off its bottle in the same stroke. */
  protected async give(
    of: CourseThread,
    { step, day, ate }: { step: 'given' | 'changed' | 'missed'; day: number; ate?: MealAppetite },
  ): Promise<void> {
    const eaten = ate === undefined ? {} : { ate };
    await this.step(
      of,
      { step, courseId: of.courseId, day, ...eaten },
      { what: `Day ${day}`, also: step === 'given' ? this.offBottle(of, of.give) : [] },
    );
  }
  /** The filter stands still while they eat: an alarm on every page until it is answered, and leftovers out after an hour. */
  protected async filterOff({ tankId }: CourseThread): Promise<void> {
    const timer = (kind: 'filter' | 'look', minutes: number, note: string): NewEntry =>
      this.scribe.entry('timer', tankId, { step: 'set', timer: kind, minutes, note });
    const written = await this.scribe.write(
      [
        timer('filter', mealFilterMinutes, carePages.onAgainAfterTheMeal),
        timer('look', mealLeftoverMinutes, carePages.takeOutWhatWasNot),
      ],
      carePages.theAlarmsOfTheMeal,
    );
    this.said.set(written.said);
  }
  /** Its parts end with it. */
  protected async end(of: CourseThread, verdict: CareVerdict): Promise<void> {
    const parts = this.care().courses.filter((c) => c.ended === null && c.plan.partOfId === of.courseId);
    const written = await this.scribe.write(
      [of, ...parts].map((c) =>
        this.scribe.entry('course', c.tankId, { step: 'ended', courseId: c.courseId, verdict }),
      ),
      parts.length === 0 ? carePages.theCourseIsEnded : carePages.theCourseIsEndedWith,
    );
    this.said.set(written.kept ? written.said : faultsText(written.faults));
    if (written.kept) this.ticked.set([]);
  }
  protected look(of: CourseThread, verdict: CareVerdict): Promise<boolean> {
    return this.write(of.tankId, 'course', { step: 'looked', courseId: of.courseId, verdict }, 'Looked again');
  }
  protected async openPen(): Promise<void> {
    const tankId = this.tankId();
    if (tankId === '') return;
    const payload = { step: 'opened' as const, school: this.school(), reason: this.reason(), on: this.today() };
    await this.write(tankId, 'quarantine', payload, 'The quarantine');
  }
  protected lookPen(of: QuarantineThread, appetiteCount: number): Promise<boolean> {
    return this.write(
      of.tankId,
      'quarantine',
      { step: 'looked', quarantineId: of.quarantineId, appetiteCount },
      'Looked',
    );
  }
  /** What lives in the house elsewhere: from there they are taken. */
  protected readonly sentinelKinds = computed(() => {
    const all = this.stock
      .stocked()
      .flatMap((s) => s.residents.filter((l) => l.kind.animal !== null).map((l) => l.kind));
    return all.filter((k, i) => all.findIndex((other) => other.id === k.id) === i);
  });
  protected readonly sentinelKind = signal('');
  protected readonly sentinelCount = signal<number | null>(2);
  protected readonly sentinelDays = sentinelDays;
  /** Asked for where the water would harm them. */
  protected readonly sentinelReason = signal('');
  protected readonly sentinelFault = signal('');
  /** They are animals that move in as well: they set the clock, and are counted. */
  protected async putSentinels(of: QuarantineThread): Promise<void> {
    const [kindId, count] = [this.sentinelKind(), this.sentinelCount()];
    if (kindId === '' || count === null) return;
    const overrideReason = this.sentinelReason().trim();
    const written = await this.scribe.write(
      [
        this.scribe.entry('quarantine', of.tankId, {
          step: 'sentinels',
          quarantineId: of.quarantineId,
          kindId,
          count,
          on: this.today(),
        }),
        this.scribe.entry('stock', of.tankId, {
          event: 'arrived',
          kindId,
          count: { lo: count, hi: count },
          ...(overrideReason === '' ? {} : { overrideReason }),
        }),
      ],
      'The sentinels',
    );
    this.sentinelFault.set(written.faults.get('overrideReason') ?? '');
    const others = [...written.faults].filter(([field]) => field !== 'overrideReason');
    this.said.set(written.kept ? written.said : faultsText(new Map(others)));
    if (written.kept) this.sentinelReason.set('');
  }
  protected note(of: QuarantineThread, event: 'sign' | 'sign-ended' | 'wet-contact'): Promise<boolean> {
    const payload = { step: 'noted' as const, quarantineId: of.quarantineId, event, on: this.today() };
    return this.write(of.tankId, 'quarantine', payload, notedWords[event]);
  }
  protected async leave(of: QuarantineThread): Promise<void> {
    const blocked = (of.clock?.blockedBy ?? []).length > 0;
    const reason = this.leaveReason().trim();
    if (blocked && reason === '') {
      this.faultOf.set({ [of.quarantineId]: carePages.isNeededSomethingStandsIn });
      return;
    }
    this.faultOf.set({});
    if (await this.write(of.tankId, 'quarantine', { step: 'left', quarantineId: of.quarantineId, reason }, 'Left'))
      this.leaveReason.set('');
  }
  private today(): string {
    return nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() });
  }
  private async write<K extends 'course' | 'quarantine'>(
    tankId: string,
    kind: K,
    payload: PayloadOf<K>,
    what: string,
  ): Promise<boolean> {
    const written = await this.scribe.write([this.scribe.entry(kind, tankId, payload)], what);
    this.said.set(written.kept ? written.said : faultsText(written.faults));
    return written.kept;
  }
}
const setByWords = {
  arrival: carePages.theNewestArrival,
  'wet-contact': carePages.aWetContact,
  sign: 'a sign',
  'sign-ended': carePages.theEndOfASign,
  'treatment-ended': carePages.theEndOfATreatment,
  death: 'a death',
} as const;
