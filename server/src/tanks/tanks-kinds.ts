import { netLitres } from '#core/tanks';
import type { SetUpPayload } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import { tanksAnswers } from '#words/tanks';
import { faultOf, type FieldFault } from '../problems';
import type { KindModule } from '../book';
import { newlyIn } from './newest';
import { clearSetUps, insertSetUps } from './tanks-repo';

export const setUpKind: KindModule<'set-up'> = {
  unprojectable: ({ payload }) => sizeFaults(payload),
  faults: ({ payload }) => setUpFaults(payload),
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
  project: async (tx, entries) => {
    await insertSetUps(
      tx,
      entries.map(({ id, subjectId, happenedAt, payload, struck }) => {
        const volume = netLitres(payload);
        return {
          entryId: id,
          subjectId,
          fromAt: happenedAt,
          netVolumeL: volume.ok ? volume.value : 0,
          payload,
          struck: struck.whole,
        };
      }),
    );
    return [];
  },
  clear: clearSetUps,
};

/** A size that can be. */
function sizeFaults(setUp: SetUpPayload): FieldFault[] {
  const volume = netLitres(setUp);
  if (volume.ok) return [];
  const side = 'fields' in volume.refusal ? `geometry.${volume.refusal.fields[0] ?? ''}` : 'geometry';
  return [faultOf(volume.refusal, side)];
}
/** A size that can be, a practice that there is, and bands whose ends are in order. */
function setUpFaults(setUp: SetUpPayload): FieldFault[] {
  const faults = sizeFaults(setUp);
  if (!shippedAlmanac.practices.some((p) => p.id === setUp.practiceId))
    faults.push({ field: 'practiceId', message: tanksAnswers.isNotAPracticeIn(setUp.practiceId) });
  setUp.overrides.forEach(({ lo, hi }, i) => {
    if (lo === null && hi === null)
      faults.push({ field: `overrides.${i}.lo`, message: tanksAnswers.needsAtLeastOneEnd });
    if (lo !== null && hi !== null && lo >= hi)
      faults.push({ field: `overrides.${i}.hi`, message: tanksAnswers.mustLieAbove(lo) });
  });
  return faults;
}

export const factKind: KindModule<'fact'> = {
  newly: (fact) => {
    switch (fact.about) {
      case 'stage':
        return [newlyIn('stage', { stage: fact.stage })];
      case 'equipment': {
        const { on, detail = '', lightHours = null } = fact;
        return [newlyIn('equipment', { on, detail, lightHours }, fact.item)];
      }
      case 'new':
        return [newlyIn('new', { what: fact.what, name: fact.name, gone: fact.gone ?? false })];
      case 'sight':
        return [newlyIn('sight', { sight: fact.sight })];
      default:
        return [];
    }
  },
};
