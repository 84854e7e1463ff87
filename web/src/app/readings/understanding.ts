import { speech } from '../base/speech';
import { parameters } from '#almanac/parameters';
import {
  judgeReading,
  parseReading,
  plausibility,
  readByInstrument,
  unitShownBy,
  type Instrument,
  type Interval,
  type Parameter,
  type ParameterId,
  type ParsedReading,
  type ReadBy,
} from '#core/readings';
import type { ReadingValue } from '#contracts/book';
import type { Folio } from '#contracts/tanks';
import { oddWords, readingsPages } from '#words/readings';
import { spanText, unitOf } from '#words/units';
import { plainRefusal } from '../ui/refusals';

/** What was understood of one typed value while it is being typed. */
export type Understanding =
  | { kind: 'empty' }
  | { kind: 'fault'; message: string }
  | {
      kind: 'understood';
      reading: ParsedReading;
      text: string;
      verdict: 'inside' | 'outside' | 'unknown' | 'no-band';
      tone: string;
      question: string | null;
    };

const words = {
  inside: readingsPages.insideTheBand,
  outside: readingsPages.outsideTheBand,
  unknown: readingsPages.cannotTellItCrossesThe,
  'no-band': '',
} as const;
const tones = { inside: 'settled', outside: 'act', unknown: 'unknown', 'no-band': 'resting' } as const;

export interface Context {
  band: Interval | null;
  last: Interval | null;
}

/** Band and last value of a parameter in a tank; nothing known for a source. */
export function contextOf(folio: Folio | null, parameter: Parameter): Context {
  const line = folio?.lines.find((l) => l.parameter === parameter.id);
  return { band: line?.band ?? null, last: line?.computed ? null : (line?.latest ?? null) };
}

export function understand({
  parameter,
  text,
  context,
  readBy,
}: {
  parameter: Parameter;
  text: string;
  context: Context;
  readBy?: ReadBy | undefined;
}): Understanding {
  if (text.trim() === '') return { kind: 'empty' };
  const parsed = parseReading({ parameter, text, readBy });
  return parsed.ok
    ? judged(parameter, parsed.value, context)
    : { kind: 'fault', message: plainRefusal(parsed.refusal) };
}

/**
 * A bare figure is what the instrument shows, in its own unit and steps; one with a unit is taken as it is written, since
 * the steps of the instrument are not in that unit.
 */
export function readOn(
  instrument: Instrument | undefined,
  { text, parameter }: { text: string; parameter: ParameterId },
): { text: string; readBy?: ReadBy } {
  if (/[a-zµ°]/i.test(text) || text.trim() === '') return { text };
  const keepers = keepersUnitWritten(parameter);
  if (!instrument) return { text: keepers === '' ? text : `${text} ${keepers}` };
  const shown = unitShownBy(instrument, parameter);
  // A kit or pen that says its unit is read in it; else the keeper's own.
  if (shown === '' && keepers !== '') return { text: `${text} ${keepers}` };
  const unit = shown;
  return { text: unit === '' ? text : `${text} ${unit}`, readBy: readByInstrument(instrument) };
}

/** The unit in which this keeper writes a bare figure, where it is not the book's own. */
export function keepersUnitWritten(parameter: ParameterId): string {
  const known = parameterOf(parameter);
  return known && unitOf(speech(), parameter) !== known.unit ? unitOf(speech(), parameter) : '';
}
function shownSpan(parameter: Parameter, reading: Interval): string {
  const narrow = reading.hi !== null && reading.lo !== null && reading.hi - reading.lo < 1;
  return spanText(speech(), parameter.id, reading, narrow ? Math.max(0, 2 - parameter.decimalsCount) : 0);
}

export function judged(parameter: Parameter, reading: ParsedReading, { band, last }: Context): Understanding {
  const judgement = band ? judgeReading({ reading, band }) : null;
  const verdict = judgement?.ok ? judgement.value.value.verdict : 'no-band';
  const asked = plausibility({ parameter, reading, last: last ?? undefined });
  const unit = unitOf(speech(), parameter.id) === '' ? '' : ` ${unitOf(speech(), parameter.id)}`;
  const doubt = reading.factorUnknown ? readingsPages.thePensFactorNotBeing : '';
  return {
    kind: 'understood',
    reading,
    verdict,
    tone: tones[verdict],
    text: `${shownSpan(parameter, reading)}${unit}${doubt}${words[verdict] === '' ? '' : ` · ${words[verdict]}`}`,
    question:
      asked.kind === 'question'
        ? `${oddWords(speech(), asked.why)}.${asked.mend === undefined ? '' : ` Perhaps ${asked.mend}?`}`
        : null,
  };
}

/** The value as the book keeps it: what was written, in which unit, and what it was understood as. */
export function readingValue({
  parameter,
  reading,
  text,
  insisted,
}: {
  parameter: Parameter;
  reading: ParsedReading;
  text: string;
  insisted: boolean;
}): ReadingValue {
  const penFactor = /ppm \((0\.\d+)\)/.exec(reading.enteredUnit)?.[1];
  const element = /as [NP]$/.test(reading.enteredUnit) && parameter.id !== 'tanMgPerL';
  const ion = parameter.reportedAs !== null;
  return {
    parameter: parameter.id,
    lo: reading.lo,
    hi: reading.hi,
    text: text.trim(),
    enteredUnit: reading.enteredUnit,
    ...(ion ? { basis: element ? ('as-element' as const) : ('ion' as const) } : {}),
    ...(penFactor === undefined ? {} : { penFactor: Number(penFactor) }),
    ...(insisted ? { insisted: true } : {}),
  };
}

export const parameterOf = (id: string): Parameter | undefined => parameters.find((p) => p.id === id);
