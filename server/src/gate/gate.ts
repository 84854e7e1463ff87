import { careKnowledge } from '#almanac/care';
import { byItself, inItsBook, standing, strikeFaults, type GateFault, type GateKind, type GateRow } from '#core/gate';
import { plainBed } from '#core/hands';
import { kindName } from '#words/book';
import { gateWords } from '#words/gate';
import type { BookFault, KindModule } from '../book';
import type { Tx } from '../db';
import type { FieldFault } from '../problems';
import { gateBook, gateFacts, gateRows, gateStockKinds, hasCourse } from './gate-facts';

const agentNames = new Map(careKnowledge.agents.flatMap((a) => [[a.id, a.name] as const, [a.slug, a.name] as const]));
/** An entry of a kind that the gate knows. */
interface Asked {
  id: string;
  kind: GateKind;
  subjectId: string;
  happenedAt: string;
  payload: unknown;
}
const nameOf = (id: string): string => agentNames.get(id) ?? kindName(id);
const said = ({ field, reason }: GateFault): FieldFault => ({
  field,
  message: (speech) => gateWords(speech, reason, nameOf),
});

/**
 * A kind that the gate is asked about: when it is written, when something of it is struck. Whatever the kind checks beside
 * that is asked as well.
 */
export function gated<K extends GateKind>(kind: K, module: KindModule<K>): KindModule<K> {
  return {
    ...module,
    faults: (entry) => [...byItself(asRow(entry as Asked), careKnowledge).map(said), ...(module.faults?.(entry) ?? [])],
    check: async (tx, entry) => [
      ...((await module.check?.(tx, entry)) ?? []),
      ...(await asked(tx, entry as Asked)).map(said),
    ],
    struck: async (tx, { id, subjectId, alsoStruckIds }) => {
      const rows = await gateRows(tx, { kind, subjectId });
      const row = rows.find((r) => r.entryId === id);
      return row ? strikeFaults(row, { rows, alsoStruckIds }).map(said) : [];
    },
  };
}
/** An entry that is not in the book yet: nothing that is asked of it by itself hangs on its night. */
const asRow = ({ id, kind, subjectId, happenedAt, payload }: Asked): GateRow =>
  ({
    entryId: id,
    kind,
    subjectId,
    atEpochMs: Date.parse(happenedAt),
    nightOn: happenedAt.slice(0, 10),
    sequence: Infinity,
    payload,
  }) as GateRow;

/** The entry stands in the book already, in this transaction, with the night it belongs to. */
async function asked(tx: Tx, { id, kind, subjectId }: Asked): Promise<GateFault[]> {
  // Nobody meets a course where there is none; years of counts are not read for that.
  if (kind === 'stock' && !(await hasCourse(tx, subjectId))) return [];
  const rows = await gateRows(tx, { kind, subjectId });
  const row = rows.find((r) => r.entryId === id);
  if (!row) return [];
  const others = rows.filter((r) => r.entryId !== id);
  return inItsBook({ ...row, sequence: Infinity }, await gateFacts(tx, row, others));
}

/** What stands in the books of these subjects and would not be taken today; what is final is taken by no way in. */
export async function standingInBook(tx: Tx, subjectIds: readonly string[]): Promise<BookFault[]> {
  const kinds = await gateStockKinds(tx);
  const tools = await gateRows(tx, { kind: 'tool', subjectId: '' });
  const faults: BookFault[] = [];
  for (const subjectId of subjectIds) {
    const own = await gateBook(tx, subjectId);
    if (own.length === 0) continue;
    const rows = own.some((r) => r.kind === 'tool') ? [...own, ...tools.filter((r) => r.subjectId !== subjectId)] : own;
    const found = standing(rows, () => ({
      care: careKnowledge,
      kinds,
      changes: [],
      netVolumeL: null,
      water: {},
      // What stood in it then is not asked again; neither are litres and beds by plans of another day.
      equipment: { filter: { on: false, detail: '' } },
      bedSquaresCount: plainBed.length * 1000,
      below: [],
    }));
    for (const { entryId, fault } of found) faults.push({ entryId, final: fault.final, ...said(fault) });
  }
  return faults;
}
