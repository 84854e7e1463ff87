import type {
  BatchReason,
  EveningSum,
  LateBy,
  LearntProposal,
  LeavesUnchanged,
  NightReason,
  TonightReason,
  WaitReason,
} from '#core/water';
import { labelOf, shortOf } from '#words/book';
import { spokenTeller, teller } from '#words/explain';
import { amount, unitName, type Speech } from '#words/units';

/** When a band is left if no water is changed. */
export const leavesUnchangedWords = ({ parameter, atDay }: LeavesUnchanged): string =>
  atDay < 1
    ? `${labelOf(parameter)} may be out of its band`
    : `${labelOf(parameter)} may leave its band in about ${Math.round(atDay)} days without a change`;

/** How long a tank bears the waiting. */
export const bearsWords = (until: LeavesUnchanged | null): string =>
  until ? leavesUnchangedWords(until) : 'nothing leaves its band within eight weeks';

/** Why a tank is changed tonight. */
export const tonightReasonWords = teller<TonightReason>({
  'wrong-now': () => 'something is wrong in it now',
  leaves: leavesUnchangedWords,
  late: ({ lateDays }) => `${Math.round(lateDays)} days late by its routine`,
  routine: () => 'its routine asks for it',
});

const fromTonight = (days: number): string =>
  Math.abs(days) < 0.75 ? 'tonight' : days < 0 ? `${Math.round(-days)} days late` : `in ${Math.round(days)} days`;
const lead = (hours: number): string => (hours < 48 ? `${Math.round(hours)} hours` : `${Math.round(hours / 24)} days`);

/** Why a tank waits. */
export const waitWords = spokenTeller<WaitReason>({
  'not-due': ({ dueDays }) => `due ${fromTonight(dueDays)}`,
  'better-night': () => 'put off to a better night',
  begun: ({ waterName, readyAtDay }) => `${waterName} is begun and ready ${fromTonight(readyAtDay)}`,
  'not-ready-urgent': ({ waterName }) =>
    `${waterName} is not ready, and this cannot wait: conditioned tap water or pure water of the right temperature will do`,
  'needs-time': ({ waterName, leadHours, stirred }) =>
    `${waterName} must ${stirred ? 'be stirred' : 'stand'} for ${lead(leadHours)} first: begin it now`,
  'pure-short': ({ shortL }, speech) => `pure water is short by ${amount(speech, 'volume', shortL, 0)}`,
  'evening-full': ({ extraMinutes }) => `the evening is full: it would take ${Math.round(extraMinutes)} minutes more`,
});

const spokenLitres = (speech: Speech, changeL: number): string =>
  unitName(speech, 'volume') === 'L' ? `${Math.round(changeL)} litres` : amount(speech, 'volume', changeL, 0);

/** Tonight in one sentence. */
export function eveningWords(speech: Speech, { drumCount, changeL, tankCount, minutes, held }: EveningSum): string {
  if (tankCount === 0)
    return held ? 'Nothing can be changed tonight; below is why.' : 'No tank is due a change tonight.';
  const drums = drumCount === 0 ? 'No drum to make' : drumCount === 1 ? 'One drum' : `${drumCount} drums`;
  return `${drums}, ${spokenLitres(speech, changeL)} for ${tankCount === 1 ? 'one tank' : `${tankCount} tanks`}, about ${Math.round(minutes)} minutes.`;
}

/** The same for the first line of the round. */
export const eveningShort = (speech: Speech, { changeL, tankCount, minutes, held }: EveningSum): string =>
  tankCount === 0
    ? held
      ? 'Water: not tonight'
      : 'No water due'
    : `Water ${amount(speech, 'volume', changeL, 0)}, ${Math.round(minutes)} min`;

const days = (count: number): string => (count < 1.5 ? 'a day' : `${Math.round(count)} days`);
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
const shared = (names: readonly string[], before: string): string =>
  names.length === 0 ? '' : `${before}shares its water with ${listed(names)}`;
const lateByWords = teller<LateBy>({
  closed: () => '; no evening is kept before',
  'not-ready': ({ waterName }) => `; ${waterName} is not ready before`,
  others: () => '; water or time goes to others before it',
});

/** Why a tank is on this night of the fortnight. */
export const nightWords = teller<NightReason>({
  'wrong-now': () => 'something is wrong in it now',
  routine: ({ sharedWith }) => `its routine asks for it${shared(sharedWith, '; ')}`,
  'late-already': ({ lateDays, by, sharedWith }) =>
    `${days(lateDays)} late already${by ? lateByWords(by) : ''}${shared(sharedWith, '; ')}`,
  'before-its-band': ({ earlyDays }) =>
    `${days(earlyDays)} early: it would leave its band before its routine comes round`,
  early: ({ earlyDays, sharedWith }) =>
    `${days(earlyDays)} early: ${shared(sharedWith, '') || 'later evenings are fuller or closed'}`,
  'after-closed': ({ lateDays, sharedWith }) =>
    `${days(lateDays)} after its day: no evening is kept then${shared(sharedWith, '; ')}`,
  after: ({ lateDays, sharedWith }) =>
    sharedWith.length === 0
      ? `${days(lateDays)} after its day: water or time goes to tanks that bear waiting less`
      : `${days(lateDays)} after its day: ${shared(sharedWith, '')}, and it bears waiting`,
});

/** What a batch is, and why it may or may not be used. */
export const batchWords = teller<BatchReason>({
  'thrown-away': () => 'Thrown away.',
  empty: () => 'Used up.',
  off: ({ values, insisted }) => {
    const off = values
      .map((o) => `${shortOf(o.parameter)} is ${o.side === 'high' ? 'above' : 'below'} what it was made for`)
      .join('; ');
    return insisted === null ? `${off}.` : `${off}; taken all the same: ${insisted}`;
  },
  standing: () => 'Still standing or being stirred.',
  'not-measured': ({ corrected }) => (corrected ? 'Corrected, and not measured since.' : 'Not measured yet.'),
  old: ({ ageDays }) => `${Math.round(ageDays)} days old: measure it again before it is used.`,
  accepted: () => 'Accepted.',
  'nothing-asked': () => 'It has stood its time; nothing is asked of its values.',
  within: () => 'Measured, and within what it was made for.',
});

/** What the last changes teach. */
export function learntWords(speech: Speech, proposal: LearntProposal): string {
  const { changesCount } = proposal;
  if (proposal.kind === 'source')
    return `After the last ${changesCount} changes this value did not land where it should: test the source before the next.`;
  const { nowL, netVolumeL } = proposal;
  return netVolumeL.middleValue < nowL
    ? `The last ${changesCount} changes diluted more than ${amount(speech, 'volume', nowL, 0)} would: there seems to be less water in it. Bed, rocks or the water line?`
    : `The last ${changesCount} changes diluted less than ${amount(speech, 'volume', nowL, 0)} would: there seems to be more water in it. Filter or sump not counted?`;
}
