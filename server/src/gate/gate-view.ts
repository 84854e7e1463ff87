import type { GateKind } from '#core/gate';
import type { GateView } from '#contracts/gate';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { gateFacts, gateRows } from './gate-facts';

/** What bears on an entry of a kind in a tank now: a page asks the gate itself with it, while one types. */
export async function gateView(
  { db, house }: { db: Db; house: HouseContext },
  { tank, kind }: { tank: string; kind: GateKind },
): Promise<GateView> {
  const nowEpochMs = house.clock.nowEpochMs();
  const rows = await gateRows(db, { kind, subjectId: tank });
  const facts = await gateFacts(db, { kind, subjectId: tank, atEpochMs: nowEpochMs }, rows);
  const { changes, netVolumeL, water, equipment, bedSquaresCount, below } = facts;
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    tankId: tank,
    rows: [...rows],
    changes: [...changes],
    netVolumeL,
    water,
    equipment,
    bedSquaresCount,
    below: below.map((b) => ({ ...b, rows: [...b.rows] })),
  };
}
