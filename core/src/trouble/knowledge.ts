import type { SlowReason } from '#core/tonight';
import type { EvidenceGrade } from '#core/water';

/** Who can be hurt, and what can wilt. */
export const hosts = ['fish', 'shrimp', 'snails', 'plants'] as const;
export type Host = (typeof hosts)[number];

export const findingGroups = [
  'fish-behaviour',
  'fish-body',
  'shrimp',
  'deaths',
  'tank',
  'measured',
  'plants',
  'algae',
  'events',
  'look-alikes',
] as const;
export type FindingGroup = (typeof findingGroups)[number];

/** How common a finding is when nothing of its kind is wrong. */
export type Background = 'common' | 'uncommon' | 'rare';

/** Something a keeper can see, measure or remember; the answer has three values, of which «not looked» says nothing. */
export interface Finding {
  id: string;
  /** The short name by which the fixed calculations know it. */
  code: string;
  group: FindingGroup;
  background: Background;
  question: string;
  look: string;
  /** Keepers' own words for it. */
  words: readonly string[];
  /** Asked first. */
  core: boolean;
  /** Air before any question. */
  redFlag: boolean;
  /** Over-read by keepers: it speaks for nothing. */
  neutral: boolean;
  /** A tell of something harmless, asked only where one of these is seen. */
  whenSeenIds: readonly string[];
  /** Of the keeper's, to answer it: a look, a test, a question. */
  minutes: number;
}

export type Prior = 'common' | 'uncommon' | 'rare' | 'very-rare';
/** Causes are weighed against each other within one of these. */
export type Domain = 'water' | 'fish' | 'shrimp' | 'growth' | 'plants';
export const troubleLists = ['water', 'disease', 'growth', 'plants'] as const;
export type TroubleList = (typeof troubleLists)[number];

export const urgencies = ['none', 'watch', 'week', 'today', 'now'] as const;
export type Urgency = (typeof urgencies)[number];
export type ActionId =
  'air' | 'gas-off' | 'change' | 'small-changes' | 'safe-water' | 'as-poison' | 'watch' | 'isolate' | 'leave';

/** One rung of a ladder, from the least that can work. */
export interface LadderStep {
  text: string;
  /** When one looks again before the next rung. */
  lookAgainHours: number;
  /** What it works with: each has its own «not if». */
  means: readonly string[];
  /** Of the net volume; the whole, not a day's part. */
  doseGPerL?: { lo: number; hi: number };
}

export interface Cause {
  id: string;
  /** The short name by which the fixed calculations know it; equal ranks stand in its order. */
  code: string;
  name: string;
  domain: Domain;
  prior: Prior;
  /** Any of them suffices. */
  hallmarks: readonly string[];
  strong: readonly string[];
  supports: readonly string[];
  against: readonly string[];
  stronglyAgainst: readonly string[];
  /** Without one of these in the tank it cannot be; nobody named: it can always be. */
  hosts: readonly Host[];
  /** It cannot be where the tank is known to have none. */
  needs: keyof Equipment | null;
  /** Faults of water and keeping that open the door to others. */
  leadsToIds: readonly string[];
  urgency: Urgency;
  first: ActionId;
  /** Who shows it is taken away from the others. */
  isolate: boolean;
  /** What tells it from others. */
  apart: string;
  ladder: readonly LadderStep[];
  doNot: readonly string[];
  /** For people, veterinarians and the law. */
  people: string;
  cautionIds: readonly string[];
  /** What a harmless thing is taken for; empty for causes that do harm. */
  mistakenFor: string;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
}

/** Findings that go together are not counted one by one. */
export interface Bundle {
  id: string;
  findingIds: readonly string[];
}

/** What a valid test settles. */
export interface Settling {
  causeId: string;
  findingId: string;
  /** What a test that finds nothing does, and when. */
  against:
    | { kind: 'rules-out' | 'weakens' | 'nothing' }
    /** Only a test within these hours after water went in. */
    | { kind: 'rules-out-soon'; withinHours: number }
    /** A reading within what is usual here, or on its harmless side. */
    | { kind: 'rules-out-in-usual'; parameter: string; harm: 'below' | 'above' }
    /** A reading below this; weaker where something in the tank makes the reading doubtful. */
    | { kind: 'rules-out-below'; parameter: string; value: number; doubtfulWith: keyof Equipment };
}

/** Hours from an event to the first sign within which it can be a cause's doing. */
export interface Lag {
  eventId: string;
  /** Null: every other cause. */
  causeId: string | null;
  fromHours: number;
  toHours: number;
}

/** What is in the tank, as far as somebody said so. */
export interface Equipment {
  co2?: boolean | undefined;
  uv?: boolean | undefined;
  carbon?: boolean | undefined;
  intakeSponge?: boolean | undefined;
  lid?: boolean | undefined;
  activeBed?: boolean | undefined;
}
export type SourceFault = 'chlorine' | 'chloramine' | 'copper' | 'softener';

/** Events within some hours. */
export interface Recently {
  eventIds: readonly string[];
  withinHours: number;
}
/** What has to hold in a case: all of what is given. */
export interface When {
  /** Any of these was seen or measured. */
  seenIds?: readonly string[];
  /** None of these was. */
  unseenIds?: readonly string[];
  /** An animal shows something. */
  signs?: true;
  /** One of these lives here. */
  hosts?: readonly Host[];
  /** The source is known for one of these. */
  source?: readonly SourceFault[];
  has?: { item: keyof Equipment; is: boolean | 'not-said' };
  recently?: Recently;
  /** Somebody said what happened, and none of this is among it. */
  notRecently?: Recently;
  olderThanDays?: number;
  youngerThanDays?: number;
  /** More than half of the reading's span lies at or beyond this. */
  mostlyAtLeast?: { parameter: string; value: number };
  /** The middle of the reading lies above; a reading without a top does. */
  middleAbove?: { parameter: string; value: number };
  /** Toxic ammonia that cannot be excluded: upper ends, and where nobody measured them 25 °C and pH 7. */
  toxicAmmoniaAtLeastMgPerL?: number;
}
/** A cause that is more or less urgent by how bad it is; the first row that holds counts. */
export interface UrgencyRule {
  causeId: string;
  /** Empty: always. */
  anyOf: readonly When[];
  urgency: Urgency;
}
/** What is known of the tank, its source and its equipment, and what it makes of a cause; our own estimates. */
export interface KnownFactor {
  causeId: string;
  id: string;
  factor: number;
  when: When;
}

/** A reading that is a finding. */
export type ReadingRule = {
  findingId: string;
  parameter: string;
  /** It says something only where one of these lives. */
  hosts?: readonly Host[];
  /** It says nothing where the tank is known to have none. */
  needs?: keyof Equipment;
  /** It says nothing up to what a course that runs is meant to hold. */
  unlessMeant?: true;
} & (
  | { kind: 'at-least' | 'below'; value: number }
  | { kind: 'above'; value: number; where?: { host: Host; value: number } }
  /** Anything at all. */
  | { kind: 'any' }
  /** Below the one or above the other, and not usual here. */
  | { kind: 'extreme'; belowValue?: number; aboveValue?: number; notUsuallyBelowValue?: number }
  /** Another reading has to be beyond its own value, too. */
  | { kind: 'both-above'; value: number; other: { parameter: string; value: number } }
  /** Below, and lower than usual by so much. */
  | { kind: 'fallen'; belowValue: number; byValue: number }
  /** At most this where it is usually more; never with this in the tank. */
  | { kind: 'used-up'; atMostValue: number; notWith: keyof Equipment }
  /** So many times its usual, and nothing lately that explains it. */
  | { kind: 'crept-up'; usualFraction: number; notAfter: Recently }
  /** Outside these shares of its usual, after something that moves it. */
  | { kind: 'jumped'; downToFraction: number; upToFraction: number; after: Recently }
  /** Below this, or below a share of what water of this temperature holds. */
  | { kind: 'short-of-oxygen'; leastMgPerL: number; saturatedFraction: number }
  /** Outside what kinds bear, or so far from usual; a tank that is usually below `coolBelowC` is a cool one. */
  | { kind: 'off-temperature'; loC: number; hiC: number; offC: number; coolBelowC: number }
);

/** What an entry of the book is as an event of a case. */
export interface HappeningRule {
  what: Happening;
  eventId: string;
  withinHours: number;
  /** Of the water, more than this. */
  overFraction?: number;
  atLeastHours?: number;
}
export type Happening =
  | 'change'
  | 'top-up'
  | 'animals-in'
  | 'plants-in'
  | 'product'
  | 'dose'
  | 'decoration'
  | 'sponge'
  | 'bed'
  | 'food'
  | 'shared'
  | 'medicine'
  | 'untreated-arrival'
  | 'power-cut'
  | 'heater-off'
  | 'heater-stuck'
  | 'light-more'
  | 'co2-changed'
  | 'unconditioned'
  | 'spray'
  | 'lotion'
  | 'pet-drops';
export type Sign =
  'died' | 'missing' | 'not-grazing' | 'young-not-growing' | 'hiding' | 'pale' | 'gasping' | 'less-grazing';

/** How what the book holds becomes evidence. */
export interface BookRules {
  happened: readonly HappeningRule[];
  /** Care that was missed: no change, no test and no look for so long. */
  missedCare: { eventId: string; afterHours: number };
  /** A sign somebody wrote down, by who lives here. */
  signs: readonly { sign: Sign; host: Host; findingId: string }[];
  signsWithinHours: number;
  deaths: {
    /** Many within a day, and so much of all. */
    many: { findingId: string; atLeastCount: number; ofLivingFraction: number; withinHours: number };
    single: { findingId: string };
    /** Now and then over so long. */
    dayAfterDay: { findingId: string; atLeastDays: number; overDays: number };
    /** On several nights that follow each other. */
    running: { findingId: string; atLeastDays: number; withinDays: number };
    missing: { findingId: string };
    withinHours: number;
  };
  /** Answers of a case that are outcomes of their own, compared with what was done in the days before. */
  outcomes: Readonly<Record<'bad-moult' | 'no-young', readonly string[]>>;
  /** What the newest poke of a place says. */
  pokes: { smellFindingId: string; gasFindingId: string; withinHours: number };
  /** What asks for a poke of the bed, and what says that its gas is out. */
  bed: { slowSignIds: readonly string[]; gaspingIds: readonly string[] };
}

/** Something animals were exposed to: acted on before anybody is ill. */
export interface Exposure {
  id: string;
  /** All of these hold. */
  all: readonly When[];
  urgency: Urgency;
  /** Whose first aid is given, as prevention. */
  causeId: string;
  first: readonly ActionId[];
  lookAgainHours: number;
  cautionIds: readonly string[];
}
/** A reading that is too much by itself, whatever its cause; the first row of a finding that holds counts. */
export interface Extreme {
  findingId: string;
  /** Besides the reading; empty: nothing else. */
  all: readonly When[];
  urgency: Urgency;
  first: ActionId;
}
/** One substance takes the edge off another: so many times as much of it, and a cause is less urgent. */
export interface Guard {
  causeId: string;
  parameter: string;
  againstParameter: string;
  ratioAtLeastValue: number;
  urgencyAtMost: Urgency;
}
/** What is tested or looked at first under a pattern: the most informative first. */
export interface LookPattern {
  id: string;
  all: readonly When[];
  looks: readonly string[];
}

/** Signs and causes by which it is decided what comes first. */
export interface ActingRules {
  /** Air before any question. */
  atOnceIds: readonly string[];
  /** Deaths: watched even where nothing else is found. */
  deathIds: readonly string[];
  urgency: readonly UrgencyRule[];
  /** What makes the next step up of an urgency. */
  hastens: readonly { from: readonly Urgency[]; to: Urgency; all: readonly When[] }[];
  /** The water that would go in is itself under suspicion: after these, under these causes. */
  source: { afterIds: readonly string[]; causeIds: readonly string[] };
  /** Something toxic went in: under these causes, some of them only after this. */
  poison: readonly { causeId: string; afterIds: readonly string[] }[];
  /** No buffer: a large change would turn ammonium to ammonia. */
  acid: { causeId: string; seenIds: readonly string[]; khAtMostDegrees: number; phBelowValue: number };
  /** What can be tested only shortly after water went in. */
  onlyNow: { findingId: string; afterWaterHours: number; causeIds: readonly string[] };
  exposures: readonly Exposure[];
  extremes: readonly Extreme[];
  guards: readonly Guard[];
}

export interface FirstAction {
  id: ActionId;
  text: string;
  doNot: readonly string[];
}
export interface Caution {
  id: string;
  text: string;
}
/** Something a rung works with, and whom it would harm. */
export interface Means {
  id: string;
  notIf: readonly { host: Host | null; text: string }[];
  cautionId: string | null;
}
export interface TestTrap {
  id: string;
  test: string;
  text: string;
}
/** What only a veterinarian, a laboratory or a microscope can tell. */
export interface LaboratoryLook {
  id: string;
  question: string;
  separatesIds: readonly string[];
}

/** The shelf of knowledge about trouble, whole. */
export interface TroubleKnowledge {
  version: number;
  findings: readonly Finding[];
  causes: readonly Cause[];
  bundles: readonly Bundle[];
  settles: readonly Settling[];
  lags: readonly Lag[];
  actions: readonly FirstAction[];
  cautions: readonly Caution[];
  means: readonly Means[];
  traps: readonly TestTrap[];
  laboratory: readonly LaboratoryLook[];
  /** The order of first looks, step by step. */
  chain: readonly (readonly string[])[];
  /** What a pattern asks for before the chain goes on. */
  patterns: readonly LookPattern[];
  readings: readonly ReadingRule[];
  /** A tank is young below this age. */
  young: { findingId: string; underDays: number };
  /** What is harmless and hides a sign, unless others stand beside it. */
  hides: readonly { seenId: string; hiddenId: string; unlessSeenIds: readonly string[] }[];
  /** Water went in. */
  waterEventIds: readonly string[];
  known: readonly KnownFactor[];
  /** Without one of these nothing is said of growth or of plants. */
  mustShow: Readonly<Partial<Record<Domain, readonly string[]>>>;
  acting: ActingRules;
  book: BookRules;
  /** Days of darkness by what is starved of light; the row without a cause is for all others. */
  dark: readonly { causeId: string | null; days: { lo: number; hi: number } }[];
  /** The sign that a slow harm shows, so that a case can be started from it; a gap in the tests shows none. */
  slowHarms: Readonly<Record<SlowReason['id'], string | null>>;
}

/** Findings on animals, alive or dead. */
export const animalGroups: readonly FindingGroup[] = ['fish-behaviour', 'fish-body', 'shrimp', 'deaths'];

/** The list on which causes of this domain are shown. */
export const listOf = (domain: Domain): TroubleList => (domain === 'fish' || domain === 'shrimp' ? 'disease' : domain);
