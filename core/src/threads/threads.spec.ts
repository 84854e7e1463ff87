import { byStart, inOrder, outOfPlace, walked, type ThreadStep, type ThreadTable } from './index';

type Step = ThreadStep<'opened' | 'looked' | 'closed'> & { startId: string | null };
const table: ThreadTable<Step['step'], 'open' | 'watched' | 'over'> = {
  opens: 'opened',
  begun: 'open',
  moves: { open: { looked: 'watched', closed: 'over' }, watched: { looked: 'watched', closed: 'over' }, over: {} },
};
const step = (entryId: string, what: Step['step'], atEpochMs: number, more: Partial<Step> = {}): Step => ({
  entryId,
  tankId: 'lobby',
  atEpochMs,
  on: `night ${atEpochMs}`,
  step: what,
  startId: what === 'opened' ? null : 's',
  ...more,
});
const start = step('s', 'opened', 10);
const gone = (...later: Step[]) => walked({ table, start, later, kept: 0 });

describe('a thread that is gone through', () => {
  it('stands where its last step led, since the night that led there', () => {
    expect(gone()).toEqual({
      state: 'open',
      sinceOn: 'night 10',
      sinceEpochMs: 10,
      placed: [start],
      out: [],
      kept: 0,
    });
    const [first, second, end] = [step('a', 'looked', 20), step('b', 'looked', 30), step('c', 'closed', 40)];
    const watched = gone(second, first);
    expect([watched.state, watched.sinceOn, watched.sinceEpochMs]).toEqual(['watched', 'night 20', 20]);
    expect(watched.placed).toEqual([start, first, second]);
    const over = gone(first, end);
    expect([over.state, over.sinceOn, over.kept]).toEqual(['over', 'night 40', 0]);
  });
  it('names what has no place, and is not changed by it', () => {
    const why = (...later: Step[]) => gone(...later).out.map((o) => o.why);
    expect(why(step('a', 'looked', 5))).toEqual([{ id: 'before-start', facts: { startOn: 'night 10' } }]);
    expect(why(step('a', 'looked', 10))).toEqual([]);
    expect(why(step('a', 'looked', 20, { tankId: 'cellar' }))).toEqual([{ id: 'no-start', facts: {} }]);
    expect(why(step('a', 'closed', 20), step('b', 'looked', 30))).toEqual([
      { id: 'not-now', facts: { state: 'over', step: 'looked', sinceOn: 'night 20' } },
    ]);
    const after = gone(step('a', 'closed', 20), step('b', 'looked', 30));
    expect([after.state, after.placed.length]).toEqual(['over', 2]);
  });
  it('what it remembers decides besides the table, and grows with each step that has its place', () => {
    const twice = walked({
      table,
      start,
      later: [step('a', 'looked', 20), step('b', 'looked', 30), step('c', 'looked', 40)],
      kept: 0,
      refuses: (_, kept) => (kept >= 2 ? { id: 'twice', facts: { what: 'look' } } : null),
      after: (kept) => kept + 1,
    });
    expect([twice.kept, twice.out.map((o) => [o.step.entryId, o.why.id])]).toEqual([2, [['c', 'twice']]]);
  });
  it('a tool is used wherever it is taken', () => {
    const elsewhere = step('a', 'looked', 20, { tankId: 'cellar' });
    expect(walked({ table, start, later: [elsewhere], kept: null, anywhere: true }).state).toBe('watched');
  });
});

describe('steps by their start', () => {
  it('belong to the start that they name; starts belong to none', () => {
    const [a, b] = [step('a', 'looked', 20), step('b', 'looked', 30, { startId: 'other' })];
    const of = byStart([start, a, b], (s) => s.startId);
    expect([of('s'), of('other'), of('none'), of('null')]).toEqual([[a], [b], [], []]);
  });
  it('of a start that is not there are named, beside what the thread itself finds', () => {
    const lost = step('b', 'looked', 30, { startId: 'other' });
    const early = step('a', 'looked', 5);
    const found = outOfPlace({
      steps: [lost, start, early],
      startIdOf: (s) => s.startId,
      outOf: (of, later) => walked({ table, start: of, later, kept: null }).out,
    });
    expect(found.map((o) => [o.step.entryId, o.why.id])).toEqual([
      ['b', 'no-start'],
      ['a', 'before-start'],
    ]);
    const asked: string[] = [];
    outOfPlace({
      steps: [lost, start, early],
      startIdOf: (s) => s.startId,
      outOf: (of, later) => (asked.push(`${of.entryId}:${later.length}`), []),
    });
    expect(asked).toEqual(['s:1']);
  });
  it('are gone through as they happened; of one moment, as they were written', () => {
    expect(
      inOrder([step('b', 'looked', 30), step('a', 'looked', 20), step('c', 'looked', 30)]).map((s) => s.entryId),
    ).toEqual(['a', 'b', 'c']);
  });
});
