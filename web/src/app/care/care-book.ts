import { nightOn } from '#core/units';
import {
  careDiaryKinds as careKinds,
  careOfBook,
  contactDiaryKinds,
  contactsOfBook,
  supposedWaterC,
  toolStepOf,
  toolThreads,
  type CareRow,
  type ContactRow,
  type CourseThread,
  type DatedContact,
  type QuarantineThread,
} from '#core/care';
import { middle } from '#core/readings';
import type { HouseStore } from '../base/house-store';
import type { DiaryEntry } from '../base/scribe';
import type { StockStore } from '../stock';

/** The kinds of entry that care and its contacts are read from. */
export const careDiaryKinds = [...new Set([...careKinds, ...contactDiaryKinds])];

/** Courses and quarantines of the house tonight, from its diary; its water as it was last read. */
export const careOfHouse = (
  diary: readonly DiaryEntry[],
  { house, stock }: { house: Pick<HouseStore, 'nowEpochMs' | 'zone'>; stock: Pick<StockStore, 'stockOf'> },
): { courses: CourseThread[]; quarantines: QuarantineThread[] } =>
  careOfBook(diary as readonly CareRow[], {
    today: nightOn({ atEpochMs: house.nowEpochMs(), zone: house.zone() }),
    tempC: (tankId) => {
      const read = stock.stockOf(tankId)?.tank.water.tempC;
      return read ? middle(read) : supposedWaterC;
    },
  });
const contactRows = (diary: readonly DiaryEntry[]): ContactRow[] =>
  diary.filter((e) => (contactDiaryKinds as readonly string[]).includes(e.kind)) as unknown as ContactRow[];
/** Contacts between the tanks of the house, from its diary. */
export const contactsOfHouse = (diary: readonly DiaryEntry[], chains: readonly DatedContact[] = []): DatedContact[] =>
  contactsOfBook(contactRows(diary), chains);
/** Tools with their homes, and the contacts they made. */
export const toolsOfHouse = (diary: readonly DiaryEntry[]): ReturnType<typeof toolThreads> =>
  toolThreads(contactRows(diary).flatMap((row) => (row.kind === 'tool' ? [toolStepOf(row)] : [])));
