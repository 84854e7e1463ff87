import type { EvidenceGrade } from '#core/water';
import type { ParameterId } from '#core/readings';

/** Whom an agent may harm, apart from who is treated. */
export const exposedGroups = ['shrimp', 'snails', 'scaleless', 'plants', 'filter'] as const;
export type ExposedGroup = (typeof exposedGroups)[number];
/** Lethal or unsuitable, caution, tolerable at the usual doses; what is not known is a caution. */
export type HarmSign = 'harms' | 'caution' | 'bears';
export type AgentClass =
  | 'salt'
  | 'heat'
  | 'antiparasitic'
  | 'dewormer'
  | 'antibiotic'
  | 'dye'
  | 'oxidiser'
  | 'conditioner'
  | 'plant-extract'
  | 'adsorbent'
  | 'device'
  | 'algicide'
  | 'dip'
  | 'growth-inhibitor';
export const doseUnits = [
  'mg-per-l',
  'g-per-l',
  'ul-per-l',
  'celsius',
  'mg-per-kg-day',
  'mg-per-kg-once',
  'ml-3-percent-per-l-day',
  'per-40-to-80-l',
  'mws-per-cm2',
  'g-per-kg-food',
] as const;
export type DoseUnit = (typeof doseUnits)[number];
export interface AgentDose {
  route: 'prolonged' | 'bath' | 'dip' | 'food' | 'spot' | 'device';
  lo: number;
  hi: number;
  unit: DoseUnit;
  /** A dose of what. */
  of: string;
  note: string;
}
/** Water in which an agent harms more, or does nothing. */
export interface AgentWaterRule {
  parameter: ParameterId;
  aboveValue?: number;
  belowValue?: number;
  sign: 'harms' | 'caution';
  why: string;
}
/** A treatment by its active ingredient; a label, local law and a veterinarian come first. */
export interface Agent {
  id: string;
  slug: string;
  name: string;
  sort: AgentClass;
  indication: string;
  doses: readonly AgentDose[];
  course: string;
  harms: Readonly<Record<ExposedGroup, HarmSign>>;
  harmNote: string;
  water: readonly AgentWaterRule[];
  /** How much oxygen it costs. */
  oxygen: 'high' | 'middle' | 'low' | 'none';
  light: string;
  removal: string;
  /** For people, and the law. */
  people: string;
  /** Opens only after a prescription is entered, or where the keeper declares that it is sold lawfully without. */
  prescription: 'needed' | 'by-country' | 'none';
  grade: EvidenceGrade;
  sourceIds: readonly string[];
}
/** Two that must never meet in one water or one bucket. */
export interface NeverTogether {
  one: string;
  other: string;
  sign: 'harms' | 'caution';
  /** People are harmed: no reason overrides it. */
  people: boolean;
  why: string;
}
/** What stands beside an agent in the water without being one. */
export const besideAgents = ['zeolite', 'resin', 'ozone', 'acid', 'ammonia', 'alcohol', 'organophosphate'] as const;
/** A bath or a dip in a tub of its own. */
export interface BathRecipe {
  id: string;
  name: string;
  host: 'fish' | 'shrimp' | 'plants';
  /** Null where the shelf has no such agent. */
  agentId: string | null;
  targetGPerL: number;
  /** Of the product; null where it is weighed. */
  productPercent: number | null;
  /** At most: it ends at roll-over. */
  minutes: number;
  people: string;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
}
/** What tools are dipped in; shorter than its minutes it breaks no contact. */
export interface ToolDip {
  agentId: string;
  name: string;
  leastMinutes: number;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
}
/** How long what kind of plant bears bleach; 0: not at all. */
export interface BleachTime {
  id: string;
  name: string;
  minutes: number;
}
export interface CareKnowledge {
  version: number;
  agents: readonly Agent[];
  pairs: readonly NeverTogether[];
  /** Catfish and loaches bear as little as what has no scales. */
  catfishGenera: readonly string[];
  baths: readonly BathRecipe[];
  bleachTimes: readonly BleachTime[];
  toolDips: readonly ToolDip[];
}
