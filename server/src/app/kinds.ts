import { KindRegistry, lookedKind, noteKind, photoKind, strikeKind } from '../book';
import { courseKind, quarantineKind, toolKind } from '../care';
import { handsKind } from '../hands';
import { jobKind, timerKind } from '../doing';
import { instrumentKind, readingsKind, seenKind } from '../readings';
import { sourceKind, unitKind } from '../sources';
import { acclimationKind, arrivalKind, clearedKind, fedKind, ownKindKind, stockKind } from '../stock';
import { supplyKind } from '../supplies';
import { factKind, setUpKind } from '../tanks';
import { caseKind } from '../trouble';
import { batchKind, batchStepKind, changeKind, recipeKind, routineKind, sequenceKind, topUpKind } from '../water';

/** The book alone keeps it: nothing rides with its subject, no table of its own, nothing to check beyond its shape. */
const keptOnly = {};

/** The composition root of the book: what each slice registers for its kinds; one that is missing does not compile. */
export const kinds = new KindRegistry({
  'set-up': setUpKind,
  source: sourceKind,
  readings: readingsKind,
  change: changeKind,
  looked: lookedKind,
  note: noteKind,
  strike: strikeKind,
  fact: factKind,
  unit: unitKind,
  stock: stockKind,
  arrival: arrivalKind,
  acclimation: acclimationKind,
  cycling: keptOnly,
  fed: fedKind,
  cleared: clearedKind,
  trim: keptOnly,
  dose: { moves: true },
  'own-kind': ownKindKind,
  supply: supplyKind,
  'supply-log': keptOnly,
  seen: seenKind,
  instrument: instrumentKind,
  calibration: keptOnly,
  photo: photoKind,
  'top-up': topUpKind,
  recipe: recipeKind,
  mineral: keptOnly,
  works: keptOnly,
  batch: batchKind,
  'batch-step': batchStepKind,
  routine: routineKind,
  sequence: sequenceKind,
  job: jobKind,
  timer: timerKind,
  learnt: keptOnly,
  case: caseKind,
  poke: keptOnly,
  layout: keptOnly,
  course: courseKind,
  quarantine: quarantineKind,
  tool: toolKind,
  hands: handsKind,
});
