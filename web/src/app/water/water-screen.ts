import { speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Slider } from 'primeng/slider';
import { emergencyThresholds, stepLimits } from '#almanac/limits';
import { parameters } from '#almanac/parameters';
import { middle, roundTo, type ParameterId } from '#core/readings';
import {
  sourceSpans,
  batchWater,
  dripFor,
  flowOf,
  likestFirst,
  sensibleWaterSpan,
  planChange,
  type ChangePlan,
  type Emergency,
  type WaterAim,
  type WaterSpan,
  newArrivals,
} from '#core/water';
import type { ChangePayload, NewEntry } from '#contracts/book';
import { adviceWords, atHandWords, conditionWords, flowWords, reliefWords, waterPages } from '#words/water';
import { amount, amountFigure } from '#words/units';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { SourcesStore } from '../sources';
import { FolioStore, LastTank, TonightStore } from '../tonight';
import { faultsByField } from '../base/faults';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { parameterLabel, parameterShort, quantityOf } from '../ui/kind-words';
import { figure } from '../ui/words';
import { ChangeMarks } from './change-marks';
import { changeRecord, jobRecord, type ChangeForm } from './change-record';
import { ConditionerPart } from './conditioner-part';
import { DoingStore } from '../doing';
import { SequencePart } from './sequence-part';
import { SequenceStop } from './sequence-stop';
import { WarmPart } from './warm-part';
import { WatchAfterPart } from './watch-after-part';
import { WaterNav } from '../ui/water-nav';
import { WaterStore } from './water-store';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe, UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';
import { whyText, WhyNot, type Why } from '../ui/why';

/** What an urgent verdict was decided by, as an emergency. */
const urgentKinds: Partial<Record<string, Emergency['kind']>> = {
  tanMgPerL: 'ammonia',
  no2MgPerL: 'nitrite',
  cl2MgPerL: 'chlorine',
};

/** One change of one tank: how much, with what, how warm; what it would do; wise or not and why; then into the book. */
@Component({
  selector: 'nl-water',
  imports: [
    WhyNot,
    Field,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    UnitWordPipe,
    FormsModule,
    RouterLink,
    Slider,
    ChangeMarks,
    WatchAfterPart,
    Figure,
    WaterNav,
    SequencePart,
    SequenceStop,
    ConditionerPart,
    WarmPart,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './water-screen.html',
  styleUrl: './water-screen.scss',
  host: { '(document:keydown)': 'byKey($event)' },
})
export class WaterScreen {
  protected readonly say = waterPages;
  readonly tank = input<string>();
  /** What the evening, a batch or a job has decided already. */
  readonly water = input<string>();
  readonly changeL = input<string>();
  readonly sequence = input<string>();
  readonly batch = input<string>();
  readonly job = input<string>();
  private readonly house = inject(HouseStore);
  private readonly doing = inject(DoingStore);
  private readonly outbox = inject(Outbox);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  private readonly folios = inject(FolioStore);
  private readonly last = inject(LastTank);
  protected readonly tonight = inject(TonightStore);
  protected readonly sources = inject(SourcesStore);
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio && folio.tank.tankId === this.tank() ? folio : null;
  });
  protected readonly percent = signal(20);
  /** The tank whose size the keeper has entered or taken; of any other an emergency proposes it. */
  private readonly sizedTankId = signal<string | undefined>(undefined);
  /** What was entered last: the book keeps that, and the other follows from the net volume. */
  private readonly enteredBy = signal<'fraction' | 'litres'>('fraction');
  private readonly enteredL = signal(0);
  /** The keeper's choice for this tank; until there is one, the water of its last change. */
  private readonly chosenSource = signal<{ tankId: string; sourceId: string } | null>(null);
  protected readonly sourceId = computed(() => {
    const chosen = this.chosenSource();
    if (chosen && chosen.tankId === this.tank()) return chosen.sourceId;
    const asked = this.water();
    if (asked !== undefined && this.sources.named(asked)) return asked;
    const last = this.folio()?.changes[0]?.sourceName;
    return this.sources.list().find((s) => s.setUp.name === last)?.sourceId ?? '';
  });
  protected chooseSource(sourceId: string): void {
    this.chosenSource.set({ tankId: this.tank() ?? '', sourceId });
  }
  private readonly openTankId = computed(() => this.folio()?.tank.tankId);
  protected readonly newWaterC = linkedSignal<string | undefined, number | null>({
    source: this.openTankId,
    computation: () => untracked(this.tankC),
  });
  /** The job that this change is the end of: what was planned for it is what is written. */
  private readonly planned = computed(() => {
    const job = this.doing.jobs().find((j) => j.jobId === this.job());
    return job?.tankId === this.tank() && job?.work.kind === 'change' ? job.work : null;
  });
  protected readonly how = linkedSignal<string | undefined, ChangePayload['how']>({
    source: this.openTankId,
    computation: () => (untracked(this.folio)?.bears.bearing === 'delicate' ? 'dripped' : 'poured'),
  });
  protected readonly declared = signal<'' | 'contamination' | 'gasping'>('');
  protected readonly overrideReason = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly busy = signal(false);

  private readonly waterStore = inject(WaterStore);
  /** The step of a sequence that this change is. */
  protected readonly sequenceId = linkedSignal(() => this.sequence() ?? '');
  private readonly chosenBatch = linkedSignal(() => this.batch() ?? null);
  protected readonly batchReason = signal('');
  protected readonly bed = signal<'none' | 'surface' | 'half' | 'sections'>('none');
  protected readonly bedL = signal<number | null>(null);
  protected readonly chain = signal<'alone' | 'first' | 'middle' | 'last'>('alone');
  protected readonly grazingFilm = signal(false);
  protected readonly conditionerMl = signal<number | null>(null);
  protected readonly begun = signal(false);
  /** An aim instead of a size: at most, or at least, so much of something. */
  protected readonly aimId = signal<ParameterId | ''>('');
  protected readonly aimSide = signal<WaterAim['side']>('at-most');
  protected readonly aimValue = signal<number | null>(null);
  protected readonly aimQuantity = computed(() => quantityOf(this.aimId()));
  protected readonly wanted = computed((): WaterAim | null => {
    const [parameter, value] = [this.aimId(), this.aimValue()];
    return parameter === '' || value === null ? null : { parameter, value, side: this.aimSide() };
  });
  protected readonly aimable = computed(() =>
    parameters.filter(
      (p) =>
        p.id !== 'ph' &&
        p.id !== 'tempC' &&
        this.folio()?.lines.some((l) => l.parameter === p.id && l.latest && !l.computed),
    ),
  );

  constructor() {
    this.sources.load();
    this.waterStore.loadBatches();
    effect(() => {
      const id = this.tank();
      if (id !== undefined) {
        this.folios.open(id);
        untracked(() => {
          this.last.remember(id);
        });
      } else {
        const tank = this.last.tankId();
        if (tank !== null)
          void this.router.navigate([], { queryParams: { tank }, queryParamsHandling: 'merge', replaceUrl: true });
      }
    });
    effect(() => {
      const asked = Number(this.changeL());
      if (this.openTankId() !== undefined && Number.isFinite(asked) && asked > 0)
        untracked(() => {
          this.setLitres(asked);
        });
    });
    effect(() => {
      const planned = this.planned();
      if (!planned || this.openTankId() === undefined) return;
      untracked(() => {
        if (planned.newWaterC !== undefined) this.newWaterC.set(planned.newWaterC);
        this.how.set(planned.how);
        this.bed.set(planned.bed);
      });
    });
    // In an emergency the size proposed is the one that relieves it.
    effect(() => {
      const plan = this.plan();
      if (!plan?.relief || untracked(this.sizedTankId) === this.openTankId()) return;
      this.percent.set(100 * plan.relief.changeFraction);
      if (plan.advice.value.emergency?.kind === 'gasping') this.how.set('poured');
    });
  }
  /** Batches of the chosen water that still hold something, the usable first. */
  protected readonly batches = computed(() =>
    this.waterStore
      .batches()
      .filter((b) => b.sourceId === this.sourceId() && b.leftL > 0.05 && b.fate !== 'empty' && b.fate !== 'thrown-away')
      .sort((a, b) => Number(b.usable) - Number(a.usable)),
  );
  protected readonly batchId = computed(() => {
    const chosen = this.chosenBatch();
    if (chosen === '') return '';
    if (chosen !== null && this.batches().some((b) => b.batchId === chosen)) return chosen;
    return this.batches().find((b) => b.usable && b.leftL >= this.litres())?.batchId ?? '';
  });
  protected chooseBatch(id: string): void {
    this.chosenBatch.set(id);
  }
  protected readonly theBatch = computed(() => this.batches().find((b) => b.batchId === this.batchId()) ?? null);
  protected readonly batchCaution = computed(() => {
    const batch = this.theBatch();
    if (!batch) return '';
    if (!batch.usable) return waterPages.notIntoATankWithout(batch.why);
    return batch.leftL < this.litres() - 0.05
      ? waterPages.onlyOfThisBatchAre(amount(speech(), 'volume', batch.leftL, 1))
      : '';
  });
  /** What the tank makes of each parameter by itself in a day. */
  protected readonly production = computed(() =>
    Object.fromEntries((this.folio()?.outlooks ?? []).map((o) => [o.parameter, o.productionPerDay.mean])),
  );
  /** Bands of what is measured; computed lines are no aim of their own. */
  protected readonly bands = computed(() =>
    Object.fromEntries(
      (this.folio()?.lines ?? []).flatMap((l) => (l.band && !l.computed ? [[l.parameter, l.band]] : [])),
    ),
  );
  protected readonly leaving = computed(() =>
    (this.folio()?.outlooks ?? []).filter((o) => o.leaves !== null).map((o) => o.parameter),
  );
  protected readonly moved = computed(() => this.folio()?.movedToday ?? {});
  /** How long to drip it so that nothing moves faster than they bear. */
  protected readonly drip = computed(() => {
    const plan = this.plan();
    // An emergency has no hours.
    return plan?.advice.value.emergency === null
      ? dripFor({ changeL: this.litres(), steps: plan.advice.value.parameters })
      : null;
  });
  /** In band, steady, and nothing foreseen to leave: then nothing is the right thing to do. */
  protected readonly leaveAlone = computed(() => {
    const tank = this.folio()?.tank;
    const moving = tank?.contributions.some((c) => c.reason.id === 'leaves' || c.reason.id === 'slow-harm') ?? false;
    return tank?.state === 'settled' && !moving;
  });
  protected onEnded(): void {
    this.sequenceId.set('');
    this.said.set(waterPages.theSequenceIsEndedThe);
  }
  protected onPlanned({ sequenceId, changeFraction }: { sequenceId: string; changeFraction: number }): void {
    this.sequenceId.set(sequenceId);
    this.setPercent(Math.floor(10_000 * changeFraction) / 100);
    this.said.set(waterPages.theSequenceIsPlannedBelow);
  }
  protected readonly netVolumeL = computed(() => this.folio()?.netVolumeL ?? 0);
  protected readonly litres = computed(() =>
    this.enteredBy() === 'litres' ? this.enteredL() : (this.netVolumeL() * this.percent()) / 100,
  );
  protected readonly changeFraction = computed(() =>
    this.enteredBy() === 'litres' ? this.enteredL() / (this.netVolumeL() || 1) : this.percent() / 100,
  );
  protected readonly tankC = computed(() => {
    const temp = this.folio()?.lines.find((l) => l.parameter === 'tempC')?.latest;
    return temp?.hi == null ? null : roundTo(middle(temp), 1);
  });
  protected readonly source = computed(() => this.sources.named(this.sourceId()));

  /** All of one change but its size and its water. */
  private readonly asked = computed(() => {
    const folio = this.folio();
    if (!folio) return null;
    const tank: WaterSpan = Object.fromEntries(
      folio.lines.flatMap((l) =>
        l.latest && !l.computed ? [[l.parameter, { lo: l.latest.lo, hi: l.latest.hi }]] : [],
      ),
    );
    return {
      netVolumeL: folio.netVolumeL,
      tank,
      newWaterC: this.newWaterC() ?? undefined,
      bearing: folio.bears.bearing,
      newArrivals: newArrivals({ newArrivalsOn: folio.setUp.newArrivalsOn, nowEpochMs: this.house.nowEpochMs() }),
      limits: stepLimits,
      thresholds: emergencyThresholds,
      emergency: this.emergency(),
      movedToday: folio.movedToday,
    };
  });
  private readonly result = computed(() => {
    const asked = this.asked();
    const source = this.source();
    if (!asked || !source) return null;
    const batch = this.theBatch();
    const ofBatch = batch
      ? batchWater(
          {
            madeEpochMs: batch.madeEpochMs,
            madeL: batch.made.madeL,
            aims: batch.made.aims,
            leadHours: batch.made.leadHours,
          },
          batch,
        )
      : {};
    const water: WaterSpan = {
      ...sourceSpans({ state: source.setUp.state, analysis: source.analysis }),
      // What the pen said of this very drum outranks the last analysis of its kind.
      ...Object.fromEntries(Object.entries(ofBatch).map(([id, value]) => [id, { lo: value, hi: value }])),
    };
    return planChange({ ...asked, changeFraction: this.changeFraction(), source: water });
  });
  /** In an emergency, all waters of the house that relieve it, the likest first. */
  protected readonly atHand = computed(() => {
    const asked = this.asked();
    if (!asked || !this.plan()?.advice.value.emergency) return [];
    const waters = this.sources
      .list()
      .map(({ sourceId, setUp, analysis }) => ({ sourceId, source: sourceSpans({ state: setUp.state, analysis }) }));
    return likestFirst({ ...asked, waters }).map(({ sourceId, relief, over, untested }) => ({
      sourceId,
      name: this.sources.named(sourceId)?.setUp.name ?? '',
      percent: Math.round(100 * relief.changeFraction),
      text: atHandWords({ over: over.map(parameterShort), untested: untested.map(parameterShort) }),
    }));
  });
  /** Said by the keeper here, or the verdict's own; undefined leaves it to the readings. */
  private readonly emergency = computed((): Emergency | undefined => {
    const declared = this.declared();
    if (declared === 'gasping') return { kind: 'gasping', why: { id: 'gasping', facts: {} } };
    if (declared === 'contamination') return { kind: 'contamination', why: { id: 'contamination', facts: {} } };
    const folio = this.folio();
    if (!folio?.tank.urgent) return undefined;
    const kind = urgentKinds[folio.tank.deciding ?? ''] ?? 'declared';
    return { kind, why: { id: 'told', facts: { text: folio.tank.reason.replace(/\.$/, '') } } };
  });
  protected readonly plan = computed((): ChangePlan | null => {
    const result = this.result();
    return result?.ok ? result.value : null;
  });
  protected readonly refusal = computed(() => {
    const result = this.result();
    return result && !result.ok ? plainRefusal(result.refusal) : '';
  });
  protected readonly adviceWord = computed(
    () =>
      ({ wise: 'Wise', 'too-large': waterPages.tooLargeAStep, 'lesser-harm': waterPages.changeNowWaitingIsThe })[
        this.plan()?.advice.value.advice ?? 'wise'
      ],
  );
  protected adviceText = adviceWords;
  protected reliefText = reliefWords;
  protected flowText = (rateLPerH: number): string => flowWords(flowOf(rateLPerH));
  protected readonly conditions = conditionWords;
  protected readonly largestPercent = computed(() => Math.floor(100 * (this.plan()?.largestWiseFraction ?? 0)));
  /** How warm the new water may be for a change of this size. */
  protected readonly warmthHint = computed(() => {
    const [plan, tankC, changeFraction] = [this.plan(), this.tankC(), this.changeFraction()];
    const limit = stepLimits.find((l) => l.parameter === 'tempC' && l.per === 'change');
    if (!plan || tankC === null || !limit || !(changeFraction > 0)) return '';
    const tapC = this.source()?.analysis.tempC?.lo ?? null;
    const mostStepC = limit.byBearing[plan.bearing].value;
    const span = sensibleWaterSpan({ tankC, changeFraction, mostStepC, tapC });
    const text = (tempC: number): string => amountFigure(speech(), 'temperature', tempC, 1);
    return span ? waterPages.sensibleFromTo(text(span.loC), text(span.hiC)) : '';
  });
  protected untested = (plan: ChangePlan): string => plan.untested.map(parameterLabel).join(', ');
  protected litresText = (value: number): string => figure(value, 1);

  protected choose(picked: string): void {
    this.begun.set(false);
    void this.router.navigate(['/water'], { queryParams: { tank: picked } });
  }
  protected setPercent(value: number | undefined | null): void {
    if (value === undefined || value === null) return;
    this.enteredBy.set('fraction');
    this.sizedTankId.set(this.openTankId());
    this.percent.set(value);
    this.said.set('');
  }
  protected setLitres(value: number | null): void {
    if (value === null) return;
    this.enteredBy.set('litres');
    this.sizedTankId.set(this.openTankId());
    this.enteredL.set(value);
    this.percent.set(Math.max(0, Math.min(100, Math.round((1000 * value) / (this.netVolumeL() || 1)) / 10)));
    this.said.set('');
  }
  protected readonly sizeFault = computed(() => {
    const fraction = this.changeFraction();
    if (!Number.isFinite(fraction) || fraction <= 0) return waterPages.sayHowMuchMoreThan;
    return fraction > 1
      ? waterPages.isOfTheThatAre(
          amount(speech(), 'volume', this.litres(), 1),
          Math.round(100 * fraction),
          amount(speech(), 'volume', this.netVolumeL(), 1),
        )
      : '';
  });
  /** What goes down the hose with the dirt is changed water too. */
  protected readonly bedFault = computed(() => {
    const bedL = this.bed() === 'none' ? null : this.bedL();
    return bedL !== null && bedL > this.litres() + 0.05
      ? waterPages.cameOutWithTheDirt(amount(speech(), 'volume', bedL, 1), amount(speech(), 'volume', this.litres(), 1))
      : '';
  });
  protected readonly why = computed((): Why => {
    const plan = this.plan();
    if (this.busy()) return waterPages.itIsBeingWritten;
    return {
      [waterPages.aSizeAndAWater]: plan === null || this.sizeFault() !== '',
      [waterPages.fewerLitresFromTheBed]: this.bedFault() !== '',
      [waterPages.whyItIsDoneAll]: plan?.advice.value.advice !== 'wise' && this.overrideReason().trim() === '',
      [waterPages.whyThisBatch]: this.batchCaution() !== '' && this.batchReason().trim() === '',
    };
  });
  private readonly ready = computed(() => whyText(this.why()) === '');
  /** Ctrl and Enter write what is planned, from any field of the page; where something is still to be said, nothing. */
  protected byKey(event: KeyboardEvent): void {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || event.repeat) return;
    event.preventDefault();
    void this.record();
  }
  protected async record(): Promise<void> {
    const plan = this.plan();
    const tankId = this.tank();
    if (!plan || tankId === undefined || !this.ready()) return;
    this.busy.set(true);
    const payload = changeRecord(this.form(), plan, this.folio()?.movedToday ?? {});
    const entry = this.scribe.entry('change', tankId, payload);
    const open = this.doing.jobs().some((j) => j.tankId === tankId);
    const sent = await this.outbox.write(open ? [entry] : [entry, this.jobEntry(tankId, entry.id)]);
    this.busy.set(false);
    if (sent.state === 'refused') {
      this.faults.set(faultsByField(sent.problem));
      return;
    }
    this.faults.set(new Map());
    this.overrideReason.set('');
    this.batchReason.set('');
    this.sequenceId.set('');
    this.chosenBatch.set(null);
    this.begun.set(true);
    this.said.set(sent.state === 'written' ? waterPages.theChangeIsInThe : waterPages.keptOnThisDeviceSent);
  }
  private form(): ChangeForm {
    return {
      entered:
        this.enteredBy() === 'litres'
          ? { by: 'litres', changeL: this.enteredL() }
          : { by: 'fraction', changeFraction: this.changeFraction() },
      sourceId: this.sourceId(),
      how: this.how(),
      overrideReason: this.overrideReason(),
      batchId: this.batchId(),
      batchReason: this.batchReason(),
      bed: this.bed(),
      bedL: this.bedL(),
      conditionerMl: this.conditionerMl() ?? this.planned()?.conditionerMl ?? null,
      sequenceId: this.sequenceId(),
    };
  }
  private jobEntry(tankId: string, changeEntryId?: string): NewEntry {
    const payload = jobRecord(this.form(), {
      changeL: this.litres(),
      chain: this.chain(),
      grazingFilm: this.grazingFilm(),
      newWaterC: this.newWaterC(),
      dripMinutes: this.drip()?.minutes ?? null,
      changeEntryId,
    });
    return this.scribe.entry('job', tankId, payload);
  }
  /** The steps first: hands, plugs, siphon, litres by the mark, in; the change is written when the water is in. */
  protected async begin(): Promise<void> {
    const tankId = this.tank();
    if (tankId === undefined || !this.plan()) return;
    const sent = await this.outbox.write([this.jobEntry(tankId)]);
    if (sent.state === 'refused') this.faults.set(faultsByField(sent.problem));
    else void this.router.navigate(['/water/doing']);
  }
  protected readonly allFaults = computed(() => [...this.faults().values()].join('; '));
}
