import { constants, setPriority } from 'node:os';
import { prospectOf, type Prospect, type ProspectInput } from './prospect';

// On Linux this is of the thread that asks alone: requests and the database go before forecasts.
if (process.platform === 'linux') setPriority(0, constants.priority.PRIORITY_BELOW_NORMAL);

export default (inputs: ProspectInput[]): Prospect[] => inputs.map(prospectOf);
