import { leftoverDue } from '#core/stock';
import { leavesText, nightOn, withOutlooks, type TankVerdict } from '#core/tonight';
import { foods } from '#almanac/kinds';
import { shippedAlmanac } from '#almanac/shelf';
import type { Tonight, TonightTank } from '#contracts/tonight';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { verdictOf } from './judging';
import { noProspect, type Prospect } from './prospect';
import type { Prospects } from './prospects';
import { readTanks, type TankRow } from './tonight-repo';

export interface TonightDeps {
  db: Db;
  house: HouseContext;
  /** What the animals of these tanks say; the composition root hands it in, so that this slice knows no stock. */
  prospects: Prospects;
  alarmsOf: (tanks: readonly TankRow[], nowEpochMs: number) => Promise<Map<string, TonightTank['alarms']>>;
}
const dayMs = 86_400_000;
/** Deaths, missing animals, signs and counts within a fortnight are worth a second look. */
const alarming = ({ newest }: TankRow, nowEpochMs: number): boolean =>
  (newest['alarming'] ?? []).some(([atEpochMs]) => nowEpochMs - atEpochMs < 14 * dayMs);

/**
 * Every tank of the house with its verdict. One query, whatever the number of tanks or years; one more where animals
 * of some tank may be in trouble.
 */
export async function tonightSheet({ db, house, alarmsOf, prospects }: TonightDeps): Promise<Tonight> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const alarms = await alarmsOf(
    tanks.filter((tank) => alarming(tank, nowEpochMs)),
    nowEpochMs,
  );
  const foreseen = await prospects.of(tanks, nowEpochMs);
  const rows = tanks.map((tank) => ({
    ...tankLine({ tank, prospect: foreseen.get(tank.id) ?? noProspect, house, nowEpochMs }),
    alarms: alarms.get(tank.id) ?? [],
  }));
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    nightOn: house.nightOnAt(nowEpochMs),
    house: house.row.name,
    foreseen: { readyCount: foreseen.size, tanksCount: tanks.length },
    tanks: rows,
  };
}

export function tankLine({
  tank,
  prospect,
  house,
  nowEpochMs,
}: {
  tank: TankRow;
  prospect: Prospect;
  house: HouseContext;
  nowEpochMs: number;
}): TonightTank {
  const verdict = foreseenVerdict({ tank, prospect, nowEpochMs });
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
    findings: prospect.findings,
    tests: {
      state: prospect.plan.state,
      why: prospect.plan.why,
      due: prospect.plan.tests.filter((t) => t.dueInDays <= 0),
    },
    leaves: prospect.outlooks.flatMap((o) =>
      o.leaves ? [{ parameter: o.parameter, side: o.leaves.side, text: leavesText(o.leaves) }] : [],
    ),
    watch: watchOf(tank, nowEpochMs),
  };
}

/** The verdict on tonight's readings with the model's word laid over it. */
export const foreseenVerdict = ({
  tank,
  prospect,
  nowEpochMs,
}: {
  tank: TankRow;
  prospect: Prospect;
  nowEpochMs: number;
}): TankVerdict =>
  withOutlooks(verdictOf({ tank, nowEpochMs }), { outlooks: prospect.outlooks, catalogue: shippedAlmanac.parameters });

/** For a day after a change the tank is watched: the change, and whether anybody has said what was seen. */
function watchOf({ newest }: TankRow, nowEpochMs: number): TonightTank['watch'] {
  const change = newest['change']?.[0];
  if (!change || nowEpochMs - change[0] > 1.5 * dayMs) return null;
  const entryId = typeof change[4] === 'string' ? change[4] : null;
  if (entryId === null) return null;
  return {
    changeEntryId: entryId,
    atEpochMs: change[0],
    said: (newest['seen'] ?? []).some((seen) => seen[5] === entryId),
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
