import { bandsInForce, type BandLine, type Practice } from '#core/almanac';
import type { Recorder } from '#core/explain';
import type { DatedReading, ParameterId, Water } from '#core/readings';
import { leftoverDue } from '#core/stock';
import { nightOn, tankVerdict, type TankHistory, type TankVerdict } from '#core/tonight';
import { foods } from '#almanac/kinds';
import { shippedAlmanac } from '#almanac/shelf';
import type { Tonight, TonightTank } from '#contracts/tonight';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { readTanks, type ReadingRow, type TankRow } from './tonight-repo';

export interface TonightDeps {
  db: Db;
  house: HouseContext;
  /** What the animals of these tanks say; the composition root hands it in, so that this slice knows no stock. */
  alarmsOf: (tanks: readonly TankRow[], nowEpochMs: number) => Promise<Map<string, TonightTank['alarms']>>;
}
const dayMs = 86_400_000;
/** Deaths, missing animals, signs and counts within a fortnight are worth a second look. */
const alarming = ({ newest }: TankRow, nowEpochMs: number): boolean =>
  (newest['alarming'] ?? []).some(([atEpochMs]) => nowEpochMs - atEpochMs < 14 * dayMs);

const practiceOf = (id: string): Practice =>
  shippedAlmanac.practices.find((p) => p.id === id) ?? {
    id,
    version: 0,
    livestock: '',
    name: id,
    reason: '',
    bands: [],
  };

/** The bands for a tank: safety lines, its practice's, and the keeper's own on top, graded as the keeper's choice. */
export function bandsOf(tank: TankRow): BandLine[] {
  const overrides = tank.payload.overrides.map((o): BandLine => ({
    parameter: o.parameter,
    lo: o.lo,
    hi: o.hi,
    grade: 'single-observation',
    sourceIds: [],
    note: o.reason,
  }));
  return bandsInForce({ practice: practiceOf(tank.payload.practiceId), safety: shippedAlmanac.safety, overrides });
}

export const dated = (row: ReadingRow): DatedReading & { entryId: string; text: string; insisted: boolean } => ({
  lo: row.lo,
  hi: row.hi,
  atEpochMs: row.at_ms,
  entryId: row.entry_id,
  text: row.text,
  insisted: row.insisted,
});

/** The newest reading of each parameter, as it rides with the tank. */
export function latestWater({ newest }: TankRow): Partial<Record<ParameterId, DatedReading>> {
  const water: Partial<Record<ParameterId, DatedReading>> = {};
  for (const [key, [latest]] of Object.entries(newest)) {
    const [kind, parameter] = key.split(':');
    if (kind === 'reading' && latest)
      water[parameter as ParameterId] = {
        atEpochMs: latest[0],
        lo: latest[2] as number | null,
        hi: latest[3] as number | null,
      };
  }
  return water;
}

/** The newest few that are kept with each tank, as the core wants them. */
function historyOf({ newest }: TankRow): TankHistory {
  const readings: Partial<Record<ParameterId, DatedReading[]>> = {};
  for (const [key, items] of Object.entries(newest)) {
    const [kind, parameter] = key.split(':');
    if (kind === 'reading')
      readings[parameter as ParameterId] = items.map(([atEpochMs, , lo, hi]) => ({
        atEpochMs,
        lo: lo as number | null,
        hi: hi as number | null,
      }));
  }
  return {
    readings,
    changes: (newest['change'] ?? []).map(([atEpochMs, , changeFraction, source]) => ({
      atEpochMs,
      changeFraction: changeFraction as number,
      source: source as Water,
    })),
  };
}

export function verdictOf({
  tank,
  nowEpochMs,
  note,
  only,
}: {
  tank: TankRow;
  nowEpochMs: number;
  note?: Recorder;
  only?: ParameterId;
}): TankVerdict {
  return tankVerdict(
    {
      catalogue: only ? shippedAlmanac.parameters.filter((p) => p.id === only) : shippedAlmanac.parameters,
      bands: bandsOf(tank),
      history: historyOf(tank),
      thresholds: shippedAlmanac.thresholds,
      chronicNh3AsNMgPerL: shippedAlmanac.chronicNh3AsNMgPerL,
      nowEpochMs,
      resting: tank.payload.purpose === 'resting',
    },
    note,
  );
}

export const everyParameter: readonly ParameterId[] = shippedAlmanac.parameters.map((p) => p.id);

/**
 * Every tank of the house with its verdict. One query, whatever the number of tanks or years; one more where animals
 * of some tank may be in trouble.
 */
export async function tonightSheet({ db, house, alarmsOf }: TonightDeps): Promise<Tonight> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const alarms = await alarmsOf(
    tanks.filter((tank) => alarming(tank, nowEpochMs)),
    nowEpochMs,
  );
  const rows = tanks.map((tank) => ({
    ...tankLine({ tank, verdict: verdictOf({ tank, nowEpochMs }), house, nowEpochMs }),
    alarms: alarms.get(tank.id) ?? [],
  }));
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    nightOn: house.nightOnAt(nowEpochMs),
    house: house.row.name,
    tanks: rows,
  };
}

export function tankLine({
  tank,
  verdict,
  house,
  nowEpochMs,
}: {
  tank: TankRow;
  verdict: TankVerdict;
  house: HouseContext;
  nowEpochMs: number;
}): TonightTank {
  const { looked, mark } = tank.state;
  const lastDone = (['looked', 'change', 'readings', 'note', 'stock', 'fed'] as const).flatMap((kind) => {
    const done = tank.state[kind];
    return done ? [{ kind, at: new Date(done.atEpochMs).toISOString(), text: done.text }] : [];
  });
  const zone = house.zoneAt(nowEpochMs);
  return {
    tankId: tank.id,
    name: tank.name,
    rack: tank.payload.rack,
    roundOrder: tank.payload.roundOrder,
    purpose: tank.payload.purpose,
    doubtful: mark?.text === 'doubtful',
    netVolumeL: tank.net_volume_l,
    state: verdict.state,
    reasonId: verdict.reasonId,
    reason: verdict.reason,
    deciding: verdict.deciding,
    urgent: verdict.urgent,
    nextStep: verdict.nextStep,
    lookedTonight:
      looked !== undefined &&
      nightOn({ atEpochMs: looked.atEpochMs, zone }) === nightOn({ atEpochMs: nowEpochMs, zone }),
    lastDone: lastDone.sort((a, b) => b.at.localeCompare(a.at)),
    isNew: newThings(tank, nowEpochMs),
    timers: timersOf(tank, nowEpochMs),
    alarms: [],
  };
}

const newForDays = 42;
/** What came in within six weeks and has not gone out again. */
function newThings({ newest }: TankRow, nowEpochMs: number): TonightTank['isNew'] {
  const items = (newest['new'] ?? []).map(([atEpochMs, , what, name, gone]) => ({
    atEpochMs,
    what: String(what),
    name: String(name),
    gone: gone === true,
  }));
  return items
    .filter((t, i) => !t.gone && !items.slice(0, i).some((later) => later.gone && later.name === t.name))
    .filter((t) => nowEpochMs - t.atEpochMs <= newForDays * dayMs)
    .map(({ gone: _gone, ...thing }) => thing);
}

/** Drips that run, and food that must come out; the newest few that ride with the tank tell. */
function timersOf({ newest }: TankRow, nowEpochMs: number): TonightTank['timers'] {
  const drips = newest['drip'] ?? [];
  const dripping = drips.flatMap(([startedEpochMs, , id, step, durationMinutes], i): TonightTank['timers'] =>
    step === 'started' && !drips.slice(0, i).some((later) => later[2] === id && later[3] === 'ended')
      ? [
          {
            kind: 'drip',
            id: String(id),
            text: 'drip running',
            startedEpochMs,
            dueEpochMs: startedEpochMs + Number(durationMinutes) * 60_000,
          },
        ]
      : [],
  );
  const cleared = new Set((newest['cleared'] ?? []).map((item) => String(item[2])));
  const leftovers = (newest['fed'] ?? []).flatMap(([startedEpochMs, , foodId, entryId]): TonightTank['timers'] => {
    const food = foods.find((f) => f.id === foodId);
    const due = food && leftoverDue({ food, fedEpochMs: startedEpochMs });
    return due && !cleared.has(String(entryId)) && nowEpochMs - due.hiEpochMs < dayMs
      ? [
          {
            kind: 'leftover',
            id: String(entryId),
            text: `${food.name}: take out what is left`,
            startedEpochMs,
            dueEpochMs: due.hiEpochMs,
          },
        ]
      : [];
  });
  return [...dripping, ...leftovers];
}
