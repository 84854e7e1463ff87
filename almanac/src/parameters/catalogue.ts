import { parameterWords, type Parameter } from '#core/readings';

const chart = (...steps: number[]): Parameter['readBy'] => ({ kind: 'chart', steps });
const meter = (resolution: number): Parameter['readBy'] => ({ kind: 'resolution', resolution });
const ion = (over: Pick<Parameter, 'id' | 'names' | 'label' | 'short' | 'quantity'> & Partial<Parameter>): Parameter => ({
  unit: 'mg/L', decimalsCount: 1, possible: { lo: 0, hi: 40000 }, plausible: { lo: 0, hi: 400 }, usualJump: { value: 20, ofLastFraction: 1 },
  mixes: 'by-volume', readBy: meter(1), finerTest: 'a laboratory analysis', ...over,
});

/**
 * The parameters the ledger knows, with the steps or resolution of the kits in common use (common practice), and what
 * is possible and plausible in fresh water (our own estimates, wide on purpose).
 */
export const parameters: readonly Parameter[] = [
  { id: 'tempC', names: ['t', 'temp', 'temperature'], label: 'Temperature', short: parameterWords.tempC, quantity: 'temperature', unit: '°C', decimalsCount: 1, possible: { lo: -2, hi: 100 }, plausible: { lo: 4, hi: 36 }, usualJump: { value: 6, ofLastFraction: 0 }, mixes: 'as-heat', readBy: meter(0.1), finerTest: 'a second thermometer' },
  { id: 'ph', names: ['ph'], label: 'pH', short: parameterWords.ph, quantity: 'ph', unit: '', decimalsCount: 1, possible: { lo: 0, hi: 14 }, plausible: { lo: 3.5, hi: 9.5 }, usualJump: { value: 1.2, ofLastFraction: 0 }, mixes: 'by-chemistry', readBy: meter(0.1), finerTest: 'a freshly calibrated pH pen' },
  { id: 'ghDegrees', names: ['gh', 'dgh', 'general hardness', 'hardness'], label: 'General hardness', short: parameterWords.ghDegrees, quantity: 'gh', unit: '°dH', decimalsCount: 1, possible: { lo: 0, hi: 120 }, plausible: { lo: 0, hi: 35 }, usualJump: { value: 5, ofLastFraction: 0.3 }, mixes: 'by-volume', readBy: meter(1), finerTest: 'a drop test with a double sample (half-degree drops)' },
  { id: 'khDegrees', names: ['kh', 'dkh', 'carbonate hardness', 'alkalinity'], label: 'Carbonate hardness', short: parameterWords.khDegrees, quantity: 'kh', unit: '°dH', decimalsCount: 1, possible: { lo: 0, hi: 120 }, plausible: { lo: 0, hi: 25 }, usualJump: { value: 4, ofLastFraction: 0.3 }, mixes: 'by-volume', readBy: meter(1), finerTest: 'a drop test with a double sample (half-degree drops)' },
  { id: 'ec25UsPerCm', names: ['ec', 'ec25', 'conductivity', 'tds', 'us'], label: 'Conductivity', short: parameterWords.ec25UsPerCm, quantity: 'conductivity', unit: 'µS/cm', decimalsCount: 0, possible: { lo: 0, hi: 200000 }, plausible: { lo: 0, hi: 2500 }, usualJump: { value: 60, ofLastFraction: 0.4 }, mixes: 'nearly-by-volume', readBy: meter(1), finerTest: 'the same water on a pen whose factor is known' },
  { id: 'tanMgPerL', names: ['tan', 'nh3', 'nh4', 'ammonia', 'ammonium', 'total ammonia'], label: 'Total ammonia', short: parameterWords.tanMgPerL, quantity: 'ammonia', unit: 'mg/L as N', decimalsCount: 2, possible: { lo: 0, hi: 500 }, plausible: { lo: 0, hi: 8 }, usualJump: { value: 1, ofLastFraction: 1 }, mixes: 'by-volume', readBy: chart(0, 0.25, 0.5, 1, 2, 4, 8), finerTest: 'a low-range ammonia test' },
  { id: 'no2MgPerL', names: ['no2', 'nitrite'], label: 'Nitrite', short: parameterWords.no2MgPerL, quantity: 'nitrite', unit: 'mg/L', decimalsCount: 2, possible: { lo: 0, hi: 500 }, plausible: { lo: 0, hi: 10 }, usualJump: { value: 1, ofLastFraction: 1 }, mixes: 'by-volume', readBy: chart(0, 0.1, 0.25, 0.5, 1, 2, 5), finerTest: 'a low-range nitrite test' },
  { id: 'no3MgPerL', names: ['no3', 'nitrate'], label: 'Nitrate', short: parameterWords.no3MgPerL, quantity: 'nitrate', unit: 'mg/L', decimalsCount: 0, possible: { lo: 0, hi: 2000 }, plausible: { lo: 0, hi: 250 }, usualJump: { value: 30, ofLastFraction: 0.5 }, mixes: 'by-volume', readBy: chart(0, 5, 10, 20, 40, 80, 160), finerTest: 'the same test on water diluted one to one with pure water, or a second strip' },
  { id: 'po4MgPerL', names: ['po4', 'phosphate'], label: 'Phosphate', short: parameterWords.po4MgPerL, quantity: 'phosphate', unit: 'mg/L', decimalsCount: 2, possible: { lo: 0, hi: 500 }, plausible: { lo: 0, hi: 10 }, usualJump: { value: 2, ofLastFraction: 1 }, mixes: 'by-volume', readBy: chart(0, 0.1, 0.25, 0.5, 1, 2, 5), finerTest: 'a low-range phosphate test' },
  ion({ id: 'caMgPerL', names: ['ca', 'calcium'], label: 'Calcium', short: parameterWords.caMgPerL, quantity: 'ca' }),
  ion({ id: 'mgMgPerL', names: ['mg', 'magnesium'], label: 'Magnesium', short: parameterWords.mgMgPerL, quantity: 'mg' }),
  ion({ id: 'naMgPerL', names: ['na', 'sodium'], label: 'Sodium', short: parameterWords.naMgPerL, quantity: 'na' }),
  ion({ id: 'kMgPerL', names: ['k', 'potassium'], label: 'Potassium', short: parameterWords.kMgPerL, quantity: 'k' }),
  ion({ id: 'clMgPerL', names: ['cl', 'chloride'], label: 'Chloride', short: parameterWords.clMgPerL, quantity: 'cl' }),
  ion({ id: 'so4MgPerL', names: ['so4', 'sulfate', 'sulphate'], label: 'Sulphate', short: parameterWords.so4MgPerL, quantity: 'so4' }),
  ion({ id: 'hco3MgPerL', names: ['hco3', 'bicarbonate'], label: 'Hydrogen carbonate', short: parameterWords.hco3MgPerL, quantity: 'hco3' }),
  ion({ id: 'o2MgPerL', names: ['o2', 'oxygen', 'do'], label: 'Dissolved oxygen', short: parameterWords.o2MgPerL, quantity: 'oxygen', possible: { lo: 0, hi: 40 }, plausible: { lo: 2, hi: 14 }, usualJump: { value: 4, ofLastFraction: 0 }, readBy: meter(0.5), finerTest: 'an oxygen meter' }),
  ion({ id: 'cl2MgPerL', names: ['cl2', 'chlorine', 'chloramine'], label: 'Total chlorine', short: parameterWords.cl2MgPerL, quantity: 'chlorine', decimalsCount: 2, possible: { lo: 0, hi: 100 }, plausible: { lo: 0, hi: 5 }, usualJump: { value: 1, ofLastFraction: 1 }, readBy: chart(0, 0.1, 0.25, 0.5, 1, 2, 4), finerTest: 'a DPD total chlorine test' }),
  ion({ id: 'co2MgPerL', names: ['co2', 'carbon dioxide'], label: 'Free CO₂', short: parameterWords.co2MgPerL, quantity: 'co2', possible: { lo: 0, hi: 1500 }, plausible: { lo: 0, hi: 80 }, readBy: chart(10, 20, 30, 40), finerTest: 'pH and KH read together' }),
];
