import { intervalText } from '#core/readings';
import type { AnalysisReason, QuestionReason } from '#core/sources';
import { labelOf, parameterOf, shortOf } from '#words/book';
import { teller } from '#words/explain';
import { oddSentences } from '#words/readings';

const three = (value: number): string => String(Number(value.toPrecision(3)));
const two = (value: number): string => String(Number(value.toPrecision(2)));

/** What a check of an analysis compares. */
export const analysisWords = teller<AnalysisReason>({
  conductivity: ({ ghDegrees, khDegrees, leastUsPerCm, ec25UsPerCm }) =>
    `GH ${three(ghDegrees)} with KH ${three(khDegrees)} takes at least about ${Math.round(leastUsPerCm)} µS/cm; ${three(ec25UsPerCm)} stands here`,
  hardness: ({ caMgPerL, mgMgPerL, impliedGhDegrees, ghDegrees }) =>
    `Ca ${three(caMgPerL)} and Mg ${three(mgMgPerL)} mg/L make GH ${three(impliedGhDegrees)}; ${three(ghDegrees)} stands here`,
  alkalinity: ({ hco3MgPerL, impliedKhDegrees, khDegrees }) =>
    `HCO3 ${three(hco3MgPerL)} mg/L is KH ${three(impliedKhDegrees)}; ${three(khDegrees)} stands here`,
  charge: ({ cationsMeqPerL, anionsMeqPerL, differenceFraction }) =>
    `cations ${three(cationsMeqPerL)} and anions ${three(anionsMeqPerL)} meq/L differ by ${Math.round(Math.abs(differenceFraction) * 100)} % of their sum`,
});

/** What is asked about readings before they are believed, as a sentence without its stop. */
export const questionWords = teller<QuestionReason>({
  ...oddSentences,
  'cannot-be': ({ parameter, lo, hi }) => {
    const unit = parameterOf(parameter)?.unit ?? '';
    return `${labelOf(parameter)} can only be ${lo} to ${hi}${unit === '' ? '' : ` ${unit}`}`;
  },
  unexpected: ({ parameter, expected, reading }) => {
    const decimalsCount = parameterOf(parameter)?.decimalsCount ?? 2;
    return `${labelOf(parameter)} was expected at ${intervalText(expected, decimalsCount)}; ${intervalText(reading, decimalsCount)} is far from it`;
  },
  'check-broken': ({ check }) => `${analysisWords(check)}: one of them is off`,
  'part-hardness': ({ parameter, degrees, ec25UsPerCm, leastUsPerCm }) =>
    `${shortOf(parameter)} ${three(degrees)} cannot give ${Math.round(ec25UsPerCm)} µS/cm; it takes at least about ${Math.round(leastUsPerCm)}: one of the two is off`,
  'co2-unbearable': ({ leastMgPerL }) =>
    `pH and KH together imply at least ${two(leastMgPerL)} mg/L of CO2, which no animal bears: one of them is off, or something else than carbonate holds the pH`,
  'co2-under-air': ({ mostMgPerL }) =>
    `pH and KH together imply under ${two(mostMgPerL)} mg/L of CO2, less than air gives: one of them is off, or plants were in full light`,
  'co2-apart': ({ leastMgPerL, mostMgPerL }) =>
    `pH and KH imply ${two(leastMgPerL)} to ${two(mostMgPerL)} mg/L of CO2; the reading is more than three times away`,
  'oxygen-over': ({ tempC, fullMgPerL }) =>
    `water at ${Math.round(tempC)} °C holds ${fullMgPerL.toFixed(1)} mg/L of oxygen; more than 1.6 times that is hardly ever so`,
});
