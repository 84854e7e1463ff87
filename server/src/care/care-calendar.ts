import { createEvents, type EventAttributes } from 'ics';
import { dateOfCourse, type CourseThread, type QuarantineThread } from '#core/care';
import { blockWords, courseDayText, dayDoWords, schoolWords } from '#words/care';
import type { Db } from '../db';
import type { Speech } from '#words/units';
import type { HouseContext, Visit } from '../house';
import { notFound } from '../problems';
import { readSetUps, type Tank } from '../tanks';
import { readCare } from './care-read';

const productId = 'night-ledger';
const dayParts = (on: string): [number, number, number] => {
  const [year = 1970, month = 1, day = 1] = on.split('-').map(Number);
  return [year, month, day];
};
/** One course or quarantine as an iCalendar file (RFC 5545): whole days, each with what is done on it. */
export async function careCalendar(
  deps: { db: Db; house: HouseContext },
  { entryId, tanks }: { entryId: string; tanks: readonly Tank[] },
  { speech }: Visit,
): Promise<string> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const zone = deps.house.zoneAt(nowEpochMs);
  const { courses, quarantines } = await readCare({ deps, tanks, nowEpochMs, zone });
  const course = courses.find((c) => c.courseId === entryId);
  const quarantine = quarantines.find((q) => q.quarantineId === entryId);
  const tankId = course?.tankId ?? quarantine?.tankId;
  if (tankId === undefined) throw notFound('course or quarantine');
  const name = (await readSetUps(deps.db, { tankId })).at(-1)?.setUp.name ?? '';
  const events = course ? courseEvents(course, { name, speech }) : quarantine ? quarantineEvents(quarantine, name) : [];
  const { value, error } = createEvents(
    events.map((e) => ({ ...e, calName: name, productId, busyStatus: 'FREE' as const, duration: { days: 1 } })),
    { calName: name, productId },
  );
  if (error) throw error;
  return value ?? '';
}
type Marked = Pick<EventAttributes, 'uid' | 'title' | 'description'> & { start: [number, number, number] };
const courseEvents = (of: CourseThread, { name, speech }: { name: string; speech: Speech }): Marked[] =>
  of.calendar
    .filter((d) => d.state !== 'dropped')
    .map((d, i) => ({
      uid: `${of.courseId}-${i}@${productId}`,
      title: `${name}: ${dayDoWords[d.do]}, ${of.plan.productName}`,
      description: courseDayText(speech, d),
      start: dayParts(dateOfCourse(of.plan.startOn, d.day)),
    }));
function quarantineEvents(of: QuarantineThread, name: string): Marked[] {
  const { clock } = of;
  if (!clock || of.left) return [];
  const { exitOn, stretchedExitOn } = clock;
  return [
    ...(exitOn === null
      ? []
      : [
          {
            uid: `${of.quarantineId}-end@${productId}`,
            title: `${name}: quarantine ends`,
            description: `${schoolWords[of.school]}. ${clock.blockedBy.map((b) => blockWords[b]).join('; ')}`,
            start: dayParts(exitOn),
          },
        ]),
    ...(stretchedExitOn === null
      ? []
      : [
          {
            uid: `${of.quarantineId}-stretched@${productId}`,
            title: `${name}: quarantine ends, stretched for cool water`,
            description: schoolWords[of.school],
            start: dayParts(stretchedExitOn),
          },
        ]),
  ];
}
