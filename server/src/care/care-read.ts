import {
  courseThreads,
  quarantineHappenings,
  quarantineThreads,
  type ClockEntry,
  type CourseThread,
  type QuarantineThread,
} from '#core/care';
import { middle } from '#core/readings';
import { nightOn } from '#core/tonight';
import { ofKind, readDiary, type DiaryRow } from '../book';
import type { Db } from '../db';
import { latestWater, type Tank } from '../tanks';

/** Where nobody has measured: what the schools' lengths were made for. */
const assumedC = 25;

/** Courses and quarantines of the house as they stand, from its book; the tanks tell how warm their water is. */
export async function readCare({
  deps,
  tanks,
  nowEpochMs,
  zone,
}: {
  deps: { db: Db };
  tanks: readonly Tank[];
  nowEpochMs: number;
  zone: string;
}): Promise<{ courses: CourseThread[]; quarantines: QuarantineThread[] }> {
  const rows = await readDiary(deps, { kinds: ['course', 'quarantine'] });
  const today = nightOn({ atEpochMs: nowEpochMs, zone });
  const head = ({ entryId, subjectId, atEpochMs }: DiaryRow<'course' | 'quarantine'>) => ({
    entryId,
    tankId: subjectId,
    atEpochMs,
  });
  const courses = courseThreads(
    ofKind(rows, 'course').map((r) => ({ ...head(r), ...r.payload })),
    { today, zone },
  );
  const steps = ofKind(rows, 'quarantine').map((r) => ({ ...head(r), ...r.payload }));
  const penIds = [...new Set(steps.map((s) => s.tankId))];
  const happened: DiaryRow<'stock' | 'arrival' | 'fact'>[] =
    penIds.length === 0 ? [] : await readDiary(deps, { kinds: ['stock', 'arrival', 'fact'], subjectIds: penIds });
  const tempC = (tankId: string): number => {
    const tank = tanks.find((t) => t.tankId === tankId);
    const read = tank && latestWater(tank).tempC;
    return read ? middle(read) : assumedC;
  };
  const quarantines = quarantineThreads(steps, {
    happened: quarantineHappenings(clockEntries(happened, courses, zone)),
    tempC,
    today,
    zone,
  });
  return { courses, quarantines };
}

/** Entries that set a clock, as the core reads them. */
function clockEntries(
  rows: readonly DiaryRow<'stock' | 'arrival' | 'fact'>[],
  courses: readonly CourseThread[],
  zone: string,
): ClockEntry[] {
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  return [
    ...rows.flatMap((row): ClockEntry[] => {
      const head = { tankId: row.subjectId, on: on(row.atEpochMs) };
      if (row.kind === 'arrival') return [{ ...head, kind: 'arrival' }];
      if (row.kind === 'stock') return [{ ...head, kind: 'stock', event: row.payload.event }];
      return row.payload.about === 'shared'
        ? [{ ...head, kind: 'shared', disinfected: row.payload.disinfected === true }]
        : [];
    }),
    ...courses.flatMap((c): ClockEntry[] =>
      c.ended ? [{ tankId: c.tankId, on: on(c.ended.atEpochMs), kind: 'course-ended' }] : [],
    ),
  ];
}
