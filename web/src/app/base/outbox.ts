import { computed, inject, Injectable, signal } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { firstValueFrom, map, merge, Observable, ReplaySubject, Subject } from 'rxjs';
import { v7 } from 'uuid';
import type { NewEntry } from '#contracts/book';
import type { HouseKey } from '#contracts/tonight';
import type { Problem } from '#contracts/shapes';
import { Api, ApiProblem } from './api';
import { Reach } from './reach';
import { Told } from './told';

export interface QueuedWrite {
  id: string;
  entries: NewEntry[];
  /** The house it was written in; it goes into no other. */
  house?: HouseKey | null;
  /** Why the server would not take it; it stays here until the keeper mends or discards it. */
  refused: Problem | null;
  /** How often the server itself failed at it; after a few times it is set aside, so that the rest goes on. */
  failedCount?: number;
}
interface OutboxSchema extends DBSchema {
  writes: { key: string; value: QueuedWrite };
  drafts: { key: string; value: { id: string; text: string } };
}
/** So often a server may fail at an entry before it is set aside. */
const mostFailures = 3;
/** What says that the content itself is not taken; any other answer says nothing about it. */
const refusals = [400, 409, 413, 422];

export type Sent = { state: 'written' } | { state: 'queued' } | { state: 'refused'; problem: Problem };

/** Ids without a secure context: random bytes, time-ordered. */
export const newId = (): string => v7();

/**
 * Everything that is written waits here until the server has acknowledged it: kept in IndexedDB over reloads and lost
 * connections, sent once (the ids make a repeat harmless), shown as unsent. Order is kept within a subject only: what is
 * refused, or what the server fails at, holds nothing else up. It is set aside with its content until the keeper mends
 * or discards it.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly reach = inject(Reach);
  private readonly questions = inject(Told);
  private readonly db: Promise<IDBPDatabase<OutboxSchema> | null> = openDB<OutboxSchema>('night-ledger', 1, {
    upgrade: (db) => {
      db.createObjectStore('writes', { keyPath: 'id' });
      db.createObjectStore('drafts', { keyPath: 'id' });
    },
  }).catch(() => null);
  private readonly _waiting = signal<QueuedWrite[]>([]);
  private readonly acknowledged = new Subject<NewEntry[]>();
  /** Kept some seconds: what shows it is fetched with the first key or tap, and may come after the first write. */
  private readonly became = new ReplaySubject<{ state: 'written' | 'queued'; entries: NewEntry[] }>(1, 6000);
  private sending: Promise<void> = Promise.resolve();
  /** Those that the device could not keep. */
  private readonly memoryOnly = new Set<string>();
  private readonly _memoryOnly = signal(0);
  /** How many are kept in this tab only, because the device is full or keeps nothing. */
  readonly inTabOnlyCount = this._memoryOnly.asReadonly();
  readonly unsent = computed(() => this._waiting().filter((w) => !w.refused));
  readonly refusedWrites = computed(() => this._waiting().filter((w) => w.refused !== null));
  readonly written = this.acknowledged.asObservable();
  /** What became of what was just written here, where it is not its form that says so. */
  readonly told = this.became.asObservable();
  /** What is shown may have changed: entries were written, or the house answers again after it did not (null). */
  readonly stirred: Observable<NewEntry[] | null> = merge(
    this.acknowledged,
    merge(this.reach.back, this.questions.again).pipe(map(() => null)),
  );
  /** Other tabs of this device: they share the drafts, so each is told what another has kept. */
  private readonly tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('night-ledger-drafts');
  readonly draftsElsewhere = new Observable<{ id: string; text: string }>((subscriber) => {
    const tell = (event: MessageEvent<{ id: string; text: string }>): void => {
      subscriber.next(event.data);
    };
    this.tabs?.addEventListener('message', tell);
    return () => this.tabs?.removeEventListener('message', tell);
  });

  async start(): Promise<void> {
    addEventListener('online', () => void this.flush());
    this.reach.back.subscribe(() => void this.flush());
    setInterval(() => {
      if (this.unsent().length > 0) void this.flush();
    }, 4000);
    await this.flush();
  }

  /** Queues the entries and tries to send them now; what cannot be sent yet is not lost. */
  async write(entries: NewEntry[]): Promise<Sent> {
    const queued: QueuedWrite = { id: newId(), entries, house: this.api.inHouse(), refused: null };
    await this.keep(queued);
    await this.flush();
    const still = this._waiting().find((w) => w.id === queued.id);
    if (!still?.refused) {
      const state = still ? 'queued' : 'written';
      this.became.next({ state, entries });
      return { state };
    }
    // What the server fails at is set aside; what it refuses goes back to its form, which still holds it.
    if (still.failedCount) return { state: 'queued' };
    await this.discard(queued.id);
    return { state: 'refused', problem: still.refused };
  }

  async discard(id: string): Promise<void> {
    this._waiting.update((all) => all.filter((w) => w.id !== id));
    this.memoryOnly.delete(id);
    this._memoryOnly.set(this.memoryOnly.size);
    await (await this.db)?.delete('writes', id).catch(() => undefined);
  }
  /** What was set aside, as the keeper mended it or as it was: sent once more, in its own place. */
  async again(id: string, entries?: NewEntry[]): Promise<void> {
    const aside = this._waiting().find((w) => w.id === id);
    if (!aside) return;
    await this.keep({ id, entries: entries ?? aside.entries, house: aside.house ?? null, refused: null });
    await this.flush();
  }

  /** On the device, or, where that is full or forbids it, in this tab. */
  private async keep(queued: QueuedWrite): Promise<void> {
    // Until the device has it, it is this tab's.
    this.memoryOnly.add(queued.id);
    this._waiting.update((all) =>
      all.some((w) => w.id === queued.id) ? all.map((w) => (w.id === queued.id ? queued : w)) : [...all, queued],
    );
    try {
      const db = await this.db;
      if (!db) throw new Error('no database on this device');
      await db.put('writes', queued);
      this.memoryOnly.delete(queued.id);
    } catch {
      // It stays this tab's.
    }
    this._memoryOnly.set(this.memoryOnly.size);
  }
  /** What other tabs have kept or sent meanwhile: one that was closed in the middle leaves its writes to the others. */
  private async readDevice(): Promise<void> {
    const kept = await (await this.db)?.getAll('writes').catch(() => null);
    if (!kept) return;
    const here = new Map(kept.map((w) => [w.id, w]));
    this._waiting.update((all) => [
      ...kept.filter((k) => !all.some((w) => w.id === k.id)),
      ...all.filter((w) => here.has(w.id) || this.memoryOnly.has(w.id)),
    ]);
  }

  flush(): Promise<void> {
    this.sending = this.sending.then(() => this.sendAll()).catch(() => undefined);
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    await this.readDevice();
    const held = new Set<string>();
    for (const queued of this.unsent()) {
      const subjects = subjectsOf(queued);
      if (subjects.some((s) => held.has(s))) continue;
      const outcome = await this.sent(queued);
      if (outcome === 'away') return;
      if (outcome === 'failed') for (const s of subjects) held.add(s);
    }
  }
  /** `away`: nobody of ours answered, so the rest waits too. `failed`: this one alone. */
  private async sent(queued: QueuedWrite): Promise<'written' | 'refused' | 'failed' | 'away'> {
    try {
      const answer: unknown = await firstValueFrom(
        this.api.call('writeEntries', { body: { entries: queued.entries }, house: queued.house ?? undefined }),
      );
      // An answer that names what was sent is an acknowledgement; another program on the port knows none of it.
      if (!acknowledges(answer, queued.entries)) return 'away';
      await this.discard(queued.id);
      this.acknowledged.next(queued.entries);
      return 'written';
    } catch (error) {
      // An answer cut short is no answer: sent again, which the ids make harmless.
      if (!(error instanceof ApiProblem) || !error.ours) return 'away';
      const { problem } = error;
      if (refusals.includes(problem.status)) {
        await this.keep({ ...queued, refused: problem });
        return 'refused';
      }
      if (problem.status !== 500) return 'away';
      const failedCount = (queued.failedCount ?? 0) + 1;
      await this.keep({ ...queued, failedCount, refused: failedCount >= mostFailures ? problem : null });
      return 'failed';
    }
  }

  /** Drafts belong to the device: half-typed forms survive a reload. */
  async draft(id: string): Promise<string | null> {
    return (await (await this.db)?.get('drafts', id))?.text ?? null;
  }
  async keepDraft(id: string, text: string): Promise<void> {
    this.tabs?.postMessage({ id, text });
    const db = await this.db;
    if (text === '') await db?.delete('drafts', id);
    else await db?.put('drafts', { id, text });
  }
}

const subjectsOf = ({ entries }: QueuedWrite): string[] => entries.map((e) => e.subjectId);

function acknowledges(answer: unknown, entries: readonly NewEntry[]): boolean {
  if (typeof answer !== 'object' || answer === null || !('entries' in answer) || !Array.isArray(answer.entries))
    return false;
  const told = new Set((answer.entries as { id?: unknown }[]).map((e) => e.id));
  return entries.every((e) => told.has(e.id));
}
