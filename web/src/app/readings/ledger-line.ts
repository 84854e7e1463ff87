import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal } from '@angular/core';
import { parameters } from '#almanac/parameters';
import { lineReadings, type LineReading } from '#core/readings';
import type { NewEntry } from '#contracts/book';
import { HouseStore } from '../shell/house-store';
import { newId, Outbox } from '../shell/outbox';
import { FolioStore } from '../tanks/folio-store';
import { TonightStore } from '../tonight/tonight-store';
import { Sheet } from '../ui/sheet';
import { TideMark } from '../ui/tide-mark';
import { contextOf, judged, parameterOf, readingValue } from './understanding';

const draftId = 'ledger-line';

/** One line in the shorthand of masking tape; what was understood is shown before it is saved. */
@Component({
  selector: 'nl-ledger-line',
  imports: [Sheet, TideMark],
  // Its own: naming another tank in the line must not turn the page that is open beneath it.
  providers: [FolioStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-sheet label="Ledger line" (closed)="closed.emit()">
      <form (submit)="save($event)">
        <label><span class="name">Tank, then what you measured</span>
          <input autofocus class="line" name="line" autocomplete="off" autocapitalize="off" spellcheck="false" placeholder="library ph 6,1 gh 4 ec 215 no3 5-10 t 22.8" [value]="line()" (input)="typed($event)" /></label>
        <div aria-live="polite">
          @if (tank(); as t) {<p class="serif tank">{{ t.name }}</p>} @else if (line().trim()) {<p class="fault">Which tank? Begin the line with its name: {{ names() }}.</p>}
          @for (row of rows(); track row.reading.parameter) {
            <div class="row">
              <span>{{ row.label }}</span>
              <nl-tide-mark [band]="row.band" [reading]="row.reading" [tone]="row.tone" [label]="row.text" />
              <span class="num wide">{{ row.text }}</span>
              @if (row.question) {<p class="caution small ask">{{ row.question }} <label><input type="checkbox" [checked]="insisted().has(row.reading.parameter)" (change)="insist(row.reading.parameter)" /> It is right, keep it</label></p>}
            </div>
          }
          @for (q of understood().questions; track $index) {<p class="fault">{{ q.why }}</p>}
          @if (fault()) {<p class="fault" role="alert">{{ fault() }}. The line is kept.</p>}
        </div>
        <div class="do"><button class="go" [disabled]="!ready()">Write it in the book</button><span class="quiet small">Enter writes, Escape closes; the line is kept on this device.</span></div>
      </form>
    </nl-sheet>
  `,
  styles: `
    .line { font-size: 1.15rem; } .tank { font-size: 1.2rem; margin-top: 0.6rem; } .row { display: grid; grid-template-columns: 130px 1fr auto; gap: 0.2rem 0.8rem; align-items: center; min-height: 34px; }
    .wide { text-align: right; white-space: normal; } .ask { grid-column: 1 / -1; } .ask label { display: inline-flex; gap: 0.4rem; align-items: center; min-height: 36px; font-weight: 600; }
    .do { display: flex; gap: 1rem; align-items: center; margin-top: 0.9rem; flex-wrap: wrap; }
  `,
})
export class LedgerLine {
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  private readonly folios = inject(FolioStore);
  readonly closed = output();
  protected readonly line = signal('');
  protected readonly insisted = signal<ReadonlySet<string>>(new Set());
  protected readonly fault = signal('');
  protected readonly names = computed(() =>
    this.tonight
      .tanks()
      .map((t) => t.name)
      .join(', '),
  );
  protected readonly understood = computed(() =>
    lineReadings({
      line: this.line(),
      catalogue: parameters,
      tanks: this.tonight.tanks().map((t) => ({ id: t.tankId, name: t.name })),
    }),
  );
  protected readonly tank = computed(() => this.tonight.tankNamed(this.understood().tankId ?? this.openTank()));
  private readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio && folio.tank.tankId === this.tank()?.tankId ? folio : null;
  });
  protected readonly rows = computed(() => this.understood().readings.flatMap((reading) => this.rowOf(reading)));
  protected readonly ready = computed(
    () =>
      this.tank() !== null &&
      this.rows().length > 0 &&
      this.understood().questions.length === 0 &&
      this.rows().every((r) => r.question === null || this.insisted().has(r.reading.parameter)),
  );

  constructor() {
    void this.outbox.draft(draftId).then((text) => {
      if (text && this.line() === '') this.line.set(text);
    });
    effect(() => {
      const id = this.tank()?.tankId;
      if (id !== undefined && this.folios.folio()?.tank.tankId !== id) this.folios.open(id);
    });
  }
  /** On a tank's own page the line needs no name. */
  private openTank(): string {
    return /^\/tanks\/([0-9a-f-]{36})/.exec(location.pathname)?.[1] ?? '';
  }
  private rowOf(reading: LineReading): {
    reading: LineReading;
    label: string;
    text: string;
    tone: string;
    band: { lo: number | null; hi: number | null } | null;
    question: string | null;
  }[] {
    const parameter = parameterOf(reading.parameter);
    if (!parameter) return [];
    const context = contextOf(this.folio(), parameter);
    const said = judged(parameter, reading, context);
    return said.kind === 'understood'
      ? [
          {
            reading,
            label: parameter.label,
            text: said.text,
            tone: said.tone,
            band: context.band,
            question: said.question,
          },
        ]
      : [];
  }
  protected typed(event: Event): void {
    this.line.set((event.target as HTMLInputElement).value);
    this.insisted.set(new Set());
    this.fault.set('');
    void this.outbox.keepDraft(draftId, this.line());
  }
  protected insist(parameter: string): void {
    this.insisted.update((all) =>
      all.has(parameter) ? new Set([...all].filter((p) => p !== parameter)) : new Set([...all, parameter]),
    );
  }
  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    const tank = this.tank();
    if (!tank || !this.ready()) return;
    const values = this.rows().flatMap(({ reading, question }) => {
      const parameter = parameterOf(reading.parameter);
      return parameter ? [readingValue({ parameter, reading, text: reading.text, insisted: question !== null })] : [];
    });
    const entry: NewEntry = {
      id: newId(),
      kind: 'readings',
      kindVersion: 1,
      subjectId: tank.tankId,
      happenedAt: this.house.nowIso(),
      payload: { context: 'routine', values },
    };
    const sent = await this.outbox.write([entry]);
    if (sent.state === 'refused')
      this.fault.set([...(sent.problem.errors ?? []).map((e) => e.message), sent.problem.title].join('; '));
    else {
      await this.outbox.keepDraft(draftId, '');
      this.closed.emit();
    }
  }
}
