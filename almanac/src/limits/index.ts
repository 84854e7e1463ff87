export { chronicNh3AsNMgPerL, emergencyThresholds, safetyBands, stepLimits } from './limits';
