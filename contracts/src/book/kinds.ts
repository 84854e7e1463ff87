import * as v from 'valibot';
import { instant, uuid } from '#contracts/shapes';
import { doingKinds } from './doing-kinds';
import { careKinds } from './care-kinds';
import { handsKinds } from './hands-kinds';
import { bookGroups, type BookGroupId, type KindDescriptor, type PastVersion } from './kind';
import { readingKinds } from './reading-kinds';
import { retiredKinds, type RetiredKind } from './retired';
import { stockKinds } from './stock-kinds';
import { tankKinds } from './tank-kinds';
import { troubleKinds } from './trouble-kinds';
import { waterKinds } from './water-kinds';

/** Every kind of entry there is. What else knows kinds is derived from this list, or checked against it. */
export const kindList = [
  ...tankKinds,
  ...readingKinds,
  ...waterKinds,
  ...stockKinds,
  ...doingKinds,
  ...troubleKinds,
  ...careKinds,
  ...handsKinds,
] as const;

type Listed = (typeof kindList)[number];
export type Kind = Listed['id'];
export type DescriptorOf<K extends Kind> = Extract<Listed, { id: K }>;
/** As one writes it. */
export type PayloadOf<K extends Kind> = v.InferInput<DescriptorOf<K>['schema']>;
/** As its kind reads it back: defaults filled in, old versions lifted. */
export type ReadPayloadOf<K extends Kind> = v.InferOutput<DescriptorOf<K>['schema']>;

interface Head {
  id: string;
  subjectId: string;
  happenedAt: string;
}
/** An entry as it is written now: the server adds sequence, night, zone, who and when. */
export type NewEntry = {
  [K in Kind]: Head & { kind: K; kindVersion: DescriptorOf<K>['version']; payload: PayloadOf<K> };
}[Kind];
/** An entry as its kind reads it back. */
export type ReadEntry = {
  [K in Kind]: Head & { kind: K; kindVersion: DescriptorOf<K>['version']; payload: ReadPayloadOf<K> };
}[Kind];
/** An entry as it may come in: a device that was offline for long still writes the version it knew. */
export interface SentEntry extends Head {
  kind: Kind | RetiredKind;
  kindVersion: number;
  payload: unknown;
}

const byId: ReadonlyMap<string, KindDescriptor> = new Map(kindList.map((d) => [d.id, d as unknown as KindDescriptor]));
export const kindIds = kindList.map((d) => d.id) as [Kind, ...Kind[]];
export const isKind = (text: string): text is Kind => byId.has(text);

const stepsOf = (retired: (typeof retiredKinds)[number]): Readonly<Record<string, Kind>> => retired.stepKinds;
/**
 * The kind as which something is read that was written as this one.
 * @example kindAsRead('hands', { step: 'outage', cause: 'power' }) // 'outage'
 * @throws where nobody knows the kind, or no kind took that step.
 */
export function kindAsRead(written: string, payload: unknown): Kind {
  if (isKind(written)) return written;
  const retired = retiredKinds.find((r) => r.id === written);
  const step = (payload as { step?: unknown } | null)?.step;
  const kind = retired && typeof step === 'string' ? stepsOf(retired)[step] : undefined;
  if (!kind) throw new Error(`No kind of entry is called ${written}`);
  return kind;
}
/** As what else entries of these kinds may stand in a book: the retired kind, and those of its steps that went to them. */
export const writtenAs = (kinds: readonly string[]): { kind: RetiredKind; steps: string[] }[] =>
  retiredKinds
    .map((retired) => ({
      kind: retired.id,
      steps: Object.entries(stepsOf(retired)).flatMap(([step, kind]) => (kinds.includes(kind) ? [step] : [])),
    }))
    .filter(({ steps }) => steps.length > 0);
/** Every name under which an entry may stand in a book. */
export const writtenKindIds = [...kindIds, ...retiredKinds.map((r) => r.id)] as [Kind, ...(Kind | RetiredKind)[]];

/** The descriptor of a kind; a kind that nobody described is a fault of ours. */
export function descriptorOf(kind: string): KindDescriptor {
  const found = byId.get(kind);
  if (!found) throw new Error(`No kind of entry is called ${kind}`);
  return found;
}

/** Kinds for which something holds, in the order of the list. */
export const kindsWhere = (holds: (descriptor: KindDescriptor) => boolean): Kind[] =>
  kindIds.filter((id) => holds(descriptorOf(id)));

/** The choices of the book's page: each group that has kinds, with them. */
export const groupChoices: readonly { id: BookGroupId; kinds: Kind[] }[] = bookGroups
  .map((id) => ({ id, kinds: kindsWhere((d) => d.group === id) }))
  .filter(({ kinds }) => kinds.length > 0);

/**
 * A payload as its kind reads it now, whatever version it was written in. Old payloads are never rewritten: each is
 * read by its own version's schema and lifted from version to version.
 * @throws where the version is not known, or the payload is not of it.
 */
export function lifted<K extends Kind>(kind: K, version: number, payload: unknown): ReadPayloadOf<K> {
  const { past, schema, version: current } = descriptorOf(kind);
  if (version < 1 || version > current || !Number.isInteger(version))
    throw new Error(`Version ${version} of ${kind} is not known here; the newest known is ${current}`);
  let [at, read]: [number, unknown] = [version, payload];
  while (at < current) {
    const step = past.find((p) => p.version === at);
    if (!step) throw new Error(`Version ${at} of ${kind} has no step to the next`);
    read = step.upcast(v.parse(step.schema, read) as never);
    at += 1;
  }
  return v.parse(schema, read) as ReadPayloadOf<K>;
}

/** Subjects that an entry names besides its own. */
export const namedIn = (kind: Kind, read: unknown): readonly string[] => descriptorOf(kind).names(read);

/** May this entry be struck, whole or in part; `struckParts` is null where nothing of it is. */
export function mayStrike(kind: Kind, struckParts: readonly string[] | null): boolean {
  const { strike } = descriptorOf(kind);
  if (strike === 'over' || strike === 'never') return false;
  return struckParts === null || (strike === 'parts' && struckParts.length > 0);
}
export const hasParts = (kind: Kind): boolean => descriptorOf(kind).strike === 'parts';
export const mayAmendAsLine = (kind: Kind): boolean => descriptorOf(kind).amend === 'line';

/** A kind's entry of one version, as a client sends it. */
const sentIn = (kind: string, { version, schema }: Pick<PastVersion, 'version' | 'schema'>) =>
  v.strictObject({
    id: uuid,
    kind: v.literal(kind),
    kindVersion: v.literal(version),
    subjectId: uuid,
    happenedAt: instant,
    payload: schema,
  });
const retiredSchemas = retiredKinds.map(({ id, schema }) => sentIn(id, { version: 1, schema }));
const sentSchemas = kindList.map(({ id, version, schema, past }) => {
  const versions = [{ version, schema }, ...past].map((known) => sentIn(id, known));
  const [only] = versions;
  return versions.length === 1 && only ? only : v.variant('kindVersion', versions as [typeof only & object]);
});
export const newEntry = v.variant('kind', [...sentSchemas, ...retiredSchemas] as never) as unknown as v.GenericSchema<
  SentEntry,
  SentEntry
>;

/** An entry of a kind, in the version that is written now. */
export function entryOf<K extends Kind>(kind: K, head: Head, payload: PayloadOf<K>): Extract<NewEntry, { kind: K }> {
  const { version } = descriptorOf(kind);
  return { ...head, kind, kindVersion: version, payload } as unknown as Extract<NewEntry, { kind: K }>;
}
