import { drumsOf, dueByNight } from './index';

describe('the nights ahead', () => {
  const tank = (name: string, dueDays: number, changeL = 10) => ({ name, dueDays, changeL });
  it('what is late stands on tonight, what is due later on its night, what is further off on none', () => {
    const nights = dueByNight([tank('late', -3, 4), tank('now', 0), tank('third', 2.1), tank('far', 9)], 7);
    expect(nights.map((n) => n.tanks.map((t) => t.name).join())).toEqual(['late,now', '', 'third', '', '', '', '']);
    expect(nights.map((n) => n.changeL)).toEqual([14, 0, 10, 0, 0, 0, 0]);
  });
  it('a quarter of a day early is that night; more is the night before', () => {
    expect(dueByNight([tank('a', 1.75), tank('b', 1.74)], 3).map((n) => n.tanks.map((t) => t.name).join())).toEqual([
      '',
      'b',
      'a',
    ]);
  });
  it('the water of a night is summed by water, the larger first', () => {
    const change = (name: string, waterId: string, changeL: number) => ({ name, waterId, changeL });
    expect(drumsOf([change('A', 'soft', 5), change('B', 'tap', 8), change('C', 'soft', 6)])).toEqual([
      { waterId: 'soft', volumeL: 11, tankNames: ['A', 'C'] },
      { waterId: 'tap', volumeL: 8, tankNames: ['B'] },
    ]);
    expect(drumsOf([])).toEqual([]);
  });
});
