import { nightOn, nightsBetween } from '#core/units';
import {
  dueOf,
  filterWatch,
  readyToEnd,
  redosesDue,
  type CourseThread,
  type QuarantineThread,
  type WaterChanged,
} from '#core/care';
import { type Contribution } from '#core/tonight';
import type { Db } from '../db';
import { latestWater, type Tank } from '../tanks';
import { readCare } from './care-read';
import { readWaterChanged } from './care-water';

/** Courses and quarantines: what is due tonight, what is late, and how long it still takes. */
export async function careContributions({
  deps,
  tanks,
  nowEpochMs,
  zone,
}: {
  deps: { db: Db };
  tanks: readonly Tank[];
  nowEpochMs: number;
  zone: string;
}): Promise<Map<string, Contribution[]>> {
  const today = nightOn({ atEpochMs: nowEpochMs, zone });
  const { courses, quarantines } = await readCare({ deps, tanks, today });
  if (courses.length === 0 && quarantines.length === 0) return new Map();
  const byTank = new Map<string, Contribution[]>();
  const add = (tankId: string, said: readonly Contribution[]): void =>
    void byTank.set(tankId, [...(byTank.get(tankId) ?? []), ...said]);
  const running = courses.filter((c) => c.ended === null);
  const changes: WaterChanged[] =
    running.length === 0
      ? []
      : await readWaterChanged(deps.db, {
          tankIds: [...new Set(running.map((c) => c.tankId))],
          sinceEpochMs: Math.min(...running.map((c) => Date.parse(c.plan.startOn))),
        });
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  for (const course of courses) {
    const tank = tanks.find((t) => t.tankId === course.tankId);
    const read = tank ? latestWater(tank) : {};
    const readOn = new Map(
      (['tanMgPerL', 'no2MgPerL'] as const).flatMap((p) => {
        const latest = read[p];
        return latest ? [[p, on(latest.atEpochMs)] as const] : [];
      }),
    );
    add(course.tankId, [
      ...courseContributions(course, today),
      ...duringCourseContributions(course, { changes, readOn, today, on }),
    ]);
  }
  for (const quarantine of quarantines) add(quarantine.tankId, quarantineSaid(quarantine, today));
  return byTank;
}

const base = { loud: false, rank: 1, dueEpochMs: null } as const;
function courseContributions(of: CourseThread, today: string): Contribution[] {
  const begins = { path: '/care', query: { course: of.courseId } };
  const { productName } = of.plan;
  const head = { ...base, sinceEpochMs: null, begins };
  if (of.pausedOn !== null && of.ended === null)
    return [
      {
        ...head,
        id: `course:${of.courseId}`,
        severity: 'watch',
        reason: {
          id: 'course-paused',
          facts: { productName, pausedDays: nightsBetween(of.pausedOn, today) },
        },
      },
    ];
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
/** What runs beside a course: the share of the dose that an own change took along, and the tests for the filter. */
function duringCourseContributions(
  of: CourseThread,
  {
    changes,
    readOn,
    today,
    on,
  }: {
    changes: readonly WaterChanged[];
    readOn: ReadonlyMap<string, string>;
    today: string;
    on: (atEpochMs: number) => string;
  },
): Contribution[] {
  const begins = { path: '/care', query: { course: of.courseId } };
  const { productName } = of.plan;
  const dayOf = (atEpochMs: number): number => nightsBetween(of.plan.startOn, on(atEpochMs)) + 1;
  const parameters = filterWatch(of, { readOn, today, dayOf: on });
  return [
    ...redosesDue(of, { changes, dayOf }).map((r): Contribution => ({
      ...base,
      id: `redose:${of.courseId}:${r.changeEntryId}`,
      severity: 'act',
      reason: { id: 'redose', facts: { productName, give: r.give, changeFraction: r.changeFraction } },
      sinceEpochMs: r.atEpochMs,
      begins,
    })),
    ...(parameters.length === 0
      ? []
      : [
          {
            ...base,
            id: `filter-watch:${of.courseId}`,
            severity: 'watch' as const,
            reason: { id: 'filter-watch' as const, facts: { productName, parameters, ended: of.ended !== null } },
            sinceEpochMs: null,
            begins: { path: '/readings', query: { tank: of.tankId } },
          },
        ]),
  ];
}
function quarantineSaid(of: QuarantineThread, today: string): Contribution[] {
  if (of.left) return [];
  const exitOn = of.clock?.exitOn ?? null;
  const leftDays = exitOn === null ? null : Math.max(0, nightsBetween(today, exitOn));
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
