import {
  descriptorOf,
  kindIds,
  lifted,
  type Done,
  type Kind,
  type ReadEntry,
  type ReadPayloadOf,
  type SubjectKind,
} from '#contracts/book';
import type { SQL, Tx } from '../db';
import type { FieldFault } from '../problems';
import type { SubjectRow } from './book-repo';
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

/** What may belong to the newest few of a subject: a slot of its read model, with the facts that the slot holds. */
export interface Newly {
  key: string;
  fact: object;
  keepCount: number;
}
/** The same with the place that it takes among the others. */
export interface NewestPatch {
  subjectId: string;
  key: string;
  item: NewestItem;
  keepCount: number;
}

/** The name and first day of what an entry brings into being; of which kind it is stands in the descriptor. */
export interface SubjectSeed {
  name: string;
  startedOn: string;
}
export type EntryOf<K extends Kind> = Extract<ReadEntry, { kind: K }>;

/**
 * What a slice registers for its kind of entry at the composition root, beside the descriptor in the contracts; the
 * book itself knows no slice. Every payload comes in the newest version: old ones are lifted when they are read.
 */
export interface KindModule<K extends Kind = Kind> {
  /**
   * Why no rows can be made of an entry: whatever is done with its other faults, such a one is in no book. Faults with
   * paths under the payload; a part of `faults`.
   */
  unprojectable?: (entry: EntryOf<K>) => FieldFault[];
  /** What is wrong with an entry by itself. Faults with paths under the payload; asked whenever it comes in. */
  faults?: (entry: EntryOf<K>) => FieldFault[];
  /**
   * What holds of an entry by what was in force at its time. Faults with paths under the payload; asked when it is
   * written, and again when a book brings it.
   */
  lasting?: (tx: Tx, entry: EntryOf<K>) => Promise<FieldFault[]> | FieldFault[];
  /**
   * Why an entry cannot be struck, beside what holds for all: what hangs on it and is not struck in the same breath. Faults
   * with paths under the payload of the strike.
   */
  struck?: (
    tx: Tx,
    what: { id: string; subjectId: string; alsoStruckIds: ReadonlySet<string> },
  ) => Promise<FieldFault[]>;
  /** What only the database knows of an entry, as faults with paths under the payload; runs in the entry's transaction. */
  check?: (tx: Tx, entry: EntryOf<K>) => Promise<FieldFault[]> | FieldFault[];
  /** Rows for the entries, in one statement for all of them; runs in the entry's transaction. Returns what may be newest. */
  project?: (tx: Tx, entries: readonly ProjectedEntry<ReadPayloadOf<K>>[]) => Promise<NewestPatch[]>;
  /**
   * Rows for the entries where nothing has to be known for them: an insert that ends before its `where`, so that it can
   * be a part of the one statement that writes a plain entry.
   */
  rows?: (entries: readonly ProjectedEntry<ReadPayloadOf<K>>[]) => SQL;
  /** Removes the projected rows of a subject, before they are made anew. */
  clear?: (tx: Tx, subjectId: string) => Promise<void>;
  /** What rides with the subject of an entry that is not struck whole; the parts that are struck are named. */
  newly?: (payload: ReadPayloadOf<K>, entryId: string, struckParts: readonly string[]) => Newly[];
  /** It moves the water, or says what it is or was: what is foreseen of its subject is foreseen anew. */
  moves?: true;
  /** What this entry leaves in the subject's "last done". */
  done?: (payload: ReadPayloadOf<K>) => { slot: keyof SubjectState; done: Done } | null;
  /** Needed where the descriptor says that it brings a subject into being. */
  seed?: (payload: ReadPayloadOf<K>) => SubjectSeed;
}
type AnyModule = KindModule & Pick<Required<KindModule>, 'seed'>;

/** What a book holds that would not be taken today; what is final may not even be kept openly. */
export interface BookFault extends FieldFault {
  entryId: string;
  final: boolean;
}
/** What is asked of whole books, and of an entry by what rides with its subject. */
export interface BookRules {
  standing: (tx: Tx, subjectIds: readonly string[]) => Promise<BookFault[]>;
  /** Its subject takes no such entry at that time: it has ended. Asked of every entry, by its row alone. */
  barred: (
    subject: Pick<SubjectRow, 'name' | 'newest'>,
    entry: Pick<ReadEntry, 'kind' | 'happenedAt'>,
    /** The calendar day of a time, where the house stands. */
    dayOn: (atEpochMs: number) => string,
  ) => FieldFault[];
}
const noRules: BookRules = { standing: () => Promise.resolve([]), barred: () => [] };

/** Every kind with its registration: one that is missing does not compile. */
export type KindModules = { [K in Kind]: KindModule<K> };

export class KindRegistry {
  /** In the order of projection: what changes the meaning of later entries comes first. */
  readonly inOrder: readonly Kind[];

  /** @throws where a kind brings subjects into being and nobody says their name. */
  constructor(
    private readonly modules: KindModules,
    readonly rules: BookRules = noRules,
  ) {
    for (const kind of kindIds)
      if (descriptorOf(kind).seeds && !this.of(kind).seed) throw new Error(`${kind} seeds subjects, but names none`);
    this.inOrder = [...kindIds].sort((a, b) => Number(this.reachesBack(b)) - Number(this.reachesBack(a)));
  }
  of(kind: Kind): KindModule {
    return this.modules[kind] as unknown as KindModule;
  }
  /** A backdated entry of it changes what later entries mean: a set-up gives the net volume in force, a strike takes away. */
  reachesBack(kind: Kind): boolean {
    return kind === 'strike' || descriptorOf(kind).seeds;
  }
  /**
   * Hangs on nothing but its own subject, and changes nothing else: neither what others mean, nor what is checked in the
   * database.
   */
  isPlain(kind: Kind): boolean {
    const { lasting, check, project } = this.of(kind);
    return !lasting && !check && !project && !this.reachesBack(kind);
  }
  read(kind: Kind, version: number, payload: unknown): ReadPayloadOf<Kind> {
    return lifted(kind, version, payload);
  }
  /** The subject that an entry brings into being, or null. */
  seedOf(kind: Kind, payload: ReadPayloadOf<Kind>): (SubjectSeed & { kind: SubjectKind }) | null {
    const { seeds, about } = descriptorOf(kind);
    const [subjectKind] = about;
    if (!seeds || !subjectKind) return null;
    return { kind: subjectKind, ...(this.of(kind) as AnyModule).seed(payload) };
  }
}
