import { inject, Injectable, signal, type Signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, filter, map, of, Subject, switchMap, take, type Observable } from 'rxjs';
import { entryOf, type Kind, type NewEntry, type PayloadOf, type ReadPayloadOf } from '#contracts/book';
import type { Diary } from '#contracts/stock';
import { basePages } from '#words/base';
import { faultsByField } from './faults';
import { Api } from './api';
import { HouseStore } from './house-store';
import { newId, Outbox } from './outbox';

export interface Written {
  /** In the book, or kept on this device until it is. */
  kept: boolean;
  /** In the book already. */
  written: boolean;
  said: string;
  faults: Map<string, string>;
}

/** Writes entries for the pages: makes them, hands them to the outbox, and says in plain words what became of them. */
@Injectable({ providedIn: 'root' })
export class Scribe {
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  entry<K extends Kind>(kind: K, subjectId: string, payload: PayloadOf<K>): Extract<NewEntry, { kind: K }> {
    return entryOf(kind, { id: newId(), subjectId, happenedAt: this.house.nowIso() }, payload);
  }
  async write(entries: NewEntry[], what: string): Promise<Written> {
    const sent = await this.outbox.write(entries);
    if (sent.state === 'written')
      return { kept: true, written: true, said: basePages.inTheBook(what), faults: new Map() };
    if (sent.state === 'queued')
      return {
        kept: true,
        written: false,
        said: basePages.keptOnThisDeviceSent(what),
        faults: new Map(),
      };
    return { kept: false, written: false, said: '', faults: faultsByField(sent.problem) };
  }
  /** Once, when the entry that is kept on this device has come into the book. */
  whenWritten(entryId: string): Observable<void> {
    return this.outbox.written.pipe(
      filter((entries) => entries.some((e) => e.id === entryId)),
      take(1),
      map(() => undefined),
    );
  }
}

export type DiaryEntry = Diary['entries'][number];
/** A slice of the diary that reads itself again after every write; asked for with a subject, or for the house. */
export class DiaryWatch {
  private readonly api = inject(Api);
  private readonly asked = new Subject<{ kinds: string; subject: string | undefined }>();
  private readonly _entries = signal<readonly DiaryEntry[]>([]);
  private readonly _loaded = signal(false);
  private readonly _answered = signal(false);
  private last: { kinds: string; subject: string | undefined } | null = null;
  readonly entries: Signal<readonly DiaryEntry[]> = this._entries.asReadonly();
  readonly loaded = this._loaded.asReadonly();
  /** The house has told, or could not be asked: what is to be written waits no longer. */
  readonly answered = this._answered.asReadonly();

  constructor(private readonly kinds: readonly Kind[]) {
    this.asked
      .pipe(
        switchMap(({ kinds, subject }) =>
          this.api.call('diary', { query: { kinds, subject } }).pipe(catchError(() => of(null))),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        // What was not told is not «nothing».
        if (answer) {
          this._entries.set(answer.entries);
          this._loaded.set(true);
        }
        this._answered.set(true);
      });
    inject(Outbox)
      .stirred.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.last) this.asked.next(this.last);
      });
  }
  open(subject?: string): void {
    this.last = { kinds: this.kinds.join(','), subject };
    this.asked.next(this.last);
  }
  /** Entries of one kind, their payload as that kind reads it. */
  of<K extends Kind>(kind: K): (Omit<DiaryEntry, 'payload' | 'kind'> & { kind: K; payload: ReadPayloadOf<K> })[] {
    return this._entries().filter((e) => e.kind === kind) as never;
  }
}
