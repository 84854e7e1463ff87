import type { Refusal, Why } from '#core/result';
import { amountPlainly, unitName, type Speech } from '#words/units';
import { spokenTeller } from './tell';

const figure = (value: number): string => String(Number(value.toPrecision(12)));
const tenth = (value: number): string => String(Math.round(value * 10) / 10);

/** Why something is refused, as the end of a sentence. */
export const whyWords = spokenTeller<Why>({
  'number-needed': () => 'a number is needed',
  'nothing-given': () => 'at least one is needed',
  'ends-crossed': ({ lo, hi }) => `${figure(lo)} lies above ${figure(hi)}`,
  'ends-open': () => 'both ends are open, so it says nothing',
  backwards: ({ firstText, secondText }) =>
    `${firstText} to ${secondText} runs backwards; perhaps ${secondText}-${firstText}`,
  'one-of-two': () => 'exactly one of them is needed',
  'whole-days-once': () => 'days are whole, counted from 1, each named once',
  'no-such-day': () => 'there is no such day; write it as 2026-03-14',
  'after-today': () => 'it lies after today',
  'nothing-began-it': () => 'an arrival, a contact, a sign or the end of a treatment has to begin it',
  'to-itself': () => 'a tank gives nothing to itself',
  'nested-too-deep': () => 'it is nested too deep',
  'too-many-items': ({ mostCount }) => `it holds more than ${mostCount} items`,
  'too-many-fields': ({ mostCount }) => `it holds more than ${mostCount} fields`,
  'not-json': () => 'it is not JSON',
  'not-the-shape': ({ text }) => text,
  'pen-factor': () => 'the same water reads 150 or 210 on two pens; say ppm (0.5), ppm (0.64) or ppm (0.7)',
  'stands-twice': ({ name }) => `${name} stands twice`,
  'glass-thicker-than-tank': () => 'the glass is thicker than the tank',
  'two-sides': () => 'this shape has two sides',
  'bow-depth': () => 'a bow front has a depth in the middle',
  'middle-less-deep': () => 'the middle is less deep than the ends',
  'bow-too-deep': () => 'the bow is deeper than a half circle',
  'bed-takes-all': () => 'bed, rock and wood take more room than the water has',
  'water-under-floor': () => 'the water line lies at or under the floor',
  'bed-above-water': () => 'the bed stands higher than the water',
  'size-or-fill': () => 'the size outside, or the litres it took to fill, is needed',
  'box-too-small': () => 'the box must hold at least half as much again as the bag',
  'known-on-one-side': () => 'no parameter is known both before and after the change',
  'say-how-much': () => 'say how much is changed, in litres or as a fraction',
  'litres-against-share': ({ changeL, netVolumeL, changeFraction }, speech) =>
    `${amountPlainly(speech, 'volume', changeL)} of ${amountPlainly(speech, 'volume', netVolumeL)} is not ${changeFraction}`,
  'source-stands-at': ({ sourceValue }) => `the source stands at ${sourceValue}`,
  'no-change-below-source': ({ sourceValue }) =>
    `the source stands at ${sourceValue}: no change of any size goes below it`,
  'source-near-never-beyond': ({ sourceValue }) =>
    `the source stands at ${sourceValue}: changes come near it and never beyond`,
  'source-no-further': ({ sourceValue }) => `the source stands at ${sourceValue}, so changes lead there and no further`,
  'too-many-changes': ({ mostCount }) => `not within ${mostCount} changes of this size`,
  'all-would-not-hold': ({ everyDays, neededEveryDays }) =>
    `even all of the water every ${everyDays} days would not hold it; it takes a change every ${Math.floor(neededEveryDays * 100) / 100} days or oftener`,
  'too-little-carbonate': () => 'with hardly any carbonate in the water (KH under 0.1) pH says nothing about CO2',
  'ph-not-by-carbonate': ({ ph }) =>
    `at pH ${ph} something other than CO2 and carbonate sets the pH; the method holds from 5 to 9.5`,
  'ph-too-high-for-carbonate': () => 'this pH is too high for so little carbonate',
  'gram-unknown': () => 'what a gram of the mineral adds is not known yet',
  'diluting-water-stands-at': ({ pureValue }) => `the water to dilute with stands at ${pureValue} itself`,
  'mineral-only-raises': ({ nowValue }) =>
    `the water stands at ${nowValue} already, and a mineral only raises it: cut it with purer water first`,
  'between-cold-and-hot': ({ coldC, hotC }, speech) =>
    `mixing ${amountPlainly(speech, 'temperature', coldC)} and ${amountPlainly(speech, 'temperature', hotC)} gives what lies between them`,
  'hardness-against-conductivity': ({ ghDegrees, khDegrees, ec25UsPerCm, leastUsPerCm }) =>
    `GH ${tenth(ghDegrees)} with KH ${tenth(khDegrees)} cannot give ${Math.round(ec25UsPerCm)} µS/cm; it takes at least about ${Math.round(leastUsPerCm)}`,
  'ions-against-hardness': ({ ionGhDegrees, ghDegrees }) =>
    `calcium and magnesium give GH ${ionGhDegrees.toFixed(1)}, and ${ghDegrees} stands there`,
  'charges-apart': ({ cationsMeqPerL, anionsMeqPerL }) =>
    `cations carry ${cationsMeqPerL.toFixed(2)} and anions ${anionsMeqPerL.toFixed(2)} meq/L: no water has that`,
  'no-target': () => 'say what the water should become',
  'shares-no-whole': () => 'the shares that the sources may have do not make a whole',
  'no-known-water': ({ name }) => `${name} has no water that is known`,
  'chart-steps-rise': () => 'chart steps are at least two, and rise',
  'label-above-nothing': () => 'grams and litres of a label are above nothing',
  'label-silent': () => 'the label says nothing of this quantity',
  'nearest-is': ({ text }) => `the nearest is ${text}`,
});

/** Ends at or above this are no ends: JSON has no infinity. */
const unbounded = 1e300;

/** Units that a keeper may choose otherwise, by their usual name. */
const quantityOf: Readonly<Record<string, string>> = {
  '°C': 'temperature',
  L: 'volume',
  cm: 'length',
  'µS/cm': 'conductivity',
};

const listed = (names: readonly string[]): string => names.join(', ');

/** One plain sentence for a refusal: what was wrong, and the likely mend where there is one. */
export function refusalWords(speech: Speech, refusal: Refusal): string {
  switch (refusal.kind) {
    case 'out-of-range': {
      const said = (value: number): string => `${value}${refusal.unit ? ` ${refusal.unit}` : ''}`;
      const quantityId = quantityOf[refusal.unit];
      const told = (value: number): string =>
        quantityId === undefined || unitName(speech, quantityId) === refusal.unit
          ? said(value)
          : amountPlainly(speech, quantityId, value);
      const { lo, hi } = refusal;
      const range =
        hi >= unbounded
          ? `at least ${told(lo)}`
          : `between ${quantityId !== undefined && unitName(speech, quantityId) !== refusal.unit ? told(lo) : lo} and ${told(hi)}`;
      return `${refusal.field} is ${told(refusal.value)}; it can only be ${range}.${mended(refusal.mend)}`;
    }
    case 'not-a-number':
      // What no field holds comes as no number.
      if (refusal.text === 'NaN' || refusal.text.trim() === '')
        return `A number is missing for ${refusal.field}.${mended(refusal.mend)}`;
      return `“${refusal.text}” is not a number we can read for ${refusal.field}.${mended(refusal.mend)}`;
    case 'unknown-unit':
      return `“${refusal.text}” is not a unit known for ${refusal.field}. Known: ${listed(refusal.known)}.`;
    case 'unknown-name':
      return `“${refusal.text}” is not a known ${refusal.field}. Known: ${listed(refusal.known)}.`;
    case 'missing':
      return `${refusal.field} is missing: ${whyWords(speech, refusal.why)}.`;
    case 'contradiction':
      return `${listed(refusal.fields)} cannot all be true: ${whyWords(speech, refusal.why)}.`;
    case 'method-invalid':
      return `This cannot be computed here: ${whyWords(speech, refusal.why)}.`;
    case 'malformed':
      return `${refusal.field} is not what is expected here: ${whyWords(speech, refusal.why)}.`;
    case 'conflict':
      return `${listed(refusal.conflict)} cannot all be met: ${whyWords(speech, refusal.why)}.`;
    case 'unreachable':
      return `${refusal.target} cannot be reached: ${whyWords(speech, refusal.why)}.`;
  }
}

const mended = (mend: string | undefined): string => (mend === undefined ? '' : ` Perhaps ${mend}?`);
