export { chronicNh3AsNMgPerL, emergencySources, emergencyThresholds, safetyBands, stepLimits } from './limits';
