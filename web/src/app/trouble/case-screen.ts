import { hourMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { troubleKnowledge } from '#almanac/trouble';
import {
  caseFromBook,
  caseOutcomes,
  caseStates,
  caseStepOf,
  contradictions,
  evidenceOf,
  hosts as allHosts,
  threadsOf,
  weighTrouble,
  type CaseOutcome,
  type CaseState,
  type CaseStep,
  type Evidence,
  type Host,
  type TroubleCase,
} from '#core/trouble';
import type { PayloadOf } from '#contracts/book';
import { parameterWords } from '#almanac/parameters';
import { middle, type ParameterId } from '#core/readings';
import { youngAbout } from '#core/stock';
import {
  actionNames,
  contradictionWords,
  foreseenWords,
  hostWords,
  outcomeWords,
  stateWords,
  trapWords,
  urgencyWords,
  troublePages,
} from '#words/trouble';
import { spanText } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { FolioStore } from '../tonight';
import { faultsText } from '../ui/refusals';
import { Choice, Option } from '../ui/choice';
import { whenText } from '../ui/words';
import { bedOfTank, beforeOfTank, bookOfTank, entriesOf, saidOf } from './book-of-tank';
import { BedPart } from './bed-part';
import { BeforePart } from './before-part';
import { PlanPart } from './plan-part';
import { PhotosPart } from '../book/later';
import { InstrumentStore } from '../readings';
import { SourcesStore } from '../sources';
import { FindingPicker, type Answer } from './finding-picker';
import { WeighingPart, type ToDo } from './weighing-part';
import { Field } from '../ui/field';
import { InUnit } from '../ui/in-unit';
import { WhyNot } from '../ui/why';

/** When one looks again where nothing else says so. */
const againHours = { now: 1, today: 24, week: 168, watch: 336, none: 336 } as const;

/** What else of Tonight a case begins with: animals, treatment, what was done to the tank. */
const knownIds: readonly string[] = [
  'held',
  'animals',
  'losses',
  'moults',
  'cycle',
  'slow-harm',
  'course',
  'course-paused',
  'filter-watch',
  'quarantine',
  'moved',
];
const mostKnownCount = 4;

/** One tank in trouble: what is seen, what its book says, what that amounts to, and the case it makes. */
@Component({
  selector: 'nl-case',
  imports: [
    WhyNot,
    InUnit,
    Field,
    FormsModule,
    RouterLink,
    ButtonDirective,
    Checkbox,
    InputText,
    Choice,
    Option,
    FindingPicker,
    WeighingPart,
    BeforePart,
    BedPart,
    PlanPart,
    PhotosPart,
  ],
  providers: [InstrumentStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './case-screen.html',
  styleUrl: './case-screen.scss',
})
export class CaseScreen {
  protected readonly say = troublePages;
  readonly tankId = input.required<string>();
  /** The case that is open on the page; without one the newest open case of the tank, or a new one. */
  readonly case = input<string>();
  /** Signs that led here, as Tonight or a ledger line found them: ids with commas between. */
  readonly see = input<string>();
  private readonly folios = inject(FolioStore);
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch([
    'case',
    'stock',
    'arrival',
    'dose',
    'job',
    'fact',
    'seen',
    'poke',
    'layout',
    'top-up',
    'outage',
  ]);
  private readonly supplies = new DiaryWatch(['supply']);
  private readonly sources = inject(SourcesStore);
  protected readonly hosts = allHosts;
  protected readonly hostNames = hostWords;
  protected readonly states = caseStates;
  protected readonly stateNames = stateWords;
  protected readonly outcomes = caseOutcomes;
  protected readonly outcomeNames = outcomeWords;
  protected readonly urgencies = urgencyWords;
  protected readonly actions = actionNames;
  protected readonly said = signal('');
  protected readonly note = signal('');
  protected readonly outcome = signal<CaseOutcome>('recovered');
  protected readonly wasCauseId = signal('');
  protected readonly signHours = signal<number | null>(0);
  private readonly typed = signal<Readonly<Record<string, Answer>>>({});
  private readonly struckHere = signal<readonly string[]>([]);
  private readonly hostsSaid = signal<readonly Host[] | null>(null);

  constructor() {
    this.stock.load();
    this.sources.load();
    this.supplies.open();
    effect(() => {
      const tankId = this.tankId();
      untracked(() => {
        this.folios.open(tankId);
        this.diary.open(tankId);
        const seen = (this.see() ?? '')
          .split(',')
          .filter((id) => troubleKnowledge.findings.some((f) => f.id === id && f.group !== 'events'));
        this.typed.set(Object.fromEntries(seen.map((id) => [id, 'yes' as const])));
        this.struckHere.set([]);
        this.hostsSaid.set(null);
      });
    });
  }
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.tankId() ? folio : null;
  });
  /** What Tonight says already of its animals and of what is done to them; the case itself left out. */
  protected readonly known = computed(() =>
    (this.folio()?.tank.contributions ?? [])
      .filter((c) => c.severity === 'act' || (c.severity === 'watch' && knownIds.includes(c.reason.id)))
      .filter((c) => c.reason.id !== 'case')
      .slice(0, mostKnownCount),
  );
  protected readonly threads = computed(() =>
    threadsOf(
      entriesOf(this.diary.entries(), 'case').map(({ entryId, subjectId, atEpochMs, nightOn: on, payload }) =>
        caseStepOf({ entryId, tankId: subjectId, atEpochMs, on, payload }),
      ),
    ),
  );
  protected readonly thread = computed(
    () => this.threads().find((t) => t.caseId === this.case()) ?? this.threads().find((t) => !t.closed) ?? null,
  );
  protected readonly book = computed(() => {
    const folio = this.folio();
    return folio
      ? bookOfTank({
          folio,
          stock: this.stock.stockOf(this.tankId()),
          diary: this.diary.entries(),
          groupOf: (id) => this.stock.kindNamed(id)?.group ?? null,
          nowEpochMs: this.house.nowEpochMs(),
          sources: this.sources.list(),
          medicineNames: this.supplies
            .of('supply')
            .flatMap(({ payload }) => (payload.category === 'medicine' ? [payload.name] : [])),
        })
      : null;
  });
  protected readonly before = computed(() => {
    const folio = this.folio();
    return folio ? beforeOfTank(folio, this.diary.entries(), this.house.nowEpochMs()) : null;
  });
  protected readonly bed = computed(() => {
    const [book, folio] = [this.book(), this.folio()];
    if (!book || !folio) return null;
    const events = this.stock.stockOf(this.tankId())?.tank.events ?? [];
    return bedOfTank({
      book,
      folio,
      answers: this.answers(),
      youngHere: folio.setUp.purpose === 'breeding' || youngAbout({ events, nowEpochMs: book.nowEpochMs }),
    });
  });
  protected readonly plan = computed(() => {
    const drawn = entriesOf(this.diary.entries(), 'layout').sort((a, b) => b.atEpochMs - a.atEpochMs)[0];
    return drawn?.payload.rows ?? null;
  });
  protected readonly tempC = computed(() => {
    const read = this.book()?.readings.find((r) => r.parameter === 'tempC');
    return read ? middle(read) : null;
  });
  private readonly instruments = inject(InstrumentStore);
  protected readonly kits = computed(() =>
    this.instruments.inUse().map(({ instrument, warnings }) => ({
      name: instrument.name,
      parameters: instrument.parameters,
      doubtful: warnings.some((w) => w.doubtful),
    })),
  );
  protected readonly kitSupplies = computed(() =>
    this.supplies
      .of('supply')
      .flatMap(({ payload: { name, category, pack } }) => (category === 'kit' && pack ? [{ name, ...pack }] : [])),
  );
  protected readonly hasBed = computed(() => this.folio()?.setUp.bed?.kind !== 'none');
  protected readonly struckIds = computed(() => [...(this.thread()?.struckIds ?? []), ...this.struckHere()]);
  protected readonly answers = computed((): TroubleCase['findings'] => {
    const merged = new Map(Object.entries(this.thread()?.findings ?? {}));
    for (const [id, answer] of Object.entries(this.typed()))
      if (answer === null) merged.delete(id);
      else merged.set(id, answer);
    return Object.fromEntries(merged);
  });
  /** What the book says of animals, under what the keeper ticked. */
  protected readonly hostsHere = computed((): readonly Host[] => {
    const said = this.hostsSaid();
    if (said) return said;
    const book = this.book();
    const known = book ? caseFromBook(book, {}, troubleKnowledge).hosts : [];
    return known.length > 0 ? known : ['fish', 'shrimp', 'plants'];
  });
  protected readonly weighing = computed(() => {
    const book = this.book();
    if (!book) return null;
    const of = caseFromBook(book, this.answers(), troubleKnowledge, {
      struckIds: this.struckIds(),
      firstSignEpochMs: this.firstSignEpochMs(),
    });
    const weighed = weighTrouble({ ...of, hosts: this.hostsHere() }, troubleKnowledge);
    return weighed.ok ? weighed.value : null;
  });
  private readonly firstSignEpochMs = computed(
    () => this.thread()?.firstSignEpochMs ?? this.house.nowEpochMs() - (this.signHours() ?? 0) * hourMs,
  );
  /** Answers that a test or another entry speaks against; they hold until they are put right. */
  protected readonly clashes = computed(() => {
    const book = this.book();
    if (!book) return [];
    const told = caseFromBook(book, {}, troubleKnowledge, { struckIds: this.struckIds() });
    return contradictions({ ...told, findings: this.answers() }, told.findings, troubleKnowledge).map((c) => ({
      id: c.findingId,
      text: `${troubleKnowledge.findings.find((f) => f.id === c.findingId)?.question ?? c.findingId} ${contradictionWords(c)}`,
    }));
  });
  protected readonly evidence = computed(() => {
    const book = this.book();
    return book
      ? evidenceOf(book, troubleKnowledge).map((e) => ({
          id: e.id,
          text: this.evidenceText(e),
          trap: e.trap ? trapWords[e.trap] : '',
          when: whenText(speech(), e.atEpochMs, this.house.zone()),
          counts: !this.struckIds().includes(e.id),
        }))
      : [];
  });
  protected readonly causes = computed(() => {
    const w = this.weighing();
    const ids = w
      ? [...w.lists.water, ...w.lists.disease, ...w.lists.growth, ...w.lists.plants].map((c) => c.causeId)
      : [];
    return ids.map((id) => ({ id, name: troubleKnowledge.causes.find((c) => c.id === id)?.name ?? id }));
  });
  protected readonly changed = computed(() => Object.keys(this.typed()).length > 0 || this.struckHere().length > 0);
  protected readonly seenCount = computed(() => Object.values(this.answers()).filter((a) => a === 'yes').length);

  protected answer({ id, answer }: { id: string; answer: Answer }): void {
    this.typed.update((typed) => ({ ...typed, [id]: answer }));
  }
  protected toggleHost(host: Host): void {
    const here = this.hostsHere();
    this.hostsSaid.set(here.includes(host) ? here.filter((h) => h !== host) : [...here, host]);
  }
  protected strike(id: string): void {
    this.struckHere.update((ids) => (ids.includes(id) ? ids.filter((i) => i !== id) : [...ids, id]));
  }
  protected async open(): Promise<void> {
    await this.write('The case', {
      step: 'opened',
      firstSignAt: this.at(this.firstSignEpochMs()),
      findings: this.answers(),
      struckIds: [...this.struckHere()],
      ranking: this.ranking(),
      lookAgainAt: this.again(),
      note: this.note().trim(),
    });
  }
  protected async look(state: CaseState): Promise<void> {
    const caseId = this.thread()?.caseId;
    if (caseId === undefined) return;
    const looked = Object.fromEntries(
      Object.entries(this.typed()).flatMap(([id, answer]) => (answer === null ? [] : [[id, answer] as const])),
    );
    await this.write(`Looked again: ${stateWords[state]}`, {
      step: 'looked',
      caseId,
      state,
      findings: looked,
      struckIds: [...this.struckHere()],
      ranking: this.ranking(),
      lookAgainAt: this.again(),
      note: this.note().trim(),
    });
  }
  protected async act({ causeId, text, lookAgainHours }: ToDo): Promise<void> {
    const caseId = this.thread()?.caseId;
    if (caseId === undefined) return;
    await this.write(troublePages.whatWasDone, {
      step: 'acted',
      caseId,
      causeId,
      text,
      lookAgainAt: this.at(this.house.nowEpochMs() + lookAgainHours * hourMs),
    });
  }
  protected async close(): Promise<void> {
    const caseId = this.thread()?.caseId;
    if (caseId === undefined) return;
    await this.write(troublePages.theCaseIsClosed, {
      step: 'closed',
      caseId,
      outcome: this.outcome(),
      causeId: this.wasCauseId() || null,
      note: this.note().trim(),
    });
  }
  private async write(what: string, payload: PayloadOf<'case'>): Promise<void> {
    const written = await this.scribe.write([this.scribe.entry('case', this.tankId(), payload)], what);
    this.said.set(written.kept ? written.said : faultsText(written.faults));
    if (!written.kept) return;
    this.typed.set({});
    this.struckHere.set([]);
    this.note.set('');
  }
  private readonly at = (atEpochMs: number): string => new Date(Math.round(atEpochMs)).toISOString();
  private again(): string | null {
    const w = this.weighing();
    return w ? this.at(this.house.nowEpochMs() + againHours[w.urgency] * hourMs) : null;
  }
  /** The order as it was shown, so that it can be read later. */
  private ranking(): { knowledgeVersion: number; causeIds: string[] } | undefined {
    const w = this.weighing();
    return w
      ? {
          knowledgeVersion: w.knowledgeVersion,
          causeIds: this.causes()
            .slice(0, 12)
            .map((c) => c.id),
        }
      : undefined;
  }
  private evidenceText({ of, says, entryId }: Evidence): string {
    if (of === 'foreseen') {
      const level = this.book()?.foreseen?.find((f) => f.parameter === says);
      return level
        ? foreseenWords(parameterWords[says as ParameterId], spanText(speech(), says as ParameterId, level))
        : parameterWords[says as ParameterId];
    }
    if (of !== 'measurement') return saidOf(says);
    const reading = this.folio()?.lines.find((l) => l.latest?.entryId === entryId && l.parameter === says);
    return `${parameterWords[says as ParameterId]} ${reading?.latest?.text ?? ''}`;
  }
  protected stepText(step: CaseStep): string {
    const when = whenText(speech(), step.atEpochMs, this.house.zone());
    switch (step.step) {
      case 'opened':
        return `${when}: opened`;
      case 'looked':
        return `${when}: looked again, ${stateWords[step.state]}${step.note ? `; ${step.note}` : ''}`;
      case 'acted':
        return `${when}: ${step.text}`;
      case 'closed':
        return `${when}: closed, ${outcomeWords[step.outcome]}${step.note ? `; ${step.note}` : ''}`;
    }
  }
  protected whenAgain(): string {
    const at = this.thread()?.lookAgainEpochMs ?? null;
    return at === null
      ? ''
      : at <= this.house.nowEpochMs()
        ? troublePages.lookAgainNowHead
        : `Look again ${whenText(speech(), at, this.house.zone())}.`;
  }
}
