import type { EventAttributes } from 'ics';
import { dateOfCourse, type CourseThread, type QuarantineThread } from '#core/care';
import { blockWords, courseDayText, dayDoWords, schoolWords, careAnswers } from '#words/care';
import type { Db } from '../db';
import type { Speech } from '#words/units';
import { calendarDay, calendarFile, type Visit } from '../house';
import { notFound } from '../problems';
import { readSetUps, type Tank } from '../tanks';
import { readCare } from './care-read';

const productId = 'night-ledger';
/** One course or quarantine as an iCalendar file (RFC 5545): whole days, each with what is done on it. */
export async function careCalendar(
  deps: { db: Db },
  { entryId, tanks }: { entryId: string; tanks: readonly Tank[] },
  { speech, nightOn }: Visit,
): Promise<string> {
  const { courses, quarantines } = await readCare({ deps, tanks, today: nightOn });
  const course = courses.find((c) => c.courseId === entryId);
  const quarantine = quarantines.find((q) => q.quarantineId === entryId);
  const tankId = course?.tankId ?? quarantine?.tankId;
  if (tankId === undefined) throw notFound(careAnswers.courseOrQuarantine, 'entryId');
  const name = (await readSetUps(deps.db, { tankId })).at(-1)?.setUp.name ?? '';
  const events = course ? courseEvents(course, { name, speech }) : quarantine ? quarantineEvents(quarantine, name) : [];
  return calendarFile(
    name,
    events.map((e) => ({ ...e, duration: { days: 1 } })),
  );
}
type Marked = Pick<EventAttributes, 'uid' | 'title' | 'description'> & { start: [number, number, number] };
const courseEvents = (of: CourseThread, { name, speech }: { name: string; speech: Speech }): Marked[] =>
  of.calendar
    .filter((d) => d.state !== 'dropped')
    .map((d, i) => ({
      uid: `${of.courseId}-${i}@${productId}`,
      title: `${name}: ${dayDoWords[d.do]}, ${of.plan.productName}`,
      description: courseDayText(speech, d, of.give),
      start: calendarDay(dateOfCourse(of.plan.startOn, d.day)),
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
            start: calendarDay(exitOn),
          },
        ]),
    ...(stretchedExitOn === null
      ? []
      : [
          {
            uid: `${of.quarantineId}-stretched@${productId}`,
            title: careAnswers.quarantineEndsStretchedForCool(name),
            description: schoolWords[of.school],
            start: calendarDay(stretchedExitOn),
          },
        ]),
  ];
}
