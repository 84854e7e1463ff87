import type {
  ActionId,
  CaseOutcome,
  CaseState,
  Contribution,
  FindingGroup,
  Host,
  NotFirst,
  Rung,
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
  A0: 'Air, and look',
  A1: 'A matched change',
  'A1-small': 'Small changes only',
  A2: 'No more of that water',
  A3: 'As for poison',
  A4: 'No emergency',
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
    case 'in-order':
      return 'First looks, in the order that splits most.';
    case 'tells-apart':
      return reason.facts.causeId === reason.facts.otherId
        ? `No eye can tell it: ${nameOf(reason.facts.causeId)}.`
        : `Tells apart ${nameOf(reason.facts.causeId)} and ${nameOf(reason.facts.otherId)}.`;
  }
}

/** The two answers to a question: what is looked for is seen or not there, what is asked is yes or no. */
export const answerWords = (findingId: string): { yes: string; no: string } =>
  /^(MS|DP|LK|EV)/.test(findingId) ? { yes: 'Yes', no: 'No' } : { yes: 'Seen', no: 'Not there' };
