import { nightOn, dayMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import {
  courseOf,
  doseToGive,
  ichTiming,
  isNearLabel,
  mayDose,
  neededOf,
  packsTaken,
  type CourseFood,
  type CourseLabel,
  type DosePlan,
  type DoseReason,
  type DoseToGive,
  usualRationPercent,
} from '#core/care';
import { recorder } from '#core/explain';
import { middle } from '#core/readings';
import { livingMassG } from '#core/stock';
import { shortfall, supplyState } from '#core/supplies';
import {
  changesFrom,
  changesText,
  courseDayText,
  daysFrom,
  daysText,
  doseReasonWords,
  doseShareWords,
  doseText,
  doseWords,
  carePages,
} from '#words/care';
import type { PayloadOf } from '#contracts/book';
import { amount } from '#words/units';
import { GateWatch, type GateSaid } from '../base/gate-watch';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore, type TankStock } from '../stock';
import { Choice, Option, Options } from '../ui/choice';
import { plainRefusal } from '../ui/refusals';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';
import { WhyNot, whyText, type Why } from '../ui/why';

const verdictNames = {
  allowed: carePages.nothingOfWhatIsKnown,
  warn: carePages.withCautionOneAnimalIn,
  blocked: carePages.notLikeThisOnlyWith,
  final: carePages.neverPeopleWouldBeHarmed,
  unheard: carePages.theHouseHasNotTold,
  incomplete: carePages.saidInFullBelowIt,
};
/** What is still to be filled in is no verdict on the course. */
const ofTheForm: ReadonlySet<string> = new Set(['label', 'prescription', 'agentId']);
type Started = Extract<PayloadOf<'course'>, { step: 'started' }>;
/** What stands in for an ill tank's water beside it. */
const pens = new Set(['quarantine', 'hospital']);

/** A course as its label has it, on net volume: who would be harmed, hospital against display, the calendar, and its start. */
@Component({
  selector: 'nl-course',
  imports: [
    InUnit,
    FormsModule,
    ButtonDirective,
    Checkbox,
    InputText,
    Choice,
    Option,
    Options,
    Field,
    Figure,
    WhyNot,
    CareNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './course-screen.html',
  styleUrl: './care-screen.scss',
})
export class CourseScreen {
  protected readonly say = carePages;
  readonly tank = input<string>();
  readonly agent = input<string>();
  readonly case = input<string>();
  /** The course of this tank that the new one is a part of. */
  readonly part = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  private readonly shelf = new DiaryWatch(['supply', 'supply-log']);
  private readonly gate = new GateWatch('course', {
    kinds: () => this.stock.kinds(),
    nameOf: (id) => this.nameOf(id),
  });
  protected readonly outOfReach = this.gate.outOfReach;
  protected readonly agents = careKnowledge.agents.filter(
    (a) => !['adsorbent', 'device', 'dip', 'heat'].includes(a.sort),
  );
  protected readonly open = computed(() => this.agents.filter((a) => a.prescription !== 'needed'));
  protected readonly onPrescription = computed(() => this.agents.filter((a) => a.prescription === 'needed'));
  protected readonly tankId = signal('');
  protected readonly agentId = signal('');
  protected readonly productName = signal('');
  protected readonly treats = signal<number | null>(null);
  protected readonly treatsUnit = signal<'L' | 'US gal'>('L');
  protected readonly doseDays = signal('1');
  protected readonly changes = signal('');
  protected readonly maxRepeats = signal<number | null>(null);
  /** What no field holds is no number of repeats: the core refuses it, and nothing is planned by it. */
  protected readonly notSaid = NaN;
  protected readonly repeats = signal(0);
  protected readonly split = signal(false);
  /** Packs dissolved first: asked for by the keeper, or where whole ones are too far off; null while nothing was said. */
  private readonly stockSaid = signal<boolean | null>(null);
  protected readonly way = signal<'water' | 'food'>('water');
  /** Said of one tank: those of another weigh something else. */
  private readonly massSaid = signal<{ tankId: string; massG: number | null } | null>(null);
  protected readonly percentOfBodyMass = signal<number | null>(usualRationPercent);
  protected readonly agentMgPerKgPerDay = signal<number | null>(null);
  protected readonly binder = signal('');
  /** What lives there by its usual adult length, until the keeper says what it weighs. */
  protected readonly bodyMassG = computed(() => {
    const said = this.massSaid();
    const here = this.here();
    if (!here) return null;
    if (said?.tankId === here.tank.tankId) return said.massG;
    const { lo, hi } = livingMassG(here.residents);
    return hi > 0 ? Number(((lo + hi) / 2).toPrecision(2)) : null;
  });
  protected sayMass(massG: number | null): void {
    this.massSaid.set({ tankId: this.tankId(), massG });
  }
  private readonly food = computed((): CourseFood | null => {
    const [mass, percent, agent] = [this.bodyMassG(), this.percentOfBodyMass(), this.agentMgPerKgPerDay()];
    return mass === null || percent === null || agent === null
      ? null
      : { bodyMassG: mass, percentOfBodyMass: percent, agentMgPerKgPerDay: agent };
  });
  protected readonly prescription = signal('');
  protected readonly overrideReason = signal('');
  protected readonly before = signal<readonly string[]>([]);
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly checks = [
    carePages.waterTestedTonightAndPut,
    carePages.carbonResinAndZeoliteOut,
    carePages.airUpLidOnLight,
    carePages.aWayOutStandsReady,
  ];

  constructor() {
    this.stock.load();
    this.shelf.open();
    effect(() => {
      const [tank, agent] = [this.tank(), this.agent()];
      untracked(() => {
        if (tank !== undefined) this.tankId.set(tank);
        if (agent !== undefined && this.agents.some((a) => a.id === agent)) this.agentId.set(agent);
      });
    });
    effect(() => {
      const tankIds = this.tanksAsked().map((of) => of.tank.tankId);
      untracked(() => {
        this.gate.open(...tankIds);
      });
    });
  }
  /** Bottles of the keeper's own, with what is in them and until when they are good. */
  protected readonly bottles = computed(() => {
    const latest = new Map(this.shelf.of('supply').map((e) => [e.subjectId, e.payload]));
    const logs = this.shelf.of('supply-log');
    return [...latest].flatMap(([id, supply]) =>
      supply.medicine
        ? [
            {
              id,
              supply,
              medicine: supply.medicine,
              state: supplyState({
                events: logs.filter((l) => l.subjectId === id).map((l) => ({ atEpochMs: l.atEpochMs, ...l.payload })),
                nowEpochMs: this.house.nowEpochMs(),
                expiresEpochMs: supply.expiresOn === undefined ? null : Date.parse(supply.expiresOn) + dayMs / 2,
                leadDays: supply.leadDays,
              }),
            },
          ]
        : [],
    );
  });
  protected readonly bottleId = signal('');
  private readonly bottle = computed(() => this.bottles().find((b) => b.id === this.bottleId()) ?? null);
  /** What speaks of the bottle: its date, what it says of kinds. */
  protected readonly bottleSaid = computed(() => {
    const of = this.bottle();
    if (!of) return [];
    return [
      ...(of.state.state === 'expired' ? [carePages.pastItsDateItMay] : []),
      ...(of.medicine.kinds === '' ? [] : [carePages.itsLabelSaysOfKinds(of.medicine.kinds)]),
      ...(of.medicine.agentIds.length > 1
        ? [carePages.itHoldsEachIsChecked(of.medicine.agentIds.map((id) => this.nameOf(id)).join(' and '))]
        : []),
    ];
  });
  protected takeBottle(id: string): void {
    this.bottleId.set(id);
    const of = this.bottle();
    if (!of) return;
    const { label, agentIds } = of.medicine;
    this.agentId.set(agentIds[0] ?? '');
    this.productName.set(of.supply.name);
    this.treats.set(label.packTreatsL ?? label.packTreatsUsGal ?? null);
    this.treatsUnit.set(label.packTreatsUsGal === undefined ? 'L' : 'US gal');
    this.doseDays.set(daysText(label.doseDays));
    this.changes.set(changesText(label.changes));
    this.maxRepeats.set(label.maxRepeats ?? null);
    // Grams and millilitres are measured; pieces are whole.
    this.split.set(of.supply.unit !== 'pieces');
  }
  private readonly agentIds = computed(() => {
    const of = this.bottle();
    const first = this.agentId();
    return of?.medicine.agentIds[0] === first ? of.medicine.agentIds : first === '' ? [] : [first];
  });
  /** How much of the bottle a plan needs, and what is to be bought. */
  private bottleText(give: DoseToGive, dosesCount: number): string {
    const of = this.bottle();
    if (!of) return '';
    const { unit } = of.supply;
    const packsPerDose = packsTaken(give);
    const { perDoseValue, needValue } = neededOf(of.medicine.doseValue, {
      packsPerDose,
      packsTotal: dosesCount * packsPerDose,
    });
    const { missingValue, packsCount, costValue } = shortfall({
      needValue,
      leftValue: of.state.leftValue,
      pack: of.supply.pack,
    });
    const amountText = (value: number): string => `${Number(value.toPrecision(3))} ${unit}`;
    const buy =
      missingValue === 0
        ? carePages.thatIsEnough
        : `${amountText(missingValue)} are missing${packsCount === null || costValue === null ? '' : `: ${packsCount} ${packsCount === 1 ? 'pack' : 'packs'} to buy, ${costValue.toFixed(2)}`}`;
    return carePages.aDoseInAllIn(amountText(perDoseValue), amountText(needValue), amountText(of.state.leftValue), buy);
  }
  protected readonly chosen = computed(() => this.agents.find((a) => a.id === this.agentId()) ?? null);
  protected readonly doses = computed(() => this.chosen()?.doses.map(doseText) ?? []);
  protected readonly here = computed(() => this.stock.stockOf(this.tankId()));
  private readonly label = computed((): CourseLabel | null => {
    const treats = this.treats();
    const [doseDays, changes] = [daysFrom(this.doseDays()), changesFrom(this.changes())];
    if (!doseDays || doseDays.length === 0 || !changes) return null;
    const most = this.maxRepeats();
    if (this.way() === 'food')
      return this.food() === null ? null : { doseDays, changes, ...(most === null ? {} : { maxRepeats: most }) };
    if (treats === null || !(treats > 0)) return null;
    return {
      ...(this.treatsUnit() === 'L' ? { packTreatsL: treats } : { packTreatsUsGal: treats }),
      doseDays,
      changes,
      ...(most === null ? {} : { maxRepeats: most }),
    };
  });
  protected readonly daysFault = computed(() => (daysFrom(this.doseDays()) ? '' : carePages.wholeDaysFrom1As));
  protected readonly changesFault = computed(() => (changesFrom(this.changes()) ? '' : carePages.aDayAndAPer));
  /** Agents of courses that are over and have not left the water. */
  private readonly stillThere = ({ tank }: TankStock): TankStock['tank']['inWater'] =>
    tank.inWater.filter((a) => a.ended);
  /** This tank, and each that the ill could be taken to. */
  private readonly tanksAsked = computed((): readonly TankStock[] => {
    const here = this.here();
    if (!here || this.agentId() === '') return [];
    return [here, ...this.stock.stocked().filter((s) => s !== here && pens.has(s.tank.setUp.purpose))];
  });
  private planFor({ tank }: TankStock, label: CourseLabel): DosePlan {
    const bottle = this.fromBottle();
    return {
      netVolumeL: tank.netVolumeL,
      label,
      packsCanBeSplit: this.split(),
      repeats: this.repeats(),
      ...(this.eaten() === null ? bottle : { food: this.eaten() ?? undefined }),
    };
  }
  /** Whole packs would be too far off here: they are dissolved, unless the keeper says otherwise. */
  protected readonly needsStock = computed(() => {
    const [here, label] = [this.here(), this.label()];
    if (!here || !label || this.split() || this.way() === 'food') return false;
    const give = doseToGive(this.planFor(here, label));
    return give.ok && !isNearLabel(give.value.doseShare);
  });
  protected readonly stockSolution = computed(
    () => !this.split() && this.way() === 'water' && (this.stockSaid() ?? this.needsStock()),
  );
  protected sayStock(on: boolean): void {
    this.stockSaid.set(on);
  }
  /** The entry as it would be written now; null until its label can be read. */
  private draftFor(of: TankStock, label = this.label()): Started | null {
    if (!label || this.agentIds().length === 0) return null;
    const [food, partOf] = [this.eaten(), this.partOf()];
    const reason = this.overrideReason().trim();
    const prescription = this.prescription().trim();
    return {
      step: 'started',
      agentId: this.agentId(),
      productName: this.productName().trim(),
      label: { ...label, doseDays: [...label.doseDays], changes: [...label.changes] },
      repeats: this.repeats(),
      split: this.split(),
      netVolumeL: of.tank.netVolumeL,
      startOn: nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }),
      ...(this.stockSolution() ? { stockSolution: true } : {}),
      ...(prescription === '' ? {} : { prescription }),
      ...(reason === '' ? {} : { overrideReason: reason }),
      ...(food === null ? this.fromBottle() : { food: { ...food, binder: this.binder().trim() } }),
      ...(partOf === null || of !== this.here() ? {} : { partOfId: partOf.courseId }),
      ...(this.case() === undefined ? {} : { caseId: this.case() }),
    };
  }
  /** What asks for caution and stands in nobody's way. */
  private cautionsFor(of: TankStock): DoseReason[] {
    return this.agentIds().flatMap((agent) => {
      const said = mayDose(
        {
          agent,
          kinds: [...new Set([...of.residents.map((l) => l.kind.id), 'filter'])],
          water: of.tank.water,
          alsoPresent: [...new Set(of.tank.inWater.map((a) => a.agentId))],
        },
        careKnowledge,
        this.stock.kinds(),
      );
      return said.ok ? said.value.reasons.filter((r) => r.facts.sign === 'caution') : [];
    });
  }
  /** What the gate says of this course in a tank: asked as if no reason were given, so that what it is given for stays to be read. */
  private saysOf(of: TankStock): { says: GateSaid[] | null; asks: GateSaid[] | null } {
    // Whom an agent harms is known before its label is: asked as if one pack were right.
    const usual = { packTreatsL: of.tank.netVolumeL, doseDays: [1], changes: [] };
    const draft = this.draftFor(of, this.label() ?? usual);
    if (!draft) return { says: [], asks: [] };
    const { tankId } = of.tank;
    const { overrideReason: _said, ...unreasoned } = draft;
    return {
      says: this.gate.says(tankId, draft),
      asks: this.gate.says(tankId, unreasoned),
    };
  }
  /** This tank, and each that the ill could be taken to, side by side. */
  protected readonly places = computed(() =>
    this.tanksAsked().map((of) => {
      const label = this.label();
      const note = recorder();
      const planned = label
        ? courseOf({
            netVolumeL: of.tank.netVolumeL,
            label,
            food: this.eaten() ?? undefined,
            repeats: this.repeats(),
            packsCanBeSplit: this.split(),
          })
        : null;
      const course = planned?.ok ? planned.value : null;
      const dose = label ? doseToGive({ ...this.planFor(of, label), stockSolution: this.stockSolution() }, note) : null;
      const give = course && dose?.ok ? dose.value : null;
      const { says, asks } = this.saysOf(of);
      const against = (asks ?? []).filter((s) => s.ask === 'reason' || s.final || !ofTheForm.has(s.field));
      const final = against.some((s) => s.final);
      const cautions = [...new Set(this.cautionsFor(of).map((r) => doseReasonWords(r, (id) => this.nameOf(id))))];
      const labelL = of.tank.setUp.labelL;
      const days = course?.calendar.filter((d) => d.do !== 'look').at(-1)?.day ?? 0;
      const dosesCount = course?.calendar.filter((d) => d.do === 'dose').length ?? 0;
      return {
        tankId: of.tank.tankId,
        name: of.tank.name,
        net: amount(speech(), 'volume', of.tank.netVolumeL, 0),
        byLabel:
          labelL === undefined
            ? ''
            : carePages.byTheLabelsTheDose(
                amount(speech(), 'volume', labelL, 0),
                Math.round((100 * labelL) / of.tank.netVolumeL),
              ),
        repeatsFault:
          planned && !planned.ok && 'field' in planned.refusal && planned.refusal.field === 'repeats'
            ? plainRefusal(planned.refusal)
            : '',
        give,
        dose: give ? doseWords(give) : '',
        share: give && give.by !== 'meal' ? doseShareWords(give) : '',
        total:
          give && give.by !== 'meal'
            ? carePages.inAllOver(this.packsText(dosesCount * packsTaken(give)), daysCounted(days))
            : daysCounted(days),
        working: note.explained(null),
        still: this.stillThere(of).map((s) =>
          carePages.stillInThisWaterBy(
            s.shareFraction >= 1 ? s.shareFraction.toFixed(1) : s.shareFraction.toFixed(2),
            s.productName,
          ),
        ),
        bottle: give && give.by !== 'meal' ? this.bottleText(give, dosesCount) : '',
        heard: says !== null,
        verdict:
          asks === null
            ? verdictNames.unheard
            : label === null && against.length === 0 && cautions.length === 0
              ? verdictNames.incomplete
              : verdictNames[
                  final ? 'final' : against.length > 0 ? 'blocked' : cautions.length > 0 ? 'warn' : 'allowed'
                ],
        blocked: against.length > 0,
        final,
        asksReason: against.some((s) => s.ask === 'reason'),
        against: against.map((s) => s.alone),
        /** What is said beside a field of the form, by its name. */
        beside: new Map((says ?? []).map((s) => [s.field, s.text])),
        stopped: (says ?? []).some((s) => s.ask !== 'reason' && !ofTheForm.has(s.field)),
        cautions,
        calendar: course && give ? course.calendar.map((d) => ({ ...d, text: courseDayText(speech(), d, give) })) : [],
      };
    }),
  );
  private readonly packsText = (packs: number): string => {
    const figure = Number(packs.toPrecision(4));
    return `${figure} ${figure === 1 ? 'pack' : 'packs'}`;
  };
  protected readonly first = computed(() => this.places()[0] ?? null);
  /** White spot is only reached in its free stage: what the warmth asks for. */
  protected readonly gap = computed(() => {
    const read = this.here()?.tank.water.tempC;
    const agent = this.chosen();
    if (!read || !agent || !/[Ww]hite spot/.test(agent.indication)) return '';
    const timing = ichTiming({ tempC: middle(read) });
    if (!timing.ok) return '';
    const { redoseDays, treatAtLeastDays } = timing.value;
    const tempText = amount(speech(), 'temperature', middle(read), 1);
    return redoseDays
      ? carePages.againstWhiteSpotAtAgain(
          tempText,
          redoseDays.lo.toFixed(1),
          redoseDays.hi.toFixed(1),
          Math.ceil(treatAtLeastDays),
        )
      : carePages.againstWhiteSpotAtHeat(tempText, treatAtLeastDays);
  });
  protected readonly prescribed = computed(() =>
    this.agentIds().some((id) => this.agents.find((a) => a.id === id)?.prescription === 'needed'),
  );
  protected readonly why = computed((): Why => {
    const place = this.first();
    const untickedCount = this.checks.length - this.before().length;
    if (place?.final) return verdictNames.final;
    if (place?.stopped) return carePages.notLikeThis(place.against.join(' '));
    if (place && !place.heard && !this.outOfReach()) return verdictNames.unheard;
    return {
      [carePages.aTank]: this.tankId() === '',
      [carePages.anAgent]: this.agentId() === '',
      [carePages.theNameOnThePack]: this.productName().trim() === '',
      [this.way() === 'food' ? carePages.whatTheFoodIsMade : carePages.whatOnePackTreats]:
        this.label() === null && this.daysFault() === '' && this.changesFault() === '',
      [carePages.daysThatCanBeRead]: this.daysFault() !== '' || this.changesFault() !== '',
      [carePages.repeatsThatTheLabelAllows]: (place?.repeatsFault ?? '') !== '',
      [carePages.thePrescription]: this.prescribed() && this.prescription().trim() === '',
      [carePages.whyItIsDoneAllThe]: place?.asksReason === true && this.overrideReason().trim() === '',
      [carePages.ofTheTicksAbove(untickedCount)]: untickedCount > 0,
    };
  });
  private readonly eaten = computed(() => (this.way() === 'food' ? this.food() : null));
  protected readonly partOf = computed(() => {
    const id = this.part();
    return this.here()?.tank.inWater.find((a) => a.courseId === id && !a.ended) ?? null;
  });
  private readonly nameOf = (id: string): string =>
    careKnowledge.agents.find((a) => a.id === id || a.slug === id)?.name ?? this.stock.kindNamed(id)?.commonName ?? id;
  private fromBottle(): Pick<Started, 'supplyId' | 'doseValue' | 'doseUnit' | 'alsoAgentIds'> {
    const of = this.bottle();
    if (of?.medicine.agentIds[0] !== this.agentId()) return {};
    const [, ...also] = of.medicine.agentIds;
    return {
      supplyId: of.id,
      doseValue: of.medicine.doseValue,
      doseUnit: of.supply.unit,
      ...(also.length === 0 ? {} : { alsoAgentIds: also }),
    };
  }
  /** After a course was begun the next one starts from nothing. */
  private empty(): void {
    for (const text of [this.tankId, this.agentId, this.productName, this.bottleId, this.prescription]) text.set('');
    for (const text of [this.overrideReason, this.changes, this.binder]) text.set('');
    for (const none of [this.treats, this.maxRepeats, this.agentMgPerKgPerDay]) none.set(null);
    this.percentOfBodyMass.set(usualRationPercent);
    this.doseDays.set('1');
    this.treatsUnit.set('L');
    this.repeats.set(0);
    this.split.set(false);
    this.stockSaid.set(null);
    this.way.set('water');
    this.massSaid.set(null);
    this.before.set([]);
  }
  protected gramsText = (value: number | undefined): string => String(Number((value ?? 0).toPrecision(3)));
  protected tick(text: string): void {
    this.before.update((all) => (all.includes(text) ? all.filter((t) => t !== text) : [...all, text]));
  }
  protected async start(): Promise<void> {
    const [here, place] = [this.here(), this.first()];
    const draft = here ? this.draftFor(here) : null;
    if (!here || !draft || !place || whyText(this.why()) !== '') return;
    const entry = this.scribe.entry('course', here.tank.tankId, {
      ...draft,
      warnings: [...place.against, ...place.cautions].slice(0, 40),
    });
    const written = await this.scribe.write([entry], 'The course');
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.empty();
    void this.router.navigate(['/care']);
  }
}
const daysCounted = (days: number): string => `${days} ${days === 1 ? 'day' : 'days'}`;
