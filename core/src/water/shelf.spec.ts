import {
  batchesOfMineral,
  houseMineral,
  mineralShelf,
  saltShelf,
  sourceSpans,
  sourceWater,
  type MadeBatch,
} from './shelf';

const at = (value: number) => ({ lo: value, hi: value });

describe('what is known of a source', () => {
  it('middles of spans; what is open above has none; «less than» is half of it', () => {
    const analysis = { ghDegrees: { lo: 4, hi: 6 }, khDegrees: { lo: 20, hi: null }, no3MgPerL: { lo: null, hi: 5 } };
    expect(sourceWater({ state: 'tap-aged', analysis })).toEqual({ ghDegrees: 5, no3MgPerL: 2.5 });
    expect(sourceWater({ state: undefined, analysis: {} })).toEqual({});
  });
  it('of pure water it is nothing, with resin or without; its measured values stay', () => {
    const analysis = { ghDegrees: { lo: null, hi: 1 }, ec25UsPerCm: { lo: 6, hi: 10 } };
    for (const state of ['ro', 'rodi']) {
      expect(sourceWater({ state, analysis })).toEqual({ ghDegrees: 0, ec25UsPerCm: 8 });
      expect(sourceSpans({ state, analysis })).toEqual({ ghDegrees: at(0), ec25UsPerCm: { lo: 6, hi: 10 } });
    }
    expect(sourceSpans({ state: 'rain', analysis }).ghDegrees).toEqual({ lo: null, hi: 1 });
  });
});

describe('the shelf of a house', () => {
  const pack = { packValue: 1000, costValue: 24 };
  it('of several supplies of one salt the newest is weighed from; what is no salt is not on it', () => {
    const shelf = saltShelf([
      { supplyId: 'old', name: 'salt', saltId: 'kcl', purityFraction: 0.9 },
      { supplyId: 'new', name: 'salt', saltId: 'kcl', pack },
      { supplyId: 'food', name: 'flakes', pack },
    ]);
    expect([...shelf]).toEqual([['kcl', { supplyId: 'new', purityFraction: 1, perGValue: 0.024 }]]);
    expect(saltShelf([{ supplyId: 'old', name: '', saltId: 'kcl', purityFraction: 0.9 }]).get('kcl')).toEqual({
      supplyId: 'old',
      purityFraction: 0.9,
      perGValue: null,
    });
  });

  const made = (over: Partial<MadeBatch> = {}): MadeBatch => ({
    madeEpochMs: 1,
    madeL: 40,
    parts: [{ sourceId: 'ro', partL: 40 }],
    saltsCount: 0,
    minerals: [{ supplyId: 'm', massG: 4 }],
    measured: { ec25UsPerCm: at(215) },
    ...over,
  });
  const learnt = (batches: readonly MadeBatch[], waterOf = (): object => ({ ec25UsPerCm: 4 })) =>
    batchesOfMineral({ supplyId: 'm', batches, waterOf });
  it('a batch of this mineral alone, that was measured, above the water it was mixed from', () => {
    expect(learnt([made()])).toEqual([{ atEpochMs: 1, massG: 4, waterL: 40, ghRiseDegrees: null, ecRiseUsPerCm: 211 }]);
    const parts = [
      { sourceId: 'ro', partL: 30 },
      { sourceId: 'tap', partL: 10 },
    ];
    const waterOf = (id: string): object => ({ ec25UsPerCm: id === 'ro' ? 0 : 400 });
    expect(batchesOfMineral({ supplyId: 'm', batches: [made({ parts })], waterOf })[0]?.ecRiseUsPerCm).toBe(115);
  });
  it('not of another, not beside another or a salt, not unmeasured; a start nobody knows gives no rise', () => {
    const two = [
      { supplyId: 'm', massG: 4 },
      { supplyId: 'n', massG: 1 },
    ];
    for (const over of [
      { minerals: [{ supplyId: 'n', massG: 4 }] },
      { minerals: two },
      { minerals: [] },
      { saltsCount: 1 },
      { measured: null },
    ])
      expect(learnt([made(over)])).toEqual([]);
    expect(learnt([made()], () => ({}))[0]?.ecRiseUsPerCm).toBeNull();
  });
  it('without a label three batches make a slope, two do not', () => {
    const mineral = (count: number, label: Parameters<typeof houseMineral>[0]['label'] = null) =>
      houseMineral({
        supply: { supplyId: 'm', name: 'GH mineral', pack },
        label,
        batches: learnt(Array.from({ length: count }, () => made())),
      });
    expect(mineral(2).state).toBeNull();
    expect(mineral(3).state?.ec?.perGPerL).toBeCloseTo(2110, 6);
    const label = { massG: 6, waterL: 60, ghDegrees: 5, khDegrees: null, ec25UsPerCm: 300 };
    expect(mineral(0, label).state?.gh?.perGPerL).toBeCloseTo(50, 9);
    expect(mineralShelf([mineral(2), mineral(0, label)])).toEqual([
      { id: 'm', name: 'GH mineral', ghPerGPerL: 50, khPerGPerL: 0, ecPerGPerL: 3000, costPerGFactor: 0.024 },
    ]);
  });
});
