import type * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { recorder, type Explained, type Recorder } from '#core/explain';
import { parameterNamed } from '#core/readings';
import { ok, type Refusal, type Result } from '#core/result';
import { doorFault } from '#core/units';

/** One calculation for scripts and for checks from outside: its input's contract, and the core function behind it. */
export interface Calculation {
  name: string;
  about: string;
  input: v.GenericSchema;
  /** One that is answered; the tests bend every number of it. */
  example: unknown;
  run: (input: never) => Result<Explained<unknown>>;
}

/** Words by which a parameter is called, as its id: what it can be follows from that. */
const idOf = (name: string): string => {
  const found = parameterNamed({ catalogue: shippedAlmanac.parameters, name });
  return found.ok ? found.value.id : name;
};

/** The door of all of them: nothing passes that is not finite, ordered, and within what its quantity can be. */
export const refusedAtDoor = (input: unknown): Refusal | null => doorFault(input, idOf);

export const calculation = <S extends v.GenericSchema>(
  name: string,
  about: string,
  input: S,
  example: v.InferInput<S>,
  run: (input: v.InferOutput<S>, note: Recorder) => Result<Explained<unknown>>,
): Calculation => ({
  name,
  about,
  input,
  example,
  run: (given) => {
    const note = recorder();
    const result = run(given, note);
    // One that keeps no working of its own has no name in it.
    return result.ok && result.value.method.version === 0
      ? ok({ ...result.value, method: { id: name, version: 1 } })
      : result;
  },
});

/** Calculations that keep no working of their own are explained by their inputs. */
export const explainedBy = <T>(note: Recorder, result: Result<T>): Result<Explained<T>> =>
  result.ok ? ok(note.explained(result.value)) : result;
