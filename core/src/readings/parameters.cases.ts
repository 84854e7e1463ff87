import type { Parameter } from './parameter';

/** Three parameters as specs need them; the shipped catalogue is the almanac's, which the core does not know. */
const base = {
  label: '',
  unit: 'mg/L',
  decimalsCount: 1,
  usualJump: { value: 5, ofLastFraction: 0.5 },
  mixes: 'by-volume',
  finerTest: 'a finer test',
} as const;
export const phCase: Parameter = {
  ...base,
  id: 'ph',
  names: ['ph'],
  label: 'pH',
  short: 'pH',
  quantity: 'ph',
  unit: '',
  possible: { lo: 0, hi: 14 },
  plausible: { lo: 3.5, hi: 9.5 },
  usualJump: { value: 1.2, ofLastFraction: 0 },
  mixes: 'by-chemistry',
  readBy: { kind: 'resolution', resolution: 0.1 },
};
export const nitrateCase: Parameter = {
  ...base,
  id: 'no3MgPerL',
  names: ['no3', 'nitrate'],
  label: 'Nitrate',
  short: 'NO₃',
  quantity: 'nitrate',
  decimalsCount: 0,
  possible: { lo: 0, hi: 2000 },
  plausible: { lo: 0, hi: 250 },
  readBy: { kind: 'chart', steps: [0, 5, 10, 20, 40, 80, 160] },
};
export const tempCase: Parameter = {
  ...base,
  id: 'tempC',
  names: ['t', 'temp'],
  label: 'Temperature',
  short: 'Temp',
  quantity: 'temperature',
  unit: '°C',
  possible: { lo: -2, hi: 100 },
  plausible: { lo: 4, hi: 36 },
  usualJump: { value: 6, ofLastFraction: 0 },
  mixes: 'as-heat',
  readBy: { kind: 'resolution', resolution: 0.1 },
};
export const ecCase: Parameter = {
  ...base,
  id: 'ec25UsPerCm',
  names: ['ec', 'tds', 'us'],
  label: 'Conductivity',
  short: 'EC',
  quantity: 'conductivity',
  unit: 'µS/cm',
  decimalsCount: 0,
  possible: { lo: 0, hi: 200000 },
  plausible: { lo: 0, hi: 2500 },
  readBy: { kind: 'resolution', resolution: 1 },
};
export const ghCase: Parameter = {
  ...base,
  id: 'ghDegrees',
  names: ['gh'],
  label: 'General hardness',
  short: 'GH',
  quantity: 'gh',
  unit: '°dH',
  possible: { lo: 0, hi: 120 },
  plausible: { lo: 0, hi: 35 },
  readBy: { kind: 'resolution', resolution: 1 },
};
export const khCase: Parameter = {
  ...ghCase,
  id: 'khDegrees',
  names: ['kh'],
  label: 'Carbonate hardness',
  short: 'KH',
  quantity: 'kh',
};
export const tanCase: Parameter = {
  ...base,
  id: 'tanMgPerL',
  names: ['tan', 'ammonia'],
  label: 'Total ammonia',
  short: 'TAN',
  quantity: 'ammonia',
  decimalsCount: 2,
  possible: { lo: 0, hi: 500 },
  plausible: { lo: 0, hi: 8 },
  readBy: { kind: 'chart', steps: [0, 0.25, 0.5, 1, 2, 4, 8] },
};
export const catalogueCase: readonly Parameter[] = [tempCase, phCase, ghCase, khCase, ecCase, nitrateCase, tanCase];
