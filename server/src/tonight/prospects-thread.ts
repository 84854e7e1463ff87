import { answering } from '../app';
import { prospectOf, type Prospect, type ProspectInput } from './prospect';

answering((inputs: ProspectInput[]): Prospect[] => inputs.map(prospectOf));
