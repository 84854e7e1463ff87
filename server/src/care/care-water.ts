import { dayMs } from '#core/units';
import {
  agentsIn,
  courseStepOf,
  courseThreads,
  hoseChains,
  toolStepOf,
  type AgentIn,
  type WaterChanged,
} from '#core/care';
import type { CareWater } from '#contracts/care';
import { ofKind, readDiary } from '../book';
import type { Db, Tx } from '../db';
import type { HouseContext } from '../house';
import { readChanges } from '../water';

/** More than a course ever sees in one tank. */
const changesOfCourse = 400;
const yearMs = 365 * dayMs;
/** As far back as a trace asks for changes of one tank: one for every day. */
const changesOfYear = 366;

/** Water changed in tanks since a day, as care reckons with it. */
export async function readWaterChanged(
  db: Db | Tx,
  { tankIds, sinceEpochMs }: { tankIds: readonly string[]; sinceEpochMs: number },
): Promise<WaterChanged[]> {
  if (tankIds.length === 0) return [];
  const found = await readChanges(db, { tankIds, limit: changesOfCourse, sinceEpochMs });
  return found.map(({ entryId, subjectId, atEpochMs, changeFraction }) => ({
    entryId,
    tankId: subjectId,
    atEpochMs,
    changeFraction,
  }));
}

/** Which agents are in the water of each tank, by the book. */
export async function agentsInTanks(
  { db }: { db: Db | Tx },
  {
    tankIds,
    nowEpochMs,
  }: {
    tankIds: readonly string[];
    nowEpochMs: number;
  },
): Promise<Map<string, AgentIn[]>> {
  const rows = (await readDiary({ db }, { kinds: ['course'], subjectIds: [...tankIds] })).filter(
    (r) => r.atEpochMs <= nowEpochMs,
  );
  if (rows.length === 0) return new Map();
  // Which night it is makes no difference to what was given.
  const courses = courseThreads(rows.map(courseStepOf), { today: rows.at(-1)?.nightOn ?? '1970-01-01' });
  const treatedIds = [...new Set(courses.map((c) => c.tankId))];
  const changes = await readWaterChanged(db, {
    tankIds: treatedIds,
    sinceEpochMs: Math.min(...rows.map((r) => r.atEpochMs)),
  });
  return new Map(treatedIds.map((tankId) => [tankId, agentsIn(courses, { tankId, changes, nowEpochMs })]));
}

/** What the changes of the house mean for care: of treated tanks all since their first course, and what one hose has linked. */
export async function careWaterOf(
  { db, house }: { db: Db; house: HouseContext },
  { tankIds }: { tankIds: readonly string[] },
): Promise<CareWater> {
  const rows = await readDiary({ db }, { kinds: ['course', 'tool'] });
  const begun = ofKind(rows, 'course').filter((r) => r.payload.step === 'started');
  const tools = ofKind(rows, 'tool').map(toolStepOf);
  const changes = await readWaterChanged(db, {
    tankIds: [...new Set(begun.map((r) => r.subjectId))],
    sinceEpochMs: Math.min(...begun.map((r) => r.atEpochMs)),
  });
  const shared = tools.some((t) => t.step === 'kept' && (t.sort === 'hose' || t.sort === 'pump'));
  const gone = shared
    ? await readChanges(db, {
        tankIds,
        limit: changesOfYear,
        sinceEpochMs: house.clock.nowEpochMs() - yearMs,
      })
    : [];
  const chains = hoseChains({
    changes: gone.map(({ subjectId, atEpochMs }) => ({ tankId: subjectId, atEpochMs })),
    tools,
  });
  return {
    nowAt: new Date(house.clock.nowEpochMs()).toISOString(),
    changes,
    chains: chains.map((c) => ({ ...c, broken: c.broken === true })),
  };
}
