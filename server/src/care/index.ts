export { courseKind, quarantineKind } from './care-kinds';
export { careContributions } from './care-contributions';
export { careCalendar } from './care-calendar';
