import { noted, type Note, type NoteFacts, type Notes } from './notes';

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

/** A value with its working, as data: ids, numbers, the names of its steps; the screen only lays it out. */
export interface Explained<T> {
  value: T;
  method: { id: string; version: number };
  inputs: ExplainedInput[];
  steps: ExplainedStep[];
  assumptions: Note[];
  /** Where the method should not be trusted. */
  limits: Note[];
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
  /** Which calculation this is, and which version of it; the outermost one counts. */
  by(id: string, version: number): void;
  input(input: Omit<ExplainedInput, 'value'> & { value: number }): number;
  fact(input: ExplainedInput): void;
  step<Terms extends Record<string, number>>(spec: StepSpec<Terms>): number;
  assume<Id extends keyof Notes>(id: Id, ...facts: NoteFacts<Id>): void;
  /** An assumption that was made elsewhere. */
  assumed(note: Note): void;
  limit<Id extends keyof Notes>(id: Id, ...facts: NoteFacts<Id>): void;
  source(...ids: string[]): void;
  explained<T>(value: T): Explained<T>;
}

const unnamed = { id: 'unnamed', version: 0 };

/** Writes everything down. Which calculation it was, the calculation says itself. */
export function recorder(): Recorder {
  const working: Working = { method: unnamed, inputs: [], steps: [], assumptions: [], limits: [], sourceIds: [] };
  const once = (list: Note[], note: Note): void => {
    if (!list.some((n) => JSON.stringify(n) === JSON.stringify(note))) list.push(note);
  };
  return {
    by: (id, version) => {
      if (working.method === unnamed) working.method = { id, version };
    },
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
    assume: (id, ...facts) => {
      once(working.assumptions, noted(id, ...facts));
    },
    assumed: (note) => {
      once(working.assumptions, note);
    },
    limit: (id, ...facts) => {
      once(working.limits, noted(id, ...facts));
    },
    source: (...ids) => {
      ids.forEach((id) => {
        if (!working.sourceIds.includes(id)) working.sourceIds.push(id);
      });
    },
    explained: (value) => ({ value, ...working }),
  };
}

/** The same calls, nothing kept: for lists of hundreds, where the working is made again on demand. */
export const silent: Recorder = {
  by: () => undefined,
  input: ({ value }) => value,
  fact: () => undefined,
  step: ({ by, terms }) => by(terms),
  assume: () => undefined,
  assumed: () => undefined,
  limit: () => undefined,
  source: () => undefined,
  explained: (value) => ({
    value,
    method: unnamed,
    inputs: [],
    steps: [],
    assumptions: [],
    limits: [],
    sourceIds: [],
  }),
};
