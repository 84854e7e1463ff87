import type { AimQuestion, OddReason, ParameterId } from '#core/readings';
import { labelOf } from '#words/book';
import { spokenTeller, type SpokenSentences } from '#words/explain';
import { spanText, spokenStep, spokenValue, unitOf as bareUnit, type Speech } from '#words/units';

const unitOf = (speech: Speech, id: ParameterId): string => {
  const unit = bareUnit(speech, id);
  return unit === '' ? '' : ` ${unit}`;
};

const said = (speech: Speech, id: ParameterId, value: number): number =>
  Number(spokenValue(speech, id, value).toPrecision(4));

/** What is asked of a reading that is possible but unlikely, as a sentence without its stop. */
export const oddSentences: SpokenSentences<OddReason> = {
  'outside-usual': ({ parameter, value, lo, hi }, speech) =>
    `${labelOf(parameter)} ${said(speech, parameter, value)}${unitOf(speech, parameter)} is outside what fresh-water tanks usually are (${said(speech, parameter, lo)} to ${said(speech, parameter, hi)})`,
  jumped: ({ parameter, last, gapValue }, speech) =>
    `${labelOf(parameter)} was ${spanText(speech, parameter, last)} last time; this is ${Number(Math.abs(spokenStep(speech, parameter, gapValue)).toPrecision(2))}${unitOf(speech, parameter)} ${gapValue > 0 ? 'higher' : 'lower'}`,
};
export const oddWords = spokenTeller<OddReason>(oddSentences);

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
