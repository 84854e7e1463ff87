import { instantOf, nightOn, dayMs, hourMs } from '#core/units';
import { bandAhead } from '#core/almanac';
import {
  isPure,
  drumFreeAtDay,
  houseWaters,
  leavesFirst,
  nextChange,
  openStep,
  routineInForce,
  type DoneChange,
  type HouseWater,
} from '#core/water';
import type { WorksPayload } from '#contracts/book';
import type { BatchView, EveningTankView, EveningView } from '#contracts/water';
import { ofKind, readDiary, type BookDeps, type DiaryRow } from '../book';
import { bandsOf, foreseenVerdict, noProspect, type Prospect, type Prospects } from '../judgement';
import { sourceList } from '../sources';
import { readTanks } from '../residents';
import { latestWater, ofThisLife, type Tank } from '../tanks';
import { readBatches, readChanges } from '../water';

/** When the evening's water is wanted, where the house has not said otherwise. */
const usualEveningTime = '21:00';
/** A routine is read from so many changes. */
const habitChangesCount = 9;
const batchDays = 60;
/** A batch with less than this in its drum is empty. */
const drainedL = 0.05;

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

type Said = DiaryRow<'recipe' | 'works' | 'routine' | 'sequence' | 'supply'>;

/** Routine (the keeper's word before habit), forecast without a change, recipes, batches and works, side by side. */
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
    readChanges(db, { tankIds: tanks.map((t) => t.tankId), limit: habitChangesCount }),
    readBatches(db, {
      sinceEpochMs: nowEpochMs - batchDays * dayMs,
      nowEpochMs,
      nameOf: (id) => names.get(id) ?? '',
    }),
  ]);
  const said = ofKind(diary, 'works').at(-1);
  const works = said?.payload ?? unknownWorks;
  const lines = tanks.map((tank) => {
    const prospect = foreseen.get(tank.tankId) ?? noProspect;
    const own = diary.filter((d) => d.subjectId === tank.tankId);
    const past = ofThisLife(
      tank,
      changes.filter((c) => c.subjectId === tank.tankId),
    );
    return { tank, line: waterOfTank({ tank, prospect, own, past, nowEpochMs }) };
  });
  const known = lines.flatMap(({ line }) => (line ? [line] : []));
  const eveningEpochMs = instantOf({ on: night, time: works.eveningTime ?? usualEveningTime, zone });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    weekdayIndex: weekdayOf(night),
    untilHours: Math.max(1, (eveningEpochMs - nowEpochMs) / hourMs),
    tanks: known.sort((a, b) => a.dueDays - b.dueDays || a.name.localeCompare(b.name)),
    waters: watersOf({ sources, diary, batches, works, nowEpochMs }, known),
    works: { ...works, drums: drumsOf({ works, batches, tanks: known, nowEpochMs }), known: said !== undefined },
    unitSourceId: said?.subjectId ?? sources.find((s) => isPure(s.setUp.state))?.sourceId ?? null,
    without: lines.flatMap(({ tank, line }) => (line ? [] : [{ tankId: tank.tankId, name: tank.name }])),
  };
}

/** The waters that tanks are given, as the core reckons them. */
function watersOf(
  {
    sources,
    diary,
    batches,
    works,
    nowEpochMs,
  }: {
    sources: Awaited<ReturnType<typeof sourceList>>['sources'];
    diary: readonly Said[];
    batches: readonly BatchView[];
    works: WorksPayload;
    nowEpochMs: number;
  },
  tanks: readonly EveningTankView[],
): HouseWater[] {
  const supplies = new Map(ofKind(diary, 'supply').map((d) => [d.subjectId, d.payload]));
  return houseWaters(
    {
      sources: sources.map(({ sourceId, setUp: { name, state, chlorine, parts } }) => ({
        sourceId,
        name,
        state,
        chlorine,
        parts,
      })),
      recipes: new Map(ofKind(diary, 'recipe').map((d) => [d.subjectId, d.payload])),
      supplies: [...supplies].map(([supplyId, { name, saltId, pack }]) => ({ supplyId, name, saltId, pack })),
      batches: batches.map((b) => ({ ...b, ageing: b.fate === 'ageing' })),
      prices: { perM3Value: works.perM3Value ?? null, wasteRatio: works.wasteRatio },
      nowEpochMs,
    },
    tanks.map((t) => t.waterId),
  );
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
  const standing = batches.filter((b) => b.leftL > drainedL && b.fate !== 'thrown-away');
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

function waterOfTank({
  tank,
  prospect,
  own,
  past,
  nowEpochMs,
}: {
  tank: Tank;
  prospect: Prospect;
  own: readonly Said[];
  past: readonly DoneChange[];
  nowEpochMs: number;
}): EveningTankView | null {
  const said = ofKind(own, 'routine').at(-1);
  const routine = routineInForce({
    said: said ? { ...said.payload, saidEpochMs: said.atEpochMs } : null,
    past,
    nowEpochMs,
  });
  if (!routine) return null;
  const steps = ofKind(own, 'sequence');
  const sequence = openStep({
    planned: steps.flatMap(({ entryId, atEpochMs, payload }) =>
      payload.step === 'planned'
        ? [
            {
              sequenceId: entryId,
              plannedEpochMs: atEpochMs,
              sourceId: payload.sourceId,
              changes: payload.changes,
            },
          ]
        : [],
    ),
    endedIds: new Set(steps.flatMap(({ payload }) => (payload.step === 'ended' ? [payload.sequenceId] : []))),
    past,
  });
  const lastEpochMs = past[0]?.atEpochMs ?? said?.atEpochMs ?? nowEpochMs;
  const next = nextChange({ routine, sequence, lastEpochMs, nowEpochMs });
  const water = latestWater(tank);
  const bands = bandsOf(tank).flatMap((line) => {
    const band = bandAhead({ line, latest: water[line.parameter] ?? null });
    return band ? [{ parameter: line.parameter, lo: band.lo, hi: band.hi }] : [];
  });
  const leaves = leavesFirst({ outlooks: prospect.outlooks, bands });
  return {
    tankId: tank.tankId,
    name: tank.name,
    ...next,
    changeL: next.changeFraction * tank.netVolumeL,
    everyDays: routine.everyDays,
    changeMinutes: routine.changeMinutes,
    leavesAtDay: leaves?.atDay ?? null,
    leavesParameter: leaves?.parameter ?? null,
    urgent: foreseenVerdict({ tank, prospect, nowEpochMs }).nextStep.kind === 'change-now',
    how: routine.how,
    routineBy: routine.by,
    sequence: sequence
      ? { sequenceId: sequence.sequenceId, stepIndex: sequence.stepIndex, stepsCount: sequence.stepsCount }
      : null,
  };
}
