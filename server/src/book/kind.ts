import type { Kind } from '#contracts/book';
import type { Tx } from '../db';
import type { NewestItem, SubjectState } from './book-table';

/** An entry as projectors see it: its payload read by the kind's own schema, and what has been struck of it. */
export interface ProjectedEntry<Payload> {
  id: string;
  sequence: number;
  kind: Kind;
  subjectId: string;
  happenedAt: Date;
  payload: Payload;
  struck: { whole: boolean; parameters: readonly string[] };
}

/** Something that may belong to the newest few of its key. */
export interface NewestPatch {
  subjectId: string;
  key: string;
  item: NewestItem;
  keepCount: number;
}

/** What entries attach to: tanks, waters, the keeper's own kinds, supplies. */
export type SubjectKind = 'tank' | 'source' | 'own-kind' | 'supply' | 'instrument';
export interface SubjectSeed {
  kind: SubjectKind;
  name: string;
  startedOn: string;
}

/**
 * What a slice registers for its kind of entry at the composition root; the book itself knows no slice.
 * Payloads are never rewritten: `read` lifts old versions up when they are read.
 */
export interface KindModule<Payload> {
  kind: Kind;
  version: number;
  /** `either` is a tank or a source. */
  on: SubjectKind | 'either';
  read: (payload: unknown, version: number) => Payload;
  /** Rows for the entries, in one statement for all of them; runs in the entry's transaction. Returns what may be newest. */
  project?: (tx: Tx, entries: readonly ProjectedEntry<Payload>[]) => Promise<NewestPatch[]>;
  /** Removes the projected rows of a subject, before they are made anew. */
  clear?: (tx: Tx, subjectId: string) => Promise<void>;
  /** What this entry leaves in the subject's "last done". */
  state?: (payload: Payload) => { slot: keyof SubjectState; text: string } | null;
  /** Kinds that bring a subject into being. */
  seeds?: (payload: Payload) => SubjectSeed;
  /** True where a backdated entry changes what later entries mean (a set-up gives the net volume in force). */
  reaches: 'itself' | 'later-entries';
  print: (payload: Payload, names: (id: string) => string) => string;
}

export type AnyKind = KindModule<never>;
/** Forgets the payload type: the registry looks modules up by kind, so each gets its own payloads back. */
export const registered = <Payload>(module: KindModule<Payload>): AnyKind => module as unknown as AnyKind;

export class KindRegistry {
  private readonly byKind: ReadonlyMap<string, KindModule<unknown>>;
  constructor(modules: readonly AnyKind[]) {
    this.byKind = new Map(modules.map((m) => [m.kind, m as unknown as KindModule<unknown>]));
  }
  of(kind: string): KindModule<unknown> {
    const found = this.byKind.get(kind);
    if (!found) throw new Error(`No slice registered the kind ${kind}`);
    return found;
  }
  all(): KindModule<unknown>[] {
    return [...this.byKind.values()];
  }
}
