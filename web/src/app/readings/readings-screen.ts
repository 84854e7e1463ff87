import { readingsPages } from '#words/readings';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option, Options } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { parametersWhere, type Fan, type Parameter, type ParameterId } from '#core/readings';
import type { Analysis } from '#core/sources';
import { quantities } from '#core/units';
import { type readingContexts, entryOf } from '#contracts/book';
import {} from '#contracts/book';
import { spanText } from '#words/units';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { FolioStore, LastTank, TonightStore } from '../tonight';
import { SourcesStore } from '../sources';
import { TideMark } from '../ui/tide-mark';
import { InstrumentStore } from './instrument-store';
import { askedAbout } from './questions';
import { ReadWith } from './read-with';
import { contextOf, readingValue, readOn, understand, type Understanding } from './understanding';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

type Context = (typeof readingContexts)[number];
/** What has a field of its own at once; the rest is under “More parameters”. */
const usual = parametersWhere((p) => p.tested === 'each-round' || p.tested === 'often');

/** Readings of one tank or source: a field for each parameter, understood while one types, questioned at once. */
@Component({
  selector: 'nl-readings',
  imports: [
    WhyNot,
    Field,
    RouterLink,
    TideMark,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
    Options,
    FormsModule,
  ],
  providers: [InstrumentStore, ReadWith],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings-screen.html',
  styleUrl: './readings-screen.scss',
})
export class ReadingsScreen {
  protected readonly say = readingsPages;
  readonly tank = input<string>();
  readonly source = input<string>();
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly router = inject(Router);
  protected readonly tonight = inject(TonightStore);
  protected readonly sources = inject(SourcesStore);
  private readonly folios = inject(FolioStore);
  private readonly readWith = inject(ReadWith);
  private readonly last = inject(LastTank);
  protected readonly contexts: readonly { id: Context; word: string }[] = [
    { id: 'routine', word: readingsPages.asItIs },
    { id: 'before-change', word: readingsPages.beforeAChange },
    { id: 'after-change', word: readingsPages.afterAChange },
  ];
  protected readonly context = signal<Context>('routine');
  protected readonly texts = signal<Partial<Record<ParameterId, string>>>({});
  protected readonly units = signal<Partial<Record<ParameterId, string>>>({});
  protected readonly insisted = signal<ReadonlySet<ParameterId>>(new Set());
  protected readonly more = signal(false);
  /** An analysis of a source: the supplier's report, or a test of one's own. */
  protected readonly origin = signal<'own-test' | 'supplier-report'>('own-test');
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly subjectId = computed(() => this.tank() ?? this.source() ?? '');
  protected readonly subjectName = computed(
    () => this.tonight.tankNamed(this.subjectId())?.name ?? this.sources.named(this.subjectId())?.setUp.name ?? '',
  );
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.subjectId() ? folio : null;
  });
  protected readonly shown = computed((): Parameter[] => {
    const banded = this.folio()?.lines.map((l) => l.parameter) ?? [];
    return parameters.filter(
      (p) => this.more() || usual.includes(p.id) || (banded.includes(p.id) && p.tested !== 'when-off'),
    );
  });
  protected readonly rows = computed(() =>
    this.shown().map((parameter) => {
      const context = contextOf(this.folio(), parameter);
      const last = context.last;
      return {
        parameter,
        context,
        text: this.texts()[parameter.id] ?? '',
        last: last ? spanText(speech(), parameter.id, last) : '',
        units: this.unitsOf(parameter),
        said: this.understandingOf(parameter),
        instruments: this.readWith.choices(parameter.id),
        instrumentId: this.readWith.of(parameter.id)?.id ?? '',
      };
    }),
  );
  /** What is asked about each value and about all of them together, by the field where it stands. */
  protected readonly questions = computed(() => {
    const [readings, last, expected]: [Analysis, Analysis, Partial<Record<ParameterId, Fan>>] = [{}, {}, {}];
    for (const { parameter, said, context } of this.rows()) {
      if (said.kind === 'understood') readings[parameter.id] = said.reading;
      if (context.last) last[parameter.id] = context.last;
    }
    for (const o of this.folio()?.outlooks ?? []) expected[o.parameter] = o.level;
    // A source is its own water: nothing is expected of it, and its analysis is checked on its page.
    return askedAbout(readings, { last, expected });
  });
  protected questionsOf = (parameter: ParameterId): string[] =>
    this.questions()
      .filter((q) => q.parameters[0] === parameter)
      .map((q) => q.why);
  protected readonly filled = computed(() => this.rows().filter((r) => r.said.kind !== 'empty'));
  protected readonly ready = computed(
    () =>
      this.readWith.told() &&
      this.filled().length > 0 &&
      this.filled().every((r) => r.said.kind === 'understood') &&
      this.questions().every((q) => q.parameters[0] !== undefined && this.insisted().has(q.parameters[0])),
  );

  constructor() {
    this.sources.load();
    effect(() => {
      const id = this.tank();
      if (id !== undefined) {
        this.folios.open(id);
        untracked(() => {
          this.last.remember(id);
        });
      } else if (this.source() === undefined) {
        const tank = this.last.tankId();
        if (tank !== null)
          void this.router.navigate([], { queryParams: { tank }, queryParamsHandling: 'merge', replaceUrl: true });
      }
    });
    effect(() => {
      const id = this.subjectId();
      untracked(() => {
        this.texts.set({});
        if (id)
          void this.outbox.draft(`readings-${id}`).then((text) => {
            if (text) this.texts.set(JSON.parse(text) as Partial<Record<ParameterId, string>>);
          });
      });
    });
  }
  private unitsOf(parameter: Parameter): string[] {
    return quantities.find((q) => q.id === parameter.quantity)?.units.map((u) => u.names[0] ?? '') ?? [];
  }
  private entered(parameter: Parameter): string {
    const text = (this.texts()[parameter.id] ?? '').trim();
    const unit = this.units()[parameter.id] ?? '';
    return text === '' || unit === '' || unit === this.unitsOf(parameter)[0] ? text : `${text} ${unit}`;
  }
  private understandingOf(parameter: Parameter): Understanding {
    const { text, readBy } = readOn(this.tank() ? this.readWith.of(parameter.id) : undefined, {
      text: this.entered(parameter),
      parameter: parameter.id,
    });
    return understand({ parameter, text, readBy, context: contextOf(this.folio(), parameter) });
  }
  protected choose(picked: string): void {
    const value = picked;
    const [kind, id] = value.split(':');
    void this.router.navigate(['/readings'], { queryParams: kind === 'source' ? { source: id } : { tank: id } });
  }
  protected typed(parameter: ParameterId, event: Event): void {
    this.texts.update((t) => ({ ...t, [parameter]: (event.target as HTMLInputElement).value }));
    this.insisted.update((all) => new Set([...all].filter((p) => p !== parameter)));
    this.said.set('');
    void this.outbox.keepDraft(`readings-${this.subjectId()}`, JSON.stringify(this.texts()));
  }
  protected unit(parameter: ParameterId, picked: string): void {
    this.units.update((u) => ({ ...u, [parameter]: picked }));
  }
  protected insist(parameter: ParameterId): void {
    this.insisted.update((all) =>
      all.has(parameter) ? new Set([...all].filter((p) => p !== parameter)) : new Set([...all, parameter]),
    );
  }
  protected chooseInstrument(parameter: ParameterId, picked: string): void {
    void this.readWith.choose(parameter, picked);
  }
  protected setContext(picked: string): void {
    this.context.set(picked as Context);
  }
  protected setOrigin(picked: string): void {
    this.origin.set(picked as 'own-test' | 'supplier-report');
  }
  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    if (!this.ready()) return;
    const questioned = new Set(this.questions().flatMap((q) => q.parameters));
    const values = this.filled().flatMap((row) => {
      if (row.said.kind !== 'understood') return [];
      const { parameter, text } = row;
      const insisted = questioned.has(parameter.id);
      const value = readingValue({ parameter, reading: row.said.reading, text, insisted });
      return [this.tank() ? this.readWith.marked(value) : value];
    });
    const entry = entryOf(
      'readings',
      { id: newId(), subjectId: this.subjectId(), happenedAt: this.house.nowIso() },
      this.source() ? { context: 'source', origin: this.origin(), values } : { context: this.context(), values },
    );
    const sent = await this.outbox.write([entry]);
    if (sent.state === 'refused') {
      this.fault.set(
        [
          sent.problem.title,
          ...(sent.problem.errors ?? []).map((e) => `${e.field.split('.').slice(3).join(' ')} ${e.message}`),
        ].join('; '),
      );
      return;
    }
    this.fault.set('');
    this.texts.set({});
    this.sources.load();
    await this.outbox.keepDraft(`readings-${this.subjectId()}`, '');
    this.said.set(
      sent.state === 'written'
        ? readingsPages.ofInTheBook(values.length, values.length === 1 ? 'reading' : 'readings', this.subjectName())
        : readingsPages.keptOnThisDeviceSent,
    );
  }
}
