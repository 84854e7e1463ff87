export {
  recorder,
  silent,
  type Explained,
  type ExplainedInput,
  type ExplainedStep,
  type Origin,
  type Recorder,
  type Working,
} from './explain';
export { noted, type Note } from './notes';
