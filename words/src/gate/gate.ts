import type { GateReason, ThreadName } from '#core/gate';
import type { PlaceReason } from '#core/threads';
import { doseReasonWords } from '#words/care';
import { onText } from '#words/dates';
import { amount, type Speech } from '#words/units';

const threadWords: Record<ThreadName, string> = {
  course: 'course',
  quarantine: 'quarantine',
  tool: 'tool',
  case: 'case',
  outage: 'outage',
  absence: 'absence',
  move: 'move',
  walk: 'pass',
  job: 'job',
  timer: 'timer',
  drip: 'arrival',
  sequence: 'sequence of changes',
  batch: 'batch',
  tank: 'tank',
};
/** What a state is called in which a step has no place. */
const stateWords: Readonly<Record<string, (on: string) => string>> = {
  running: () => 'is not paused',
  resting: (on) => `has been paused since ${on}: resume it first`,
  ended: (on) => `has already ended, on ${on}`,
  left: (on) => `has already ended, on ${on}`,
  closed: (on) => `has already been closed, on ${on}`,
  over: (on) => `is already over, since ${on}`,
  answered: () => 'has already been answered',
  gone: (on) => `has been gone since ${on}`,
  'broken-off': (on) => `was stopped early, on ${on}`,
  arrived: () => 'is not being dripped yet',
  dripping: () => 'is being dripped already',
};
const passes: Readonly<Record<string, string>> = {
  before: 'looked at',
  off: 'switched off',
  trim: 'trimmed',
  drain: 'drained',
  fill: 'filled',
  after: 'put on again',
};
const dayWords: Readonly<Record<string, string>> = { given: 'dose', missed: 'dose', changed: 'change' };

const noneWords = (thread: ThreadName): string =>
  thread === 'batch'
    ? 'is no batch of this water'
    : thread === 'tool'
      ? 'is no tool in the book'
      : `is no ${threadWords[thread]} in this tank’s book`;
/** Why a step has no place in its thread, beside its field. */
function placeWords(speech: Speech, thread: ThreadName, why: PlaceReason): string {
  const on = (day: string): string => onText(speech, day);
  switch (why.id) {
    case 'no-start':
      return noneWords(thread);
    case 'before-start':
      return `began only later, on ${on(why.facts.startOn)}`;
    case 'not-now': {
      const { state, step, sinceOn } = why.facts;
      if (thread === 'walk') return `cannot follow: this tank was ${passes[state] ?? state} already that evening`;
      if (thread === 'tank')
        return state === 'ended' ? 'has already ended' : 'has not ended: there is nothing to begin anew';
      return step === 'measured' || step === 'ended' || state !== 'arrived'
        ? (stateWords[state]?.(on(sinceOn)) ?? `cannot follow in state ${state}`)
        : `cannot follow in state ${state}`;
    }
    case 'day-of-nothing':
      return `day ${why.facts.day} has no ${dayWords[why.facts.step] ?? 'job'} in this plan`;
    case 'day-done':
      return `the ${dayWords[why.facts.step] ?? 'job'} of day ${why.facts.day} is in the book already: never give it twice`;
    case 'day-to-come':
      return `day ${why.facts.day} is still to come; that night is day ${why.facts.todayDay}`;
    case 'day-before-start':
      return `the course starts on ${on(why.facts.startOn)}`;
    case 'not-asked':
      return why.facts.what === 'look-again'
        ? 'must not lie before this look'
        : why.facts.what === 'closed'
          ? 'is already closed'
          : 'is no closing check of this work';
    case 'twice':
      return 'was dosed again already: never give it twice';
    case 'dates-crossed':
      return `${on(why.facts.secondOn)} does not fit: it must not lie ${why.facts.secondOn > why.facts.firstOn ? 'after' : 'before'} ${on(why.facts.firstOn)}`;
  }
}
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** What stands in the way of an entry, beside its field; names of agents and kinds are handed in. */
export function gateWords(speech: Speech, reason: GateReason, nameOf: (id: string) => string): string {
  switch (reason.id) {
    case 'out-of-place':
      return placeWords(speech, reason.facts.thread, reason.facts.why);
    case 'displaces': {
      const { thread, count, step, on } = reason.facts;
      const others = count === 1 ? '' : ` and ${count - 1} more`;
      const what = `“${step.replaceAll('-', ' ')}” of ${onText(speech, on)}${others}`;
      return `would leave ${what} without a ${threadWords[thread]}: strike ${count === 1 ? 'that' : 'those'} first`;
    }
    case 'unknown-agent':
      return 'is not a known agent';
    case 'no-course-agent':
      return `${nameOf(reason.facts.agentId)} is not given as a course`;
    case 'prescription':
      return 'is needed: who prescribed it, or where it is sold lawfully without';
    case 'label':
      return 'must say what one pack treats, in litres or in US gallons; in the food, only the days';
    case 'dose-share':
      return `is needed: whole packs give ${Math.round(100 * reason.facts.doseShare)} % of the label’s dose. Use the stock solution, or say why`;
    case 'more-litres':
      return `is needed: ${amount(speech, 'volume', reason.facts.givenL, 1)} is more than the ${amount(speech, 'volume', reason.facts.netVolumeL, 1)} in this tank`;
    case 'second-tonight':
      return `is needed: the dose of day ${reason.facts.day} was given that same evening. Two at once are a double dose; write a missed one as missed`;
    case 'no-part':
      return 'is no course that runs in this tank';
    case 'part-of-part':
      return 'is a part itself';
    case 'runs-already':
      return reason.facts.thread === 'course'
        ? `is needed: the same agent has been running in this tank since ${onText(speech, reason.facts.sinceOn)}`
        : `a${reason.facts.thread === 'outage' ? 'n' : ''} ${threadWords[reason.facts.thread]} is open in this tank since ${onText(speech, reason.facts.sinceOn)}: write into that one`;
    case 'harm': {
      const { reasons, belowName } = reason.facts;
      const where = belowName === null ? '' : `In ${belowName}, which gets water of this tank: `;
      return `is needed. ${where}${reasons.map((r) => doseReasonWords(r, nameOf)).join(' ')}`;
    }
    case 'people':
      return `Never combine them: dangerous to people. ${reason.facts.reasons.map((r) => doseReasonWords(r, nameOf)).join(' ')}`;
    case 'no-change':
      return 'is no change since the last dose that asks for its share';
    case 'no-dip':
      return reason.facts.leastMinutes === null
        ? 'is nothing that tools are dipped in: write the dip as not kept'
        : `must be at least ${reason.facts.leastMinutes} min in this agent; a shorter dip is written as not kept`;
    case 'half-a-bed':
      return `is needed: ${Math.round(100 * reason.facts.shareFraction)} % of the bed in one evening takes the filter with it; half is the most`;
    case 'animals-left':
      return `Still in it: ${listed(reason.facts.kindIds.map(nameOf))}. Move them, give them away, or count them as dead first`;
    case 'still-runs':
      return `Still open here: ${listed(reason.facts.threads.map((t) => threadWords[t]))}. Say that ${reason.facts.threads.length === 1 ? 'it ends' : 'they end'} with the tank`;
  }
}
