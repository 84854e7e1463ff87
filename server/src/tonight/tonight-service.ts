import { bandsInForce, type BandLine, type Practice } from '#core/almanac';
import type { Recorder } from '#core/explain';
import type { DatedReading, ParameterId } from '#core/readings';
import { nightOn, tankVerdict, type TankHistory, type TankVerdict } from '#core/tonight';
import { shippedAlmanac } from '#almanac/shelf';
import type { Tonight, TonightTank } from '#contracts/tonight';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { readChanges, readNewest, readTanks, type ChangeRow, type ReadingRow, type ReadingsRow, type TankRow } from './tonight-repo';

export interface TonightDeps {
  db: Db;
  house: HouseContext;
}

const practiceOf = (id: string): Practice => shippedAlmanac.practices.find((p) => p.id === id) ?? { id, version: 0, livestock: '', name: id, reason: '', bands: [] };

/** The bands for a tank: safety lines, its practice's, and the keeper's own on top, graded as the keeper's choice. */
export function bandsOf(tank: TankRow): BandLine[] {
  const overrides = tank.payload.overrides.map((o): BandLine => ({ parameter: o.parameter, lo: o.lo, hi: o.hi, grade: 'single-observation', sourceIds: [], note: o.reason }));
  return bandsInForce({ practice: practiceOf(tank.payload.practiceId), safety: shippedAlmanac.safety, overrides });
}

export const dated = (row: ReadingRow): DatedReading & { entryId: string; text: string; insisted: boolean } => ({ lo: row.lo, hi: row.hi, atEpochMs: row.at_ms, entryId: row.entry_id, text: row.text, insisted: row.insisted });

function historyOf(readings: readonly ReadingsRow[], changes: readonly ChangeRow[]): TankHistory {
  return {
    readings: Object.fromEntries(readings.map((r) => [r.parameter, r.newest.map(dated)])),
    changes: changes.map((c) => ({ atEpochMs: c.at_ms, changeFraction: c.change_fraction, source: c.water })),
  };
}

export function verdictOf({ tank, readings, changes, nowEpochMs, note, only }: { tank: TankRow; readings: readonly ReadingsRow[]; changes: readonly ChangeRow[]; nowEpochMs: number; note?: Recorder; only?: ParameterId }): TankVerdict {
  return tankVerdict(
    { catalogue: only ? shippedAlmanac.parameters.filter((p) => p.id === only) : shippedAlmanac.parameters, bands: bandsOf(tank), history: historyOf(readings, changes), thresholds: shippedAlmanac.thresholds, chronicNh3AsNMgPerL: shippedAlmanac.chronicNh3AsNMgPerL, nowEpochMs, resting: tank.payload.purpose === 'resting' },
    note,
  );
}

export const everyParameter: readonly ParameterId[] = shippedAlmanac.parameters.map((p) => p.id);

/** Every tank of the house with its verdict. Three queries, whatever the number of tanks or years. */
export async function tonightSheet({ db, house }: TonightDeps): Promise<Tonight> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const tankIds = tanks.map((t) => t.id);
  const [readings, changes] = tankIds.length === 0 ? [[], []] : await Promise.all([readNewest(db, { tankIds, parameters: everyParameter }), readChanges(db, { tankIds })]);
  const readingsBy = groupBy(readings);
  const changesBy = groupBy(changes);
  const rows = tanks.map((tank) => tankLine({ tank, verdict: verdictOf({ tank, readings: readingsBy.get(tank.id) ?? [], changes: changesBy.get(tank.id) ?? [], nowEpochMs }), house, nowEpochMs }));
  return { nowAt: new Date(nowEpochMs).toISOString(), nightOn: house.nightOnAt(nowEpochMs), house: house.row.name, tanks: rows };
}

function groupBy<Row extends { subject_id: string }>(rows: readonly Row[]): Map<string, Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const own = groups.get(row.subject_id);
    if (own) own.push(row);
    else groups.set(row.subject_id, [row]);
  }
  return groups;
}

export function tankLine({ tank, verdict, house, nowEpochMs }: { tank: TankRow; verdict: TankVerdict; house: HouseContext; nowEpochMs: number }): TonightTank {
  const { looked, mark } = tank.state;
  const lastDone = (['looked', 'change', 'readings', 'note'] as const).flatMap((kind) => {
    const done = tank.state[kind];
    return done ? [{ kind, at: new Date(done.atEpochMs).toISOString(), text: done.text }] : [];
  });
  const zone = house.zoneAt(nowEpochMs);
  return {
    tankId: tank.id, name: tank.name, rack: tank.payload.rack, roundOrder: tank.payload.roundOrder, purpose: tank.payload.purpose, doubtful: mark?.text === 'doubtful', netVolumeL: tank.net_volume_l,
    state: verdict.state, reasonId: verdict.reasonId, reason: verdict.reason, deciding: verdict.deciding, urgent: verdict.urgent, nextStep: verdict.nextStep,
    lookedTonight: looked !== undefined && nightOn({ atEpochMs: looked.atEpochMs, zone }) === nightOn({ atEpochMs: nowEpochMs, zone }),
    lastDone: lastDone.sort((a, b) => b.at.localeCompare(a.at)),
  };
}
