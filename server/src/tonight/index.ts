export { benchView } from './bench';
export { calendarText } from './calendar';
export { tankFolio, verdictWorking } from './folio';
export { tonightSheet, type TonightDeps } from './tonight-service';
