import type { StepLimit } from './index';

const by = (delicate: number, usual: number, robust: number): StepLimit['byBearing'] => ({
  delicate: { value: delicate, grade: 'ours' },
  usual: { value: usual, grade: 'common-practice' },
  robust: { value: robust, grade: 'published' },
});
/** Limits of round figures, so that what is expected can be reckoned by hand: not the almanac's. */
export const roundLimits: readonly StepLimit[] = [
  {
    id: 'temp',
    parameter: 'tempC',
    per: 'change',
    measure: 'value',
    byBearing: by(1, 2, 4),
    note: '',
    sourceIds: ['a'],
  },
  {
    id: 'gh',
    parameter: 'ghDegrees',
    per: 'day',
    measure: 'value',
    byBearing: by(1, 2, 4),
    note: '',
    sourceIds: ['b'],
  },
  {
    id: 'ec',
    parameter: 'ec25UsPerCm',
    per: 'change',
    measure: 'fraction',
    byBearing: by(0.1, 0.2, 0.4),
    note: '',
    sourceIds: ['c'],
  },
];
export const roundThresholds = { nh3AsNMgPerL: 0.05, no2MgPerL: 1, chlorideToNitriteRatio: 10, cl2MgPerL: 0.05 };
