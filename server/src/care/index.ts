export { careContributions } from './care-contributions';
export { agentsInTanks, careWaterOf } from './care-water';
export { careCalendar } from './care-calendar';
