import { dayMs, hourMs } from '#core/units';
import { unwrap } from '#core/result';
import { planLoad } from './fortnight-cost';
import {
  beginnings,
  batchCode,
  batchCorrection,
  batchState,
  drumFreeAtDay,
  drumsFor,
  eveningPlan,
  foreseenEc,
  greedyFortnight,
  learntProposals,
  mineralDose,
  mineralState,
  outcomeErrors,
  readyByNight,
  roByHour,
  waitingHarm,
  type BatchMade,
  type ChangeOutcome,
  type EveningTank,
  type FortnightInput,
  type MineralBatch,
  type WaterKind,
  type WaterWorks,
} from './index';

const works: WaterWorks = {
  madeLPerH: 5,
  storesL: 100,
  storedL: 40,
  wasteRatio: 3,
  drums: [
    { name: 'blue drum', volumeL: 60 },
    { name: 'grey drum', volumeL: 30 },
  ],
  evenings: [],
  eveningMinutes: 120,
};
const soft: WaterKind = {
  waterId: 'soft',
  name: 'soft water',
  roFraction: 1,
  saltGPerL: 0.15,
  leadHours: 1,
  stirred: false,
  mixMinutes: 15,
  readyL: 0,
};
const tank = (tankId: string, more: Partial<EveningTank> = {}): EveningTank => ({
  tankId,
  name: tankId,
  waterId: 'soft',
  changeL: 10,
  dueDays: 0,
  everyDays: 7,
  changeMinutes: 15,
  leavesAtDay: null,
  leavesParameter: null,
  urgent: false,
  ...more,
});

describe('the evening’s water', () => {
  it('three tanks with one water share a drum: 30 L into the drum of 30, 60 minutes, nothing to make first', () => {
    const told = unwrap(
      eveningPlan({ tanks: ['a', 'b', 'c'].map((id) => tank(id)), waters: [soft], works, untilHours: 2 }),
    );
    expect(told.needs[0]?.drums).toEqual([{ name: 'grey drum', fillL: 30 }]);
    expect(told.minutes).toBe(60);
    expect(told.sum).toEqual({ drumCount: 1, changeL: 30, tankCount: 3, minutes: 60, held: false });
    expect(told.madeL).toBe(0);
  });
  it('when pure water is short, the tank that bears waiting waits, and says until when', () => {
    const tight = { ...works, storedL: 15, madeLPerH: 0 };
    const told = unwrap(
      eveningPlan({
        tanks: [tank('calm'), tank('near', { leavesAtDay: 2, leavesParameter: 'no3MgPerL' })],
        waters: [soft],
        works: tight,
        untilHours: 2,
      }),
    );
    expect(told.changes.map((c) => c.tankId)).toEqual(['near']);
    expect(told.changes[0]?.why).toEqual({ id: 'leaves', facts: { parameter: 'no3MgPerL', atDay: 2 } });
    expect(told.waiting[0]?.why).toEqual({ id: 'pure-short', facts: { shortL: 5 } });
    expect(told.waiting[0]?.until).toBeNull();
    expect(told.sum.held).toBeTrue();
  });
  it('water that must be stirred for days is not promised for tonight', () => {
    const slow = { ...soft, leadHours: 168, stirred: true };
    const told = unwrap(eveningPlan({ tanks: [tank('lake')], waters: [slow], works, untilHours: 2 }));
    expect(told.waiting[0]?.why).toEqual({
      id: 'needs-time',
      facts: { waterName: slow.name, leadHours: 168, stirred: true },
    });
  });
  it('uses what is ready first, then makes the rest', () => {
    const told = unwrap(
      eveningPlan({ tanks: [tank('a'), tank('b')], waters: [{ ...soft, readyL: 12 }], works, untilHours: 2 }),
    );
    expect(told.needs[0]?.readyL).toBe(12);
    expect(told.needs[0]?.makeL).toBeCloseTo(8, 9);
    expect(told.needs[0]?.saltG).toBeCloseTo(1.2, 9);
  });
  it('what the membrane throws away is counted: 20 L over the store at 3 : 1 is 60 L', () => {
    const told = unwrap(eveningPlan({ tanks: [tank('a', { changeL: 60 })], waters: [soft], works, untilHours: 5 }));
    expect(told.madeL).toBeCloseTo(20, 9);
    expect(told.wastedL).toBeCloseTo(60, 9);
    expect(told.runHours).toBeCloseTo(4, 9);
  });
  it('says by when to begin: a day of standing for a drum in 30 hours leaves under six; a week of stirring for night 9 begins on night 2', () => {
    const aged = { ...soft, leadHours: 24, mixMinutes: 15 };
    const told = unwrap(eveningPlan({ tanks: [tank('a')], waters: [aged], works, untilHours: 30 }));
    expect(told.needs[0]?.beginInHours).toBeCloseTo(5.75, 9);
    const lake = { ...soft, name: 'lake', leadHours: 168, stirred: true };
    expect(beginnings({ nights: [{ nightIndex: 9, mixes: ['lake'] }], waters: [lake, soft] })).toEqual([
      { name: 'lake', nightIndex: 9, beginAtDay: 2 },
    ]);
  });
  it('a drum in which something stands is free the day after that is ready and a tank of its water is due', () => {
    expect(drumFreeAtDay({ readyAtDay: 2, dueDays: [5, 1] })).toBe(3);
    expect(drumFreeAtDay({ readyAtDay: 0, dueDays: [-3] })).toBe(1);
    expect(drumFreeAtDay({ readyAtDay: 0, dueDays: [] })).toBeGreaterThan(28);
    const busy = { ...works, drums: works.drums.map((d) => ({ ...d, freeAtDay: d.name === 'grey drum' ? 3 : 0 })) };
    const told = unwrap(
      eveningPlan({ tanks: [tank('a', { changeL: 20 })], waters: [soft], works: busy, untilHours: 2 }),
    );
    expect(told.needs[0]?.drums).toEqual([{ name: 'blue drum', fillL: 20 }]);
  });
  it('over the nights no drum is filled while something stands in it', () => {
    const input = {
      tanks: [tank('a', { changeL: 20 }), tank('b', { changeL: 25, dueDays: 1 })],
      waters: [soft],
      works: { ...works, drums: [{ name: 'the only drum', volumeL: 60, freeAtDay: 4 }] },
      weekdayIndex: 3,
      untilHours: 2,
    };
    const nights = (plan: FortnightInput): number[] =>
      greedyFortnight(plan).nights.flatMap((n) => (n.changes.length > 0 ? [n.nightIndex] : []));
    expect(nights(input)[0]).toBe(4);
    expect(planLoad(input, [[3], []]).fits).toBeFalse();
    expect(planLoad(input, [[4], [4]]).fits).toBeTrue();
    expect(nights({ ...input, works })[0]).toBe(0);
  });
  it('what still stands is there once it has stood, is not mixed again, and is named to those who wait for it', () => {
    const lake: WaterKind = {
      ...soft,
      waterId: 'lake',
      name: 'lake water',
      leadHours: 168,
      stirred: true,
      standing: [{ readyAtDay: 2, volumeL: 20 }],
    };
    expect(readyByNight({ water: lake, untilHours: 1, nightsCount: 4 })).toEqual([0, 0, 20, 20]);
    const own = tank('warm', { waterId: 'lake', changeL: 12 });
    const tonight = unwrap(eveningPlan({ tanks: [own], waters: [lake], works, untilHours: 1 }));
    expect(tonight.waiting[0]?.why.id).toBe('begun');
    const plan = greedyFortnight({ tanks: [own], waters: [lake], works, weekdayIndex: 1, untilHours: 1 });
    expect(plan.nights.filter((n) => n.changes.length > 0).map((n) => [n.nightIndex, n.mixes])).toEqual([
      [2, []],
      // Eight litres are left of it: the rest is mixed by then.
      [9, ['lake water']],
    ]);
    expect(plan.nights[9]?.roL).toBeCloseTo(4, 9);
  });
  it('stores no more than the store holds', () => {
    expect(roByHour({ works, hours: 100 })).toBe(100);
    expect(roByHour({ works, hours: 4 })).toBe(60);
  });
  it('takes the smallest drum that holds it, else the largest and the rest', () => {
    const drums = () => [...works.drums].sort((a, b) => b.volumeL - a.volumeL);
    expect(drumsFor(25, drums()).drums.map((d) => d.name)).toEqual(['grey drum']);
    expect(drumsFor(80, drums()).drums.map((d) => d.fillL)).toEqual([60, 20]);
    expect(drumsFor(100, drums()).overL).toBeCloseTo(10, 9);
  });
  it('waiting costs nothing before the day, and ten times as much beyond the band', () => {
    const of = (atDay: number): number =>
      waitingHarm({ dueDays: 0, everyDays: 7, leavesAtDay: 3, urgent: false, atDay });
    expect(of(0)).toBe(0);
    expect(of(3)).toBeCloseTo(3 / 7, 9);
    expect(of(5)).toBeCloseTo(5 / 7 + 20 / 7, 9);
  });
  it('the plain plan over fourteen nights keeps to the evenings of the house', () => {
    const plan = greedyFortnight({
      tanks: [tank('a', { dueDays: 1 })],
      waters: [soft],
      works: { ...works, evenings: [7] },
      weekdayIndex: 3,
      untilHours: 2,
    });
    expect(plan.nights.filter((n) => n.changes.length > 0).map((n) => n.nightIndex)).toEqual([4, 11]);
  });
  it('refuses an evening of no minutes', () => {
    expect(
      eveningPlan({ tanks: [], waters: [], works: { ...works, eveningMinutes: 0 }, untilHours: 1 }).ok,
    ).toBeFalse();
  });
});

describe('a batch', () => {
  const made: BatchMade = {
    madeEpochMs: 0,
    madeL: 60,
    aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
    leadHours: 1,
  };
  const ec = (value: number) => ({ step: 'measured' as const, water: { ec25UsPerCm: { lo: value, hi: value } } });
  it('is not usable before it is measured, and is when it is within its aim', () => {
    expect(batchState({ made, events: [], nowEpochMs: 2 * hourMs }).usable).toBeFalse();
    const told = batchState({ made, events: [{ atEpochMs: hourMs, ...ec(220) }], nowEpochMs: 2 * hourMs });
    expect(told.fate).toBe('accepted');
    expect(told.usable).toBeTrue();
  });
  it('measured too strong is refused, until it is corrected and measured again', () => {
    const strong = [{ atEpochMs: hourMs, ...ec(300) }];
    expect(batchState({ made, events: strong, nowEpochMs: 2 * hourMs }).why).toEqual({
      id: 'off',
      facts: { values: [{ parameter: 'ec25UsPerCm', side: 'high' }], insisted: null },
    });
    const mended = [
      ...strong,
      { atEpochMs: 2 * hourMs, step: 'corrected' as const, addedL: 20, addedG: 0, what: 'pure water' },
    ];
    expect(batchState({ made, events: mended, nowEpochMs: 3 * hourMs }).why).toEqual({
      id: 'not-measured',
      facts: { corrected: true },
    });
    const again = [...mended, { atEpochMs: 3 * hourMs, ...ec(218) }];
    const told = batchState({ made, events: again, nowEpochMs: 4 * hourMs });
    expect(told.usable).toBeTrue();
    expect(told.leftL).toBe(80);
  });
  it('out of range and taken all the same keeps its reason', () => {
    const told = batchState({
      made,
      events: [
        { atEpochMs: hourMs, ...ec(300) },
        { atEpochMs: 2 * hourMs, step: 'accepted', reason: 'hard-water tank' },
      ],
      nowEpochMs: 3 * hourMs,
    });
    expect(told.usable).toBeTrue();
    expect(told.why.id === 'off' && told.why.facts.insisted).toBe('hard-water tank');
  });
  it('stands until its hours are over, and grows old after a fortnight', () => {
    const slow = { ...made, leadHours: 168 };
    expect(batchState({ made: slow, events: [{ atEpochMs: hourMs, ...ec(215) }], nowEpochMs: 2 * dayMs }).fate).toBe(
      'ageing',
    );
    expect(
      batchState({ made, events: [{ atEpochMs: hourMs, ...ec(215) }], nowEpochMs: 20 * dayMs }).usable,
    ).toBeFalse();
  });
  it('is empty when it is used up', () => {
    const told = batchState({
      made,
      events: [
        { atEpochMs: hourMs, ...ec(215) },
        { atEpochMs: 2 * hourMs, step: 'used', usedL: 60, tankName: 'a' },
      ],
      nowEpochMs: 3 * hourMs,
    });
    expect(told.fate).toBe('empty');
  });
  it('300 to 250 with pure water takes 12 L to 60 L (mass balance)', () => {
    const told = unwrap(
      batchCorrection({ leftL: 60, nowValue: 300, targetValue: 250, pureValue: 0, perGPerL: null, roomL: 40 }),
    );
    expect(told).toEqual({ kind: 'dilute', addL: 12, endL: 72, removeL: 0 });
    expect((60 * 300) / 72).toBe(250);
  });
  it('where the drum is full, some is drawn off first, and the mixture is right', () => {
    const told = unwrap(
      batchCorrection({ leftL: 60, nowValue: 300, targetValue: 200, pureValue: 0, perGPerL: null, roomL: 0 }),
    );
    if (told.kind !== 'dilute') throw new Error('not diluted');
    expect(told.endL).toBe(60);
    expect(((60 - told.removeL) * 300) / 60).toBeCloseTo(200, 9);
    expect(told.addL).toBeCloseTo(told.removeL, 9);
  });
  it('too weak takes grams by the mineral’s own slope; diluting below the diluting water is refused', () => {
    expect(
      unwrap(batchCorrection({ leftL: 60, nowValue: 200, targetValue: 250, pureValue: 0, perGPerL: 1500, roomL: 0 })),
    ).toEqual({ kind: 'strengthen', addG: 2, endL: 60 });
    expect(
      batchCorrection({ leftL: 60, nowValue: 30, targetValue: 4, pureValue: 8, perGPerL: null, roomL: 9 }).ok,
    ).toBeFalse();
  });
  it('what the pen should say comes from start, slope and salts, and is not guessed without them', () => {
    const given = {
      madeL: 40,
      parts: [{ partL: 40, ec25UsPerCm: 4 }],
      minerals: [{ massG: 4, ecPerGPerL: 2110 }],
      salts: [],
    };
    expect(foreseenEc(given)).toBeCloseTo(215, 9);
    expect(foreseenEc({ ...given, minerals: [], salts: [{ saltId: 'kcl', massG: 2.982 }] })).toBeCloseTo(4 + 146.9, 0);
    expect(foreseenEc({ ...given, minerals: [{ massG: 4, ecPerGPerL: null }] })).toBeNull();
    expect(foreseenEc({ ...given, parts: [{ partL: 40, ec25UsPerCm: null }] })).toBeNull();
  });
  it('has a code of six that is the same each time and has no letter that looks like a figure', () => {
    const id = '01938f10-2f3b-7c11-8d21-9f00ab34cd56';
    expect(batchCode(id)).toBe(batchCode(id));
    expect(batchCode(id)).toMatch(/^[2-9A-HJ-NP-Z]{6}$/);
  });
});

describe('a mineral', () => {
  const label = { massG: 6, waterL: 60, ghDegrees: 5, khDegrees: null, ec25UsPerCm: 300 };
  it('blend-1: by its label 6 g in 60 L give 5 degrees, so 0.5 to 8.5 in 200 L takes 32 g', () => {
    const perGPerL = mineralState({ label, batches: [] }).gh?.perGPerL ?? NaN;
    expect(unwrap(mineralDose({ volumeL: 200, nowValue: 0.5, targetValue: 8.5, perGPerL })).value.massG).toBeCloseTo(
      32,
      9,
    );
  });
  const batch = (i: number, ecRiseUsPerCm: number): MineralBatch => ({
    atEpochMs: i * dayMs,
    massG: 6,
    waterL: 60,
    ghRiseDegrees: null,
    ecRiseUsPerCm,
  });
  it('own batches outvote the label from three on, and the difference is told', () => {
    const told = mineralState({ label, batches: [batch(1, 270), batch(2, 276), batch(3, 273)] });
    expect(told.ec?.by).toBe('own-batches');
    expect(told.ec?.perGPerL).toBeCloseTo(2730, 6);
    expect(told.ec?.labelRatio).toBeCloseTo(0.91, 6);
    expect(mineralState({ label, batches: [batch(1, 270)] }).ec?.by).toBe('label');
  });
  it('an odd batch is named with what usually does that', () => {
    const told = mineralState({ label, batches: [batch(1, 270), batch(2, 276), batch(3, 273), batch(4, 380)] });
    expect(told.odd.map((o) => o.atEpochMs)).toEqual([4 * dayMs]);
    expect(told.odd[0]?.likely[0]).toBe('weighed-twice');
  });
  it('only raises: a target below the water is refused', () => {
    expect(mineralDose({ volumeL: 10, nowValue: 8, targetValue: 6, perGPerL: 50 }).ok).toBeFalse();
  });
});

describe('learning from what was measured', () => {
  const outcome = (i: number, after: number, more: Partial<ChangeOutcome> = {}): ChangeOutcome => ({
    entryId: `e${i}`,
    atEpochMs: i * dayMs,
    changeFraction: 0.2,
    changeL: 20,
    sourceId: 's',
    before: { ec25UsPerCm: 300 },
    source: { ec25UsPerCm: 100 },
    predicted: { ec25UsPerCm: 260 },
    measured: { ec25UsPerCm: { lo: after, hi: after } },
    ...more,
  });
  it('changes that keep diluting more than they should say that there is less water: 80 L, not 100', () => {
    const [told] = learntProposals({
      outcomes: [250, 251, 249, 250].map((after, i) => outcome(i, after)),
      netVolumeL: 100,
    });
    if (told?.kind !== 'net-volume') throw new Error('no volume proposed');
    expect(told.netVolumeL.middleValue).toBeCloseTo(80, 0);
  });
  it('says nothing of three changes, of changes that land, or of waters that hardly differ', () => {
    expect(learntProposals({ outcomes: [250, 250, 250].map((a, i) => outcome(i, a)), netVolumeL: 100 })).toEqual([]);
    expect(learntProposals({ outcomes: [260, 259, 261, 260].map((a, i) => outcome(i, a)), netVolumeL: 100 })).toEqual(
      [],
    );
    const like = [296, 295, 297, 296].map((a, i) => outcome(i, a, { source: { ec25UsPerCm: 290 } }));
    expect(learntProposals({ outcomes: like, netVolumeL: 100 })).toEqual([]);
  });
  it('conductivity that rises though the new water is thinner accuses the source, not the volume', () => {
    const told = (after: readonly number[]): string[] =>
      learntProposals({ outcomes: after.map((a, i) => outcome(i, a)), netVolumeL: 100 }).map((p) =>
        p.kind === 'source' ? p.parameter : p.kind,
      );
    expect(told([280, 280, 280, 280])).toEqual(['net-volume']);
    expect(told([280, 280, 280, 280, 305])).toEqual(['net-volume']);
    expect(told([280, 280, 280, 280, 305, 305])).toEqual(['ec25UsPerCm']);
  });
  it('hardness that does not land accuses the source: 11 implied where 7 is stated', () => {
    const outcomes = Array.from({ length: 5 }, (_, i) =>
      outcome(i, 260, {
        before: { ghDegrees: 6, ec25UsPerCm: 300 },
        source: { ghDegrees: 7, ec25UsPerCm: 100 },
        measured: { ghDegrees: { lo: 7, hi: 7 } },
      }),
    );
    const told = learntProposals({ outcomes, netVolumeL: 100 }).find((p) => p.kind === 'source');
    expect(told?.kind === 'source' && told.parameter).toBe('ghDegrees');
    expect(told?.kind === 'source' && told.impliedValue.middleValue).toBeCloseTo(11, 6);
  });
  it('the error of each change is told, and whether the kit’s own span explains it', () => {
    const [first, second] = outcomeErrors([
      outcome(1, 250),
      outcome(2, 262, { measured: { ec25UsPerCm: { lo: 255, hi: 269 } } }),
    ]);
    expect(first?.errorValue).toBeCloseTo(2, 9);
    expect(first?.explained).toBeTrue();
    expect(second?.errorValue).toBeCloseTo(-10, 9);
    expect(second?.explained).toBeFalse();
  });
});
