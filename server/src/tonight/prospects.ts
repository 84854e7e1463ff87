import { setImmediate as nextTurn } from 'node:timers/promises';
import type { ParameterId } from '#core/readings';
import { outlookOf, slowHarm, testPlan, type Outlook, type SlowFinding, type TestPlan } from '#core/tonight';
import { shippedAlmanac } from '#almanac/shelf';
import type { Db } from '../db';
import { bandsOf, verdictOf } from './judging';
import { readChanges, readHistory, type TankRow } from './tonight-repo';

const dayMs = 86_400_000;
/** What the model looks back on: noise is learnt from the last forty readings anyway. */
const lookBackDays = 400;
/** With more tanks than this a sheet does not wait: what is not ready yet is left out and made behind it. */
const awaitedTankCount = 40;

export interface Prospect {
  outlooks: Outlook[];
  findings: SlowFinding[];
  plan: TestPlan;
}
export const noProspect: Prospect = { outlooks: [], findings: [], plan: { state: 'settled', why: '', tests: [] } };

interface Kept {
  signature: string;
  made: Promise<Prospect>;
  value: Prospect | null;
}

/**
 * Forecasts, slow findings and test plans of the tanks, made when first asked for and kept until something is written
 * about the tank or the night turns. Computed a parameter at a time, so that other requests get their turn.
 */
export class Prospects {
  private readonly kept = new Map<string, Kept>();
  private queue: Promise<unknown> = Promise.resolve();
  constructor(private readonly db: Db) {}

  async of(tanks: readonly TankRow[], nowEpochMs: number): Promise<Map<string, Prospect>> {
    const made = tanks.map((tank) => ({ id: tank.id, kept: this.keptOf(tank, nowEpochMs) }));
    if (tanks.length <= awaitedTankCount) await Promise.all(made.map(({ kept }) => kept.made));
    return new Map(made.flatMap(({ id, kept }) => (kept.value ? [[id, kept.value]] : [])));
  }

  private keptOf(tank: TankRow, nowEpochMs: number): Kept {
    const signature = JSON.stringify([tank.newest, tank.setup_entry_id, Math.floor(nowEpochMs / (dayMs / 4))]);
    const known = this.kept.get(tank.id);
    if (known?.signature === signature) return known;
    const made = this.queue.then(() => prospectOf(this.db, tank, nowEpochMs));
    const kept: Kept = { signature, made, value: null };
    this.queue = made.then(
      (value) => (kept.value = value),
      () => this.kept.delete(tank.id),
    );
    this.kept.set(tank.id, kept);
    return kept;
  }
}

async function prospectOf(db: Db, tank: TankRow, nowEpochMs: number): Promise<Prospect> {
  const sinceEpochMs = nowEpochMs - lookBackDays * dayMs;
  const [history, changes] = await Promise.all([
    readHistory(db, { tankId: tank.id, sinceEpochMs }),
    readChanges(db, { tankIds: [tank.id], sinceEpochMs, limit: 1000 }),
  ]);
  const readings: Partial<Record<ParameterId, { lo: number | null; hi: number | null; atEpochMs: number }[]>> = {};
  for (const row of history) (readings[row.parameter] ??= []).push({ lo: row.lo, hi: row.hi, atEpochMs: row.at_ms });
  const bands = bandsOf(tank);
  const outlooks: Outlook[] = [];
  for (const parameter of shippedAlmanac.parameters) {
    const own = readings[parameter.id];
    if (!own) continue;
    const outlook = outlookOf({
      parameter,
      readings: own,
      changes: changes.map((c) => ({
        atEpochMs: c.at_ms,
        changeFraction: c.change_fraction,
        sourceValue: c.water[parameter.id] ?? null,
      })),
      band: bands.find((b) => b.parameter === parameter.id) ?? null,
      nowEpochMs,
    });
    if (outlook) outlooks.push(outlook);
    await nextTurn();
  }
  return {
    outlooks,
    findings: slowHarm({
      catalogue: shippedAlmanac.parameters,
      readings,
      outlooks,
      sourceEc: [...changes].reverse().flatMap((c) => (c.water.ec25UsPerCm === undefined ? [] : [c.water.ec25UsPerCm])),
      changesPerMonthCount: changes.filter((c) => nowEpochMs - c.at_ms < 60 * dayMs).length / 2,
      nowEpochMs,
    }),
    plan: testPlan({
      ...happenings(tank, nowEpochMs),
      changeCount: changes.length,
      resting: tank.payload.purpose === 'resting',
      bands,
      lines: verdictOf({ tank, nowEpochMs }).lines,
      outlooks,
      nowEpochMs,
    }),
  };
}

/** What lately happened in the tank, from the newest few that ride with it. */
function happenings(
  { newest, started_on }: TankRow,
  nowEpochMs: number,
): {
  tankAgeDays: number;
  sinceArrivalDays: number | null;
  sinceDeathDays: number | null;
  sinceTreatmentDays: null;
  overgrown: boolean;
} {
  const sinceDays = (items: readonly (readonly unknown[])[] | undefined): number | null =>
    items?.[0] ? (nowEpochMs - Number(items[0][0])) / dayMs : null;
  return {
    tankAgeDays: (nowEpochMs - Date.parse(started_on)) / dayMs,
    sinceArrivalDays: sinceDays(newest['new']?.filter((i) => i[2] === 'animal')),
    sinceDeathDays: sinceDays(newest['alarming']?.filter((i) => i[2] === 'died')),
    // No treatments are kept yet: their slice will say.
    sinceTreatmentDays: null,
    overgrown: newest['sight']?.[0]?.[2] === 'overgrown',
  };
}
