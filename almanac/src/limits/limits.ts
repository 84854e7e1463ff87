import type { BandLine } from '#core/almanac';
import type { EmergencyThresholds, EvidenceGrade, StepLimit } from '#core/water';
import { degreeCaco3MgPerL } from '#core/units';

const ours = (value: number): { value: number; grade: EvidenceGrade } => ({ value, grade: 'ours' });
const stated = (value: number): { value: number; grade: EvidenceGrade } => ({ value, grade: 'common-practice' });

/** 20 mg/L CaCO3 a day in degrees; whether the trade means CaCO3 or pen ppm is unclear, so the stricter reading is taken. */
const delicateGhStep = Math.round((20 / degreeCaco3MgPerL) * 100) / 100;

/** How far a parameter may move in a stocked tank, by bearing class. Limits advise; they never forbid. */
export const stepLimits: readonly StepLimit[] = [
  {
    id: 'gh-day',
    parameter: 'ghDegrees',
    per: 'day',
    measure: 'value',
    byBearing: { delicate: stated(delicateGhStep), usual: ours(2), robust: ours(4) },
    note: '20 ppm a day for the delicate is common practice, stated for rising hardness; taken for both directions.',
    sourceIds: ['trade-shrimp', 'ours'],
  },
  {
    id: 'kh-day',
    parameter: 'khDegrees',
    per: 'day',
    measure: 'value',
    byBearing: { delicate: ours(0.5), usual: ours(1), robust: ours(2) },
    note: 'Falling KH is the more dangerous direction: pH follows it.',
    sourceIds: ['ours'],
  },
  {
    id: 'ec-change',
    parameter: 'ec25UsPerCm',
    per: 'change',
    measure: 'fraction',
    byBearing: { delicate: ours(0.05), usual: ours(0.1), robust: ours(0.2) },
    note: 'A share of the tank’s own level: the osmotic step.',
    sourceIds: ['ours'],
  },
  {
    id: 'ph-day',
    parameter: 'ph',
    per: 'day',
    measure: 'value',
    byBearing: { delicate: ours(0.2), usual: ours(0.3), robust: ours(0.5) },
    note: 'pH that moves with CO2 alone, as by day and night in a planted tank, harms less than with KH.',
    sourceIds: ['ours'],
  },
  {
    id: 'temp-change',
    parameter: 'tempC',
    per: 'change',
    measure: 'value',
    byBearing: { delicate: ours(1), usual: ours(2), robust: ours(3) },
    note: 'Measured in the tank after the change, not between the waters.',
    sourceIds: ['ours'],
  },
];

/** Ammonia published (UF/IFAS), chloride to nitrite published (SRAC 462), nitrite and chlorine ours: docs/sources.md. */
export const emergencyThresholds: EmergencyThresholds = {
  nh3AsNMgPerL: 0.05,
  no2MgPerL: 1,
  chlorideToNitriteRatio: 10,
  cl2MgPerL: 0.05,
};
/** Long-term concern for un-ionised ammonia, mg/L as N. */
export const chronicNh3AsNMgPerL = 0.02;

/** Lines that hold for every stocked tank unless its practice or its keeper says otherwise. */
export const safetyBands: readonly BandLine[] = [
  {
    parameter: 'no2MgPerL',
    lo: 0,
    hi: 0.25,
    grade: 'common-practice',
    sourceIds: ['trade-fish'],
    note: 'In a running tank nitrite should not be found.',
  },
  {
    parameter: 'o2MgPerL',
    lo: 5,
    hi: null,
    grade: 'published',
    sourceIds: ['ifas-oxygen'],
    note: 'Measured before the lights come on, when it is least.',
  },
  {
    parameter: 'co2MgPerL',
    lo: 0,
    hi: 30,
    grade: 'common-practice',
    sourceIds: ['trade-fish'],
    note: 'What planted tanks are dosed to; less where the water is warm or still. From pH and KH it is only an estimate.',
  },
  { parameter: 'cl2MgPerL', lo: 0, hi: 0.02, grade: 'ours', sourceIds: ['ours'] },
  {
    parameter: 'copperMgPerL',
    lo: 0,
    hi: 0.02,
    grade: 'common-practice',
    sourceIds: ['trade-shrimp'],
    note: 'Shrimp and snails are harmed from about a hundredth on, sooner in soft water; usual kits cannot see that. A tank under a copper course has a line of its own.',
  },
];
