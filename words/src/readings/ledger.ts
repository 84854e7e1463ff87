import type { LedgerReason } from '#core/readings';
import { labelOf } from '#words/book';
import { refusalWords, spokenTeller } from '#words/explain';

const named = (names: readonly string[]): string => (names.length > 0 ? `: ${names.join(', ')}` : '');
const chosen = (names: readonly string[]): string => (names.length > 1 ? `: ${names.join(' or ')}` : '');

/** What is asked about a line that was not understood. */
export const ledgerWords = spokenTeller<LedgerReason>({
  'how-much-changed': () => 'How much was changed? Write it in litres or per cent, as in “out 18 L”.',
  'unit-after-number': () => 'Litres, gallons or per cent? Write the unit after the number.',
  'share-of-change': () => 'A change is more than nothing and at most 100 %.',
  'which-water': ({ names }) => `Which water: ${names.join(' or ')}?`,
  'water-in': ({ names }) => `Which water went in${named(names)}?`,
  'how-much-topped-up': () => 'With how much, and of which water? Write it as in “topped up 2 L RO”.',
  'topped-up-with': ({ names }) => `With which water${named(names)}?`,
  'how-much-dosed': () => 'How much, and of what? Write it as in “dosed 5 mL potassium”.',
  'dosed-what': () => 'Of what?',
  'which-food': ({ names }) => `Of which food${chosen(names)}?`,
  'no-such-date': ({ text }) => `${text} is no date of the calendar.`,
  'past-midnight': ({ said, firstOn, secondOn }) =>
    `It is past midnight: does “${said === 'yesterday' ? 'yesterday' : 'last night'}” mean ${firstOn} or ${secondOn}? Write the date.`,
  'skipped-hour': ({ text, on }) => `${text} did not occur on ${on}: the clocks were put forward.`,
  'doubled-hour': ({ text }) => `${text} came twice that night; write “${text} first” or “${text} second”.`,
  future: () => 'That time lies in the future; the book holds what was.',
  'value-alone': ({ text }) => `“${text}” has no parameter before it.`,
  'unknown-word': ({ text }) => `“${text}” is no tank, parameter or word we know.`,
  'nothing-said': () => 'Nothing was said about it.',
  'which-tank': ({ names }) => `Which tank? Name one: ${names.join(', ')}.`,
  'empty-note': () => 'The note is empty.',
  ambiguous: ({ text, names }) => `“${text}” may be ${names.join(' or ')}.`,
  refused: ({ refusal }, speech) => refusalWords(speech, refusal),
  'value-twice': ({ parameter }) => `${labelOf(parameter)} stands twice for this tank; which one is it?`,
  'no-value': ({ parameter }) => `${labelOf(parameter)} has no value after it.`,
  'which-hardness': ({ text }) => `General or carbonate hardness? Write gh ${text} or kh ${text}.`,
  thousands: ({ text, decimalValue, thousandsValue }) =>
    `Is ${text} ${decimalValue} or ${thousandsValue}? Write ${decimalValue} or ${thousandsValue}.`,
  'whose-is-it': ({ names }) =>
    `What follows ${names.join(', ')} may be of all of them or of the last: name the tank first.`,
  'not-there': ({ text, names }) =>
    `No ${text} lives there, as far as the book knows${names.length > 0 ? `; there are ${names.join(', ')}` : ''}.`,
  'count-backwards': ({ text }) => `${text} runs backwards.`,
  'count-twice': ({ text }) => `${text} stand twice; which is it?`,
  clash: ({ text, otherText }) => `“${text}” and “${otherText}” cannot both be; which is it?`,
});
