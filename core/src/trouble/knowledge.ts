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
}

export type Prior = 'common' | 'uncommon' | 'rare' | 'very-rare';
/** Causes are weighed against each other within one of these. */
export type Domain = 'water' | 'fish' | 'shrimp' | 'growth' | 'plants';
export const troubleLists = ['water', 'disease', 'growth', 'plants'] as const;
export type TroubleList = (typeof troubleLists)[number];

export const urgencies = ['none', 'watch', 'week', 'today', 'now'] as const;
export type Urgency = (typeof urgencies)[number];
export type ActionId = 'A0' | 'A1' | 'A2' | 'A3' | 'A4' | 'A1-small' | 'isolate' | 'leave';

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
  against: 'rules-out' | 'weakens' | 'rules-out-soon' | 'rules-out-in-usual' | 'rules-out-below-30' | 'nothing';
}

/** Hours from an event to the first sign within which it can be a cause's doing. */
export interface Lag {
  eventId: string;
  /** Null: every other cause. */
  causeId: string | null;
  fromHours: number;
  toHours: number;
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
}

export const listOf = (domain: Domain): TroubleList => (domain === 'fish' || domain === 'shrimp' ? 'disease' : domain);
