import { startsTonight } from './starts';
import type { WaterKind } from './evening';

const lake: WaterKind = {
  waterId: 'lake',
  name: 'Lake water',
  roFraction: 0.5,
  saltGPerL: 0.2,
  leadHours: 24,
  stirred: true,
  mixMinutes: 10,
  readyL: 0,
};
const works = {
  drums: [
    { name: 'large', volumeL: 150 },
    { name: 'small', volumeL: 25 },
  ],
  evenings: [] as number[],
};
const due = (...all: [changeL: number, dueDays: number][]) =>
  all.map(([changeL, dueDays]) => ({ waterId: 'lake', changeL, dueDays }));
const starts = (over: Partial<Parameters<typeof startsTonight>[0]> = {}) =>
  startsTonight({ tanks: due([20, 1]), waters: [lake], works, weekdayIndex: 1, untilHours: 1, ...over });

describe('what must be begun tonight', () => {
  it('water that stands a day, for what is due tomorrow: in the smallest drum that holds it', () => {
    expect(starts()).toEqual([
      {
        waterId: 'lake',
        name: 'Lake water',
        makeL: 20,
        roL: 10,
        saltG: 4,
        leadHours: 24,
        stirred: true,
        mixMinutes: 10,
        forNight: 1,
        drum: 'small',
      },
    ]);
  });
  it('what is due the night after can be begun tomorrow, unless it stands longer', () => {
    expect(starts({ tanks: due([20, 1.5]) })).toEqual([]);
    expect(starts({ tanks: due([20, 1.5]), waters: [{ ...lake, leadHours: 25 }] })[0]?.forNight).toBe(2);
  });
  it('what is mixed within the hour is not begun the evening before', () => {
    expect(starts({ waters: [{ ...lake, leadHours: 1.9 }] })).toEqual([]);
    expect(starts({ waters: [{ ...lake, leadHours: 2 }] }).length).toBe(1);
  });
  it('what stands ready counts, also what is ready by then, and is not made twice', () => {
    expect(starts({ waters: [{ ...lake, readyL: 5 }] })[0]?.makeL).toBe(15);
    const standing = [{ readyAtDay: 1, volumeL: 20 }];
    expect(starts({ waters: [{ ...lake, standing }] })).toEqual([]);
    // Ready only the day after: tomorrow is short of it all the same.
    expect(starts({ waters: [{ ...lake, standing: [{ readyAtDay: 1.5, volumeL: 20 }] }] })[0]?.makeL).toBe(20);
    // Tonight’s change takes the ready ones first.
    expect(starts({ tanks: due([20, -2], [20, 1]), waters: [{ ...lake, readyL: 20 }] })[0]?.makeL).toBe(20);
  });
  it('where nobody works until Thursday, Thursday’s water is begun on Monday, and what is due before waits for it', () => {
    const evenings = [1, 4];
    expect(starts({ tanks: due([20, 1], [10, 3]), works: { ...works, evenings } })[0]).toEqual(
      jasmine.objectContaining({ makeL: 30, forNight: 3, drum: 'large' }),
    );
    expect(starts({ tanks: due([20, 3.5]), works: { ...works, evenings } })).toEqual([]);
  });
  it('a drum in which something stands is not filled, nor one drum twice; without one it says so', () => {
    const taken = { ...works, drums: [{ name: 'small', volumeL: 25, freeAtDay: 2 }] };
    expect(starts({ works: taken })[0]?.drum).toBeNull();
    const both = [lake, { ...lake, waterId: 'soft', name: 'Soft water' }];
    const tanks = [...due([20, 1]), { waterId: 'soft', changeL: 20, dueDays: 1 }];
    expect(starts({ tanks, waters: both }).map((s) => s.drum)).toEqual(['small', 'large']);
    expect(starts({ tanks: due([160, 1]) })[0]?.drum).toBeNull();
  });
});
