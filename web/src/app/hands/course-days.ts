import { dateOfCourse, type CourseThread } from '#core/care';
import { dayDoWords } from '#words/care';
import type { HouseStore } from '../base/house-store';
import type { DiaryEntry } from '../base/scribe';
import { careOfHouse } from '../care';
import type { StockStore } from '../stock';

/** Courses that run, from the diary of the house. */
export const coursesOfHouse = (
  diary: readonly DiaryEntry[],
  house: HouseStore,
  stock: StockStore,
): readonly CourseThread[] => careOfHouse(diary, { house, stock }).courses.filter((c) => c.ended === null);

/** What a course asks for in a tank on the days of an absence. */
export const courseDaysIn = ({
  courses,
  tankId,
  fromOn,
  toOn,
}: {
  courses: readonly CourseThread[];
  tankId: string;
  fromOn: string;
  toOn: string;
}): { on: string; text: string }[] =>
  courses
    .filter((c) => c.tankId === tankId)
    .flatMap(({ calendar, plan }) =>
      calendar
        .filter((d) => d.state !== 'dropped' && d.state !== 'done')
        .map((d) => ({ on: dateOfCourse(plan.startOn, d.day), text: `${dayDoWords[d.do]}, ${plan.productName}` }))
        .filter(({ on }) => on > fromOn && on <= toOn),
    );
