import { parameters } from '#almanac/parameters';
import { intervalText, type Interval, type Parameter, type ParameterId } from '#core/readings';
import { heldWords } from '#words/trouble';
import type { NextStep, VerdictFacts, VerdictReason } from '#core/tonight';
import { amount, fromTo, spanText, spokenParameter, spokenValue, unitOf, type Speech } from '#words/units';
import { capital, leavesText } from './spans';
import { spokenFacts } from './spoken';

const known = (speech: Speech, id: ParameterId): Parameter | undefined => {
  const found = parameters.find((p) => p.id === id);
  return found ? spokenParameter(speech, found) : undefined;
};

const readText = ({ decimalsCount, unit }: Parameter, reading: Interval): string =>
  `reads ${intervalText(reading, decimalsCount)}${unit ? ` ${unit}` : ''}`;
function bandText({ decimalsCount }: Parameter, band: Interval): string {
  const shown = (value: number): string => String(Number(value.toFixed(decimalsCount)));
  if (band.lo !== null && band.hi !== null && band.lo > 0) return `band ${fromTo(shown(band.lo), shown(band.hi))}`;
  return band.hi === null ? `floor ${shown(band.lo ?? 0)}` : `ceiling ${shown(band.hi)}`;
}
const headText = (parameter: Parameter, { reading, band, asked, penPpm }: VerdictFacts): string =>
  penPpm
    ? `${parameter.label} reads ${intervalText(penPpm.reading, 0)} ppm, ${bandText({ ...parameter, decimalsCount: 0 }, penPpm.band)} ppm (pen against pen: neither says its factor)`
    : `${parameter.label} ${reading ? readText(parameter, reading) : ''}${band ? `, ${bandText(parameter, band)}${asked ? ` for ${listed(asked.names)}` : ''}` : ''}`;
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** What the practice alone says beside what its animals ask, or that the two have nothing in common. */
function askedText(parameter: Parameter, { asked, clash }: VerdictFacts): string {
  if (clash)
    return ` For ${listed(clash.names)} the ${bandText(parameter, clash.range)} holds, which this practice never reaches: another practice, or another home.`;
  if (!asked) return '';
  const practice = asked.practice ? ` By the practice alone: ${bandText(parameter, asked.practice)}.` : '';
  return `${practice}${asked.unsure ? ' The book is not sure of this range.' : ''}`;
}

/** Why a tank, or one of its values, is judged as it is. */
export function verdictWords(speech: Speech, { id, facts: reckoned }: VerdictReason): string {
  const facts = spokenFacts(speech, reckoned);
  if (id === 'resting') return 'No animals in it.';
  const parameter = facts.parameter === null ? undefined : known(speech, facts.parameter);
  if (id === 'nothing-tested' || !parameter) return 'Nothing has been tested yet.';
  if (facts.toxic) return toxicText(speech, id, facts.toxic, parameter);
  if (facts.co2) return co2Text(facts.co2, facts.reading);
  switch (id) {
    case 'never-tested':
      return `${parameter.label} has not been tested.`;
    case 'stale':
      return `${parameter.label} was last tested ${Math.round(facts.ageDays ?? 0)} days ago.`;
    case 'needs-others':
      return facts.unjudged
        ? 'The toxic part of ammonia cannot be worked out from these readings.'
        : 'Ammonia is judged by its toxic part, which needs pH and temperature too.';
    case 'no-band':
      return `${headText(parameter, facts)}; this practice sets no band for it.`;
    case 'straddles':
      return facts.unjudged
        ? `${parameter.label} cannot be judged.`
        : `${headText(parameter, facts)}: the reading crosses the limit. ${capital(parameter.finerTest)} would tell.`;
    case 'outside':
    case 'unguarded-nitrite':
    case 'guarded-nitrite':
      return outsideText(speech, parameter, facts);
    default:
      return insideText(speech, parameter, facts);
  }
}

const plain = (speech: Speech, tanMgPerL: number): string =>
  String(Number(spokenValue(speech, 'tanMgPerL', tanMgPerL).toPrecision(2)));
function toxicText(
  speech: Speech,
  id: VerdictReason['id'],
  { span, concernMgPerL, urgentMgPerL }: NonNullable<VerdictFacts['toxic']>,
  { finerTest }: Parameter,
): string {
  const text = `Toxic ammonia is ${spanText(speech, 'tanMgPerL', span, 1)} ${unitOf(speech, 'tanMgPerL')}, of concern from ${plain(speech, concernMgPerL)}`;
  if (id === 'straddles') return `${text}: the reading crosses the limit. ${capital(finerTest)} would tell.`;
  return `${text}${urgentMgPerL === null ? '' : `, urgent from ${plain(speech, urgentMgPerL)}`}.`;
}

function co2Text({ limitMgPerL, over, open }: NonNullable<VerdictFacts['co2']>, reading?: Interval): string {
  const range = `Free CO₂, from pH and KH, is ${reading ? intervalText(reading, 0) : ''} mg/L`;
  if (open) return `${range}: the limit of ${limitMgPerL} lies within what the kits leave open.`;
  return `${range}; ${limitMgPerL} is the limit.${over ? ' Less gas and more movement at the surface, at once if animals gasp.' : ''}`;
}

function outsideText(speech: Speech, parameter: Parameter, facts: VerdictFacts): string {
  const text = `${headText(parameter, facts)}: ${facts.side ?? 'above'} it`;
  const { chloride, usual } = facts;
  if (chloride?.guards && chloride.ratio)
    return `${text}, but chloride guards: ${intervalText(chloride.ratio, 0)} to one, ${chloride.wantedRatio} is enough.`;
  if (chloride?.ratio)
    return `${text}; chloride is ${intervalText(chloride.ratio, 1)} to one of nitrite, ${chloride.wantedRatio} would guard.`;
  if (chloride) return `${text}. How far chloride guards against it is not known: a chloride test would tell.`;
  const always = usual?.alwaysSo
    ? ` It is no news in this tank: ${intervalText(usual.span, parameter.decimalsCount)} is usual here. Slowly, then, or another practice.`
    : '';
  return `${text}.${askedText(parameter, facts)}${always}${warmText(speech, facts)}`;
}

function insideText(speech: Speech, parameter: Parameter, facts: VerdictFacts): string {
  const { trend, leaves, stays, fast, usual, hangsOnFactor } = facts;
  const going = leaves
    ? `; goes ${leaves.side} it ${leavesText(leaves)} if the routine goes on`
    : stays
      ? ', moving but not expected to leave it in four weeks'
      : trend
        ? `, ${trend.direction}${trend.heldByChanges ? ' by itself but held by the changes' : ''}`
        : '';
  const odd = usual
    ? `: in band, but unusual for this tank (${intervalText(usual.span, parameter.decimalsCount)} is usual here)`
    : '';
  const doubt = hangsOnFactor ? ' The band hangs on the pen’s factor.' : '';
  return `${headText(parameter, facts)}${going}${fast ? fastText(parameter, fast) : ''}${odd}.${facts.clash ? askedText(parameter, facts) : ''}${warmText(speech, facts)}${doubt}`;
}

function fastText(
  { decimalsCount }: Parameter,
  { movedValue, days, perDayValue }: NonNullable<VerdictFacts['fast']>,
): string {
  const figure = Math.abs(movedValue).toFixed(Math.max(1, decimalsCount));
  const over = days < 1.5 ? 'a day' : `${Math.round(days)} days`;
  return `, but it ${movedValue > 0 ? 'rose' : 'fell'} by at least ${figure} in ${over}; these animals bear ${perDayValue} a day`;
}

function warmText(speech: Speech, { heat, oxygen }: VerdictFacts): string {
  const held = heat
    ? ` At ${amount(speech, 'temperature', heat.tempC, 1)} water holds ${heat.o2MgPerL.toFixed(1)} mg/L of oxygen at most (8.3 at ${amount(speech, 'temperature', 25, 0)}): keep the surface moving.`
    : '';
  const share = oxygen
    ? ` That is ${Math.round(100 * oxygen.ofSaturationFraction)} % of what water of ${amount(speech, 'temperature', oxygen.tempC, 1)} can hold.`
    : '';
  return `${held}${share}`;
}

/** The next step in about five words, beside the button that begins it. */
export function stepShort(speech: Speech, step: NextStep): string {
  switch (step.reason.id) {
    case 'change-now':
      return 'Matched water; waiting harms more.';
    case 'look-animals':
      return 'Ammonia, nitrite, temperature.';
    case 'look-before':
      return 'Find out what moved it, first.';
    case 'gas-down':
      return 'Gas down, surface moving.';
    case 'air':
      return 'Move the surface, add air now.';
    case 'heater':
      return 'Check the heater; bring it back slowly.';
    case 'bring-slowly':
      return 'A little nearer with each change.';
    case 'plan-change':
      return 'In steps these animals bear.';
    default:
      return stepWords(speech, step);
  }
}

/** The one next step of a tank, in one line. */
export function stepWords(speech: Speech, { reason: { id, facts } }: NextStep): string {
  const named = facts.parameter === null ? '' : (known(speech, facts.parameter)?.label ?? facts.parameter);
  const label = named === 'pH' ? named : named.toLowerCase();
  switch (id) {
    case 'nothing-due':
      return 'Nothing due.';
    case 'leave':
      return 'Leave it alone.';
    case 'test-it':
      return 'Test it tonight.';
    case 'test-first':
      return `Test ${label} tonight.`;
    case 'test-companions':
      return 'Test pH and temperature tonight.';
    case 'test-once-more':
      return `Test ${label} once more before you believe it.`;
    case 'test-finer':
      return `Test ${label} again, finer.`;
    case 'test-this-week':
      return `Test ${label} again within the week.`;
    case 'test-unseen':
      return `Test ${label} again: the correction would be smaller than the kit’s step.`;
    case 'look-before':
      return 'Look at the animals, and find out what moved it before anything is put right.';
    case 'gas-down':
      return 'Turn the gas down and move the surface; look whether anybody gasps.';
    case 'air':
      return 'Move the surface and add air now; then find out why.';
    case 'heater':
      return 'Check the heater and a second thermometer; bring it back slowly.';
    case 'change-now':
      return 'Change water now, matched and free of chlorine; waiting is the greater harm.';
    case 'bring-slowly':
      return `Bring ${label} nearer with the next changes, a little each time; nothing in a hurry.`;
    case 'look-animals':
      return 'Look at the animals and test ammonia, nitrite and temperature now; then ask what is new.';
    case 'see-to-job':
      return 'Close what is still open.';
    case 'see-to-tonight':
      return 'See to it tonight.';
    case 'first-aid':
      return facts.held ? heldWords(facts.held).nextStep : 'First aid now, then find out why.';
    case 'see-to-this':
      return 'See to it this week.';
    case 'plan-change':
      return `Plan a change against ${label}, in steps these animals bear.`;
  }
}
