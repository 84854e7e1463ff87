export { alarmsOf } from './stock-alarms';
export { checkArrival, checkOwnKind, checkStock } from './stock-checks';
export { stockKinds } from './stock-kinds';
export { diaryView, eventOf, stockView } from './stock-service';
