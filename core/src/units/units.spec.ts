import { quantities } from './quantities';

/**
 * What one of each unit is in the quantity's own, with where it is defined. A unit that is added without its line here
 * fails below.
 */
const defined: Record<string, Record<string, { is: number; by: string }>> = {
  volume: {
    L: { is: 1, by: 'canonical' },
    'US gal': { is: 3.785411784, by: 'NIST HB 44: 231 cubic inches of 2.54 cm' },
    'imp gal': { is: 4.54609, by: 'UK Weights and Measures Act 1985' },
    quart: { is: 0.946352946, by: 'NIST HB 44: a quarter of a US gallon' },
    cup: { is: 0.2365882365, by: 'NIST HB 44: half a US pint' },
    tbsp: { is: 0.01478676478125, by: 'NIST HB 44: half a US fluid ounce' },
    tsp: { is: 0.00492892159375, by: 'NIST HB 44: a third of a tablespoon' },
    mL: { is: 0.001, by: 'SI' },
    m3: { is: 1000, by: 'SI' },
  },
  length: {
    cm: { is: 1, by: 'canonical' },
    mm: { is: 0.1, by: 'SI' },
    in: { is: 2.54, by: 'international yard and pound agreement 1959' },
    m: { is: 100, by: 'SI' },
    ft: { is: 30.48, by: 'international yard and pound agreement 1959' },
  },
  mass: {
    g: { is: 1, by: 'canonical' },
    mg: { is: 0.001, by: 'SI' },
    kg: { is: 1000, by: 'SI' },
    oz: { is: 28.349523125, by: 'international yard and pound agreement 1959' },
    lb: { is: 453.59237, by: 'international yard and pound agreement 1959' },
  },
  temperature: {
    '°C': { is: 1, by: 'canonical' },
    '°F': { is: -155 / 9, by: 'definition: (F − 32) × 5/9' },
    K: { is: -272.15, by: 'SI' },
  },
  temperatureDifference: { K: { is: 1, by: 'canonical' }, '°F': { is: 5 / 9, by: 'definition' } },
  gh: {
    dGH: { is: 1, by: 'DIN 38409-6: 10 mg/L of CaO' },
    ppm: { is: 56.0774 / 100.0869 / 10, by: 'CaO 56.0774, CaCO3 100.0869 g/mol (CIAAW 2021)' },
    '°f': { is: 56.0774 / 100.0869, by: 'definition: 10 mg/L of CaCO3' },
    '°e': {
      is: 1.42538 * (56.0774 / 100.0869),
      by: 'definition: a grain of CaCO3 in an imperial gallon, 14.2538 mg/L',
    },
    'gr/US gal': {
      is: 1.71181 * (56.0774 / 100.0869),
      by: 'definition: a grain of CaCO3 in a US gallon, 17.1181 mg/L',
    },
    'mmol/L': { is: 5.60774, by: '1 mmol/L of CaO is 56.0774 mg/L' },
    'meq/L': { is: 2.80387, by: 'half a mole of a doubly charged ion' },
  },
  kh: {
    dKH: { is: 1, by: 'DIN 38409-6: 10 mg/L of CaO' },
    ppm: { is: 56.0774 / 100.0869 / 10, by: 'CaO 56.0774, CaCO3 100.0869 g/mol (CIAAW 2021)' },
    '°f': { is: 56.0774 / 100.0869, by: 'definition: 10 mg/L of CaCO3' },
    '°e': {
      is: 1.42538 * (56.0774 / 100.0869),
      by: 'definition: a grain of CaCO3 in an imperial gallon, 14.2538 mg/L',
    },
    'gr/US gal': {
      is: 1.71181 * (56.0774 / 100.0869),
      by: 'definition: a grain of CaCO3 in a US gallon, 17.1181 mg/L',
    },
    'mmol/L': { is: 2.80387, by: 'of alkalinity: a mole of charge a mole' },
    'meq/L': { is: 2.80387, by: 'half a mole of CaO' },
  },
  ammonia: {
    'mg/L as N': { is: 1, by: 'canonical' },
    'mg/L as NH3': { is: 14.007 / 17.031, by: 'CIAAW 2021' },
    'mg/L as NH4': { is: 14.007 / 18.039, by: 'CIAAW 2021' },
  },
  nitrite: { 'mg/L': { is: 1, by: 'canonical' }, 'mg/L as N': { is: 46.005 / 14.007, by: 'CIAAW 2021' } },
  nitrate: { 'mg/L': { is: 1, by: 'canonical' }, 'mg/L as N': { is: 62.004 / 14.007, by: 'CIAAW 2021' } },
  phosphate: { 'mg/L': { is: 1, by: 'canonical' }, 'mg/L as P': { is: 94.97 / 30.9738, by: 'CIAAW 2021' } },
  conductivity: {
    'µS/cm': { is: 1, by: 'canonical' },
    'mS/cm': { is: 1000, by: 'SI' },
    'mS/m': { is: 10, by: 'SI: 0.001 S over 100 cm' },
    'S/m': { is: 10_000, by: 'SI' },
    'ppm (0.5)': { is: 2, by: 'definition of the 500 scale' },
    'ppm (0.64)': { is: 1.5625, by: 'definition of the 640 scale' },
    'ppm (0.7)': { is: 1 / 0.7, by: 'definition of the 700 scale' },
    ppm: { is: 1 / 0.6, by: 'the middle of the 500 and 700 scales: a span stands beside it' },
  },
  ph: { '': { is: 1, by: 'canonical' } },
  oxygen: { 'mg/L': { is: 1, by: 'canonical' } },
  copper: { 'mg/L': { is: 1, by: 'canonical' }, 'µg/L': { is: 0.001, by: 'SI' } },
  iodide: { 'mg/L': { is: 1, by: 'canonical' }, 'µg/L': { is: 0.001, by: 'SI' } },
  chlorine: { 'mg/L': { is: 1, by: 'canonical' } },
  co2: { 'mg/L': { is: 1, by: 'canonical' }, 'mmol/L': { is: 44.009, by: 'CIAAW 2021' } },
  light: { h: { is: 1, by: 'canonical' }, min: { is: 1 / 60, by: 'SI' } },
  flow: {
    'L/h': { is: 1, by: 'canonical' },
    'L/min': { is: 60, by: 'SI' },
    'US gal/h': { is: 3.785411784, by: 'NIST HB 44' },
  },
};
/** Ions: mg/L, and millimoles and equivalents by their molar mass (CIAAW 2021) and charge. */
const molar: Record<string, [gPerMol: number, charge: number]> = {
  ca: [40.078, 2],
  mg: [24.305, 2],
  na: [22.9898, 1],
  k: [39.0983, 1],
  cl: [35.45, 1],
  so4: [96.06, 2],
  hco3: [61.017, 1],
};
for (const [id, [gPerMol, charge]] of Object.entries(molar))
  defined[id] = {
    'mg/L': { is: 1, by: 'canonical' },
    'mmol/L': { is: gPerMol, by: 'CIAAW 2021' },
    'meq/L': { is: gPerMol / charge, by: 'CIAAW 2021' },
  };

describe('one of each unit', () => {
  for (const { id, units } of quantities)
    for (const { names, factor, offset = 0 } of units) {
      const name = names[0] ?? '';
      const known = defined[id]?.[name];
      it(`${id}: ${name || 'no unit'}${known ? ` (${known.by})` : ''}`, () => {
        expect(known).withContext('a definition or a published figure').toBeDefined();
        expect(Math.abs(factor + offset - (known?.is ?? NaN))).toBeLessThan(1e-4 * Math.abs(known?.is ?? NaN));
      });
    }
});
