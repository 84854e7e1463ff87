export { courseKind, quarantineKind, toolKind } from './care-kinds';
export { careContributions } from './care-contributions';
export { careCalendar } from './care-calendar';
