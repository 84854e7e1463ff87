import type { AnalysisReason, QuestionReason } from '#core/sources';
import { labelOf, shortOf } from '#words/book';
import { teller } from '#words/explain';
import { oddSentences } from '#words/readings';
import { amount, amountFigure, spanText, spokenValue, unitOf } from '#words/units';

const three = (value: number): string => String(Number(value.toPrecision(3)));
const gh = (ghDegrees: number): string => three(spokenValue('ghDegrees', ghDegrees));
const kh = (khDegrees: number): string => three(spokenValue('khDegrees', khDegrees));
const two = (value: number): string => String(Number(value.toPrecision(2)));

/** What a check of an analysis compares. */
export const analysisWords = teller<AnalysisReason>({
  conductivity: ({ ghDegrees, khDegrees, leastUsPerCm, ec25UsPerCm }) =>
    `GH ${gh(ghDegrees)} with KH ${kh(khDegrees)} takes at least about ${amount('conductivity', leastUsPerCm, 0)}; ${three(spokenValue('ec25UsPerCm', ec25UsPerCm))} stands here`,
  hardness: ({ caMgPerL, mgMgPerL, impliedGhDegrees, ghDegrees }) =>
    `Ca ${three(caMgPerL)} and Mg ${three(mgMgPerL)} mg/L make GH ${gh(impliedGhDegrees)}; ${gh(ghDegrees)} stands here`,
  alkalinity: ({ hco3MgPerL, impliedKhDegrees, khDegrees }) =>
    `HCO3 ${three(hco3MgPerL)} mg/L is KH ${kh(impliedKhDegrees)}; ${kh(khDegrees)} stands here`,
  charge: ({ cationsMeqPerL, anionsMeqPerL, differenceFraction }) =>
    `cations ${three(cationsMeqPerL)} and anions ${three(anionsMeqPerL)} meq/L differ by ${Math.round(Math.abs(differenceFraction) * 100)} % of their sum`,
});

/** What is asked about readings before they are believed, as a sentence without its stop. */
export const questionWords = teller<QuestionReason>({
  ...oddSentences,
  'cannot-be': ({ parameter, lo, hi }) => {
    const unit = unitOf(parameter);
    return `${labelOf(parameter)} can only be ${three(spokenValue(parameter, lo))} to ${three(spokenValue(parameter, hi))}${unit === '' ? '' : ` ${unit}`}`;
  },
  unexpected: ({ parameter, expected, reading }) => {
    return `${labelOf(parameter)} was expected at ${spanText(parameter, expected)}; ${spanText(parameter, reading)} is far from it`;
  },
  'check-broken': ({ check }) => `${analysisWords(check)}: one of them is off`,
  'part-hardness': ({ parameter, degrees, ec25UsPerCm, leastUsPerCm }) =>
    `${shortOf(parameter)} ${three(spokenValue(parameter, degrees))} cannot give ${amount('conductivity', ec25UsPerCm, 0)}; it takes at least about ${amountFigure('conductivity', leastUsPerCm, 0)}: one of the two is off`,
  'co2-unbearable': ({ leastMgPerL }) =>
    `pH and KH together imply at least ${two(leastMgPerL)} mg/L of CO2, which no animal bears: one of them is off, or something else than carbonate holds the pH`,
  'co2-under-air': ({ mostMgPerL }) =>
    `pH and KH together imply under ${two(mostMgPerL)} mg/L of CO2, less than air gives: one of them is off, or plants were in full light`,
  'co2-apart': ({ leastMgPerL, mostMgPerL }) =>
    `pH and KH imply ${two(leastMgPerL)} to ${two(mostMgPerL)} mg/L of CO2; the reading is more than three times away`,
  'oxygen-over': ({ tempC, fullMgPerL }) =>
    `water at ${amount('temperature', tempC, 0)} holds ${fullMgPerL.toFixed(1)} mg/L of oxygen; more than 1.6 times that is hardly ever so`,
});
