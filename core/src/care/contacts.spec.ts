import { dayMs } from '#core/units';
import { contactsOfBook, traceDayOf, type ContactRow } from './contacts';

const row = <K extends ContactRow['kind']>(
  kind: K,
  day: number,
  payload: Extract<ContactRow, { kind: K }>['payload'],
  subjectId = 'a',
): ContactRow =>
  ({ entryId: `${kind}-${day}`, kind, subjectId, atEpochMs: day * dayMs, nightOn: '2026-03-01', payload }) as never;
const shared = (day: number, thing: string, disinfected?: boolean): ContactRow =>
  row('fact', day, { about: 'shared', thing, withTankId: 'b', disinfected });
const told = (...rows: ContactRow[]) =>
  contactsOfBook(rows).map((c) => `${c.from}>${c.to} ${c.kind}${c.broken === true ? ' broken' : ''} ${c.atDay}`);

describe('contacts from the book', () => {
  it('a shared thing goes both ways, by what it was', () => {
    expect(told(shared(3, 'filter-media'))).toEqual(['a>b media 3', 'b>a media 3']);
    expect(told(shared(3, 'hands'))).toEqual(['a>b hands 3', 'b>a hands 3']);
  });
  it('a move goes one way, once, although both ends wrote it; into the same tank it is none', () => {
    const into = row('stock', 4, { event: 'moved-in', otherTankId: 'b' });
    const out = row('stock', 4, { event: 'moved-out', otherTankId: 'a' }, 'b');
    expect(told(into, out)).toEqual(['b>a animals 4']);
    expect(told(row('stock', 4, { event: 'died' }), row('stock', 4, { event: 'moved-in', otherTankId: 'a' }))).toEqual(
      [],
    );
  });
  it('media that seeded a tank and cuttings go where they went', () => {
    expect(
      told(
        row('cycling', 5, { step: 'seeded', fromTankId: 'b' }),
        row('trim', 6, { toTankId: 'b' }),
        row('trim', 6, {}),
      ),
    ).toEqual(['b>a media 5', 'a>b plants 6']);
  });
  it('on one day the contact that was not disinfected counts, in whichever order they were written', () => {
    const [dipped, bare] = [shared(7, 'net', true), shared(7, 'net')];
    expect(told(dipped, bare)).toEqual(['a>b net 7', 'b>a net 7']);
    expect(told(bare, dipped)).toEqual(['a>b net 7', 'b>a net 7']);
    expect(told(dipped)).toEqual(['a>b net broken 7', 'b>a net broken 7']);
    // Where nobody said that it was broken, it was not.
    const hose = { from: 'a', to: 'b', kind: 'hose', atDay: 7, atEpochMs: 7 * dayMs } as const;
    for (const chains of [
      [hose, { ...hose, broken: true }],
      [{ ...hose, broken: true }, hose],
    ])
      expect(contactsOfBook([], chains).map((c) => c.broken)).toEqual([undefined]);
  });
  it('another day is another contact, and a tool tells of the tank it came from', () => {
    expect(told(shared(7, 'net'), shared(8, 'net')).length).toBe(4);
    const kept = row('tool', 1, { step: 'kept', name: 'a net', sort: 'net' });
    const used = row('tool', 2, { step: 'used', toolId: 'tool-1' }, 'b');
    expect(told(kept, used)).toEqual(['a>b net 2']);
    expect(traceDayOf(2 * dayMs - 1)).toBe(1);
  });
});
