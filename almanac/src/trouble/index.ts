import type { TroubleKnowledge } from '#core/trouble';
import { actions, cautions, meansInUse, traps } from './acting';
import { fishCauses } from './causes-fish';
import { growthCauses } from './causes-growth';
import { husbandryCauses } from './causes-husbandry';
import { lookAlikes } from './causes-look-alikes';
import { plantCauses } from './causes-plants';
import { shrimpCauses } from './causes-shrimp';
import { waterCauses } from './causes-water';
import { animalFindings } from './findings-animals';
import { tankFindings } from './findings-tank';
import { acting, book, dark, hides, known, mustShow, readings, slowHarms, waterEventIds, young } from './rules';
import { bundles, chain, laboratory, lags, patterns, settles } from './weighing';

/** All that is known about trouble: from memory, with its sources; likelihoods are our own ordinal estimates. */
export const troubleKnowledge: TroubleKnowledge = {
  version: 2,
  findings: [...animalFindings, ...tankFindings],
  causes: [
    ...waterCauses,
    ...husbandryCauses,
    ...shrimpCauses,
    ...fishCauses,
    ...growthCauses,
    ...plantCauses,
    ...lookAlikes,
  ],
  bundles,
  settles,
  lags,
  actions,
  cautions,
  means: meansInUse,
  traps,
  laboratory,
  chain,
  patterns,
  readings,
  young,
  hides,
  waterEventIds,
  known,
  mustShow,
  acting,
  book,
  dark,
  slowHarms,
};

export { noHallmark, troubleFaults } from './check';
