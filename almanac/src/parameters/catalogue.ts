import { parameterIds, traitsOf, type Parameter, type ParameterId } from '#core/readings';

/** What each is called, and what finer test would tell more. */
const said: Record<ParameterId, Pick<Parameter, 'names' | 'label' | 'short' | 'finerTest'>> = {
  tempC: {
    names: ['t', 'temp', 'temperature'],
    label: 'Temperature',
    short: 'Temp',
    finerTest: 'a second thermometer',
  },
  ph: { names: ['ph'], label: 'pH', short: 'pH', finerTest: 'a freshly calibrated pH pen' },
  ghDegrees: {
    names: ['gh', 'dgh', 'general hardness', 'hardness'],
    label: 'General hardness',
    short: 'GH',
    finerTest: 'a drop test with a double sample (half-degree drops)',
  },
  khDegrees: {
    names: ['kh', 'dkh', 'carbonate hardness', 'alkalinity'],
    label: 'Carbonate hardness',
    short: 'KH',
    finerTest: 'a drop test with a double sample (half-degree drops)',
  },
  ec25UsPerCm: {
    names: ['ec', 'ec25', 'conductivity', 'tds', 'us'],
    label: 'Conductivity',
    short: 'EC',
    finerTest: 'the same water on a pen whose factor is known',
  },
  tanMgPerL: {
    names: ['tan', 'nh3', 'nh4', 'ammonia', 'ammonium', 'total ammonia'],
    label: 'Total ammonia',
    short: 'TAN',
    finerTest: 'a low-range ammonia test',
  },
  no2MgPerL: { names: ['no2', 'nitrite'], label: 'Nitrite', short: 'NO₂', finerTest: 'a low-range nitrite test' },
  no3MgPerL: {
    names: ['no3', 'nitrate'],
    label: 'Nitrate',
    short: 'NO₃',
    finerTest: 'the same test on water diluted one to one with pure water, or a second strip',
  },
  po4MgPerL: { names: ['po4', 'phosphate'], label: 'Phosphate', short: 'PO₄', finerTest: 'a low-range phosphate test' },
  caMgPerL: { names: ['ca', 'calcium'], label: 'Calcium', short: 'Ca', finerTest: 'a laboratory analysis' },
  mgMgPerL: { names: ['mg', 'magnesium'], label: 'Magnesium', short: 'Mg', finerTest: 'a laboratory analysis' },
  naMgPerL: { names: ['na', 'sodium'], label: 'Sodium', short: 'Na', finerTest: 'a laboratory analysis' },
  kMgPerL: { names: ['k', 'potassium'], label: 'Potassium', short: 'K', finerTest: 'a laboratory analysis' },
  clMgPerL: { names: ['cl', 'chloride'], label: 'Chloride', short: 'Cl', finerTest: 'a laboratory analysis' },
  so4MgPerL: {
    names: ['so4', 'sulfate', 'sulphate'],
    label: 'Sulphate',
    short: 'SO₄',
    finerTest: 'a laboratory analysis',
  },
  hco3MgPerL: {
    names: ['hco3', 'bicarbonate'],
    label: 'Hydrogen carbonate',
    short: 'HCO₃',
    finerTest: 'a laboratory analysis',
  },
  o2MgPerL: { names: ['o2', 'oxygen', 'do'], label: 'Dissolved oxygen', short: 'O₂', finerTest: 'an oxygen meter' },
  cl2MgPerL: {
    names: ['cl2', 'chlorine', 'chloramine'],
    label: 'Total chlorine',
    short: 'Cl₂',
    finerTest: 'a DPD total chlorine test',
  },
  copperMgPerL: {
    names: ['cu', 'copper'],
    label: 'Copper',
    short: 'Cu',
    finerTest: 'a low-range copper test, or a laboratory: usual kits do not see what kills shrimp',
  },
  co2MgPerL: {
    names: ['co2', 'carbon dioxide'],
    label: 'Free CO₂',
    short: 'CO₂',
    finerTest: 'pH and KH read together',
  },
  iodideMgPerL: { names: ['iodide', 'iodine'], label: 'Iodide', short: 'I⁻', finerTest: 'a laboratory analysis' },
};

/** The parameters the ledger knows, with their words. */
export const parameters: readonly Parameter[] = parameterIds.map((id) => ({ id, ...traitsOf(id), ...said[id] }));
/** The short word of the trade for each, for sentences and labels. */
export const parameterWords = Object.fromEntries(parameters.map(({ id, short }) => [id, short])) as Record<
  ParameterId,
  string
>;
