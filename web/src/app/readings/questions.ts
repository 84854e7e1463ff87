import { speech } from '../base/speech';
import { parameters } from '#almanac/parameters';
import type { ParameterId } from '#core/readings';
import { waterQuestions, type Analysis, type Known } from '#core/sources';
import type { Bench } from '#contracts/readings';
import { questionWords } from '#words/sources';
import { gradeWords } from '../ui/words';

export interface Asked {
  parameters: readonly ParameterId[];
  why: string;
}

/** What the book knows of a tank, as its cells on the bench tell. */
export function knownOf(cells: Bench['tanks'][number]['cells'] | undefined): Known {
  const known: Required<Known> = { last: {}, expected: {} };
  for (const { id } of parameters) {
    const cell = cells?.[id];
    if (cell?.last) known.last[id] = cell.last;
    if (cell?.expected) known.expected[id] = cell.expected;
  }
  return known;
}

/** What is asked about a sitting, in plain words with its likely mend and what the rule stands on. */
export const askedAbout = (readings: Analysis, known: Known): Asked[] =>
  waterQuestions({ readings, catalogue: parameters, known }).map(({ parameters: about, why, mend, grade }) => ({
    parameters: about,
    why: `${questionWords(speech(), why)}.${mend === undefined ? '' : ` Perhaps ${mend}?`} (${gradeWords[grade] ?? grade})`,
  }));
