import { computed, inject, Injectable, signal } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { firstValueFrom, Observable, Subject } from 'rxjs';
import { v7 } from 'uuid';
import type { NewEntry } from '#contracts/book';
import type { Problem } from '#contracts/shapes';
import { Api, ApiProblem } from './api';

export interface QueuedWrite {
  id: string;
  entries: NewEntry[];
  /** Why the server would not take it; it stays here until the keeper mends or discards it. */
  refused: Problem | null;
}
interface OutboxSchema extends DBSchema {
  writes: { key: string; value: QueuedWrite };
  drafts: { key: string; value: { id: string; text: string } };
}
export type Sent = { state: 'written' } | { state: 'queued' } | { state: 'refused'; problem: Problem };

/** Ids without a secure context: random bytes, time-ordered. */
export const newId = (): string => v7();

/**
 * Everything that is written waits here until the server has acknowledged it: kept in IndexedDB over reloads and lost
 * connections, sent in order, once (the ids make a repeat harmless), shown as unsent.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly db: Promise<IDBPDatabase<OutboxSchema> | null> = openDB<OutboxSchema>('night-ledger', 1, {
    upgrade: (db) => {
      db.createObjectStore('writes', { keyPath: 'id' });
      db.createObjectStore('drafts', { keyPath: 'id' });
    },
  }).catch(() => null);
  private readonly _waiting = signal<QueuedWrite[]>([]);
  private readonly acknowledged = new Subject<NewEntry[]>();
  private sending: Promise<void> = Promise.resolve();
  readonly unsent = computed(() => this._waiting().filter((w) => !w.refused));
  readonly refusedWrites = computed(() => this._waiting().filter((w) => w.refused !== null));
  readonly written = this.acknowledged.asObservable();
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
    const db = await this.db;
    const kept = (await db?.getAll('writes')) ?? [];
    // What was written while this was read is already among those waiting.
    this._waiting.update((all) => [...kept.filter((k) => !all.some((w) => w.id === k.id)), ...all]);
    addEventListener('online', () => void this.flush());
    setInterval(() => {
      if (this.unsent().length > 0) void this.flush();
    }, 4000);
    await this.flush();
  }

  /** Queues the entries and tries to send them now; what cannot be sent yet is not lost. */
  async write(entries: NewEntry[]): Promise<Sent> {
    const queued: QueuedWrite = { id: newId(), entries, refused: null };
    await (await this.db)?.put('writes', queued);
    this._waiting.update((all) => [...all, queued]);
    await this.flush();
    const still = this._waiting().find((w) => w.id === queued.id);
    if (!still) return { state: 'written' };
    if (!still.refused) return { state: 'queued' };
    // The form still holds what was typed: refused content is mended there, not sent again from here.
    await this.discard(queued.id);
    return { state: 'refused', problem: still.refused };
  }

  async discard(id: string): Promise<void> {
    await (await this.db)?.delete('writes', id);
    this._waiting.update((all) => all.filter((w) => w.id !== id));
  }

  flush(): Promise<void> {
    this.sending = this.sending.then(() => this.sendAll());
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    for (const queued of this.unsent()) {
      try {
        await firstValueFrom(this.api.call('writeEntries', { body: { entries: queued.entries } }));
        await this.discard(queued.id);
        this.acknowledged.next(queued.entries);
      } catch (error) {
        // An answer cut short is no answer: sent again, which the ids make harmless.
        if (!(error instanceof ApiProblem) || error.problem.status === 0 || error.problem.status >= 500) return;
        await this.markRefused(queued, error.problem);
      }
    }
  }
  private async markRefused(queued: QueuedWrite, problem: Problem): Promise<void> {
    const refused = { ...queued, refused: problem };
    await (await this.db)?.put('writes', refused);
    this._waiting.update((all) => all.map((w) => (w.id === queued.id ? refused : w)));
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
