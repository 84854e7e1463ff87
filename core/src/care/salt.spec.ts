import { saltCourse, type SaltInput } from './salt';

const base: SaltInput = { netVolumeL: 100, targetGPerL: 1, changeFraction: 0.3 };
const of = (more: Partial<SaltInput> = {}) => {
  const result = saltCourse({ ...base, ...more });
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
};
const fieldOf = (more: Partial<SaltInput>): string => {
  const result = saltCourse({ ...base, ...more });
  return result.ok ? 'answered' : 'field' in result.refusal ? result.refusal.field : result.refusal.kind;
};

describe('salt as a course', () => {
  it('is weighed by net volume and what is missing', () => {
    expect(of().massG).toBe(100);
    expect(of({ presentGPerL: 0.4 }).massG).toBeCloseTo(60, 9);
    expect(of({ presentGPerL: 2 }).massG).toBe(0);
    expect(of({ presentGPerL: 2 }).portionsG).toEqual([]);
  });
  it('goes in over hours: no portion raises by more than half a gram a litre, and never at once', () => {
    expect(of().portionsG).toEqual([50, 50]);
    expect(of({ targetGPerL: 0.2 }).portionsG).toEqual([10, 10]);
    expect(of({ targetGPerL: 3 }).portionsG.length).toBe(6);
    expect(of({ targetGPerL: 3.01 }).portionsG.length).toBe(7);
    for (const targetGPerL of [0.3, 1, 2.2, 5]) {
      const { portionsG, massG } = of({ targetGPerL });
      expect(Math.max(...portionsG)).toBeLessThanOrEqual(0.5 * 100 + 1e-9);
      expect(portionsG.reduce((sum, g) => sum + g, 0)).toBeCloseTo(massG, 9);
    }
  });
  it('is kept by replacing what a change takes, no more', () => {
    expect(of().replaceG).toBeCloseTo(30, 9);
    expect(of({ presentGPerL: 0.4 }).replaceG).toBeCloseTo(30, 9);
  });
  it('comes down by changes: each leaves its share, the last reaches the end', () => {
    const { downChangesCount } = of({ targetGPerL: 3 });
    expect(3 * 0.7 ** downChangesCount).toBeLessThanOrEqual(0.1);
    expect(3 * 0.7 ** (downChangesCount - 1)).toBeGreaterThan(0.1);
    expect(of({ changeFraction: 1 }).downChangesCount).toBe(1);
    expect(of({ endGPerL: 1 }).downChangesCount).toBe(0);
    expect(of({ targetGPerL: 1, changeFraction: 0.5, endGPerL: 0.25 }).downChangesCount).toBe(2);
  });
  it('foresees the pen: 0.01 and 0.1 mol/L of salt conduct 1185 and 10674 µS/cm at 25 °C (CRC Handbook, from memory)', () => {
    expect(of({ targetGPerL: 0.5844 }).riseUsPerCm).toBeCloseTo(1185, -1);
    expect(of({ targetGPerL: 5.844 }).riseUsPerCm / 10_674).toBeCloseTo(1, 2);
    const [half, whole] = [of({ targetGPerL: 1 }).riseUsPerCm, of({ targetGPerL: 2 }).riseUsPerCm];
    expect(of({ targetGPerL: 2, presentGPerL: 1 }).riseUsPerCm).toBeCloseTo(whole - half, 9);
    expect(of({ presentGPerL: 2 }).riseUsPerCm).toBe(0);
  });
  it('guards against nitrite by both readings of ten to one: 0.1 g/L of salt brings 60.7 mg/L of chloride', () => {
    const { nitrite } = of({ no2MgPerL: 20 });
    // Ten times the nitrogen of 20 mg/L of nitrite is 60.9 mg/L of chloride.
    expect(nitrite?.byNitrogenGPerL).toBeCloseTo(0.1, 2);
    expect((nitrite?.byIonGPerL ?? 0) / (nitrite?.byNitrogenGPerL ?? 1)).toBeCloseTo(3.285, 2);
    expect(of({ no2MgPerL: 1, clMgPerL: 50 }).nitrite).toEqual({ byNitrogenGPerL: 0, byIonGPerL: 0 });
    expect(of().nitrite).toBeNull();
  });
  it('refuses by field', () => {
    expect(fieldOf({ netVolumeL: 0 })).toBe('netVolumeL');
    expect(fieldOf({ targetGPerL: 31 })).toBe('targetGPerL');
    expect(fieldOf({ targetGPerL: 0 })).toBe('targetGPerL');
    expect(fieldOf({ changeFraction: 0 })).toBe('changeFraction');
    expect(fieldOf({ presentGPerL: -1 })).toBe('presentGPerL');
    expect(fieldOf({ endGPerL: 0 })).toBe('endGPerL');
    expect(fieldOf({ no2MgPerL: -1 })).toBe('no2MgPerL');
  });
});
