import { nightOn, dayMs } from '#core/units';
import {
  careOfBook,
  toolStepOf,
  toolThreads,
  type CareRow,
  type Contact,
  type ContactKind,
  type CourseThread,
  type QuarantineThread,
} from '#core/care';
import type { ReadPayloadOf } from '#contracts/book';
import { middle } from '#core/readings';
import type { DiaryEntry } from '../base/scribe';
import type { StockStore } from '../stock';

type CareKind = 'course' | 'quarantine' | 'stock' | 'arrival' | 'fact' | 'cycling' | 'trim' | 'tool';
type Of<K extends CareKind> = Omit<DiaryEntry, 'payload'> & { payload: ReadPayloadOf<K> };
const of = <K extends CareKind>(diary: readonly DiaryEntry[], kind: K): Of<K>[] =>
  diary.filter((e) => e.kind === kind) as Of<K>[];

/** The kinds of entry that care is read from. */
export const careDiaryKinds = ['course', 'quarantine', 'stock', 'arrival', 'fact', 'cycling', 'trim', 'tool'] as const;

/** Courses and quarantines of the house as they stand, from its diary. */
export const careOfHouse = (
  diary: readonly DiaryEntry[],
  { nowEpochMs, zone, tempC }: { nowEpochMs: number; zone: string; tempC: (tankId: string) => number },
): { courses: CourseThread[]; quarantines: QuarantineThread[] } =>
  careOfBook(diary as readonly CareRow[], { today: nightOn({ atEpochMs: nowEpochMs, zone }), tempC });
/** Days since 1970, so that a trace can reckon with them. */
export const dayOf = (atEpochMs: number): number => Math.floor(atEpochMs / dayMs);
const ways: Readonly<Record<string, ContactKind>> = {
  net: 'net',
  siphon: 'siphon',
  hose: 'hose',
  'filter-media': 'media',
  water: 'water',
  plants: 'plants',
  hands: 'hands',
};
/** Tools with their homes, and the contacts they made. */
export const toolsOfHouse = (diary: readonly DiaryEntry[]): ReturnType<typeof toolThreads> =>
  toolThreads(of(diary, 'tool').map(toolStepOf));
/** Every contact between tanks that the book holds: moves, shared things both ways, media that seeded another tank, changes of one go by one hose. */
export function contactsOfHouse(
  diary: readonly DiaryEntry[],
  chains: readonly (Contact & { atEpochMs: number })[] = [],
): (Contact & { atEpochMs: number })[] {
  const contact = (
    e: DiaryEntry,
    from: string,
    to: string,
    kind: ContactKind,
    broken = false,
  ): (Contact & { atEpochMs: number })[] =>
    from === to ? [] : [{ from, to, kind, broken, atDay: dayOf(e.atEpochMs), atEpochMs: e.atEpochMs }];
  return [
    ...of(diary, 'fact').flatMap((e) => {
      const { payload } = e;
      if (payload.about !== 'shared') return [];
      const kind = ways[payload.thing] ?? 'hands';
      const broken = payload.disinfected === true;
      return [
        ...contact(e, e.subjectId, payload.withTankId, kind, broken),
        ...contact(e, payload.withTankId, e.subjectId, kind, broken),
      ];
    }),
    ...of(diary, 'stock').flatMap((e) => {
      const other = e.payload.otherTankId;
      if (other === undefined) return [];
      // A move is written on both its ends; one of them is enough.
      return e.payload.event === 'moved-in'
        ? contact(e, other, e.subjectId, 'animals')
        : e.payload.event === 'moved-out'
          ? contact(e, e.subjectId, other, 'animals')
          : [];
    }),
    ...of(diary, 'cycling').flatMap((e) =>
      e.payload.step === 'seeded' && e.payload.fromTankId !== undefined
        ? contact(e, e.payload.fromTankId, e.subjectId, 'media')
        : [],
    ),
    ...toolsOfHouse(diary).contacts,
    // Tanks that one hose or pump served in one go.
    ...chains,
    // Cuttings that were given to another tank.
    ...of(diary, 'trim').flatMap((e) =>
      e.payload.toTankId === undefined ? [] : contact(e, e.subjectId, e.payload.toTankId, 'plants'),
    ),
  ].filter(
    (c, i, all) =>
      all.findIndex((d) => d.from === c.from && d.to === c.to && d.kind === c.kind && d.atDay === c.atDay) === i,
  );
}

const assumedC = 25;
/** How warm each tank's water is by its last reading; what the schools' lengths were made for where nobody measured. */
export const warmthOf =
  (stock: StockStore) =>
  (tankId: string): number => {
    const read = stock.stockOf(tankId)?.tank.water.tempC;
    return read ? middle(read) : assumedC;
  };
