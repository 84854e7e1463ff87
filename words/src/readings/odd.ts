import type { AimQuestion, OddReason, ParameterId } from '#core/readings';
import { labelOf } from '#words/book';
import { teller, type Sentences } from '#words/explain';
import { spanText, spokenStep, spokenValue, unitOf as bareUnit } from '#words/units';

const unitOf = (id: ParameterId): string => {
  const unit = bareUnit(id);
  return unit === '' ? '' : ` ${unit}`;
};

const said = (id: ParameterId, value: number): number => Number(spokenValue(id, value).toPrecision(4));

/** What is asked of a reading that is possible but unlikely, as a sentence without its stop. */
export const oddSentences: Sentences<OddReason> = {
  'outside-usual': ({ parameter, value, lo, hi }) =>
    `${labelOf(parameter)} ${said(parameter, value)}${unitOf(parameter)} is outside what fresh-water tanks usually are (${said(parameter, lo)} to ${said(parameter, hi)})`,
  jumped: ({ parameter, last, gapValue }) =>
    `${labelOf(parameter)} was ${spanText(parameter, last)} last time; this is ${Number(Math.abs(spokenStep(parameter, gapValue)).toPrecision(2))}${unitOf(parameter)} ${gapValue > 0 ? 'higher' : 'lower'}`,
};
export const oddWords = teller<OddReason>(oddSentences);

/** What is asked of an aim, a band, a label or a bag before it is believed. */
export const aimWords = (question: AimQuestion, unit: string): string => {
  switch (question.id) {
    case 'ppm-or-degrees': {
      const { value, asPpmDegrees } = question.facts;
      return `${value} ${unit} is more than tanks have; ${value} ppm is ${asPpmDegrees.toFixed(1)} ${unit}. Which?`;
    }
    case 'which-factor':
      return `${question.facts.value} ppm by which factor? Your pens say none: write 0.5, 0.64 or 0.7 to your pen under Instruments, or type µS/cm.`;
    case 'not-understood':
      return `“${question.facts.text}” is no number we can read here, with or without its unit.`;
    case 'outside-possible': {
      const { value, lo, hi } = question.facts;
      return `${Number(value.toPrecision(4))}${unit === '' ? '' : ` ${unit}`} cannot be: water is ${lo} to ${hi}.`;
    }
  }
};
