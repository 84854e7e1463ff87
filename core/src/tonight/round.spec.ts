import { purposes, roundOf, type Purpose, type Visit } from './round';

const visit = (name: string, over: Partial<Visit> = {}): Visit => ({
  tankId: name,
  name,
  rack: '',
  roundOrder: 1,
  purpose: 'display',
  doubtful: false,
  state: 'settled',
  ...over,
});
const groups = (...visits: Visit[]) => roundOf(visits).map((g) => [g.id, g.visits.map((v) => v.name)]);

describe('the order of the round is a question of hygiene (common practice)', () => {
  it('healthy first, doubtful next, quarantine and hospital last, whatever their place on the rack', () => {
    expect(
      groups(
        visit('hospital', { purpose: 'hospital', roundOrder: 1 }),
        visit('quarantine', { purpose: 'quarantine', roundOrder: 2 }),
        visit('doubtful', { doubtful: true, roundOrder: 3 }),
        visit('healthy', { roundOrder: 9 }),
      ),
    ).toEqual([
      ['healthy', ['healthy']],
      ['doubtful', ['doubtful']],
      ['quarantine', ['hospital', 'quarantine']],
    ]);
  });
  it('a doubtful quarantine tank stays with quarantine', () => {
    expect(groups(visit('q', { purpose: 'quarantine', doubtful: true }))).toEqual([['quarantine', ['q']]]);
    expect(groups(visit('h', { purpose: 'hospital', doubtful: true }))).toEqual([['quarantine', ['h']]]);
  });
  it('every other purpose is visited with the healthy', () => {
    for (const purpose of purposes.filter((p): p is Purpose => p !== 'quarantine' && p !== 'hospital'))
      expect(groups(visit('a', { purpose })))
        .withContext(purpose)
        .toEqual([['healthy', ['a']]]);
  });
  it('within a group the keeper’s own order, then the name', () => {
    expect(groups(visit('c', { roundOrder: 2 }), visit('b'), visit('a'), visit('d', { roundOrder: 0 }))).toEqual([
      ['healthy', ['d', 'a', 'b', 'c']],
    ]);
  });
  it('a group without tanks is not announced', () => {
    expect(roundOf([])).toEqual([]);
    expect(groups(visit('a'), visit('q', { purpose: 'quarantine' })).map(([id]) => id)).toEqual([
      'healthy',
      'quarantine',
    ]);
  });
  it('the list that was handed in is left as it was', () => {
    const visits = [visit('b', { roundOrder: 2 }), visit('a')];
    roundOf(visits);
    expect(visits.map((v) => v.name)).toEqual(['b', 'a']);
  });
});
