import type { ChangedMind, Parameter, ParameterId } from '#core/readings';
import { mindOf, type Outlook, type SlowEvidence, type SlowReason, type TestReasonId } from '#core/tonight';
import {
  amount,
  amountStep,
  spanText,
  spokenParameter,
  spokenStep,
  spokenValue,
  unitOf,
  valueText,
  type Speech,
} from '#words/units';
import { leavesText } from './spans';

const signed = ({ perWeek, readingCount }: SlowEvidence, digits: number, unit: string): string =>
  `${perWeek > 0 ? 'up' : 'down'} ${Math.abs(perWeek).toFixed(digits)}${unit} a week over ${readingCount}`;

const signedOf = (
  speech: Speech,
  parameter: ParameterId,
  evidence: SlowEvidence,
  digits: number,
  named = parameter === 'no3MgPerL',
): string =>
  signed(
    { ...evidence, perWeek: spokenStep(speech, parameter, evidence.perWeek) },
    digits,
    named ? ` ${unitOf(speech, parameter)}` : '',
  );
/** One degree of KH, from where on pH falls: in the unit spoken. */
const spokenOne = (speech: Speech): string => String(Number(spokenValue(speech, 'khDegrees', 1).toPrecision(2)));

type Slow<Id extends SlowReason['id']> = Extract<SlowReason, { id: Id }>['facts'];
interface SlowWords {
  title: string;
  evidence: string[];
  nextStep: string;
}
const slow: { [Id in SlowReason['id']]: (facts: Slow<Id>, speech: Speech) => SlowWords } = {
  'old-tank': ({ no3, kh, ph }, speech) => ({
    title: 'Old-tank syndrome is setting in',
    evidence: [
      `Nitrate ${signedOf(speech, 'no3MgPerL', no3, 1)} readings`,
      `KH ${signedOf(speech, 'khDegrees', kh, 2)}`,
      ph ? `pH ${signed(ph, 2, '')}` : 'pH has not followed yet',
    ],
    nextStep:
      'Smaller changes more often, over weeks; never one large one: the animals have grown used to the old water.',
  }),
  'kh-decline': ({ kh, levelDegrees, leaves, atThisPaceDays }, speech) => ({
    title: 'The carbonate buffer is being used up',
    evidence: [
      `KH ${signedOf(speech, 'khDegrees', kh, 2)} readings, about ${valueText(speech, 'khDegrees', levelDegrees)} tonight`,
      leaves === null
        ? `At this pace it is down to ${spokenOne(speech)} in about ${String(atThisPaceDays)} days`
        : `Down to ${spokenOne(speech)} ${leavesText(leaves)}`,
    ],
    nextStep: 'Test KH again within the week; then raise it slowly, by the change water.',
  }),
  'tds-creep': (facts, speech) => ({
    title: 'Conductivity is creeping up',
    evidence: [
      facts.usual
        ? `${amount(speech, 'conductivity', facts.usual.levelUsPerCm, 0)} where ${usualText(speech, facts.usual)} was usual here, ${signedOf(speech, 'ec25UsPerCm', facts.ec, 0)} readings`
        : `${signedOf(speech, 'ec25UsPerCm', facts.ec, 0, true)} readings`,
      `Likeliest: ${creepText(speech, facts)}`,
    ],
    nextStep: `Top up with pure water; look at the source before the next change.${backText(speech, facts.back)}`,
  }),
  'temperature-widening': ({ rangeNowK, rangeBeforeK }, speech) => ({
    title: 'The temperature swings wider than it did',
    evidence: [
      `Range ${amountStep(speech, 'temperature', rangeNowK, 1)} in four weeks, ${amountStep(speech, 'temperature', rangeBeforeK, 1)} in the three months before`,
    ],
    nextStep: 'Look at heater and thermostat; unplug before the hand goes in.',
  }),
  'silent-gap': ({ silentDays }) => ({
    title: `No test for ${silentDays} days`,
    evidence: ['A settled tank is tested every four to six weeks (common practice)'],
    nextStep: 'One test of the telling value is enough to know again.',
  }),
};

const usualText = (speech: Speech, { loUsPerCm, hiUsPerCm }: { loUsPerCm: number; hiUsPerCm: number }): string =>
  loUsPerCm === hiUsPerCm
    ? `about ${valueText(speech, 'ec25UsPerCm', loUsPerCm)}`
    : spanText(speech, 'ec25UsPerCm', { lo: loUsPerCm, hi: hiUsPerCm });
function backText(speech: Speech, back: Slow<'tds-creep'>['back']): string {
  if (!back) return '';
  const source = `water of ${amount(speech, 'conductivity', back.sourceUsPerCm, 0)}`;
  if (!back.reachable) return ` With ${source} no change brings it back: a share of pure water in it would.`;
  const { changesCount, changeFraction, everyDays } = back;
  const percent = Math.round(100 * changeFraction);
  return changesCount === 1
    ? ` One change of ${percent} % with ${source} brings it back to what was usual.`
    : ` ${changesCount} changes of ${percent} %, ${Math.round(everyDays)} days apart, with ${source} bring it back to what was usual, once what adds it is found.`;
}

function creepText(speech: Speech, { cause, sourceRiseUsPerCm, topUpUsPerCmPerWeek }: Slow<'tds-creep'>): string {
  switch (cause) {
    case 'source':
      return `the source itself: what went in rose by about ${amountStep(speech, 'conductivity', sourceRiseUsPerCm, 0)}`;
    case 'top-ups':
      return `topping up: it brings about ${amountStep(speech, 'conductivity', topUpUsPerCmPerWeek, 0)} a week, and what evaporates takes none of it away`;
    case 'minerals':
      return 'minerals: GH rises with it, as from topping up with mineralised water instead of pure';
    case 'food':
      return 'food: nitrate rises with it and GH does not';
    case 'evaporation':
      return 'evaporation: water goes, salts stay, and hardly any is changed';
    case 'not-clear':
      return 'not clear from the tests: GH and nitrate tonight would tell minerals from food';
  }
}
/** Harm that comes slowly: its name, what speaks for it, and what to do. */
export const slowWords = (speech: Speech, reason: SlowReason): SlowWords =>
  (slow[reason.id] as (facts: SlowReason['facts'], speech: Speech) => SlowWords)(reason.facts, speech);

/** Why a test is due. */
export const testWords: Record<TestReasonId, string> = {
  new: 'The tank is young: ammonia and nitrite tell whether it can carry its animals.',
  'after-death': 'Something died this week.',
  'after-treatment': 'Treatments can harm the filter.',
  'after-move': 'Animals came in: the filter has more to do.',
  learning: 'Its build-up is not known yet: test before and after changes.',
  overgrown: 'Overgrown: it hides what happens and swings more.',
  settled: 'Settled: the telling value every month or so.',
  resting: 'No animals in it.',
  straddles: 'The last reading crosses a limit: a finer test would tell.',
  unusual: 'The last reading is unusual for this tank: once more before it is believed.',
};

/** How the last reading changed what was believed, in one line. */
export function mindWords(speech: Speech, parameter: Parameter, mind: ChangedMind): string {
  const digits = spokenParameter(speech, parameter).decimalsCount;
  const { expected, reading, movedValue } = mind;
  const was = `Expected ${spanText(speech, parameter.id, { lo: expected.lo80, hi: expected.hi80 })}, read ${spanText(speech, parameter.id, reading)}`;
  switch (mindOf(parameter, mind)) {
    case 'hardly-believed':
      return `${was}: so odd that it is hardly believed; a second test would settle it.`;
    case 'stepped':
      return `${was}: most likely something has changed for good since the test before; ${movedValue > 0 ? 'more comes in, or less is used, than did' : 'less comes in, or more is used, than did'}.`;
    case 'changed-nothing':
      return `${was}: it changed nothing.`;
    case 'moved':
      return `${was}: the estimate moved ${movedValue > 0 ? 'up' : 'down'} by ${Math.abs(spokenStep(speech, parameter, movedValue)).toFixed(digits)}.`;
  }
}

const ratchets = {
  holds: 'the routine holds it',
  loses: 'each ends higher: the routine loses',
  falls: 'each ends lower',
} as const;
/** What the levels after the last changes say. */
export const ratchetWords = (
  speech: Speech,
  { id }: Pick<Parameter, 'id'>,
  { levels, verdict }: NonNullable<Outlook['ratchet']>,
): string => `After the last changes: ${levels.map((l) => valueText(speech, id, l)).join(', ')}; ${ratchets[verdict]}.`;
