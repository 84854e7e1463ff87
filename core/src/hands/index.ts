export { absence, type AbsenceInput, type AbsenceValue, type Leaves } from './absence';
export { cooling, insulations, type CoolingInput, type Insulation } from './cooling';
export { oxygenHours, type OxygenHours, type OxygenInput } from './oxygen-hours';
export { portions, type PortionsInput } from './portions';
export {
  walk,
  walkGroups,
  walkOrder,
  type Walk,
  type WalkGroup,
  type WalkInput,
  type WalkJob,
  type WalkStop,
  type WalkTank,
} from './walk';
