import { prospectOf, type Prospect, type ProspectInput } from './prospect';

export default (inputs: ProspectInput[]): Prospect[] => inputs.map(prospectOf);
