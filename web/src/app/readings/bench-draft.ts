import { parametersWhere } from '#core/readings';
import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { filter } from 'rxjs';
import { newId, Outbox } from '../base/outbox';
import { mergedDraft, type BenchDraft, type Column } from './bench-entries';
import { benchDraftId } from './read-with';

const usual: Column[] = [...parametersWhere((p) => p.tested === 'each-round'), 'deaths', 'moults', 'berried'];
const emptyDraft: BenchDraft = { texts: {}, entryIds: {}, columns: usual, instruments: {} };

/** The half-written evening: kept on the device with every key, shared with other tabs, cleared of what is in the book. */
@Injectable()
export class BenchDraftStore {
  private readonly outbox = inject(Outbox);
  private readonly _draft = signal<BenchDraft>(emptyDraft);
  readonly draft = this._draft.asReadonly();
  /** The draft as this tab and another were last alike. */
  private alike: BenchDraft = emptyDraft;
  private loaded = false;

  constructor() {
    void this.outbox.draft(benchDraftId).then((text) => {
      const kept = { ...emptyDraft, ...(text ? (JSON.parse(text) as Partial<BenchDraft>) : {}) };
      // A key pressed before the draft was read goes into it, and does not go over it.
      const early = this.draft() !== emptyDraft;
      this._draft.set(early ? mergedDraft({ base: emptyDraft, mine: this.draft(), theirs: kept }) : kept);
      this.loaded = true;
      if (early) this.change({});
      this.alike = this.draft();
    });
    this.outbox.draftsElsewhere
      .pipe(
        filter((d) => d.id === benchDraftId && d.text !== ''),
        takeUntilDestroyed(),
      )
      .subscribe(({ text }) => {
        const theirs = { ...emptyDraft, ...(JSON.parse(text) as Partial<BenchDraft>) };
        this._draft.set(mergedDraft({ base: this.alike, mine: this.draft(), theirs }));
        this.alike = theirs;
      });
  }
  change(part: Partial<BenchDraft>): void {
    this._draft.update((d) => ({ ...d, ...part }));
    this.alike = this.draft();
    if (this.loaded) void this.outbox.keepDraft(benchDraftId, JSON.stringify(this.draft()));
  }
  /** Typed by hand: read with the instrument of the column, whatever a device had put there. */
  type(key: string, text: string): void {
    const { [key]: _read, ...cellInstruments } = this.draft().cellInstruments ?? {};
    this.change({ cellInstruments });
    this.put({ [key]: text });
  }
  /** Taken from a device. */
  read(key: string, { text, instrumentId }: { text: string; instrumentId: string }): void {
    this.put({ [key]: text });
    this.change({ cellInstruments: { ...this.draft().cellInstruments, [key]: instrumentId } });
  }
  /** Ids are given with the first key, so that nothing is written twice. */
  put(texts: Record<string, string>): void {
    const entryIds = { ...this.draft().entryIds };
    for (const key of Object.keys(texts)) {
      const tankId = key.split(' ')[0] ?? '';
      for (const kind of ['readings', 'seen']) entryIds[`${tankId} ${kind}`] ??= newId();
    }
    this.change({ texts: { ...this.draft().texts, ...texts }, entryIds });
  }
  /** Takes from the bench what is in the book; what was typed or altered while it was on its way stays, under new ids. */
  clear({ written, sentTexts }: { written: ReadonlySet<string>; sentTexts: BenchDraft['texts'] }): void {
    const { texts, entryIds, cellInstruments = {} } = this.draft();
    const isDone = (key: string): boolean => written.has(key.split(' ')[0] ?? '');
    const left = Object.entries(texts).filter(([key, text]) => !isDone(key) || text !== sentTexts[key]);
    const leftKeys = new Set(left.map(([key]) => key));
    const stays = <T>(all: Record<string, T>, keep: (key: string) => boolean): Record<string, T> =>
      Object.fromEntries(Object.entries(all).filter(([key]) => keep(key)));
    this.change({
      texts: Object.fromEntries(left),
      cellInstruments: stays(cellInstruments, (key) => leftKeys.has(key)),
      entryIds: stays(entryIds, (key) => !isDone(key)),
    });
    const typedMeanwhile = left.filter(([key]) => isDone(key));
    if (typedMeanwhile.length > 0) this.put(Object.fromEntries(typedMeanwhile));
  }
}
