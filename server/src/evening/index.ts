export { buildUpView } from './build-up';
export { eveningView } from './evening';
export { WaterPlanner } from './planner';
