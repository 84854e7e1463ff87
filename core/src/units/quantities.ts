import { degreeCaco3MgPerL, degreeMeqPerL, degreeMmolPerL, species } from './weights';

/**
 * One unit of a quantity: canonical = value × factor + offset. `names` are the spellings understood at the
 * edges (case, blanks, dots, underscores and the degree sign do not matter); the first is the one shown.
 */
export interface Unit {
  names: readonly string[];
  factor: number;
  offset?: number;
  /** Stands for several factors (a pen whose factor nobody stated), so it gives an interval and never one number. */
  factorSpan?: { lo: number; hi: number };
}

export interface Quantity {
  id: string;
  names: readonly string[];
  /** The first unit is canonical: factor 1. */
  units: readonly [Unit, ...Unit[]];
  /** What can be, in the canonical unit. */
  range: { lo: number; hi: number };
  /** Where the factors come from; NIST SP 811 unless said. */
  sourceIds?: readonly string[];
}

const unit = (factor: number, ...names: string[]): Unit => ({ names, factor });
const positive = { lo: 0, hi: Number.MAX_VALUE };

const usGalL = 3.785411784;
const impGalL = 4.54609;
const kgPerLb = 0.45359237;

/** Hardness units; the `ppm` of the trade is mg/L as CaCO3 (never the US grain, which has its own name). */
const hardnessUnits = (canonicalName: string): [Unit, ...Unit[]] => [
  unit(1, canonicalName, '°dH', 'dH', 'degrees', 'degree', 'deg', '°', 'dGH', 'dKH', 'd', 'german degrees'),
  unit(
    1 / degreeCaco3MgPerL,
    'ppm',
    'mg/L CaCO3',
    'ppm CaCO3',
    'mg/L',
    'mgPerL',
    'mgL_CaCO3',
    'mg/L as CaCO3',
    'mgPerL CaCO3',
    'caco3MgPerL',
  ),
  unit(1 / degreeMmolPerL, 'mmol/L', 'mmolPerL', 'mmolL', 'mM'),
  unit(1 / degreeMeqPerL, 'meq/L', 'meqPerL', 'meqL', 'mval/L'),
  unit(10 / degreeCaco3MgPerL, '°f', 'fH', 'french', 'french degrees', '°fH'),
  unit((1000 * 0.06479891) / impGalL / degreeCaco3MgPerL, '°e', 'eH', 'clark', 'english degrees', '°Clark'),
  unit((1000 * 0.06479891) / usGalL / degreeCaco3MgPerL, 'gr/US gal', 'gpg', 'grain/US gal', 'grains per US gallon'),
];

const ionUnits = (kind: keyof typeof species): [Unit, ...Unit[]] => [
  unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL'),
  unit(species[kind].molarGPerMol, 'mmol/L', 'mmolPerL', 'mmolL', 'mM'),
  unit(species[kind].molarGPerMol / species[kind].chargeCount, 'meq/L', 'meqPerL', 'meqL'),
];

/** Carbonate alkalinity has two moles of charge in a mole of CaCO3, but one in a mole of alkalinity. */
const alkalinityUnits = (): [Unit, ...Unit[]] =>
  hardnessUnits('dKH').map((u) => (u.names.includes('mmol/L') ? { ...u, factor: 1 / degreeMeqPerL } : u)) as [
    Unit,
    ...Unit[],
  ];

const asUnits = (
  canonical: keyof typeof species,
  canonicalNames: string[],
  other: keyof typeof species,
  otherNames: string[],
): [Unit, ...Unit[]] => [
  unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL', ...canonicalNames),
  unit(species[canonical].molarGPerMol / species[other].molarGPerMol, ...otherNames),
];
const asN = ['mg/L as N', 'mg/L N', 'N', 'as N', 'mg N/L', 'ppm as N', 'ppm N'];

export const quantities: readonly Quantity[] = [
  {
    id: 'volume',
    names: ['volume', 'litres'],
    range: positive,
    units: [
      unit(1, 'L', 'litre', 'litres', 'liter', 'liters', 'l'),
      unit(usGalL, 'US gal', 'usGal', 'us gallon', 'us gallons', 'gal (US)'),
      unit(impGalL, 'imp gal', 'impGal', 'imperial gallon', 'imperial gallons', 'uk gal', 'gal (imp)'),
      unit(usGalL / 4, 'quart', 'qt', 'us quart', 'us qt', 'quarts'),
      unit(usGalL / 16, 'cup', 'us cup', 'cups'),
      unit(usGalL / 256, 'tbsp', 'us tbsp', 'tablespoon'),
      unit(usGalL / 768, 'tsp', 'us tsp', 'teaspoon'),
      unit(0.001, 'mL', 'millilitre', 'ml', 'cc', 'millilitres'),
      unit(1000, 'm3', 'm³'),
    ],
  },
  {
    id: 'length',
    names: ['length', 'distance', 'size'],
    range: positive,
    units: [
      unit(1, 'cm'),
      unit(0.1, 'mm'),
      unit(2.54, 'in', 'inch', 'inches', '″', '"'),
      unit(100, 'm', 'metre'),
      unit(30.48, 'ft', 'foot', 'feet'),
    ],
  },
  {
    id: 'mass',
    names: ['mass', 'weight'],
    range: positive,
    units: [
      unit(1, 'g', 'gram', 'grams'),
      unit(0.001, 'mg'),
      unit(1000, 'kg'),
      unit((kgPerLb * 1000) / 16, 'oz', 'ounce', 'ounces'),
      unit(kgPerLb * 1000, 'lb', 'lbs', 'pound', 'pounds'),
    ],
  },
  {
    id: 'temperature',
    names: ['temperature', 'temp', 'tempC'],
    range: { lo: -273.15, hi: Number.MAX_VALUE },
    units: [
      unit(1, '°C', 'C', 'celsius'),
      { names: ['°F', 'F', 'fahrenheit'], factor: 5 / 9, offset: -160 / 9 },
      { names: ['K', 'kelvin'], factor: 1, offset: -273.15 },
    ],
  },
  {
    id: 'temperatureDifference',
    names: ['temperature difference', 'temperature step'],
    range: { lo: -Number.MAX_VALUE, hi: Number.MAX_VALUE },
    units: [unit(1, 'K', '°C', 'C', 'kelvin'), unit(5 / 9, '°F', 'F')],
  },
  {
    id: 'gh',
    names: ['gh', 'general hardness', 'hardness', 'ghDegrees', 'dgh', 'total hardness'],
    range: positive,
    sourceIds: ['din-38409', 'ciaaw-2021'],
    units: hardnessUnits('dGH'),
  },
  {
    id: 'kh',
    names: ['kh', 'carbonate hardness', 'alkalinity', 'khDegrees', 'dkh'],
    range: positive,
    sourceIds: ['din-38409', 'ciaaw-2021'],
    units: alkalinityUnits(),
  },
  { id: 'ca', names: ['ca', 'calcium', 'caMgPerL'], range: positive, sourceIds: ['ciaaw-2021'], units: ionUnits('ca') },
  {
    id: 'mg',
    names: ['mg', 'magnesium', 'mgMgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: ionUnits('mg'),
  },
  { id: 'na', names: ['na', 'sodium', 'naMgPerL'], range: positive, sourceIds: ['ciaaw-2021'], units: ionUnits('na') },
  { id: 'k', names: ['k', 'potassium', 'kMgPerL'], range: positive, sourceIds: ['ciaaw-2021'], units: ionUnits('k') },
  {
    id: 'cl',
    names: ['cl', 'chloride', 'clMgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: ionUnits('cl'),
  },
  {
    id: 'so4',
    names: ['so4', 'sulfate', 'sulphate', 'so4MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: ionUnits('so4'),
  },
  {
    id: 'hco3',
    names: ['hco3', 'bicarbonate', 'hydrogen carbonate', 'hco3MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: ionUnits('hco3'),
  },
  {
    id: 'ammonia',
    names: ['ammonia', 'tan', 'total ammonia', 'tanMgPerL', 'nh3', 'nh4', 'ammonium', 'nh3AsNMgPerL'],
    range: positive,
    units: [
      unit(1, 'mg/L as N', 'mg/L', 'mgPerL', 'mgL', 'ppm', 'TAN', 'mg/L TAN', 'mg/L NH3-N', 'NH3-N', 'NH4-N', ...asN),
      unit(species.n.molarGPerMol / species.nh3.molarGPerMol, 'mg/L as NH3', 'NH3', 'mg/L NH3', 'as NH3', 'ppm NH3'),
      unit(
        species.n.molarGPerMol / species.nh4.molarGPerMol,
        'mg/L as NH4',
        'NH4',
        'mg/L NH4',
        'as NH4',
        'NH4+',
        'ppm NH4',
      ),
    ],
  },
  {
    id: 'nitrite',
    names: ['nitrite', 'no2', 'no2MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: asUnits('no2', ['NO2', 'mg/L NO2', 'as NO2', 'mg/L as NO2', 'as ion', 'mg/L as ion'], 'n', [
      ...asN,
      'NO2-N',
      'mg/L NO2-N',
    ]),
  },
  {
    id: 'nitrate',
    names: ['nitrate', 'no3', 'no3MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: asUnits('no3', ['NO3', 'mg/L NO3', 'as NO3', 'mg/L as NO3', 'as ion', 'mg/L as ion'], 'n', [
      ...asN,
      'NO3-N',
      'mg/L NO3-N',
    ]),
  },
  {
    id: 'phosphate',
    names: ['phosphate', 'po4', 'po4MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: asUnits('po4', ['PO4', 'mg/L PO4', 'as PO4', 'mg/L as PO4', 'as ion', 'mg/L as ion'], 'p', [
      'mg/L as P',
      'P',
      'mg/L P',
      'as P',
      'PO4-P',
      'mg/L PO4-P',
    ]),
  },
  {
    id: 'conductivity',
    names: ['conductivity', 'ec', 'ec25', 'ec25UsPerCm', 'tds'],
    range: positive,
    units: [
      unit(1, 'µS/cm', 'uS/cm', 'μS/cm', 'us', 'µs', 'usPerCm', 'microsiemens'),
      unit(1000, 'mS/cm', 'msPerCm', 'ms', 'millisiemens'),
      unit(10, 'mS/m'),
      unit(10000, 'S/m'),
      unit(1 / 0.5, 'ppm (0.5)', 'ppm@0.5', 'ppm 0.5', 'ppm500'),
      unit(1 / 0.64, 'ppm (0.64)', 'ppm@0.64', 'ppm 0.64', 'ppm640'),
      unit(1 / 0.7, 'ppm (0.7)', 'ppm@0.7', 'ppm 0.7', 'ppm700'),
      {
        names: ['ppm', 'ppm (factor unknown)', 'mg/L', 'tds'],
        factor: 1 / 0.6,
        factorSpan: { lo: 1 / 0.7, hi: 1 / 0.5 },
      },
    ],
  },
  { id: 'ph', names: ['ph'], range: { lo: 0, hi: 14 }, units: [unit(1, '', 'pH', '-')] },
  {
    id: 'oxygen',
    names: ['oxygen', 'o2', 'dissolved oxygen', 'do', 'o2MgPerL'],
    range: positive,
    units: [unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL')],
  },
  {
    id: 'chlorine',
    names: ['chlorine', 'chloramine', 'total chlorine', 'cl2', 'cl2MgPerL'],
    range: positive,
    units: [unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL', 'mg/L Cl2', 'Cl2')],
  },
  {
    id: 'copper',
    names: ['copper', 'cu', 'copperMgPerL'],
    range: positive,
    units: [unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL', 'mg/L Cu', 'Cu'), unit(0.001, 'µg/L', 'ugPerL', 'ppb')],
  },
  {
    id: 'iodide',
    names: ['iodide', 'iodine', 'iodideMgPerL'],
    range: positive,
    units: [unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL'), unit(0.001, 'µg/L', 'ugPerL', 'ppb')],
  },
  {
    id: 'co2',
    names: ['co2', 'carbon dioxide', 'co2MgPerL'],
    range: positive,
    sourceIds: ['ciaaw-2021'],
    units: ionUnitsWithoutCharge(),
  },
  {
    id: 'light',
    names: ['light', 'light hours'],
    range: { lo: 0, hi: 24 },
    units: [unit(1, 'h', 'hours', 'hour'), unit(1 / 60, 'min', 'minutes')],
  },
  {
    id: 'flow',
    names: ['flow', 'turnover'],
    range: positive,
    units: [unit(1, 'L/h', 'lPerH', 'lph'), unit(60, 'L/min', 'lpm'), unit(usGalL, 'US gal/h', 'gph', 'usGalPerH')],
  },
];

function ionUnitsWithoutCharge(): [Unit, ...Unit[]] {
  return [unit(1, 'mg/L', 'mgPerL', 'ppm', 'mgL'), unit(species.co2.molarGPerMol, 'mmol/L', 'mmolPerL', 'mM')];
}
