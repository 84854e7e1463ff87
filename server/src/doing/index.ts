export { jobKind, timerKind } from './doing-kinds';
export { doingContributions, doingView } from './doing-service';
