import { bound, speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, of } from 'rxjs';
import { foods } from '#almanac/kinds';
import { parameters } from '#almanac/parameters';
import { ledgerLine, type LedgerEntry, type LedgerSubject } from '#core/readings';
import { ledgerWords, readingsPages } from '#words/readings';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { EnteredLines, openTank, type EnteredLine } from '../base/entered-lines';
import { newId, Outbox, type Sent } from '../base/outbox';
import { SourcesStore } from '../sources';
import { TonightStore } from '../tonight';
import { Sheet } from '../ui/sheet';
import { TideMark } from '../ui/tide-mark';
import { whenText } from '../ui/words';
import { InstrumentStore } from './instrument-store';
import { animalsOf, bookEntry, completions, lineOf, sittingQuestions, waterOfSource } from './ledger-entries';
import { ReadWith } from './read-with';
import { signsOfTrouble } from './ledger-signs';
import { judged, parameterOf } from './understanding';
import { Field } from '../ui/field';
import { whyText, WhyNot, type Why } from '../ui/why';

const draftId = 'ledger-line';
const historyId = 'ledger-line-history';
const keptLineCount = 30;

/** One line in the shorthand of masking tape; what was understood is shown before it is saved. */
@Component({
  selector: 'nl-ledger-line',
  imports: [WhyNot, Field, Sheet, TideMark, ButtonDirective, Checkbox, InputText, FormsModule],
  providers: [InstrumentStore, ReadWith],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (entered(); as e) {
      @if (stuck()) {
        <div class="waits" role="status">
          <p>
            {{ say.notInTheBookYet(e.line) }}
            @for (q of understood().questions; track $index) {
              {{ asksText(q.why) }}
            }
            {{ fault() }}
          </p>
          <button pButton type="button" class="plain" (click)="takeUp(e)">{{ say.openTheLine }}</button>
          <button pButton type="button" class="plain" (click)="lines.remove(e.id)">{{ say.leaveItOut }}</button>
        </div>
      } @else {
        <p class="waits quiet" role="status">{{ say.isKeptOnThisDevice(e.line) }}</p>
      }
    } @else {
      <nl-sheet [label]="say.ledgerLine" (closed)="closed.emit()">
        <form (submit)="save($event)">
          <nl-field [name]="say.tankThenWhatYouMeasured"
            ><input
              pInputText
              autofocus
              class="line"
              name="line"
              autocomplete="off"
              autocapitalize="off"
              spellcheck="false"
              [placeholder]="say.libraryPh61Gh"
              [value]="line()"
              (input)="typed($event)"
              (keydown)="key($event)"
          /></nl-field>
          <p class="small quiet hint">
            @for (c of offered(); track c.word; let first = $first) {
              <button pButton type="button" class="asText" (click)="complete(c.rest)">{{ c.word }}</button>{{
                first ? say.tab : ' '
              }}
            } @empty {
              {{ say.alsoOut18LTap }}
            }
          </p>
          <div aria-live="polite">
            @for (entry of shown(); track $index) {
              <p class="what">
                <span class="serif tank">{{ entry.name }}</span> <span class="small quiet">{{ entry.when }}</span>
              </p>
              @for (row of entry.rows; track row.id) {
                <div class="row">
                  <span>{{ row.label }}</span><nl-tide-mark
                    [band]="row.band"
                    [reading]="row.reading"
                    [tone]="row.tone"
                    [label]="row.text" /><span class="num wide">{{ row.text }}</span>
                </div>
              } @empty {
                <p>{{ entry.text }}</p>
              }
              @for (q of entry.questions; track q.why) {
                <p class="caution small">{{ q.why }} A <span class="num">!</span> {{ say.behindTheValueKeepsIt }}</p>
              }
            }
            @for (t of troubles(); track t.subjectId; let first = $first) {
              <p>
                <span class="serif tank">{{ t.name }}</span> {{ t.words }}:
                {{ first ? say.enterLooksIntoItAnd : say.toBeLookedIntoAfter }}
              </p>
            }
            @if (asked()) {
              <label class="ask"
                ><p-checkbox
                  [autofocus]="false"
                  [binary]="true"
                  [ngModel]="insisted()"
                  (onChange)="insisted.set(!insisted())"
                  [ngModelOptions]="{ standalone: true }" />
                {{ say.itIsRightKeepIt }}</label
              >
            }
            @if (readWith()) {
              <p class="small quiet">{{ say.readWithAsOnThe(readWith()) }}</p>
            }
            @for (text of understood().keptTexts; track $index) {
              <p class="caution small">{{ say.isNotUnderstoodHereKept(text) }}</p>
            }
            @for (q of understood().questions; track $index) {
              <p class="fault">{{ asksText(q.why) }}</p>
            }
            @if (fault()) {
              <p class="fault" role="alert">{{ say.theLineIsKept(fault()) }}</p>
            }
          </div>
          <div class="do">
            <button pButton class="go" [nlWhy]="why()">{{ say.writeItInTheBook }}</button><span class="quiet small">{{
              say.enterWritesArrowUpBrings
            }}</span>
          </div>
        </form>
      </nl-sheet>
    }
  `,
  styles: `
    .waits {
      display: flex;
      flex-wrap: wrap;
      gap: 0.4rem 0.8rem;
      align-items: center;
      margin: 0;
      padding: 0.5rem 1rem;
      border-bottom: 1px solid var(--line);
      background: var(--panel);
    }
    .line {
      font-size: 1.15rem;
    }
    .hint {
      min-height: 1.5em;
    }
    .what {
      margin-top: 0.5rem;
    }
    .tank {
      font-size: 1.2rem;
    }
    .row {
      display: grid;
      grid-template-columns: 130px 1fr auto;
      gap: 0.2rem 0.8rem;
      align-items: center;
      min-height: 34px;
    }
    .wide {
      text-align: right;
      white-space: normal;
    }
    .ask {
      display: inline-flex;
      gap: 0.4rem;
      align-items: center;
      min-height: 44px;
      font-weight: 600;
    }
    .do {
      display: flex;
      gap: 1rem;
      align-items: center;
      margin-top: 0.9rem;
      flex-wrap: wrap;
    }
  `,
})
export class LedgerLine {
  protected readonly say = readingsPages;
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  private readonly sources = inject(SourcesStore);
  private readonly instruments = inject(ReadWith);
  private readonly bench = toSignal(
    inject(Api)
      .call('bench')
      .pipe(catchError(() => of(null))),
    { initialValue: undefined },
  );
  /** What was typed before the line was there to take it. */
  readonly typedAhead = input('');
  readonly closed = output();
  /** A line that was entered and waits, in place of the sheet: it is written as soon as it is understood. */
  readonly entered = input<EnteredLine | null>(null);
  /** It is to be mended: the sheet is wanted, and finds it there. */
  readonly takenUp = output();
  protected readonly lines = inject(EnteredLines);
  /** What Enter was pressed on here, until the outbox has it. */
  private held: EnteredLine | null = null;
  /** Told, and still not to be written as it stands. */
  protected readonly stuck = signal(false);
  private aheadCount = 0;
  protected asksText = bound(ledgerWords);
  protected readonly line = signal('');
  protected readonly insisted = signal(false);
  protected readonly fault = signal('');
  private readonly history = signal<readonly string[]>([]);
  private recalled = -1;
  /** The moment the line was opened: a time in it must not move while one types. */
  private readonly openedEpochMs = this.house.nowEpochMs();
  private readonly nowEpochMs = computed(() => this.entered()?.atEpochMs ?? this.openedEpochMs);
  /** The same ids for the same line, so that a second Enter writes nothing twice. */
  private ids: string[] = [];

  private readonly signs = toSignal(signsOfTrouble(), { initialValue: [] });
  private readonly router = inject(Router);
  protected readonly troubles = computed(() =>
    this.understood().troubles.map(({ subjectId, findingIds }) => ({
      subjectId,
      findingIds,
      name: this.subjects().find((s) => s.id === subjectId)?.name ?? '',
      words: findingIds.map((id) => this.signs().find((s) => s.findingId === id)?.words ?? id).join(', '),
    })),
  );
  private readonly subjects = computed((): LedgerSubject[] => [
    ...this.tonight.tanks().map((t) => ({ id: t.tankId, name: t.name, kind: 'tank' })),
    ...this.sources.list().map((s) => ({ id: s.sourceId, name: s.setUp.name, kind: 'source' })),
  ]);
  private readonly stock = toSignal(
    inject(Api)
      .call('stock', {})
      .pipe(catchError(() => of(null))),
    { initialValue: undefined },
  );
  /** Everything the line is understood by was asked for, and is here or cannot be had. */
  private readonly told = computed(
    () => this.stock() !== undefined && this.bench() !== undefined && this.instruments.told(),
  );
  /** Enter was pressed before that: it is written as soon as it is understood. */
  private readonly waits = signal(false);
  /** Who lives where, by the names of the almanac and the keeper's own. */
  private readonly animals = computed(() => animalsOf(this.stock() ?? null));
  protected readonly understood = computed(() =>
    ledgerLine({
      line: this.line(),
      catalogue: parameters,
      foods,
      animals: this.animals(),
      subjects: this.subjects(),
      nowEpochMs: this.nowEpochMs(),
      zone: this.house.zone(),
      openTankId: this.openTankId(),
      instruments: this.instruments.instruments(),
      gallon: keepersGallon(),
      signs: this.signs(),
    }),
  );
  protected readonly readWith = computed(() => {
    const read = this.understood().entries.flatMap((e) => (e.kind === 'readings' ? e.payload.values : []));
    const names = read.flatMap((v) => this.instruments.of(v.parameter)?.name ?? []);
    return [...new Set(names)].join(', ');
  });
  protected readonly shown = computed(() => this.understood().entries.map((entry) => this.shownEntry(entry)));
  protected readonly asked = computed(() => this.shown().some((e) => e.questions.length > 0));
  protected readonly offered = computed(() => completions(this.line(), this.subjects()));
  protected readonly why = computed((): Why => {
    const { entries, questions } = this.understood();
    return {
      [readingsPages.aLineThatIsUnderstood]: entries.length + this.troubles().length === 0 || questions.length > 0,
      [readingsPages.theTickThatItIs]: this.asked() && !this.insisted(),
    };
  });
  private readonly ready = computed(() => whyText(this.why()) === '');

  constructor() {
    this.sources.load();
    effect(() => {
      const ahead = this.typedAhead();
      untracked(() => {
        if (ahead.length > this.aheadCount) this.setLine(this.line() + ahead.slice(this.aheadCount));
        this.aheadCount = ahead.length;
      });
    });
    effect(() => {
      if (!this.waits() || !this.told()) return;
      untracked(() => {
        this.waits.set(false);
        // What shows signs of trouble leads on to it: not from behind another page.
        const goes = this.ready() && (this.entered() === null || this.troubles().length === 0);
        if (goes) void this.write();
        else this.stuck.set(this.entered() !== null);
      });
    });
    effect(() => {
      const entered = this.entered();
      if (!entered) return;
      untracked(() => {
        this.held = entered;
        this.line.set(entered.line);
        this.ids = [...entered.entryIds];
        this.insisted.set(entered.insisted);
        this.waits.set(true);
      });
    });
    inject(DestroyRef).onDestroy(() => {
      if (this.entered() === null) this.lines.hold(null);
    });
    void this.outbox.draft(draftId).then((text) => {
      if (text && this.line() === '' && this.entered() === null) this.line.set(text);
    });
    void this.outbox.draft(historyId).then((text) => {
      if (text) this.history.set(JSON.parse(text) as string[]);
    });
  }
  private openTankId(): string | undefined {
    const entered = this.entered();
    return entered ? (entered.openTankId ?? undefined) : openTank();
  }
  /** Back into the sheet, to be mended there. */
  protected async takeUp({ id, line }: EnteredLine): Promise<void> {
    await this.outbox.keepDraft(draftId, line);
    this.lines.remove(id);
    this.takenUp.emit();
  }
  private shownEntry(entry: LedgerEntry) {
    const tank = this.bench()?.tanks.find((t) => t.tankId === entry.subjectId);
    const rows =
      entry.kind === 'readings'
        ? entry.payload.values.flatMap((reading) => {
            const parameter = parameterOf(reading.parameter);
            const band = tank?.cells[reading.parameter]?.band ?? null;
            const said = parameter && judged(parameter, reading, { band, last: null });
            return parameter && said?.kind === 'understood'
              ? [{ id: parameter.id, label: parameter.label, reading, band, tone: said.tone, text: said.text }]
              : [];
          })
        : [];
    const name = this.subjects().find((s) => s.id === entry.subjectId)?.name ?? '';
    return {
      name,
      when: entry.atEpochMs === this.nowEpochMs() ? '' : whenText(speech(), entry.atEpochMs, this.house.zone()),
      rows,
      text: lineOf(entry, this.subjects(), this.house.zone(), this.animals())
        .slice(name.length)
        .replace(/^\s*\S+ \d\d:\d\d( first| second)? /, ''),
      questions: sittingQuestions(entry, tank),
    };
  }
  protected typed(event: Event): void {
    this.setLine((event.target as HTMLInputElement).value);
  }
  private setLine(text: string): void {
    this.line.set(text);
    this.ids = [];
    this.insisted.set(false);
    this.fault.set('');
    this.waits.set(false);
    // Typed on, it is another line.
    this.letGo();
    void this.outbox.keepDraft(draftId, text);
  }
  protected complete(rest: string): void {
    this.setLine(`${this.line()}${rest} `);
  }
  protected key(event: KeyboardEvent): void {
    const input = event.target as HTMLInputElement;
    const [first] = this.offered();
    if (event.key === 'Tab' && !event.shiftKey && first && input.selectionStart === input.value.length) {
      event.preventDefault();
      this.complete(first.rest);
    }
    // Not left to the form: its button may still be shut from before the last letter, and then Enter does nothing.
    if (event.key === 'Enter' && !event.isComposing) void this.save(event);
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    const to = this.recalled + (event.key === 'ArrowUp' ? 1 : -1);
    const older = this.history()[to];
    if (older === undefined && to !== -1) return;
    event.preventDefault();
    this.recalled = to;
    this.setLine(older ?? '');
  }
  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.hold();
    // What is ready now may be read otherwise by the kit that is still on its way.
    if (!this.told()) this.waits.set(true);
    else if (this.ready()) await this.write();
  }
  /** Before anything else happens it is on this device. */
  private hold(): void {
    if (this.line().trim() === '') return;
    this.letGo();
    this.held = this.lines.enter({
      line: this.line(),
      atEpochMs: this.openedEpochMs,
      insisted: this.insisted(),
    });
    this.ids = [...this.held.entryIds];
    this.lines.hold(this.held.id);
  }
  private letGo(): void {
    if (this.held) this.lines.remove(this.held.id);
    this.held = null;
  }
  private async write(): Promise<void> {
    const { entries } = this.understood();
    const sent: Sent =
      entries.length === 0
        ? { state: 'written' }
        : await this.outbox.write(
            entries.map((entry, i) =>
              bookEntry({
                entry,
                id: this.ids[i] ?? newId(),
                insisted: new Set(this.insisted() ? this.shown()[i]?.questions.flatMap((q) => q.parameters) : []),
                marked: (value) => this.instruments.marked(value),
                waterOf: (sourceId) => waterOfSource(this.sources.named(sourceId)),
              }),
            ),
          );
    if (sent.state === 'refused') {
      this.fault.set([...(sent.problem.errors ?? []).map((e) => e.message), sent.problem.title].join('; '));
      this.stuck.set(this.entered() !== null);
      return;
    }
    const lines = [this.line().trim(), ...this.history().filter((l) => l !== this.line().trim())];
    await this.outbox.keepDraft(historyId, JSON.stringify(lines.slice(0, keptLineCount)));
    if (this.entered() === null) await this.outbox.keepDraft(draftId, '');
    this.letGo();
    this.closed.emit();
    const [trouble] = this.troubles();
    if (trouble)
      void this.router.navigate(['/trouble', trouble.subjectId], {
        queryParams: { see: trouble.findingIds.join(',') },
      });
  }
}

/** The gallon that a bare `gal` stands for, where this keeper reckons in gallons. */
const keepersGallon = (): 'US gal' | 'imp gal' | undefined => {
  const { volume } = speech().units;
  return volume === 'L' ? undefined : volume;
};
