import {
  courseThreads,
  dueOf,
  quarantineThreads,
  readyToEnd,
  type CourseThread,
  type QuarantineHappening,
  type QuarantineThread,
} from '#core/care';
import { middle } from '#core/readings';
import { nightOn, type Contribution } from '#core/tonight';
import { ofKind, readDiary, type BookDeps, type DiaryRow } from '../book';
import { latestWater, type Tank } from '../tanks';

/** Where nobody has measured: what the schools' lengths were made for. */
const assumedC = 25;

/** Courses and quarantines: what is due tonight, what is late, and how long it still takes. */
export async function careContributions({
  deps,
  tanks,
  nowEpochMs,
  zone,
}: {
  deps: Pick<BookDeps, 'db'>;
  tanks: readonly Tank[];
  nowEpochMs: number;
  zone: string;
}): Promise<Map<string, Contribution[]>> {
  const rows = await readDiary(deps, { kinds: ['course', 'quarantine'] });
  if (rows.length === 0) return new Map();
  const today = nightOn({ atEpochMs: nowEpochMs, zone });
  const courses = courseThreads(
    ofKind(rows, 'course').map((r) => ({
      entryId: r.entryId,
      tankId: r.subjectId,
      atEpochMs: r.atEpochMs,
      ...r.payload,
    })),
    { today, zone },
  );
  const steps = ofKind(rows, 'quarantine').map((r) => ({
    entryId: r.entryId,
    tankId: r.subjectId,
    atEpochMs: r.atEpochMs,
    ...r.payload,
  }));
  const penIds = [...new Set(steps.map((s) => s.tankId))];
  const happened: DiaryRow<'stock' | 'arrival' | 'fact'>[] =
    penIds.length === 0 ? [] : await readDiary(deps, { kinds: ['stock', 'arrival', 'fact'], subjectIds: penIds });
  const tempC = (tankId: string): number => {
    const tank = tanks.find((t) => t.tankId === tankId);
    const read = tank && latestWater(tank).tempC;
    return read ? middle(read) : assumedC;
  };
  const quarantines = quarantineThreads(steps, { happened: happenings(happened, courses, zone), tempC, today, zone });
  const byTank = new Map<string, Contribution[]>();
  const add = (tankId: string, said: readonly Contribution[]): void =>
    void byTank.set(tankId, [...(byTank.get(tankId) ?? []), ...said]);
  for (const course of courses) add(course.tankId, courseSaid(course));
  for (const quarantine of quarantines) add(quarantine.tankId, quarantineSaid(quarantine, today));
  return byTank;
}

/** What of the book sets a clock: arrivals, deaths, wet contacts, treatments that ended. */
function happenings(
  rows: readonly DiaryRow<'stock' | 'arrival' | 'fact'>[],
  courses: readonly CourseThread[],
  zone: string,
): QuarantineHappening[] {
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  return [
    ...rows.flatMap((row): QuarantineHappening[] => {
      const of = (kind: QuarantineHappening['event']['kind']): QuarantineHappening[] => [
        { tankId: row.subjectId, event: { on: on(row.atEpochMs), kind } },
      ];
      if (row.kind === 'arrival') return of('arrival');
      if (row.kind === 'fact')
        return row.payload.about === 'shared' && row.payload.disinfected !== true ? of('wet-contact') : [];
      if (row.payload.event === 'died') return of('death');
      return row.payload.event === 'arrived' || row.payload.event === 'moved-in' ? of('arrival') : [];
    }),
    ...courses.flatMap((c): QuarantineHappening[] =>
      c.ended ? [{ tankId: c.tankId, event: { on: on(c.ended.atEpochMs), kind: 'treatment-ended' } }] : [],
    ),
  ];
}

const base = { loud: false, rank: 1, dueEpochMs: null } as const;
function courseSaid(of: CourseThread): Contribution[] {
  const begins = { path: '/care', query: { course: of.courseId } };
  const { productName } = of.plan;
  const head = { ...base, sinceEpochMs: null, begins };
  const [first] = dueOf(of);
  if (first)
    return [
      {
        ...head,
        id: `course:${of.courseId}`,
        severity: 'act',
        reason: { id: 'course-due', facts: { productName, what: first.do, lateDays: of.courseDay - first.day } },
      },
    ];
  if (readyToEnd(of))
    return [
      {
        ...head,
        id: `course:${of.courseId}`,
        severity: 'act',
        reason: { id: 'course-due', facts: { productName, what: 'end', lateDays: 0 } },
      },
    ];
  return of.ended
    ? []
    : [
        {
          ...head,
          id: `course:${of.courseId}`,
          severity: 'note',
          reason: { id: 'course', facts: { productName, courseDay: of.courseDay } },
        },
      ];
}
function quarantineSaid(of: QuarantineThread, today: string): Contribution[] {
  if (of.left) return [];
  const exitOn = of.clock?.exitOn ?? null;
  const leftDays =
    exitOn === null ? null : Math.max(0, Math.round((Date.parse(exitOn) - Date.parse(today)) / 86_400_000));
  return [
    {
      ...base,
      id: `quarantine:${of.quarantineId}`,
      severity: of.lookedToday ? 'note' : 'watch',
      reason: {
        id: 'quarantine',
        facts: {
          leftDays: of.clock === null ? 0 : leftDays,
          free: of.clock !== null && of.clock.blockedBy.length === 0,
          lookedToday: of.lookedToday,
        },
      },
      sinceEpochMs: null,
      begins: { path: '/care', query: { quarantine: of.quarantineId } },
    },
  ];
}
