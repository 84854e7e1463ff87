export { doingContributions, doingView } from './doing-service';
