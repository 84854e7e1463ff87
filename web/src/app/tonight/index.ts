/** What other slices use of this one. Its pages are opened by the shell. */
export { saidBy } from './contributions';
export { FolioStore } from './folio-store';
export { LastTank } from './last-tank';
export { TonightStore } from './tonight-store';
export { Welcome } from './welcome';
