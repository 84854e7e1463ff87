import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { fitOf, stockSigns, type Population, type StockEventName, type StockSign, type StockAlarm } from '#core/stock';
import { alarmWords, stockPages } from '#words/stock';
import type { NewEntry } from '#contracts/book';
import { togetherWords } from '#words/stock';
import { GateWatch } from '../base/gate-watch';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { TideChart, type ChartSeries } from '../ui/tide-chart';
import { parameterShort, rangeText } from '../ui/kind-words';
import { agoText, dateText, gradeWords } from '../ui/words';
import { CyclingPart } from './cycling-part';
import { FeedingPart } from './feeding-part';
import { ManyPart } from './many-part';
import { PlantsPart } from './plants-part';
import { agentOrKindName, medicineWarnings } from './medicine-in';
import { countFrom, countText, StockStore } from './stock-store';
import { Field } from '../ui/field';
import { WhyNot, type Why } from '../ui/why';

const eventWords: Record<StockEventName, string> = {
  counted: 'counted',
  died: 'found dead',
  missing: stockPages.missingNoBodies,
  born: 'young seen',
  berried: 'carrying eggs',
  moulted: 'moults found',
  sign: stockPages.howTheyBehave,
  'moved-out': stockPages.movedToAnotherTank,
  'moved-in': 'moved in',
  'given-away': 'given away',
  present: stockPages.wereThereAlready,
  arrived: 'arrived',
};
const quick: readonly StockEventName[] = [
  'counted',
  'died',
  'missing',
  'born',
  'berried',
  'moulted',
  'sign',
  'moved-out',
  'given-away',
  'present',
];

/** The life of one tank: a quick entry, how many there are, broods, feeding, plants, and its cycle. */
@Component({
  selector: 'nl-life-part',
  imports: [
    Field,
    FormsModule,
    RouterLink,
    TideChart,
    CyclingPart,
    FeedingPart,
    ManyPart,
    PlantsPart,
    ButtonDirective,
    Choice,
    InputText,
    Option,
    WhyNot,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './life-part.html',
  styleUrl: './life-part.scss',
})
export class LifePart {
  protected readonly say = stockPages;
  readonly tankId = input.required<string>();
  protected findingText = bound(togetherWords);
  protected readonly store = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly stock = computed(() => this.store.stockOf(this.tankId()));
  protected readonly events = quick;
  protected readonly eventWords = eventWords;
  protected readonly signs = stockSigns;
  protected readonly event = signal<StockEventName>('counted');
  protected readonly key = signal('');
  protected readonly kindIsSaid = signal(false);
  protected readonly otherKind = signal('');
  protected readonly strain = signal('');
  protected readonly count = signal('');
  protected readonly sign = signal<StockSign>('not-grazing');
  protected readonly otherTankId = signal('');
  /** Asked for where the house says whom it would harm. */
  protected readonly overrideReason = signal('');
  protected readonly said = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly others = computed(() => this.store.stocked().filter((s) => s.tank.tankId !== this.tankId()));

  private readonly gate = new GateWatch('stock', {
    kinds: () => this.store.kinds(),
    nameOf: (id) => agentOrKindName(id, this.store),
  });
  /** What the gate says of them where they would move to, as if no reason were given. */
  private readonly gateSays = computed(() => {
    const { kindId, strain } = this.chosen();
    return kindId === '' || this.otherTankId() === ''
      ? []
      : this.gate.says(this.otherTankId(), {
          event: 'moved-in',
          kindId,
          strain,
          count: countFrom(this.count()) ?? { lo: 1, hi: 1 },
          otherTankId: this.tankId(),
        });
  });
  private readonly moves = computed(() => this.event() === 'moved-out' && this.otherTankId() !== '');
  /** A reason is kept with what the gate asks about. */
  protected readonly asksReason = computed(
    () => this.moves() && (this.gateSays() ?? []).some((s) => s.ask === 'reason' && !s.final),
  );
  protected readonly why = computed((): Why => ({
    [stockPages.whyItIsDoneAllThe]: this.asksReason() && this.overrideReason().trim() === '',
    [stockPages.waterWithoutWhatHarmsPeople]: this.moves() && (this.gateSays() ?? []).some((s) => s.final),
  }));
  /** What speaks against the tank they would move to, as it is tonight. */
  protected readonly destination = computed(() => {
    const to = this.store.stockOf(this.otherTankId());
    const { kindId } = this.chosen();
    const kind = this.store.kindNamed(kindId);
    if (!to) return '';
    const fit = kind && fitOf({ kind, water: to.tank.water });
    return [
      ...(to.tank.ailing ? [stockPages.isNotWellTonight(to.tank.name, to.tank.reason)] : []),
      ...(to.tank.stage === 'cycling' ? [stockPages.isNotCycledYet(to.tank.name)] : []),
      ...(kind && fit?.verdict === 'no' && fit.deciding
        ? [
            stockPages.itsWaterDoesNotSuit(
              parameterShort(fit.deciding),
              rangeText(kind.ranges[fit.deciding], fit.deciding),
            ),
          ]
        : []),
      ...(kind ? medicineWarnings(this.gateSays(), to.tank, { kind, kinds: this.store.kinds() }) : []),
    ].join(' ');
  });

  constructor() {
    this.store.load();
    effect(() => {
      this.gate.open(this.otherTankId());
    });
    effect(() => {
      const [first] = this.stock()?.residents ?? [];
      // Once, for the hand that counts: whoever says “another kind” means it.
      if (!first || this.kindIsSaid()) return;
      this.key.set(`${first.kind.id}|${first.strain}`);
    });
  }
  protected sayKey(key: string): void {
    this.kindIsSaid.set(true);
    this.key.set(key);
  }
  protected readonly chosen = computed(() => {
    const [kindId = '', strain = ''] = this.key().split('|');
    return kindId === '' ? { kindId: this.otherKind(), strain: this.strain().trim() } : { kindId, strain };
  });
  protected async write(): Promise<void> {
    const { kindId, strain } = this.chosen();
    const event = this.event();
    const count = event === 'sign' ? null : countFrom(this.count());
    if (kindId === '') {
      this.faults.set(new Map([['kindId', stockPages.chooseAKind]]));
      return;
    }
    if (count === null && event !== 'sign') {
      this.faults.set(new Map([['count', stockPages.aNumberOrASpan]]));
      return;
    }
    const overrideReason = this.overrideReason().trim();
    const base = { kindId, strain, count, ...(overrideReason === '' ? {} : { overrideReason }) };
    const entries: NewEntry[] = [
      this.scribe.entry('stock', this.tankId(), {
        event,
        ...base,
        ...(event === 'sign' ? { sign: this.sign() } : {}),
        ...(event === 'moved-out' && this.otherTankId() ? { otherTankId: this.otherTankId() } : {}),
      }),
    ];
    if (event === 'moved-out' && this.otherTankId())
      entries.push(
        this.scribe.entry('stock', this.otherTankId(), { event: 'moved-in', ...base, otherTankId: this.tankId() }),
      );
    const written = await this.scribe.write(
      entries,
      `${this.count()} ${this.nameOf(kindId)} ${eventWords[event]}`.trim(),
    );
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (!written.kept) return;
    this.count.set('');
    this.overrideReason.set('');
  }
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected nameOf = (id: string): string => this.store.kindNamed(id)?.commonName ?? id;
  protected isAnimal = (id: string): boolean => this.store.kindNamed(id)?.animal !== null;
  protected countText = countText;
  protected short = parameterShort;
  protected range = rangeText;
  protected alarmText = ({ reason, kindName }: StockAlarm): string => alarmWords(reason, kindName);
  protected grade = (g: string): string => gradeWords[g] ?? g;
  protected ago = (at: number | null): string =>
    at === null ? 'never' : agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected readonly living = computed(() => this.stock()?.populations.filter((p) => p.count.hi > 0) ?? []);
  protected readonly hasCurve = computed(() => this.living().some((p) => p.points.length > 2));
  protected readonly curves = computed((): ChartSeries[] =>
    this.living()
      .filter((p) => p.points.length > 2 && this.store.kindNamed(p.kindId)?.animal)
      .slice(0, 4)
      .map((p: Population) => ({
        label: `${this.nameOf(p.kindId)} ${p.strain}`.trim(),
        unit: '',
        decimalsCount: 0,
        band: null,
        readings: [...p.points].reverse().map((x) => ({ ...x, text: countText(x) })),
      })),
  );
}
