import fc from 'fast-check';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import { conditionerByLabel, conditionerDose } from './index';

type Asked = Parameters<typeof conditionerDose>[0];
const asked = (over: Partial<Asked> = {}) =>
  conditionerDose({ volumeL: 200, chlorineMgPerL: 2, labelMl: 5, labelL: 100, labelMgPerL: 1, ...over }, recorder());
const doseMl = (over: Partial<Asked> = {}) => unwrap(asked(over)).value.doseMl;

describe('conditioner by its label', () => {
  it('5 mL take 1 mg/L in 100 L: 2 mg/L in 200 L are 20 mL (proportion)', () => {
    expect(doseMl()).toBe(20);
  });
  it('twice the water, the chlorine or the label’s dose is twice as much; twice the label’s litres or strength is half', () => {
    expect([doseMl({ volumeL: 400 }), doseMl({ chlorineMgPerL: 4 }), doseMl({ labelMl: 10 })]).toEqual([40, 40, 40]);
    expect([doseMl({ labelL: 200 }), doseMl({ labelMgPerL: 2 })]).toEqual([10, 10]);
  });
  it('grows with water and chlorine, whatever the label', () => {
    const some = fc.double({ min: 0.1, max: 40, noNaN: true });
    fc.assert(
      fc.property(some, some, some, some, (chlorineMgPerL, labelMl, labelL, labelMgPerL) => {
        const label = { labelMl, labelL, labelMgPerL };
        expect(doseMl({ ...label, chlorineMgPerL: chlorineMgPerL * 1.1 })).toBeGreaterThan(
          doseMl({ ...label, chlorineMgPerL }),
        );
      }),
    );
  });
  it('no chlorine needs none', () => {
    expect(doseMl({ chlorineMgPerL: 0 })).toBe(0);
  });
  it('each figure is held to what it can be, and refused by its field', () => {
    for (const [over, field] of [
      [{ volumeL: 0 }, 'volumeL'],
      [{ volumeL: 1e7 }, 'volumeL'],
      [{ chlorineMgPerL: -0.1 }, 'chlorineMgPerL'],
      [{ chlorineMgPerL: 51 }, 'chlorineMgPerL'],
      [{ labelMl: 0 }, 'labelMl'],
      [{ labelMl: 1e6 }, 'labelMl'],
      [{ labelL: 0 }, 'labelL'],
      [{ labelL: 1e7 }, 'labelL'],
      [{ labelMgPerL: 0 }, 'labelMgPerL'],
    ] as const) {
      const given = asked(over);
      expect(!given.ok && given.refusal.kind)
        .withContext(JSON.stringify(over))
        .toBe('out-of-range');
      expect(!given.ok && 'field' in given.refusal && given.refusal.field).toBe(field);
    }
  });
});

describe('conditioner as its label says', () => {
  const of = (over: Partial<Parameters<typeof conditionerByLabel>[0]> = {}) =>
    conditionerByLabel({ tapL: 40, labelMl: 5, labelL: 100, ...over }, recorder());
  it('5 mL for 100 L: 40 L of tap take 2 mL, whatever chlorine is in them (proportion)', () => {
    expect(unwrap(of()).value.doseMl).toBe(2);
    expect(unwrap(of({ tapL: 80 })).value.doseMl).toBe(4);
    expect(unwrap(of({ labelL: 50 })).value.doseMl).toBe(4);
  });
  it('a label that says nothing is refused by its field', () => {
    for (const [over, field] of [
      [{ tapL: 0 }, 'tapL'],
      [{ labelMl: 0 }, 'labelMl'],
      [{ labelL: 0 }, 'labelL'],
    ] as const) {
      const given = of(over);
      expect(!given.ok && 'field' in given.refusal && given.refusal.field).toBe(field);
    }
  });
});
