import type {
  AdviceCondition,
  AdviceReason,
  EmergencyReason,
  Flow,
  MissReason,
  Relief,
  SequenceStop,
  WatchFor,
  WatchReason,
} from '#core/water';
import { shortOf } from '#words/book';
import { spokenTeller, teller } from '#words/explain';
import { amount } from '#words/units';

/** From what an emergency was concluded, as the end of a sentence. */
export const emergencyWords = teller<EmergencyReason>({
  'toxic-ammonia': ({ nh3AsNMgPerL, urgentMgPerL }) =>
    `toxic ammonia is ${nh3AsNMgPerL.toFixed(3)} mg/L as N, urgent from ${urgentMgPerL}`,
  nitrite: ({ no2MgPerL, urgentMgPerL }) =>
    `nitrite is ${no2MgPerL} mg/L, urgent from ${urgentMgPerL} unless chloride guards against it`,
  chlorine: ({ cl2MgPerL, urgentMgPerL }) => `chlorine is ${cl2MgPerL} mg/L, urgent from ${urgentMgPerL}`,
  gasping: () => 'animals are gasping',
  contamination: () => 'something got into the water',
  told: ({ text }) => text,
});

const listed = (ids: readonly Parameters<typeof shortOf>[0][]): string => ids.map(shortOf).join(', ');

/** Why a change is wise, too large, or the lesser harm. */
export const adviceWords = teller<AdviceReason>({
  within: () => 'Every step is within what these animals bear.',
  'within-and-urgent': ({ emergency }) =>
    `Every step is within its limit, and waiting would do harm: ${emergencyWords(emergency)}.`,
  'lesser-harm': ({ parameters, emergency }) =>
    `Waiting is the greater harm: ${emergencyWords(emergency)}. The step in ${listed(parameters)} is over its limit, and is the smaller harm.`,
  'too-large': ({ parameters }) => `The step in ${listed(parameters)} is larger than these animals bear.`,
  'too-large-no-relief': ({ parameters }) =>
    `The step in ${listed(parameters)} is larger than these animals bear. It would not relieve the emergency either.`,
});

export const conditionWords: Record<AdviceCondition, string> = {
  'match-temperature': 'Match the temperature of the new water first: that takes minutes and costs nothing.',
  'no-chlorine': 'Use water that is free of chlorine and chloramine.',
  air: 'Strong air while it lasts.',
  'test-again': 'Test again within the hour and write down what you see.',
  'less-or-drip': 'Change less now and go on another day, or drip it in over hours.',
};

/** How fast it drips, as it is set by hand. @example flowWords(flowOf(2.1)) // '35 mL a minute: a cup marked at 25 mL fills in 43 s' */
export const flowWords = (flow: Flow): string =>
  flow.by === 'drops'
    ? `about ${flow.dropsPerS.toFixed(1)} drops a second at 20 a mL`
    : `${flow.rateMlPerMinute.toFixed(0)} mL a minute: a cup marked at ${flow.cupMl} mL fills in ${flow.fillSeconds.toFixed(0)} s`;

/** How much is to be changed in an emergency. */
export function reliefWords(relief: Relief | null): string {
  if (relief === null)
    return 'With this water changes do not bring it down: it holds as much, or raises pH. Another water, more air, and the cause.';
  const percent = Math.round(100 * relief.changeFraction);
  if (relief.by === 'usual') return `Half of it now, then look: ${percent} %. Nothing measured says how much it takes.`;
  return relief.changesCount === 1
    ? `${percent} % brings it below what is urgent.`
    : `${relief.changesCount} changes of ${percent} % bring it below what is urgent, an hour between them; test before each.`;
}

/** What a water at hand does to the animals while it relieves, as the end of a sentence. */
export function atHandWords({ over, untested }: { over: readonly string[]; untested: readonly string[] }): string {
  const parts = [
    over.length > 0 ? `${over.join(', ')} further than they bear` : '',
    untested.length > 0 ? `${untested.join(', ')} not tested` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'nothing further than they bear' : parts.join('; ');
}

/** Why changes do not reach an aim, as the end of a sentence. */
export const missWords = teller<MissReason>({
  'untested-source': () => 'nobody has measured it in the source',
  'source-beyond': ({ sourceValue }) => `the source stands at ${sourceValue}: changes come near it and never beyond`,
  'no-gain': () => 'the steps that these animals bear do not gain on it: another source, or the cause first',
});

export const stopWords: Record<SequenceStop, string> = {
  goal: 'Stop when the goal is reached: test after each change, the book may be wrong about the source.',
  recovered: 'Stop when the animals have recovered: they, not the figure, are the goal.',
  death: 'Stop when one dies within a day after a step, and look for what the step brought.',
};

export const watchWhenWords: Record<WatchFor['when'], string> = {
  'within-the-hour': 'Within the hour',
  'in-ten-minutes': 'In ten minutes',
  'until-tomorrow-evening': 'Until tomorrow evening',
  'tomorrow-evening': 'Tomorrow evening',
};

/** What to look for after a change. */
export const watchWords = spokenTeller<WatchReason>({
  'toxic-ammonia': ({ beforeMgPerL, afterMgPerL }) =>
    `The new water raises pH: of less ammonia more is toxic, ${afterMgPerL.toFixed(3)} mg/L as N instead of ${beforeMgPerL.toFixed(3)}. Less at once, or water of a lower pH; test ammonia and pH again.`,
  'test-again': () =>
    'Test again what made it urgent: it should have come down by the share that was changed. If not, it still comes from somewhere.',
  'no-more-today': ({ parameters }) =>
    `No second change: most of what they bear in a day of ${listed(parameters)} is used up.`,
  temperature: ({ tempC }, speech) =>
    `The thermometer again: it should stand near ${amount(speech, 'temperature', tempC, 1)}, with the heater on.`,
  bed: () => 'Ammonia and nitrite: a stirred bed gives off what lay in it.',
  animals: ({ bearing }) =>
    `Deaths, hiding, breath, grazing, against what is usual here${bearing === 'delicate' ? '; delicate animals show it late, so look on the second evening too' : ''}. One dead after a step ends a sequence.`,
  moults: () =>
    'Count the moults. One school takes several at once as a sign that the change was too much, the other regular moulting, berried females and grazing as a sign that it was right: both are set against the colony and this tank’s habit.',
});
