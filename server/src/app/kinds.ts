import { KindRegistry, lookedKind, noteKind, photoKind, strikeKind } from '../book';
import { barredWhenEnded, endingKind, gated, standingInBook } from '../gate';
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
export const kinds = new KindRegistry(
  {
    'set-up': setUpKind,
    source: sourceKind,
    readings: readingsKind,
    change: changeKind,
    looked: lookedKind,
    note: noteKind,
    strike: strikeKind,
    ending: gated('ending', endingKind),
    fact: factKind,
    unit: unitKind,
    stock: gated('stock', stockKind),
    arrival: gated('arrival', arrivalKind),
    acclimation: gated('acclimation', acclimationKind),
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
    batch: gated('batch', batchKind),
    'batch-step': gated('batch-step', batchStepKind),
    routine: routineKind,
    sequence: gated('sequence', sequenceKind),
    job: gated('job', keptOnly),
    timer: gated('timer', keptOnly),
    learnt: keptOnly,
    case: gated('case', caseKind),
    poke: keptOnly,
    layout: keptOnly,
    course: gated('course', keptOnly),
    quarantine: gated('quarantine', keptOnly),
    tool: gated('tool', keptOnly),
    walk: gated('walk', keptOnly),
    outage: gated('outage', keptOnly),
    absence: gated('absence', keptOnly),
    flow: keptOnly,
    cleaning: gated('cleaning', keptOnly),
    move: gated('move', keptOnly),
  },
  { standing: standingInBook, barred: barredWhenEnded },
);
