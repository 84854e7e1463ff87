import { learntBearing, watchReading } from './watch';

const n = (count: number): { lo: number; hi: number } => ({ lo: count, hi: count });

describe('the watch after a change (both schools common practice, T20)', () => {
  it('several moults a day are background in a colony of 300', () => {
    const read = watchReading({ seen: { moults: n(8), grazing: 'usual' }, colony: { lo: 280, hi: 320 } });
    expect(read.state).toBe('well');
    expect(read.schools[0]?.says).toContain('background');
  });
  it('four moults of ten shrimp are more than chance; both schools are heard', () => {
    const read = watchReading({ seen: { moults: n(4) }, colony: { lo: 10, hi: 10 } });
    expect(read.state).toBe('watch');
    expect(read.schools.map((s) => s.name)).toEqual(['Moults as a warning', 'Moults as a good sign']);
  });
  it('one moult of forty is nothing', () => {
    expect(watchReading({ seen: { moults: n(1) }, colony: { lo: 40, hi: 40 } }).state).toBe('well');
  });
  it('a death stops a sequence', () => {
    expect(watchReading({ seen: { deaths: n(1) }, colony: { lo: 300, hi: 300 } }).state).toBe('act');
  });
  it('says nothing about moults where the colony is not known', () => {
    expect(watchReading({ seen: { moults: n(3), grazing: 'usual' }, colony: null }).state).toBe('well');
  });
});

describe('what a tank has shown to bear', () => {
  const watched = [0.2, 0.3, 0.25].map((changeFraction) => ({ changeFraction, seen: { grazing: 'usual' as const } }));
  it('needs three watched changes', () => {
    expect(learntBearing(watched.slice(0, 2))).toBeNull();
  });
  it('is the largest borne, and the smallest that was not', () => {
    expect(learntBearing(watched)?.bornePercent).toBe(30);
    const found = learntBearing([...watched, { changeFraction: 0.5, seen: { deaths: n(2) } }]);
    expect([found?.bornePercent, found?.notBornePercent]).toEqual([30, 50]);
    expect(found?.text).toContain('amiss from 50 %');
  });
});
