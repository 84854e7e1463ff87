import { signal } from '@angular/core';
import { usualUnits, type KeepersUnits } from '#core/units';
import { speechIn, type DateForm, type Speech } from '#words/units';

/** One person reads a page: all of it is said in their units and their dates, and anew when they choose others. */
const read = signal(speechIn(usualUnits));
export const speech: () => Speech = read.asReadonly();
export const speakIn = (units: KeepersUnits, dateForm?: DateForm): void => {
  read.set(speechIn(units, dateForm));
};
/** A sentence for a template or a list: said to whoever reads it. */
export const bound =
  <Given extends unknown[], What>(say: (speech: Speech, ...given: Given) => What) =>
  (...given: Given): What =>
    say(read(), ...given);
