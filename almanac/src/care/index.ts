import type { CareKnowledge } from '#core/care';
import { agents } from './agents';
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
export const careKnowledge: CareKnowledge = { version: 1, agents, pairs, catfishGenera };
export { careFaults } from './check';
