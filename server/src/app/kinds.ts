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
const bookOnly = {};

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
    cycling: bookOnly,
    fed: fedKind,
    cleared: clearedKind,
    trim: bookOnly,
    dose: { moves: true },
    'own-kind': ownKindKind,
    supply: supplyKind,
    'supply-log': bookOnly,
    seen: seenKind,
    instrument: instrumentKind,
    calibration: bookOnly,
    photo: photoKind,
    'top-up': topUpKind,
    recipe: recipeKind,
    mineral: bookOnly,
    works: bookOnly,
    batch: gated('batch', batchKind),
    'batch-step': gated('batch-step', batchStepKind),
    routine: routineKind,
    sequence: gated('sequence', sequenceKind),
    job: gated('job', bookOnly),
    timer: gated('timer', bookOnly),
    learnt: bookOnly,
    case: gated('case', caseKind),
    poke: bookOnly,
    layout: bookOnly,
    course: gated('course', bookOnly),
    quarantine: gated('quarantine', bookOnly),
    tool: gated('tool', bookOnly),
    walk: gated('walk', bookOnly),
    outage: gated('outage', bookOnly),
    absence: gated('absence', bookOnly),
    flow: bookOnly,
    cleaning: gated('cleaning', bookOnly),
    move: gated('move', bookOnly),
  },
  { standing: standingInBook, barred: barredWhenEnded },
);
