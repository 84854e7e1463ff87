import { medianOf } from '#core/readings';
import { instantOf, nightOn } from '#core/tonight';
import { drumFreeAtDay, leavesUnchanged, usualChangeMinutes } from '#core/water';
import type { RoutinePayload, SequencePayload, WorksPayload } from '#contracts/book';
import type { BatchView, EveningTankView, EveningView } from '#contracts/water';
import { shippedAlmanac } from '#almanac/shelf';
import { readDiary, type BookDeps, type DiaryRow } from '../book';
import { sourceList } from '../sources';
import { bandsOf, noProspect, readTanks, tankLine, type Prospect, type Prospects, type TankRow } from '../tonight';
import { readBatches } from './batches';
import { houseWaters } from './house-waters';
import { readPastChanges, type PastChange } from './water-reads';

const dayMs = 86_400_000;
/** When the evening's water is wanted, where the house has not said otherwise. */
const usualEveningTime = '21:00';
const weekDayMs = 7 * dayMs;

/** Nothing is known of the unit: pure water limits nothing, and the page says so. */
const unknownWorks: WorksPayload = {
  madeLPerH: 0,
  storesL: 100_000,
  storedL: 100_000,
  wasteRatio: 0,
  drums: [],
  evenings: [],
  eveningMinutes: 240,
};

export async function eveningView(deps: BookDeps & { prospects: Prospects }): Promise<EveningView> {
  const { db, house, prospects } = deps;
  const nowEpochMs = house.clock.nowEpochMs();
  const zone = house.zoneAt(nowEpochMs);
  const night = nightOn({ atEpochMs: nowEpochMs, zone });
  const [tanks, { sources }, diary] = await Promise.all([
    readTanks(db, { atEpochMs: nowEpochMs }),
    sourceList(deps),
    readDiary(deps, { kinds: ['recipe', 'works', 'routine', 'sequence', 'supply'] }),
  ]);
  const names = new Map(sources.map((s) => [s.sourceId, s.setUp.name]));
  const [foreseen, changes, batches] = await Promise.all([
    prospects.of(tanks, nowEpochMs),
    readPastChanges(db, { tankIds: tanks.map((t) => t.id), limit: 9 }),
    readBatches(db, { sinceEpochMs: nowEpochMs - 60 * dayMs, nowEpochMs, nameOf: (id) => names.get(id) ?? '' }),
  ]);
  const said = diary.filter((d) => d.kind === 'works').at(-1);
  const works = (said?.payload as WorksPayload | undefined) ?? unknownWorks;
  const lines = tanks.map((tank) => {
    const prospect = foreseen.get(tank.id) ?? noProspect;
    const own = diary.filter((d) => d.subject_id === tank.id);
    const past = changes.filter((c) => c.subject_id === tank.id);
    return { tank, line: eveningTank({ tank, prospect, own, past, deps, nowEpochMs }) };
  });
  const known = lines.flatMap(({ line }) => (line ? [line] : []));
  const eveningEpochMs = instantOf({ on: night, time: works.eveningTime ?? usualEveningTime, zone });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    weekdayIndex: weekdayOf(night),
    untilHours: Math.max(1, (eveningEpochMs - nowEpochMs) / 3_600_000),
    tanks: known.sort((a, b) => a.dueDays - b.dueDays || a.name.localeCompare(b.name)),
    waters: houseWaters(
      { sources, diary, batches, works, nowEpochMs },
      known.map((t) => t.waterId),
    ),
    works: { ...works, drums: drumsOf({ works, batches, tanks: known, nowEpochMs }), known: said !== undefined },
    unitSourceId:
      said?.subject_id ?? sources.find((s) => s.setUp.state === 'ro' || s.setUp.state === 'rodi')?.sourceId ?? null,
    without: lines.flatMap(({ tank, line }) => (line ? [] : [{ tankId: tank.id, name: tank.name }])),
  };
}

/** The drums of the house, with what stands in them and when they are free again. */
function drumsOf({
  works,
  batches,
  tanks,
  nowEpochMs,
}: {
  works: WorksPayload;
  batches: readonly BatchView[];
  tanks: readonly EveningTankView[];
  nowEpochMs: number;
}): EveningView['works']['drums'] {
  const standing = batches.filter((b) => b.leftL > 0.05 && b.fate !== 'thrown-away');
  return works.drums.map((drum) => {
    const inIt = standing.filter((b) => b.made.drum === drum.name);
    if (inIt.length === 0) return drum;
    const days = inIt.map((b) =>
      drumFreeAtDay({
        readyAtDay: (b.readyEpochMs - nowEpochMs) / dayMs,
        dueDays: tanks.filter((t) => t.waterId === b.sourceId).map((t) => t.dueDays),
      }),
    );
    return { ...drum, freeAtDay: Math.max(...days), holds: [...new Set(inIt.map((b) => b.sourceName))].join(', ') };
  });
}

/** 1 Monday to 7 Sunday of a calendar date. */
const weekdayOf = (on: string): number => ((new Date(`${on}T12:00:00Z`).getUTCDay() + 6) % 7) + 1;

function eveningTank({
  tank,
  prospect,
  own,
  past,
  deps,
  nowEpochMs,
}: {
  tank: TankRow;
  prospect: Prospect;
  own: readonly DiaryRow[];
  past: readonly PastChange[];
  deps: BookDeps;
  nowEpochMs: number;
}): EveningTankView | null {
  const said = own.filter((d) => d.kind === 'routine').at(-1);
  const routine = said ? keeperRoutine(said, past, nowEpochMs) : habitOf(past);
  if (!routine) return null;
  const sequence = openSequence(own, past);
  const line = tankLine({ tank, prospect, house: deps.house, nowEpochMs });
  const last = past[0]?.at_ms ?? said?.at_ms ?? nowEpochMs;
  const dueDays = sequence
    ? (sequence.dueEpochMs - nowEpochMs) / dayMs
    : routine.everyDays - (nowEpochMs - last) / dayMs;
  const changeFraction = sequence?.changeFraction ?? routine.changeFraction;
  const leaves = soonest({ tank, prospect });
  return {
    tankId: tank.id,
    name: tank.name,
    waterId: sequence?.sourceId ?? routine.sourceId,
    changeL: changeFraction * tank.net_volume_l,
    changeFraction,
    dueDays: Math.round(dueDays * 10) / 10,
    everyDays: routine.everyDays,
    changeMinutes: routine.changeMinutes,
    leavesAtDay: leaves?.atDay ?? null,
    leavesText: leaves?.text ?? '',
    urgent: line.nextStep.kind === 'change-now',
    how: routine.how,
    routineBy: said ? 'keeper' : 'habit',
    sequence: sequence
      ? { sequenceId: sequence.sequenceId, stepIndex: sequence.stepIndex, stepsCount: sequence.stepsCount }
      : null,
  };
}

interface RoutineNow {
  everyDays: number;
  changeFraction: number;
  sourceId: string;
  how: 'poured' | 'dripped';
  changeMinutes: number;
}
function keeperRoutine(said: DiaryRow, past: readonly PastChange[], nowEpochMs: number): RoutineNow {
  const { everyDays, changeFraction, sourceId, otherSourceId, how, changeMinutes, ramp } =
    said.payload as RoutinePayload;
  const week = Math.floor((nowEpochMs - said.at_ms) / weekDayMs);
  const step = week < ramp.length ? ramp[week] : undefined;
  const turn = otherSourceId !== undefined && past[0]?.source_id === sourceId ? otherSourceId : sourceId;
  return {
    everyDays: step?.everyDays ?? everyDays,
    changeFraction: step?.changeFraction ?? changeFraction,
    sourceId: turn,
    how,
    changeMinutes,
  };
}
/** What has been done the last times: their usual distance and size. */
function habitOf(past: readonly PastChange[]): RoutineNow | null {
  const [newest] = past;
  if (!newest || past.length < 3) return null;
  const gaps = past.slice(1).map((c, i) => ((past[i]?.at_ms ?? c.at_ms) - c.at_ms) / dayMs);
  const rhythm = gaps.filter((g) => g > 0.2);
  if (rhythm.length === 0) return null;
  const changeL = medianOf(past.map((c) => c.change_l));
  return {
    everyDays: Math.max(0.5, Math.round(medianOf(rhythm) * 2) / 2),
    changeFraction: medianOf(past.map((c) => c.change_fraction)),
    sourceId: newest.source_id,
    how: newest.how,
    changeMinutes: usualChangeMinutes(changeL),
  };
}

function openSequence(
  own: readonly DiaryRow[],
  past: readonly PastChange[],
): {
  sequenceId: string;
  sourceId: string;
  changeFraction: number;
  stepIndex: number;
  stepsCount: number;
  dueEpochMs: number;
} | null {
  const rows = own.filter((d) => d.kind === 'sequence');
  const ended = new Set(
    rows.flatMap((r) => {
      const step = r.payload as SequencePayload;
      return step.step === 'ended' ? [step.sequenceId] : [];
    }),
  );
  for (const row of [...rows].reverse()) {
    const plan = row.payload as SequencePayload;
    if (plan.step !== 'planned' || ended.has(row.entry_id)) continue;
    const done = past.filter((c) => c.sequence_id === row.entry_id).length;
    const next = plan.changes[done];
    if (!next) continue;
    return {
      sequenceId: row.entry_id,
      sourceId: plan.sourceId,
      changeFraction: next.changeFraction,
      stepIndex: done + 1,
      stepsCount: plan.changes.length,
      dueEpochMs: row.at_ms + next.atDay * dayMs,
    };
  }
  return null;
}

/** Which parameter leaves its band first if no water is changed, and when. */
function soonest({ tank, prospect }: { tank: TankRow; prospect: Prospect }): { atDay: number; text: string } | null {
  const bands = bandsOf(tank);
  let first: { atDay: number; text: string } | null = null;
  for (const outlook of prospect.outlooks) {
    const band = bands.find((b) => b.parameter === outlook.parameter);
    const atDay = band
      ? leavesUnchanged({ level: outlook.level, productionPerDay: outlook.productionPerDay, band })
      : null;
    if (atDay === null || atDay > 56 || (first && first.atDay <= atDay)) continue;
    const label = shippedAlmanac.parameters.find((p) => p.id === outlook.parameter)?.label ?? outlook.parameter;
    first = {
      atDay,
      text:
        atDay < 1
          ? `${label} may be out of its band`
          : `${label} may leave its band in about ${Math.round(atDay)} days without a change`,
    };
  }
  return first;
}
