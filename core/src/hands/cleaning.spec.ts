import { dayMs } from '#core/units';
import fc from 'fast-check';
import { bedNext, flowState, mostBedFraction, plainBed, spongeBlocks, wasteReasons, type BedSchool } from './index';

const now = 1000 * dayMs;
const ago = (days: number): number => now - days * dayMs;
const next = (over: Partial<Parameters<typeof bedNext>[0]> = {}) =>
  bedNext({
    squares: plainBed,
    cleaned: [],
    school: 'half',
    youngAbout: false,
    caseOpen: false,
    activeSoil: false,
    nowEpochMs: now,
    tonight: (at) => at > now - 0.5 * dayMs,
    ...over,
  });
const columns = (ids: readonly string[]): string[] => [...new Set(ids.map((id) => id.slice(1)))].sort();
const half = (side: 'left' | 'right', daysAgo: number) => ({
  atEpochMs: ago(daysAgo),
  squareIds: plainBed.map((s) => s.id).filter((id) => Number(id.slice(1)) <= 4 === (side === 'left')),
});

describe('which part of a bed is next', () => {
  it('half now and half next time: the half that was done longest ago, or never', () => {
    expect(columns(next().squareIds)).toEqual(['1', '2', '3', '4']);
    expect(columns(next({ cleaned: [half('left', 20)] }).squareIds)).toEqual(['5', '6', '7', '8']);
    expect(columns(next({ cleaned: [half('left', 20), half('right', 8)] }).squareIds)).toEqual(['1', '2', '3', '4']);
  });
  it('never more than half of it in one evening, whichever squares were done (property)', () => {
    const schools: BedSchool[] = ['spots', 'half', 'sections'];
    fc.assert(
      fc.property(
        fc.constantFrom(...schools),
        fc.array(fc.integer({ min: 0, max: 31 }), { maxLength: 32 }),
        (school, done) => {
          const squareIds = [...new Set(done)].map((i) => plainBed[i]?.id ?? '');
          const found = next({
            school,
            squares: plainBed.map((s, i) => ({ ...s, dead: i % 5 === 0 })),
            cleaned: squareIds.length > 0 ? [{ atEpochMs: ago(0.1), squareIds }] : [],
          });
          expect(found.shareFraction).toBeLessThanOrEqual(mostBedFraction);
          if (squareIds.length >= 16) expect(found.blocks.map((b) => b.id)).toContain('tonight');
        },
      ),
    );
  });
  it('half of it tonight is the most; one square less is only too soon for more', () => {
    const tonight = (squaresCount: number) =>
      next({
        cleaned: [{ atEpochMs: ago(0.1), squareIds: plainBed.slice(0, squaresCount).map((s) => s.id) }],
      }).blocks.map((b) => b.id);
    expect([tonight(16), tonight(15)]).toEqual([['tonight'], ['too-soon']]);
  });
  it('a part waits a week for the one before it; the surface three days at most blocks nothing', () => {
    expect(next({ cleaned: [half('left', 6)] }).blocks.map((b) => b.id)).toEqual(['too-soon']);
    expect(next({ cleaned: [half('left', 7)] }).blocks).toEqual([]);
    expect(next({ school: 'skim', cleaned: [half('left', 1)] }).blocks).toEqual([]);
  });
  it('the bad spots are the dead ones, the oldest first; a quarter at a time to the glass; never is nothing', () => {
    const squares = plainBed.map((s) => ({ ...s, dead: s.id === 'A8' || s.id === 'D8' }));
    expect(next({ school: 'spots', squares }).squareIds).toEqual(['A8', 'D8']);
    expect(next({ school: 'spots', squares, cleaned: [{ atEpochMs: ago(30), squareIds: ['A8'] }] }).squareIds).toEqual([
      'D8',
      'A8',
    ]);
    const quarter = next({ school: 'sections' });
    expect(quarter.squareIds.length).toBe(8);
    expect(quarter.shareFraction).toBe(0.25);
    expect(next({ school: 'never' }).squareIds).toEqual([]);
    expect(next({ school: 'never' }).blocks.map((b) => b.id)).toEqual(['rooted']);
  });
  it('stones are no bed', () => {
    const squares = plainBed.map((s) => ({ ...s, open: s.id !== 'A1' }));
    expect(next({ squares }).squareIds).not.toContain('A1');
  });
  it('an open case and active soil are not dug; skimming goes on', () => {
    expect(next({ caseOpen: true }).blocks.map((b) => b.id)).toEqual(['case-open']);
    expect(next({ activeSoil: true }).blocks.map((b) => b.id)).toEqual(['active-soil']);
    expect(next({ caseOpen: true, activeSoil: true, school: 'skim' }).blocks).toEqual([]);
  });
  it('young about: through a sieve', () => {
    expect([next({ youngAbout: true }).sieve, next().sieve]).toEqual([true, false]);
    expect(next({ youngAbout: true, school: 'never' }).sieve).toBeFalse();
  });
  it('the other half is asked for from a week on and for two months, and not once it is done', () => {
    const waits = (daysAgo: number) => next({ cleaned: [half('left', daysAgo)] }).otherHalfWaits;
    expect([waits(6), waits(7), waits(60), waits(61)]).toEqual([false, true, true, false]);
    expect(next({ cleaned: [half('left', 20), half('right', 10)] }).otherHalfWaits).toBeFalse();
    expect(next({ cleaned: [half('left', 20)], caseOpen: true }).otherHalfWaits).toBeFalse();
    expect(next().otherHalfWaits).toBeFalse();
  });
});

describe('flow by jug and watch', () => {
  const at = (days: number, secondsPerL: number) => ({ atEpochMs: ago(days), secondsPerL });
  const state = (measured: { atEpochMs: number; secondsPerL: number }[], cleaned: number[] = []) =>
    flowState({ measured, cleanedAtEpochMs: cleaned.map(ago), nowEpochMs: now });
  it('a litre in 12 s is 300 L/h (arithmetic); one measuring knows no normal', () => {
    expect(state([at(0, 12)])).toEqual({
      flowLPerH: 300,
      normalLPerH: null,
      shareFraction: null,
      due: false,
      dueInDays: null,
    });
    expect(state([])).toBeNull();
  });
  it('its normal is what it moved just after a cleaning, else the most it ever moved', () => {
    expect(state([at(30, 12), at(0, 15)], [31])?.normalLPerH).toBe(300);
    expect(state([at(30, 12), at(26, 10), at(0, 15)], [31])?.normalLPerH).toBe(300);
    expect(state([at(30, 12), at(10, 10), at(0, 15)])?.normalLPerH).toBe(360);
  });
  it('fell by a third: due; a little above two thirds: not', () => {
    expect(state([at(30, 12), at(0, 18)], [31])?.due).toBeTrue();
    expect(state([at(30, 12), at(0, 17.9)], [31])?.due).toBeFalse();
  });
  it('once the sponge was squeezed it is due no more, until it is measured again', () => {
    expect(state([at(30, 12), at(2, 20)], [31, 1])?.due).toBeFalse();
    expect(state([at(30, 12), at(2, 20), at(0, 20)], [31, 1])?.due).toBeFalse();
  });
  it('says in how many days it will have fallen so far, by its slope since the last cleaning', () => {
    // 300, 280, 260 L/h at ten days' distance: 2 L/h a day; 200 is 30 days from the last.
    const found = state([at(20, 3600 / 300), at(10, 3600 / 280), at(0, 3600 / 260)], [21]);
    expect(found?.dueInDays).toBeCloseTo(30, 6);
    expect(state([at(20, 12), at(10, 12), at(0, 12)], [21])?.dueInDays).toBeNull();
  });
});

describe('what else speaks for another evening', () => {
  const none = { changedTonightFraction: 0, dosedTonight: false, inCourse: false, caseOpen: false };
  it('a sponge is not squeezed on the evening of a big change, of a dose, in a course or a case', () => {
    const ids = (over: Partial<typeof none>) => spongeBlocks({ ...none, ...over }).map((b) => b.id);
    expect(ids({})).toEqual([]);
    expect([ids({ changedTonightFraction: 0.3 }), ids({ changedTonightFraction: 0.29 })]).toEqual([['big-change'], []]);
    expect(ids({ dosedTonight: true, inCourse: true, caseOpen: true })).toEqual(['new-dose', 'in-course', 'case-open']);
  });
  it('waste water of medicine, salt, illness or quarantine is no garden water', () => {
    const plain = { inCourse: false, salted: false, caseOpen: false, inQuarantine: false };
    expect(wasteReasons(plain)).toEqual([]);
    expect(wasteReasons({ ...plain, inCourse: true })).toEqual(['medicine']);
    expect(wasteReasons({ inCourse: false, salted: true, caseOpen: true, inQuarantine: true })).toEqual([
      'salt',
      'illness',
      'quarantine',
    ]);
  });
});
