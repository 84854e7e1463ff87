import fc from 'fast-check';
import { caseOf, toleranceOf } from '#core/checks';
import { unwrap } from '#core/result';
import { convert, quantities } from './index';

const from = (quantity: string, value: number, unit: string, to: string): number =>
  unwrap(convert({ quantity, value, from: unit, to })).value;

describe('units.convert', () => {
  const published: [string, string, string, string][] = [
    ['nconv-1', 'ammonia', 'as N', 'as NH3'],
    ['nconv-3', 'ammonia', 'as NH3', 'as N'],
    ['nconv-6', 'nitrite', 'as N', 'mg/L'],
    ['nconv-8', 'nitrate', 'as N', 'mg/L'],
    ['pconv-1', 'phosphate', 'as P', 'mg/L'],
    ['hard-conv-1', 'gh', 'dH', 'mg/L CaCO3'],
    ['hard-conv-3', 'gh', 'dH', 'meq/L'],
    ['hard-conv-6', 'kh', 'meq/L', 'dKH'],
    ['hard-conv-8', 'gh', 'clark', 'ppm'],
    ['hard-conv-11', 'gh', 'mmol/L', 'ppm'],
    ['unit-1', 'volume', 'us_gal', 'L'],
    ['unit-3', 'volume', 'L', 'US gal'],
    ['unit-6', 'volume', 'us_tsp', 'L'],
    ['tds-factor-1', 'conductivity', 'µS/cm', 'ppm (0.5)'],
    ['tds-factor-3', 'conductivity', 'µS/cm', 'ppm (0.7)'],
  ];
  for (const [id, quantity, unit, to] of published)
    it(`${id}: ${quantity} from ${unit} to ${to} (${caseOf(id).source.slice(0, 40)})`, () => {
      const c = caseOf(id);
      const given = Number(c.inputs['value'] ?? c.inputs['ec25']);
      const expected = Number(c.expected['value'] ?? c.expected['L'] ?? c.expected['tds']);
      expect(Math.abs(from(quantity, given, unit, to) - expected)).toBeLessThanOrEqual(toleranceOf(c, expected));
    });

  it('one water reads 150 on a 0.5 pen and 210 on a 0.7 pen (definition)', () => {
    expect(from('conductivity', 150, 'ppm (0.5)', 'ppm (0.7)')).toBeCloseTo(210, 9);
  });
  it('150 ppm of hardness is 8.4 degrees (common practice)', () => {
    expect(from('gh', 150, 'ppm', 'dGH')).toBeCloseTo(8.4, 2);
  });
  it('212 °F is 100 °C and 0 °C is 273.15 K (definition)', () => {
    expect(from('temperature', 212, '°F', 'C')).toBeCloseTo(100, 9);
    expect(from('temperature', 0, 'C', 'K')).toBeCloseTo(273.15, 9);
  });
  it('a US grain per gallon (17.118 mg/L) is no German degree; a French one is 10 mg/L CaCO3 (definition)', () => {
    expect(from('gh', 1, 'gpg', 'ppm')).toBeCloseTo(17.118, 2);
    expect(from('gh', 1, 'french', 'ppm')).toBeCloseTo(10, 9);
  });
  it('1 mmol/L of alkalinity is 1 meq/L, but 1 mmol/L of hardness is 2', () => {
    expect(from('kh', 1, 'mmol/L', 'meq/L')).toBeCloseTo(1, 9);
    expect(from('gh', 1, 'mmol/L', 'meq/L')).toBeCloseTo(2, 9);
  });
  it('every unit of every quantity goes there and back', () => {
    const pairs = quantities.flatMap((q) => q.units.filter((u) => !u.factorSpan).map((u) => [q, u] as const));
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.double({ min: 0.001, max: 10, noNaN: true }), ([q, unit], value) => {
        const [there, name] = [unit.names[0] ?? '', q.units[0].names[0] ?? ''];
        const canonical = convert({ quantity: q.id, value, from: there, to: name });
        if (!canonical.ok) return canonical.refusal.kind === 'out-of-range';
        return Math.abs(from(q.id, canonical.value.value, name, there) - value) < 1e-9 * Math.max(1, value);
      }),
    );
    expect(pairs.length).toBeGreaterThan(60);
  });
  it('refuses a bare ppm of a pen, −1 L, −300 °C, an unknown unit and an unknown quantity', () => {
    const kinds = [
      ['conductivity', 150, 'ppm', 'µS/cm'],
      ['volume', -1, 'L', 'US gal'],
      ['temperature', -300, 'C', 'F'],
      ['volume', 1, 'gallon', 'L'],
      ['luck', 1, 'a', 'b'],
      ['volume', Infinity, 'L', 'mL'],
    ] as const;
    expect(
      kinds.map(([quantity, value, unit, to]) => {
        const r = convert({ quantity, value, from: unit, to });
        return r.ok ? 'ok' : r.refusal.kind;
      }),
    ).toEqual(['missing', 'out-of-range', 'out-of-range', 'unknown-unit', 'unknown-name', 'not-a-number']);
  });
});
