import type { CareKnowledge } from '#core/care';
import { agents } from './agents';
import { baths, bleachTimes, toolDips } from './baths';
import { pairs } from './pairs';

/** Armoured or not: their skin, gills and bellies bear little (common practice). */
const catfishGenera = [
  'Corydoras',
  'Otocinclus',
  'Ancistrus',
  'Hypancistrus',
  'Panaqolus',
  'Farlowella',
  'Synodontis',
  'Kryptopterus',
  'Pangio',
  'Chromobotia',
  'Botia',
  'Ambastaia',
];
/** All that is known about treating: from memory, with its sources. Labels, local law and veterinarians come first. */
export const careKnowledge: CareKnowledge = { version: 1, agents, pairs, catfishGenera, baths, bleachTimes, toolDips };
export { careFaults } from './check';
