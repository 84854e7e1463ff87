import type { BeforeOutcome, BeforeThing, SeenBefore } from '#core/before';
import type {
  ActionId,
  BedDecision,
  BedReason,
  CaseOutcome,
  CaseState,
  Contribution,
  FindingGroup,
  Contradiction,
  Host,
  NotFirst,
  PokeGas,
  Rung,
  SquareKind,
  TrapId,
  TroubleList,
  Urgency,
  WhyLook,
} from '#core/trouble';

export const outcomeWords: Record<CaseOutcome, string> = {
  recovered: 'recovered',
  lost: 'lost',
  'given-up': 'given up',
  'was-nothing': 'it was nothing',
};
export const stateWords: Record<CaseState, string> = { better: 'better', same: 'the same', worse: 'worse' };
export const urgencyWords: Record<Urgency, string> = {
  now: 'Now: minutes count',
  today: 'Today',
  week: 'This week',
  watch: 'Watch it',
  none: 'Nothing needs to be done',
};
export const listNames: Record<TroubleList, string> = {
  water: 'Water and keeping',
  disease: 'Disease',
  growth: 'Growth and films',
  plants: 'Plants',
};
export const hostWords: Record<Host, string> = { fish: 'fish', shrimp: 'shrimp', snails: 'snails', plants: 'plants' };
export const groupNames: Record<FindingGroup, string> = {
  'fish-behaviour': 'How fish behave',
  'fish-body': 'Fish: skin, fins, eyes, gills',
  shrimp: 'Shrimp',
  deaths: 'Who dies, and when',
  tank: 'Water, filter, bed',
  measured: 'Tests',
  plants: 'Plants',
  algae: 'Growth and films',
  events: 'What happened',
  'look-alikes': 'Harmless after all?',
};
export const actionNames: Record<ActionId, string> = {
  air: 'Air, and look',
  'gas-off': 'CO2 off',
  change: 'A matched change',
  'small-changes': 'Small changes only',
  'safe-water': 'No more of that water',
  'as-poison': 'As for poison',
  watch: 'No emergency',
  isolate: 'Apart from the others',
  leave: 'Leave it',
};
export const gradeNames: Record<Contribution['grade'], string> = {
  hallmark: 'a hallmark',
  strong: 'speaks strongly for it',
  supports: 'supports it',
  against: 'speaks against it',
  'strongly-against': 'speaks strongly against it',
  settles: 'a test that settles it',
  'rules-out': 'a test that rules it out',
  weakens: 'a test that weakens it',
};
const known: Readonly<Record<string, string>> = {
  'source-chlorine': 'the source is chlorinated, and a change was made',
  'no-change-in-72-hours': 'no change and no top-up in three days',
  'source-copper': 'the source holds copper',
  'co2-unknown': 'nobody said whether CO2 is fitted',
  softened: 'the source is softened',
  'no-dose-in-7-days': 'nothing was dosed in a week',
  'no-change-in-48-hours': 'no change in two days',
  'old-and-left-alone': 'an old tank, left alone for a month',
  'intake-open': 'the intake has no sponge',
  'intake-sponge': 'the intake has a sponge',
  'nobody-new-in-28-days': 'nobody new in four weeks',
  'warmer-than-30': 'warmer than 30 °C',
};
/** What is known of the tank, as a half sentence. */
export const knownWords = (id: string): string => known[id] ?? id;
export const goOnWords: Record<Rung['goOnIf'], string> = {
  'no-relief': 'there is no relief by then',
  'no-better': 'it is no better by then',
  'no-less': 'there is no less of it by then',
  'new-leaves-too': 'new leaves show it, too',
};

type NameOf = (id: string) => string;
/** Why something usual is not offered first. */
export function notFirstWords(reason: NotFirst, nameOf: NameOf): string {
  switch (reason.id) {
    case 'source-suspect':
      return `No change from the same tap: the water itself is under suspicion (${nameOf(reason.facts.causeId)}).`;
    case 'poison-suspect':
      return `No change from the tap before the source of the poison is known (${nameOf(reason.facts.causeId)}).`;
    case 'acid-without-buffer':
      return 'No large change: with the buffer gone, a rise of pH turns ammonium to ammonia.';
    case 'only-harmless':
      return `What fits best is harmless: ${nameOf(reason.facts.causeId)}.`;
    case 'undecided':
      return `${nameOf(reason.facts.causeId)} and ${nameOf(reason.facts.otherId)} are close and are met differently: test first.`;
  }
}
/** Why this is the next thing to look at. */
export function whyLookWords(reason: WhyLook, nameOf: NameOf): string {
  switch (reason.id) {
    case 'only-now':
      return 'It can be found only now: it decays within hours.';
    case 'settles-leading':
      return `It settles what leads: ${nameOf(reason.facts.causeId)}.`;
    case 'tells-most':
      return 'The most useful test after these signs.';
    case 'in-order':
      return 'First looks, in the order that splits most.';
    case 'tells-apart':
      return reason.facts.causeId === reason.facts.otherId
        ? `No eye can tell it: ${nameOf(reason.facts.causeId)}.`
        : `Tells apart ${nameOf(reason.facts.causeId)} and ${nameOf(reason.facts.otherId)}.`;
  }
}

const askedOutright: readonly FindingGroup[] = ['measured', 'deaths', 'look-alikes', 'events'];
/** The two answers to a question: what is looked for is seen or not there, what is asked is yes or no. */
export const answerWords = (group: FindingGroup | null): { yes: string; no: string } =>
  group !== null && askedOutright.includes(group) ? { yes: 'Yes', no: 'No' } : { yes: 'Seen', no: 'Not there' };

export const gasWords: Record<PokeGas, string> = {
  none: 'no gas',
  'no-smell': 'gas without a smell',
  smell: 'gas that smells of rotten eggs',
};
export const bedDoWords: Record<BedDecision['do'], string> = {
  'air-now': 'Air first: it is out already. Strong air, window open, face away, and nothing is dug.',
  poke: 'Poke one small spot, with air on, window open, face away.',
  leave: 'Leave the bed alone.',
  wait: 'Wait: young are about, and nothing is dug over them. More air, less powder food.',
  sections: 'Clean it by sections, never all at once, with air on and the animals out of that part.',
  replace: 'Replace it by sections: an active bed that no longer holds the pH down is not worth cleaning.',
};
const figureWords = (value: number): string => String(Number(value.toPrecision(3)));
const list = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
/** What speaks for the decision about the bed. */
export function bedReasonWords(reason: BedReason): string {
  switch (reason.id) {
    case 'no-poke':
      return 'Nobody has poked it yet.';
    case 'old-pokes':
      return `The last poke was ${reason.facts.ageDays} days ago.`;
    case 'no-gas':
      return `No gas at ${reason.facts.pokeCount === 1 ? 'the place' : `${reason.facts.pokeCount} places`} poked.`;
    case 'gas-no-smell':
      return `Gas without a smell at ${list(reason.facts.places)}: weaker, but it rules nothing out.`;
    case 'smell':
      return `Rotten eggs at ${list(reason.facts.places)}.`;
    case 'fine-grain':
      return `Grain of ${figureWords(reason.facts.grainMm)} mm lets hardly any water through.`;
    case 'coarse-grain':
      return `Grain of ${figureWords(reason.facts.grainMm)} mm lets water through.`;
    case 'deep':
      return `${figureWords(reason.facts.depthCm)} cm is deep.`;
    case 'acid-water':
      return `In water this acid ${Math.round(100 * reason.facts.shareFraction)} % of what gets out is the form that kills.`;
    case 'young':
      return 'Young are about.';
    case 'still-holds':
      return 'It still holds the pH down: worth cleaning.';
    case 'spent':
      return 'It no longer holds the pH down.';
    case 'slow-signs':
      return 'Animals fail slowly here, which gas can do.';
    case 'gasping':
      return 'Animals gasp.';
  }
}
export const squareNames: Record<SquareKind, string> = {
  bed: 'open bed',
  plants: 'thick plants',
  hard: 'stone or wood',
  outlet: 'outlet',
  intake: 'intake',
  feeding: 'where food falls',
};
export const trapWords: Record<TrapId, string> = {
  'doubtful-kit': 'counts for less: the kit or pen is doubtful',
  'ammonia-after-conditioner': 'counts for less: read within a day of a conditioner, so part of it may be bound',
};
/** What stands beside a value that nobody measured. */
export const foreseenWords = (parameter: string, span: string): string =>
  `${parameter} ${span}, foreseen: not measured for a week`;
export const contradictionWords = ({ said, against }: Contradiction): string =>
  against === 'reading'
    ? `you say ${said}, the test says the other`
    : `you say ${said === 'no' ? 'it is not there' : 'it is there'}, an entry of the book says the other`;
const outcomeNames: Record<BeforeOutcome, string> = {
  died: 'days with deaths',
  'bad-moult': 'bad moults',
  'no-young': 'pauses in breeding',
  hiding: 'days of hiding',
};
const thingNames: Record<BeforeThing, string> = {
  'big-change': 'a change of more than a third',
  change: 'any change',
  food: 'new food',
  'animals-in': 'new animals',
  dose: 'a dose',
  bed: 'work in the bed',
  sponge: 'a washed sponge',
};
/** What was seen here before, as one line. */
export const beforeLine = (row: SeenBefore): string =>
  `${row.afterCount} of ${row.afterCount + row.otherCount} ${outcomeNames[row.outcome]} after ${thingNames[row.thing]}`;
