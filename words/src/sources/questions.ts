import type { AnalysisReason, QuestionReason } from '#core/sources';
import { labelOf, shortOf } from '#words/book';
import { spokenTeller } from '#words/explain';
import { oddSentences } from '#words/readings';
import { amount, amountFigure, spanText, spokenValue, unitOf, type Speech } from '#words/units';

const three = (value: number): string => String(Number(value.toPrecision(3)));
const gh = (speech: Speech, ghDegrees: number): string => three(spokenValue(speech, 'ghDegrees', ghDegrees));
const kh = (speech: Speech, khDegrees: number): string => three(spokenValue(speech, 'khDegrees', khDegrees));
const two = (value: number): string => String(Number(value.toPrecision(2)));

/** What a check of an analysis compares. */
export const analysisWords = spokenTeller<AnalysisReason>({
  conductivity: ({ ghDegrees, khDegrees, leastUsPerCm, ec25UsPerCm }, speech) =>
    `GH ${gh(speech, ghDegrees)} with KH ${kh(speech, khDegrees)} takes at least about ${amount(speech, 'conductivity', leastUsPerCm, 0)}; ${three(spokenValue(speech, 'ec25UsPerCm', ec25UsPerCm))} stands here`,
  hardness: ({ caMgPerL, mgMgPerL, impliedGhDegrees, ghDegrees }, speech) =>
    `Ca ${three(caMgPerL)} and Mg ${three(mgMgPerL)} mg/L make GH ${gh(speech, impliedGhDegrees)}; ${gh(speech, ghDegrees)} stands here`,
  alkalinity: ({ hco3MgPerL, impliedKhDegrees, khDegrees }, speech) =>
    `HCO3 ${three(hco3MgPerL)} mg/L is KH ${kh(speech, impliedKhDegrees)}; ${kh(speech, khDegrees)} stands here`,
  charge: ({ cationsMeqPerL, anionsMeqPerL, differenceFraction }) =>
    `cations ${three(cationsMeqPerL)} and anions ${three(anionsMeqPerL)} meq/L differ by ${Math.round(Math.abs(differenceFraction) * 100)} % of their sum`,
});

/** What is asked about readings before they are believed, as a sentence without its stop. */
export const questionWords = spokenTeller<QuestionReason>({
  ...oddSentences,
  'cannot-be': ({ parameter, lo, hi }, speech) => {
    const unit = unitOf(speech, parameter);
    return `${labelOf(parameter)} can only be ${three(spokenValue(speech, parameter, lo))} to ${three(spokenValue(speech, parameter, hi))}${unit === '' ? '' : ` ${unit}`}`;
  },
  unexpected: ({ parameter, expected, reading }, speech) => {
    return `${labelOf(parameter)} was expected at ${spanText(speech, parameter, expected)}; ${spanText(speech, parameter, reading)} is far from it`;
  },
  'check-broken': ({ check }, speech) => `${analysisWords(speech, check)}: one of them is off`,
  'part-hardness': ({ parameter, degrees, ec25UsPerCm, leastUsPerCm }, speech) =>
    `${shortOf(parameter)} ${three(spokenValue(speech, parameter, degrees))} cannot give ${amount(speech, 'conductivity', ec25UsPerCm, 0)}; it takes at least about ${amountFigure(speech, 'conductivity', leastUsPerCm, 0)}: one of the two is off`,
  'co2-unbearable': ({ leastMgPerL }) =>
    `pH and KH together imply at least ${two(leastMgPerL)} mg/L of CO2, which no animal bears: one of them is off, or something else than carbonate holds the pH`,
  'co2-under-air': ({ mostMgPerL }) =>
    `pH and KH together imply under ${two(mostMgPerL)} mg/L of CO2, less than air gives: one of them is off, or plants were in full light`,
  'co2-apart': ({ leastMgPerL, mostMgPerL }) =>
    `pH and KH imply ${two(leastMgPerL)} to ${two(mostMgPerL)} mg/L of CO2; the reading is more than three times away`,
  'oxygen-over': ({ tempC, fullMgPerL }, speech) =>
    `water at ${amount(speech, 'temperature', tempC, 0)} holds ${fullMgPerL.toFixed(1)} mg/L of oxygen; more than 1.6 times that is hardly ever so`,
});
