import type * as v from 'valibot';
import { recorder, type Explained, type Recorder } from '#core/explain';
import { ok, type Result } from '#core/result';

/** One calculation for scripts and for checks from outside: its input's contract, and the core function behind it. */
export interface Calculation {
  name: string;
  about: string;
  input: v.GenericSchema;
  run: (input: never) => Result<Explained<unknown>>;
}

export const calculation = <S extends v.GenericSchema>(
  name: string,
  about: string,
  input: S,
  run: (input: v.InferOutput<S>, note: Recorder) => Result<Explained<unknown>>,
): Calculation => ({ name, about, input, run: (given) => run(given, recorder({ id: name, version: 1 })) });

/** Calculations that keep no working of their own are explained by their inputs. */
export const explainedBy = <T>(note: Recorder, result: Result<T>): Result<Explained<T>> =>
  result.ok ? ok(note.explained(result.value)) : result;
