import type { NeverTogether } from '#core/care';
import { never } from './make';

const gas = 'It gives off a poisonous gas: people are harmed.';
const burns = 'It heats up, burns or gives off poison: people are harmed.';
/** What must never meet; high grade unless a caution says otherwise. Agents by their slug, and what stands beside them. */
export const pairs: readonly NeverTogether[] = [
  ...['formalin', 'peroxide', 'alcohol', 'acid'].map((o) => never('permanganate', o, burns, { people: true })),
  ...['acid', 'ammonia', 'peroxide', 'formalin', 'alcohol'].map((o) => never('hypochlorite', o, gas, { people: true })),
  never('formalin', 'peroxide', 'They destroy each other and burn gills.'),
  never('salt', 'zeolite', 'Salt makes zeolite give back its ammonia.'),
  never('formalin', 'heat', 'Far more poisonous in the warm, with less oxygen.'),
  never('malachite', 'heat', 'Far more poisonous in the warm.', { sign: 'caution' }),
  never('formalin', 'malachite', 'A usual pair below 27 °C, deadly above.', { sign: 'caution' }),
  never('malachite', 'permanganate', 'It is destroyed.'),
  never('copper', 'thiosulfate', 'A reducing conditioner sets chelated copper free.'),
  never('copper', 'acid', 'Acid sets copper free.'),
  never('copper', 'salt', 'In soft water they harm together.', { sign: 'caution' }),
  never('peroxide', 'glutaraldehyde', 'Not within 24 hours.'),
  never('peroxide', 'heat', 'Less margin in the warm.'),
  never('methylene-blue', 'peroxide', 'It is destroyed.'),
  never('methylene-blue', 'permanganate', 'It is destroyed.'),
  never('methylene-blue', 'thiosulfate', 'It is bleached.', { sign: 'caution' }),
  never('thiosulfate', 'permanganate', 'It ends it: that is how it is stopped.', { sign: 'caution' }),
  never('thiosulfate', 'peroxide', 'They end each other.', { sign: 'caution' }),
  never('levamisole', 'organophosphate', 'Both act on the nerves.'),
  never('levamisole', 'praziquantel', 'Hard on fish together.', { sign: 'caution' }),
];
