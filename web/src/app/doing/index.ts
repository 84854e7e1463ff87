/** What other slices use of this one. Its pages are opened by the shell. */
export { Notifier } from './notifier';
export { AlarmBar } from './alarm-bar';
export { DoingStore } from './doing-store';
