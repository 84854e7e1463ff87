import type * as v from 'valibot';

/** What entries attach to. */
export const subjectKinds = ['tank', 'source', 'own-kind', 'supply', 'instrument'] as const;
export type SubjectKind = (typeof subjectKinds)[number];

/** What a reader of the book looks for: every kind of entry belongs to one, in the order of the choice on its page. */
export const bookGroups = [
  'tests',
  'changes',
  'waters',
  'animals',
  'feeding',
  'plants',
  'work',
  'trouble',
  'care',
  'rounds',
  'notes',
  'photos',
  'set-ups',
  'supplies',
  'strikes',
] as const;
export type BookGroupId = (typeof bookGroups)[number];

/** A version that was written once and is never rewritten: its own schema, and the step to the version after it. */
export interface PastVersion {
  version: number;
  schema: v.GenericSchema;
  upcast: (payload: never) => unknown;
}

/**
 * One kind of entry, whole: the book, its page, the diary, the search, the checks and the descriptions of the API are
 * derived from this. To add a kind: this, its registration on the server, and its page (docs/adding.md).
 */
export interface KindDescriptor<
  Id extends string = string,
  V extends number = number,
  S extends v.GenericSchema = v.GenericSchema,
> {
  id: Id;
  /** The version that is written now; those before it stand in `past`, without a gap. */
  version: V;
  schema: S;
  past: readonly PastVersion[];
  /** What it may be written about. */
  about: readonly SubjectKind[];
  /** True where it brings its subject into being, or says anew what that is: such are written over, not struck. */
  seeds: boolean;
  group: BookGroupId;
  /** `parts`: single readings of it may be struck. `over`: the right one is written over it. `never`: it stands. */
  strike: 'whole' | 'parts' | 'over' | 'never';
  /** How it is put right in one step: as a line of the ledger, or by writing it anew after striking. */
  amend: 'line' | 'anew';
  /** Read from the book itself by an index of its own; what is written every night and projected elsewhere is not. */
  diary: boolean;
  /** Its `kindId` names an animal or plant: searched for by it. */
  namesLife: boolean;
  /** Other subjects that it names, so that its line can say their names. */
  names: (payload: v.InferOutput<S>) => readonly string[];
  /** One that may be written. */
  example: v.InferInput<S>;
}

type Given<Id extends string, V extends number, S extends v.GenericSchema> = Pick<
  KindDescriptor<Id, V, S>,
  'id' | 'version' | 'schema' | 'about' | 'group' | 'example'
> &
  Partial<Omit<KindDescriptor<Id, V, S>, 'id' | 'version' | 'schema' | 'about' | 'group' | 'example'>>;

/** Fills in what most kinds have in common. */
export function kindOf<const Id extends string, const V extends number, const S extends v.GenericSchema>(
  given: Given<Id, V, S>,
): KindDescriptor<Id, V, S> {
  const seeds = given.seeds ?? false;
  return {
    past: [],
    seeds,
    strike: seeds ? 'over' : 'whole',
    amend: 'anew',
    diary: true,
    namesLife: false,
    names: () => [],
    ...given,
  };
}
