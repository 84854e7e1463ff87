export { courseKind, quarantineKind, toolKind } from './care-kinds';
export { careContributions } from './care-contributions';
export { agentsInTanks, careWaterOf } from './care-water';
export { careCalendar } from './care-calendar';
