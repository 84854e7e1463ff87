import { nightOn, weekMs } from '#core/units';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { recorder } from '#core/explain';
import { quarantineSchools, type QuarantineSchool } from '#core/care';
import { middle, type Interval, type ParameterId } from '#core/readings';
import {
  acclimationMethod,
  dripPlan,
  expectedFirstLosses,
  fitOf,
  litresTakenL,
  maturitySchools,
  stockingAdvice,
  type MaturitySchool,
  type StockKind,
  type WaterKnown,
} from '#core/stock';
import type { ArrivalPayload } from '#contracts/book';
import { schoolWords } from '#words/care';
import { arrivalCautionWords, maturityWords, methodNames, methodWords, stockingWords, stockPages } from '#words/stock';
import { bearings, flowOf } from '#core/water';
import { flowWords } from '#words/water';
import { GateWatch } from '../base/gate-watch';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { figure, gradeWords } from '../ui/words';
import { parameterShort, rangeText } from '../ui/kind-words';
import { ValueField } from '../ui/value-field';
import { DripTimers } from './drip-timers';
import { agentOrKindName, medicineWarnings } from './medicine-in';
import { StockNav } from './stock-nav';
import { countFrom, StockStore } from './stock-store';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe } from '../ui/amount';
import { FromToPipe } from '../ui/from-to';
import { Field } from '../ui/field';
import { whyText, WhyNot, type Why } from '../ui/why';

const bagFields = [
  { id: 'tempC', label: 'Temperature, °C' },
  { id: 'ghDegrees', label: 'GH, °dH' },
  { id: 'khDegrees', label: 'KH, °dH' },
  { id: 'ec25UsPerCm', label: 'Conductivity, µS/cm' },
  { id: 'ph', label: 'pH' },
  { id: 'tanMgPerL', label: 'Ammonia, mg/L' },
] as const;

/** Someone arrives: what speaks for and against it, how to bring them over, and the drip while it runs. */
@Component({
  selector: 'nl-arrival',
  imports: [
    WhyNot,
    Field,
    FromToPipe,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    FormsModule,
    RouterLink,
    Figure,
    StockNav,
    DripTimers,
    ValueField,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './arrival-screen.html',
  styleUrl: './arrival-screen.scss',
})
export class ArrivalScreen {
  protected readonly say = stockPages;
  readonly tank = input<string>();
  protected readonly store = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  protected readonly bagFields = bagFields;
  protected readonly schools = maturitySchools;
  protected readonly maturity = maturityWords;
  protected methodText = methodWords;
  protected flowText = (rateLPerH: number): string => flowWords(flowOf(rateLPerH));
  protected cautionText = arrivalCautionWords;
  protected readonly kindId = signal('');
  protected readonly strain = signal('');
  protected readonly count = signal('');
  protected readonly from = signal('');
  protected readonly localWater = signal<ArrivalPayload['localWater']>('unknown');
  protected readonly hours = signal(1);
  protected readonly school = signal<MaturitySchool>('patient');
  protected readonly experienced = signal(false);
  protected readonly cycled = signal<'yes' | 'no' | 'unknown'>('unknown');
  private readonly bagRead = signal<Partial<Record<ParameterId, Interval | null>>>({});
  protected readonly bagL = signal(1);
  protected readonly boxL = signal(5);
  protected readonly overrideReason = signal('');
  protected readonly said = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());

  constructor() {
    this.store.load();
    effect(() => {
      const tankId = this.tank();
      if (tankId !== undefined)
        untracked(() => {
          this.pens.open(tankId);
        });
    });
    effect(() => {
      this.gate.open(this.tank() ?? '');
    });
    effect(() => {
      const stage = this.stock()?.tank.stage;
      if (stage === 'running' || stage === 'maturing') this.cycled.set('yes');
      if (stage === 'cycling') this.cycled.set('no');
    });
  }
  protected readonly quarantines = computed(() => this.store.tanks().filter((t) => t.setUp.purpose === 'quarantine'));
  /** Only a tank that somebody named: the one last looked at may be the one that is not well. */
  protected readonly stock = computed(() => this.store.stockOf(this.tank() ?? ''));
  protected readonly kind = computed(() => this.store.kindNamed(this.kindId()));
  protected readonly planned = computed(() => countFrom(this.count()));
  protected readonly bag = computed((): WaterKnown =>
    Object.fromEntries(Object.entries(this.bagRead()).flatMap(([id, read]) => (read ? [[id, read]] : []))),
  );
  protected readonly advice = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    if (!stock || !kind) return null;
    const present = stock.residents.filter((l) => l.kind.id === kind.id);
    return stockingAdvice({
      kind,
      netVolumeL: stock.tank.netVolumeL,
      ageWeeks: (this.house.nowEpochMs() - Date.parse(stock.tank.startedOn)) / weekMs,
      cycled: this.cycled() === 'unknown' ? null : this.cycled() === 'yes',
      school: this.school(),
      experienced: this.experienced(),
      takenL: litresTakenL(stock.residents.filter((l) => l.kind.id !== kind.id)),
      presentCount: present.reduce((sum, l) => sum + (l.count.lo ?? 0), 0),
      plannedCount: this.planned()?.lo ?? 0,
      acting: stock.tank.ailing,
    });
  });
  protected readonly waterWarning = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    if (!stock || !kind) return '';
    const fit = fitOf({ kind, water: stock.tank.water });
    return fit.verdict === 'no' && fit.deciding
      ? stockPages.thisWaterDoesNotSuit(
          parameterShort(fit.deciding),
          rangeText(kind.ranges[fit.deciding], fit.deciding),
        )
      : '';
  });
  private readonly pens = new DiaryWatch(['quarantine']);
  protected readonly quarantineSchools = quarantineSchools;
  protected readonly schoolNames = schoolWords;
  protected readonly opensPen = signal(true);
  private readonly schoolSaid = signal<QuarantineSchool | null>(null);
  /** A tank to keep the new apart in: whether its quarantine runs already, is opened with them, or nobody knows yet. */
  protected readonly pen = computed((): 'none' | 'unread' | 'open' | 'to-open' => {
    const stock = this.stock();
    if (stock?.tank.setUp.purpose !== 'quarantine') return 'none';
    if (!this.pens.loaded()) return 'unread';
    const steps = this.pens.of('quarantine').filter((e) => e.subjectId === stock.tank.tankId);
    const leftIds = steps.flatMap((e) => (e.payload.step === 'left' ? [e.payload.quarantineId] : []));
    return steps.some((e) => e.payload.step === 'opened' && !leftIds.includes(e.entryId)) ? 'open' : 'to-open';
  });
  protected readonly penSchool = computed((): QuarantineSchool => {
    const said = this.schoolSaid();
    if (said) return said;
    const group = this.kind()?.group;
    return group === 'shrimp' || group === 'crayfish' ? 'shrimp' : group === 'plant' ? 'plants' : 'observe';
  });
  protected setPenSchool(school: QuarantineSchool): void {
    this.schoolSaid.set(school);
  }
  /** They bear less than this tank is planned for. */
  protected readonly moreDelicate = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    return (
      stock !== null &&
      kind !== null &&
      kind.animal !== null &&
      bearings.indexOf(kind.bearing) > bearings.indexOf(stock.tank.bears.bearing)
    );
  });
  /** Whether the tank's changes follow them from now on, or keep to what its set-up says. */
  protected readonly planFor = signal<'them' | 'set-up'>('them');
  private readonly ailingWarning = computed(() => {
    const stock = this.stock();
    return stock?.tank.ailing ? stockPages.isNotWellTonight(stock.tank.name, stock.tank.reason) : '';
  });
  private readonly gate = new GateWatch('arrival', {
    kinds: () => this.store.kinds(),
    nameOf: (id) => agentOrKindName(id, this.store),
  });
  /** What the gate says of them in this water, as if no reason were given; null until it has told. */
  private readonly gateSays = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    if (!stock || !kind) return [];
    return this.gate.says(stock.tank.tankId, this.draftOf(kind, this.planned() ?? { lo: 1, hi: 1 }));
  });
  private readonly medicineWarnings = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    return stock && kind ? medicineWarnings(this.gateSays(), stock.tank, { kind, kinds: this.store.kinds() }) : [];
  });
  protected readonly warnings = computed(() => [
    ...this.medicineWarnings(),
    ...(this.ailingWarning() ? [this.ailingWarning()] : []),
    ...(this.waterWarning() ? [this.waterWarning()] : []),
    ...(this.planned() ? (this.advice()?.warnings.map(stockingWords) ?? []) : []),
  ]);
  protected readonly methods = methodNames;
  protected readonly method = computed(() => {
    const [stock, kind] = [this.stock(), this.kind()];
    return stock && kind
      ? acclimationMethod({
          bag: this.bag(),
          tank: stock.tank.water,
          bearing: kind.bearing,
          transportHours: this.hours(),
        })
      : null;
  });
  private readonly planned2 = computed(() => {
    const kind = this.kind();
    return kind && this.method()?.method === 'drip'
      ? dripPlan({ bagL: this.bagL(), boxL: this.boxL(), bearing: kind.bearing }, recorder())
      : null;
  });
  protected readonly plan = computed(() => {
    const result = this.planned2();
    return result?.ok ? result.value : null;
  });
  protected readonly planRefusal = computed(() => {
    const result = this.planned2();
    return result && !result.ok ? plainRefusal(result.refusal) : '';
  });
  protected readonly losses = computed(() => expectedFirstLosses({ arrivedCount: this.planned()?.lo ?? 0 }));
  /** As it would stand in the book, but for what speaks against it. */
  private draftOf(kind: StockKind, count: ArrivalPayload['count']): ArrivalPayload {
    return {
      kindId: kind.id,
      strain: this.strain().trim(),
      count,
      from: this.from().trim(),
      localWater: this.localWater(),
      bag: this.bag(),
      transportHours: this.hours(),
      method: this.method()?.method ?? 'float',
      warnings: [],
    };
  }
  protected readonly why = computed((): Why => ({
    [stockPages.aTank]: this.stock() === null,
    [stockPages.aKind]: this.kind() === null,
    [stockPages.aPlanThatCanBe]: this.planned() === null,
    [stockPages.whyItIsDoneAllThe]: this.warnings().length > 0 && this.overrideReason().trim() === '',
    [stockPages.waterWithoutWhatHarmsPeople]: (this.gateSays() ?? []).some((s) => s.final),
  }));
  private readonly ready = computed(() => whyText(this.why()) === '');

  protected choose(picked: string): void {
    void this.router.navigate(['/stock/arrival'], { queryParams: { tank: picked } });
  }
  /** As it was read, span and all. */
  protected setBag(id: ParameterId, read: Interval | null): void {
    this.bagRead.update((all) => ({ ...all, [id]: read && { lo: read.lo, hi: read.hi } }));
  }
  protected bagValue = (id: ParameterId): number | null => {
    const read = this.bagRead()[id];
    return read ? middle(read) : null;
  };
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected grade = (g: string): string => gradeWords[g] ?? g;
  protected text = (value: number, decimalsCount: number): string => figure(value, decimalsCount);

  protected async write(): Promise<void> {
    const [stock, kind, count] = [this.stock(), this.kind(), this.planned()];
    if (!stock || !kind || !count || whyText(this.why()) !== '') return;
    const warnings = this.warnings();
    const arrival = this.scribe.entry('arrival', stock.tank.tankId, {
      ...this.draftOf(kind, count),
      warnings,
      ...(warnings.length > 0 ? { overrideReason: this.overrideReason().trim() } : {}),
    });
    const { tank } = stock;
    const kept =
      this.moreDelicate() && this.planFor() === 'set-up'
        ? [this.scribe.entry('set-up', tank.tankId, { ...tank.setUp, bearingKept: true })]
        : [];
    const plan = this.plan()?.value;
    const drip = plan
      ? [
          this.scribe.entry('acclimation', stock.tank.tankId, {
            step: 'started',
            arrivalId: arrival.id,
            bagL: this.bagL(),
            boxL: this.boxL(),
            rateLPerH: plan.rateLPerH,
            durationMinutes: plan.durationMinutes,
            bag: this.bag(),
            tank: Object.fromEntries(Object.entries(stock.tank.water).map(([id, { lo, hi }]) => [id, { lo, hi }])),
            bearing: kind.bearing,
          }),
        ]
      : [];
    const opened =
      this.pen() === 'to-open' && this.opensPen()
        ? [
            this.scribe.entry('quarantine', tank.tankId, {
              step: 'opened',
              school: this.penSchool(),
              reason: 'new',
              on: nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }),
            }),
          ]
        : [];
    const written = await this.scribe.write(
      [...kept, arrival, ...opened, ...drip],
      `${this.count()} ${kind.commonName} for ${stock.tank.name}`,
    );
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.empty();
  }
  /** After they are in the book the next arrival starts from nothing. */
  private empty(): void {
    for (const text of [this.kindId, this.strain, this.count, this.from, this.overrideReason]) text.set('');
    this.localWater.set('unknown');
    this.bagRead.set({});
    this.hours.set(1);
    this.planFor.set('them');
  }
}
