export { gated, standingInBook } from './gate';
export { gateView } from './gate-view';
export { barredWhenEnded, endingKind } from './tank-ends';
