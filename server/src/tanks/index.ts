export { factKind } from './facts-kind';
export { checkSetUp, netVolumeOf, setUpKind } from './tanks-kind';
export { tankFolio, verdictWorking } from './tanks-service';
