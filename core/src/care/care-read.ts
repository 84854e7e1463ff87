import { quarantineHappenings, type ClockEntry } from './during-course';
import { courseThreads, type CareHead, type CoursePlan, type CourseStep, type CourseThread } from './course-thread';
import {
  quarantineThreads,
  type QuarantineReason,
  type QuarantineStep,
  type QuarantineThread,
} from './quarantine-thread';
import type { QuarantineSchool } from './quarantine';
import type { ToolSort, ToolStep } from './tools';

type LaterCourse = Exclude<CourseStep, { step: 'started' }>;
/** Steps as the book keeps them; the dates that some name for themselves are called `on` there. */
export type CoursePayloadLike = ({ step: 'started' } & CoursePlan) | DistributiveOmit<LaterCourse, keyof CareHead>;
export type QuarantinePayloadLike =
  | { step: 'opened'; school: QuarantineSchool; reason: QuarantineReason; on: string }
  | { step: 'sentinels'; quarantineId: string; kindId: string; count: number; on: string }
  | { step: 'noted'; quarantineId: string; event: 'wet-contact' | 'sign' | 'sign-ended'; on: string; note: string }
  | { step: 'looked'; quarantineId: string; appetiteCount: number; note: string }
  | { step: 'left'; quarantineId: string; reason: string };
export type ToolPayloadLike =
  | { step: 'kept'; name: string; sort: ToolSort }
  | { step: 'used' | 'gone'; toolId: string }
  | { step: 'dipped'; toolId: string; agentId: string; minutes: number; kept: boolean };
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;

/** Where nobody has measured: what the schools’ lengths were made for. */
export const supposedWaterC = 25;

interface RowHead {
  entryId: string;
  subjectId: string;
  atEpochMs: number;
  /** Its night, as the book holds it: the zone of the house may have been another one then. */
  nightOn: string;
}
/** Entries of the book that care is read from. */
export type CareRow = RowHead &
  (
    | { kind: 'course'; payload: CoursePayloadLike }
    | { kind: 'quarantine'; payload: QuarantinePayloadLike }
    | { kind: 'arrival' }
    | { kind: 'stock'; payload: { event: string } }
    | { kind: 'fact'; payload: { about: string; disinfected?: boolean | undefined } }
  );
export const careDiaryKinds = ['course', 'quarantine', 'arrival', 'stock', 'fact'] as const;

const headOf = ({ entryId, subjectId, atEpochMs, nightOn }: RowHead): CareHead => ({
  entryId,
  tankId: subjectId,
  atEpochMs,
  on: nightOn,
});
/** A row of the book as a step of its course. */
export const courseStepOf = (row: RowHead & { payload: CoursePayloadLike }): CourseStep => ({
  ...row.payload,
  ...headOf(row),
});
/** A row of the book as a step of its quarantine; the day it was opened rides along. */
export function quarantineStepOf(row: RowHead & { payload: QuarantinePayloadLike }): QuarantineStep {
  const head = headOf(row);
  const { payload } = row;
  switch (payload.step) {
    case 'opened':
      return { ...payload, ...head, openedOn: payload.on };
    case 'noted':
      return { ...payload, ...head, notedOn: payload.on };
    case 'sentinels':
      return { ...payload, ...head, besideOn: payload.on };
    default:
      return { ...payload, ...head };
  }
}
/** A row of the book as a step of a tool’s life. */
export const toolStepOf = (row: RowHead & { payload: ToolPayloadLike }): ToolStep => ({
  ...row.payload,
  ...headOf(row),
});

/**
 * Courses and quarantines of a house as they stand tonight, from its book: the one reader of server and pages.
 * @example careOfBook(rows, { today: '2026-03-14', tempC: () => 25 }).courses
 */
export function careOfBook(
  rows: readonly CareRow[],
  { today, tempC }: { today: string; tempC: (tankId: string) => number },
): { courses: CourseThread[]; quarantines: QuarantineThread[] } {
  const courses = courseThreads(
    rows.flatMap((row) => (row.kind === 'course' ? [courseStepOf(row)] : [])),
    { today },
  );
  const quarantines = quarantineThreads(
    rows.flatMap((row) => (row.kind === 'quarantine' ? [quarantineStepOf(row)] : [])),
    { happened: quarantineHappenings(clockEntries(rows, courses)), tempC, today },
  );
  return { courses, quarantines };
}

/** Entries that set a clock. */
const clockEntries = (rows: readonly CareRow[], courses: readonly CourseThread[]): ClockEntry[] => [
  ...rows.flatMap((row): ClockEntry[] => {
    const head = { tankId: row.subjectId, on: row.nightOn };
    switch (row.kind) {
      case 'arrival':
        return [{ ...head, kind: 'arrival' }];
      case 'stock':
        return [{ ...head, kind: 'stock', event: row.payload.event }];
      case 'fact':
        return row.payload.about === 'shared'
          ? [{ ...head, kind: 'shared', disinfected: row.payload.disinfected === true }]
          : [];
      default:
        return [];
    }
  }),
  ...courses.flatMap((c): ClockEntry[] =>
    c.ended ? [{ tankId: c.tankId, on: c.ended.on, kind: 'course-ended' }] : [],
  ),
];
