import type { Speech } from '#words/units';
import { foods } from '#almanac/kinds';
import { parameters, parameterWords } from '#almanac/parameters';
import type { BesideAlarm, ContributionReason } from '#core/tonight';
import { goodDaysNeeded } from '#core/hands';
import { timerWords, workWords } from '#words/doing';
import { doseWords } from '#words/care';
import { outageWords } from '#words/hands';
import { alarmShort, alarmWords, moultSchoolNames, moultWords, watchHabitWords } from '#words/stock';
import { heldWords } from '#words/trouble';
import { ratchetWords, slowWords, testWords } from './prospects';
import { leavesText } from './spans';

/** What a contribution says: its sentence, and what speaks for it, where there is more to say. */
export interface ContributionWords {
  text: string;
  /** The same in about five words, for a line of the round. */
  short: string;
  evidence: string[];
  nextStep: string | null;
}
const plain = (text: string, evidence: string[] = [], short = text): ContributionWords => ({
  text,
  short,
  evidence,
  nextStep: null,
});
const labelOf = (id: string): string => parameters.find((p) => p.id === id)?.label ?? id;

type Of<Id extends ContributionReason['id']> = Extract<ContributionReason, { id: Id }>['facts'];
const words: { [Id in ContributionReason['id']]: (facts: Of<Id>, speech: Speech) => ContributionWords } = {
  animals: ({ alarm, kindName, beside }) =>
    plain(`${alarmWords(alarm, kindName)}${beside ? besideText(beside) : ''}`, [], alarmShort(alarm, kindName)),
  losses: ({ deathsCount, livingCount, beside }) =>
    plain(
      `${deathsCount} dead in a week${livingCount === null ? ', and no stock is in the book to hold it against' : ` of about ${livingCount}`}. Test the water first, then ask what is new.${besideText(beside)}`,
      [],
      `${deathsCount} dead this week`,
    ),
  'slow-harm': ({ finding }, speech) => {
    const { title, evidence, nextStep } = slowWords(speech, finding);
    return { text: title, short: title, evidence, nextStep };
  },
  'routine-loses': ({ parameter, levels }, speech) => {
    const known = parameters.find((p) => p.id === parameter);
    return {
      text: `${labelOf(parameter)}: the routine loses`,
      short: `${labelOf(parameter)}: the routine loses`,
      evidence: known ? [ratchetWords(speech, known, { levels, verdict: 'loses' })] : [],
      nextStep:
        'Give it more, or more often, or a water with less in it: the what-if of its routine shows which holds.',
    };
  },
  leaves: ({ parameter, side, lo, hi }) =>
    plain(`${labelOf(parameter)} goes ${side} its band ${leavesText({ lo, hi })}`),
  'test-due': ({ parameter, why }) => plain(labelOf(parameter), [testWords[why]]),
  'after-change': () => plain('Changed: what do they do?', [], 'changed'),
  moults: ({ schools, habits }) => {
    const [first, ...others] = schools.map((s) => `${moultSchoolNames[s.id]}: ${moultWords(s)}`);
    return {
      text: first ?? 'Moults',
      short: 'moults',
      evidence: [...others, ...habits.map(watchHabitWords)],
      nextStep: null,
    };
  },
  cycle: ({ ageDays, said, stocked }) => ({
    text: `${said ? 'It is being cycled' : `${Math.round(ageDays)} days old, and no cycle is in the book`}${stocked ? ', with animals in it' : ''}`,
    short: stocked ? 'cycling, with animals in it' : 'cycling',
    evidence: ['Until ammonia and nitrite are eaten within a day, nothing else of its water counts (common practice)'],
    nextStep: stocked
      ? 'Its cycle first: test ammonia and nitrite daily, change water when either is found, and let nobody else in.'
      : 'Its cycle first: something that feeds it, then ammonia and nitrite tests; nobody moves in before.',
  }),
  drip: () => plain('drip running'),
  leftovers: ({ foodId }) =>
    plain(`${foods.find((f) => f.id === foodId)?.name ?? foodId}: take out what is left`, [], 'leftovers out'),
  timer: ({ timer, note }) => plain(`${timerWords[timer]}${note ? `: ${note}` : ''}`, [], timerWords[timer]),
  'open-job': ({ work, openCount }) =>
    plain(
      `${workWords[work].name} not closed: ${openCount} ${openCount === 1 ? 'thing' : 'things'} to see to`,
      [],
      `${workWords[work].name} not closed`,
    ),
  held: ({ held }) => ({
    ...plain(heldWords(held).text, [...held.cautions], heldWords(held).short),
    nextStep: heldWords(held).nextStep,
  }),
  case: ({ due, state, signsCount }) =>
    plain(
      `An open case with ${signsCount} ${signsCount === 1 ? 'sign' : 'signs'}${state ? `, last seen ${state}` : ''}: ${due ? 'look again now' : 'one thing at a time until the next look'}`,
      [],
      due ? 'case: look again' : `case open${state ? `, ${state}` : ''}`,
    ),
  'course-due': ({ productName, what, lateDays }) =>
    plain(
      what === 'end'
        ? `${productName}: the course is through; say how it is, and put back what was taken out`
        : `${productName}: ${courseDo[what]}${lateDays > 0 ? `, ${lateDays} ${lateDays === 1 ? 'day' : 'days'} late` : ''}`,
      [],
      what === 'end' ? 'close the course' : `${courseShort[what]}${lateDays > 0 ? ', late' : ''}`,
    ),
  course: ({ productName, courseDay }) =>
    plain(`${productName}: day ${courseDay} of a course; nothing is due`, [], `course, day ${courseDay}`),
  redose: ({ productName, give, changeFraction }) =>
    plain(
      `${productName}: ${Math.round(100 * changeFraction)} % was changed since the last dose; ${doseWords(give)}, for the replaced water only, unless the label says otherwise`,
      [],
      'dose the replaced water',
    ),
  'filter-watch': ({ productName, parameters, ended }) =>
    plain(
      `${productName}: test ${parameters.map((p) => parameterWords[p]).join(' and ')} today${ended ? ', a week beyond the end' : ''}; the filter may be hit`,
      [],
      'test for the filter',
    ),
  'course-paused': ({ productName, pausedDays }) =>
    plain(
      `${productName}: the course rests${pausedDays > 0 ? ` for ${pausedDays} ${pausedDays === 1 ? 'day' : 'days'}` : ''}; a rest gives parasites time`,
      [],
      'course rests',
    ),
  quarantine: ({ leftDays, free, lookedToday }) =>
    plain(
      `In quarantine${leftDays === null ? ' while a sign is there' : leftDays > 0 ? `, ${leftDays} ${leftDays === 1 ? 'day' : 'days'} to go` : ''}${free ? ': nothing stands in the way of leaving it' : ''}${lookedToday ? '' : '; look at it last of all, with its own net'}`,
      [],
      free ? 'quarantine is over' : 'in quarantine',
    ),
  outage: ({ cause }) => plain(`${outageWords[cause]}: see who is first`, [], outageWords[cause].toLowerCase()),
  'sponge-due': ({ shareFraction }) =>
    plain(
      `The filter moves ${Math.round(100 * shareFraction)} % of its own: squeeze the sponge in tank water, not on the evening of a big change`,
      [],
      'sponge due by flow',
    ),
  'bed-due': ({ squaresCount }) =>
    plain(`The other half of its bed waits, ${squaresCount} squares`, [], 'bed half done'),
  moved: ({ goodDays, testedToday }) =>
    plain(
      `Moved: ${testedToday ? 'tested today' : 'test ammonia and nitrite today'}; ${goodDays} of ${goodDaysNeeded} good days running. Look under the plants for dead ones.`,
      [],
      testedToday ? `moved: ${goodDays}/${goodDaysNeeded} good days` : 'moved: test today',
    ),
  'not-worked-out': ({ what }) => ({
    text:
      what === 'forecast'
        ? 'Its forecast cannot be worked out'
        : 'Part of what is to be said of it cannot be worked out',
    short: 'something cannot be worked out',
    evidence: ['Something in its book is too odd to reckon with; the other tanks are not touched'],
    nextStep: 'Look through its last entries for a figure that cannot be, and strike it.',
  }),
  new: ({ name }) => plain(`New: ${name}`, [], `new: ${name.replace(/^(a|an|the) /, '')}`),
};
const courseDo = { dose: 'a dose is due', change: 'a change is due, then the dose', look: 'look again: did it hold?' };
const courseShort = { dose: 'dose due', change: 'change due', look: 'look again' };
function besideText({ changedNights, changeFraction, fresh }: BesideAlarm): string {
  const changed =
    changedNights === null
      ? ' No change is in the book.'
      : ` Last change ${changedNights === 0 ? 'tonight' : `${changedNights} night${changedNights === 1 ? '' : 's'} ago`}, ${Math.round(100 * changeFraction)} %.`;
  return `${changed}${fresh.length > 0 ? ` New: ${fresh.join(', ')}.` : ''}`;
}

/** The words of a contribution. */
export const contributionWords = (speech: Speech, reason: ContributionReason): ContributionWords =>
  (words[reason.id] as (facts: ContributionReason['facts'], speech: Speech) => ContributionWords)(reason.facts, speech);
