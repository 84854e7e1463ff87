/** Where an input came from. Shown with every working: an entered guess is not a measurement. */
export type Origin = 'measured' | 'entered' | 'default' | 'estimated' | 'almanac';

export interface ExplainedInput {
  id: string;
  label: string;
  value: number | string | null;
  unit: string;
  origin: Origin;
  /** The reading or entry it came from, and when, where there is one. */
  entryId?: string;
  atEpochMs?: number;
}

export interface ExplainedStep {
  id: string;
  label: string;
  /** The formula in words and symbols, with the names of `terms`. */
  formula: string;
  terms: Record<string, number>;
  value: number;
  unit: string;
}

/** A value with its working, as data: ids, numbers and short phrases; the screen only lays it out. */
export interface Explained<T> {
  value: T;
  method: { id: string; version: number };
  inputs: ExplainedInput[];
  steps: ExplainedStep[];
  assumptions: string[];
  /** Where the method should not be trusted. */
  limits: string[];
  sourceIds: string[];
}

export type Working = Omit<Explained<unknown>, 'value'>;

interface StepSpec<Terms extends Record<string, number>> {
  id: string;
  label: string;
  formula: string;
  terms: Terms;
  unit: string;
  by: (terms: Terms) => number;
}

/**
 * Writes the working down while the number is being computed. A step's figure is the return value of its own
 * function of its own terms, so a second formula for display cannot drift from the first.
 */
export interface Recorder {
  input(input: Omit<ExplainedInput, 'value'> & { value: number }): number;
  fact(input: ExplainedInput): void;
  step<Terms extends Record<string, number>>(spec: StepSpec<Terms>): number;
  assume(text: string): void;
  limit(text: string): void;
  source(...ids: string[]): void;
  explained<T>(value: T): Explained<T>;
}

/** `recorder({ id: 'water.residual', version: 1 })` writes everything down. */
export function recorder(method: { id: string; version: number }): Recorder {
  const working: Working = { method, inputs: [], steps: [], assumptions: [], limits: [], sourceIds: [] };
  const once = (list: string[], text: string): void => {
    if (!list.includes(text)) list.push(text);
  };
  return {
    input(input) {
      working.inputs.push(input);
      return input.value;
    },
    fact: (input) => void working.inputs.push(input),
    step({ by, ...shown }) {
      const value = by(shown.terms);
      working.steps.push({ ...shown, value });
      return value;
    },
    assume: (text) => {
      once(working.assumptions, text);
    },
    limit: (text) => {
      once(working.limits, text);
    },
    source: (...ids) => {
      ids.forEach((id) => {
        once(working.sourceIds, id);
      });
    },
    explained: (value) => ({ value, ...working }),
  };
}

/** The same calls, nothing kept: for lists of hundreds, where the working is made again on demand. */
export const silent: Recorder = {
  input: ({ value }) => value,
  fact: () => undefined,
  step: ({ by, terms }) => by(terms),
  assume: () => undefined,
  limit: () => undefined,
  source: () => undefined,
  explained: (value) => ({
    value,
    method: { id: 'unrecorded', version: 0 },
    inputs: [],
    steps: [],
    assumptions: [],
    limits: [],
    sourceIds: [],
  }),
};
