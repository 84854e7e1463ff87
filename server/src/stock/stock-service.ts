import { isAiling } from '#core/tonight';
import { heldPerDay } from '#core/water';
import type { StockTank, StockView } from '#contracts/stock';
import { contributionWords, verdictWords } from '#words/tonight';
import type { Speech } from '#words/units';
import type { Visit } from '../house';
import { notFound } from '../problems';
import { readDiary, type BookDeps, type DiaryRow } from '../book';
import { agentsInTanks } from '../care';
import { bandsOf, judged, type JudgedTank, type JudgeDeps, type Prospect } from '../judgement';
import { eventOf, readTanks } from '../residents';
import { equipmentOf, latestWater, stageOf, type Tank } from '../tanks';

/** Tanks with their water, set-up and all that happened to their animals; of one tank or of the house. */
export async function stockView(
  deps: BookDeps & JudgeDeps,
  { tankId }: { tankId?: string | undefined },
  { speech }: Visit,
): Promise<StockView> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const scope = tankId === undefined ? {} : { subjectIds: [tankId] };
  const [tanks, rows, own] = await Promise.all([
    readTanks(deps.db, { atEpochMs: nowEpochMs, ...(tankId === undefined ? {} : { tankId }) }),
    readDiary(deps, { kinds: ['stock', 'arrival'], ...scope }),
    readDiary(deps, { kinds: ['own-kind'] }),
  ]);
  if (tankId !== undefined && tanks.length === 0) throw notFound('tank', 'tank');
  const byTank = new Map<string, StockTank['events']>();
  for (const row of rows) {
    const { count, ...event } = eventOf(row);
    const listed = byTank.get(row.subjectId) ?? [];
    listed.push({ ...event, count: count && { lo: count.lo, hi: count.hi }, entryId: row.entryId });
    byTank.set(row.subjectId, listed);
  }
  const inWater = await agentsInTanks(deps, { tankIds: tanks.map((t) => t.tankId), nowEpochMs });
  const sheet = await judged(deps, { tanks, nowEpochMs });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    tanks: sheet.tanks.map((of) =>
      stockTank(of, {
        events: byTank.get(of.tank.tankId) ?? [],
        inWater: inWater.get(of.tank.tankId) ?? [],
        speech,
      }),
    ),
    ownKinds: latestOwn(own),
  };
}

/** The newest figures of each of the keeper's own kinds. */
function latestOwn(rows: readonly DiaryRow<'own-kind'>[]): StockView['ownKinds'] {
  const byId = new Map(rows.map((row) => [row.subjectId, row.payload.kind]));
  return [...byId.values()];
}

/** By the rhythm of its last changes and the band it is judged by. */
function heldNo3(tank: Tank, { outlooks }: Prospect): number | null {
  const routine = outlooks.find((o) => o.parameter === 'no3MgPerL')?.routine;
  const ceiling = bandsOf(tank).find((b) => b.parameter === 'no3MgPerL')?.hi;
  return routine && ceiling != null ? heldPerDay({ ...routine, ceiling }) : null;
}

const stockTank = (
  { tank, tonight, prospect, verdict, contributions }: JudgedTank,
  { events, inWater, speech }: Pick<StockTank, 'events' | 'inWater'> & { speech: Speech },
): StockTank => ({
  tankId: tank.tankId,
  name: tank.name,
  state: tonight.state,
  heldNo3MgPerLPerDay: heldNo3(tank, prospect),
  ailing: isAiling({ verdict, contributions }),
  bears: { bearing: tank.bears.bearing, askedBy: [...tank.bears.askedBy] },
  reason:
    tonight.reason.by === 'water'
      ? verdictWords(speech, tonight.reason.said)
      : contributionWords(speech, tonight.reason.said).text,
  setUp: tank.setUp,
  startedOn: tank.startedOn,
  netVolumeL: tank.netVolumeL,
  stage: stageOf(tank),
  equipment: equipmentOf(tank),
  water: latestWater(tank),
  inWater,
  events,
});
