import { learntBearing, watchHabit, watchReading } from './watch';

const n = (count: number): { lo: number; hi: number } => ({ lo: count, hi: count });

describe('the watch after a change (both schools common practice, T20)', () => {
  it('several moults a day are background in a colony of 300', () => {
    const read = watchReading({ seen: { moults: n(8), grazing: 'usual' }, colony: { lo: 280, hi: 320 } });
    expect(read.state).toBe('well');
    expect(read.schools[0]?.facts).toEqual({
      moultCount: 8,
      many: false,
      usual: { aDayCount: 300 / 28, colonyCount: 300 },
    });
  });
  it('four moults of ten shrimp are more than chance; both schools are heard', () => {
    const read = watchReading({ seen: { moults: n(4) }, colony: { lo: 10, hi: 10 } });
    expect(read.state).toBe('watch');
    expect(read.schools.map((s) => s.id)).toEqual(['warning', 'good-sign']);
    expect(read.schools[0]?.facts).toEqual(jasmine.objectContaining({ many: true }));
    expect(read.schools[1]?.facts).toEqual({ withDeaths: false });
  });
  it('one moult of forty is nothing', () => {
    expect(watchReading({ seen: { moults: n(1) }, colony: { lo: 40, hi: 40 } }).state).toBe('well');
  });
  it('a death stops a sequence', () => {
    expect(watchReading({ seen: { deaths: n(1) }, colony: { lo: 300, hi: 300 } })).toEqual(
      jasmine.objectContaining({ state: 'act', reason: { id: 'dead', facts: { deathsCount: 1 } } }),
    );
    expect(watchReading({ seen: { behaviour: 'gasping' }, colony: null })).toEqual(
      jasmine.objectContaining({ state: 'act', reason: { id: 'gasping', facts: {} } }),
    );
  });
  it('a tank that always shows four moults is not warned about four; its habit needs three watches', () => {
    const watches = [4, 5, 3].map((moults) => ({ changeFraction: 0.2, seen: { moults: n(moults), berried: n(6) } }));
    expect(watchHabit(watches.slice(0, 2))).toBeNull();
    const habit = watchHabit(watches);
    expect(habit).toEqual({ watchesCount: 3, moultsMeanCount: 4, berriedMeanCount: 6 });
    const seen = { moults: n(4), grazing: 'usual' as const };
    expect(watchReading({ seen, colony: n(10) }).state).toBe('watch');
    const read = watchReading({ seen, colony: n(10), habit });
    expect(read.state).toBe('well');
    expect(read.habits[0]).toEqual({ id: 'moults', facts: { seenCount: 4, meanCount: 4, watchesCount: 3 } });
    // Twelve are more than its habit gives by chance: P(12 or more | 4) is 0.0009 (Poisson).
    expect(watchReading({ seen: { moults: n(12) }, colony: n(10), habit }).state).toBe('watch');
  });
  it('one berried female where six are usual is fewer than chance: P(0 or 1 | 6) is 0.017 (Poisson)', () => {
    const habit = { watchesCount: 4, moultsMeanCount: 1, berriedMeanCount: 6 };
    const fewer = (count: number) =>
      watchReading({ seen: { berried: n(count) }, colony: null, habit }).habits.map(
        (h) => h.id === 'berried' && h.facts.fewerThanChance,
      );
    expect([fewer(1), fewer(4)]).toEqual([[true], [false]]);
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
    expect([found?.borneCount, found?.notBorneCount]).toEqual([3, 1]);
  });
});
