import { roundOf } from '#core/tonight';
import { shippedAlmanac } from '#almanac/shelf';
import type { Bench, BenchCell } from '#contracts/readings';
import { testWords } from '#words/tonight';
import type { Db } from '../db';
import type { HouseContext, Visit } from '../house';
import { bandsOf, judged, type JudgeDeps } from '../judgement';
import { readTanks } from '../residents';
import { latestWater } from '../tanks';
import { tankLine } from './tonight-service';

/** Tanks in round order with all that a cell of the evening's grid shows before anything is typed. */
export async function benchView(
  {
    db,
    house,
    ...judges
  }: JudgeDeps & {
    db: Db;
    house: HouseContext;
  },
  { speech }: Visit,
): Promise<Bench> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const sheet = await judged(judges, { tanks, nowEpochMs });
  const lines = sheet.tanks.map((of) => {
    const { tank, prospect } = of;
    const water = latestWater(tank);
    const bands = bandsOf(tank);
    const cells: Record<string, BenchCell> = {};
    for (const { id } of shippedAlmanac.parameters) {
      const last = water[id] ?? null;
      const band = bands.find((b) => b.parameter === id);
      const outlook = prospect.outlooks.find((o) => o.parameter === id);
      const due = prospect.plan.tests.find((t) => t.parameter === id && t.dueInDays <= 0);
      if (!last && !band && !due) continue;
      cells[id] = {
        band: band ? { lo: band.lo, hi: band.hi } : null,
        last,
        expected: outlook && last ? outlook.level : null,
        due: due ? testWords[due.why] : null,
      };
    }
    return { ...tankLine(of, { house, nowEpochMs, speech }), cells };
  });
  const ordered = roundOf(lines).flatMap((group) => group.visits);
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    tanks: ordered.map(({ tankId, name, rack, cells }) => ({ tankId, name, rack, cells })),
  };
}
