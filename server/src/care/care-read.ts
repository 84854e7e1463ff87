import { careDiaryKinds, careOfBook, supposedWaterC, type CourseThread, type QuarantineThread } from '#core/care';
import { middle } from '#core/readings';
import { readDiary } from '../book';
import type { Db } from '../db';
import { latestWater, type Tank } from '../tanks';

/** Courses and quarantines of the house as they stand, from its book; the tanks tell how warm their water is. */
export async function readCare({
  deps,
  tanks,
  today,
}: {
  deps: { db: Db };
  tanks: readonly Tank[];
  /** The night. */
  today: string;
}): Promise<{ courses: CourseThread[]; quarantines: QuarantineThread[] }> {
  const steps = await readDiary(deps, { kinds: ['course', 'quarantine'] });
  const penIds = [...new Set(steps.flatMap((s) => (s.kind === 'quarantine' ? [s.subjectId] : [])))];
  const clocks = careDiaryKinds.filter((kind) => kind !== 'course' && kind !== 'quarantine');
  const happened = penIds.length === 0 ? [] : await readDiary(deps, { kinds: clocks, subjectIds: penIds });
  const tempC = (tankId: string): number => {
    const tank = tanks.find((t) => t.tankId === tankId);
    const read = tank && latestWater(tank).tempC;
    return read ? middle(read) : supposedWaterC;
  };
  return careOfBook([...steps, ...happened], { today, tempC });
}
