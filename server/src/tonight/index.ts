export { benchView } from './bench';
export { tankFolio, verdictWorking } from './folio';
export { tonightSheet, type TonightDeps } from './tonight-service';
