import { changeAdvice } from '#core/water';
import type { ChangePayload, GivenAdvice, TopUpPayload } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import type { FieldFault } from '../problems';
import type { EntryOf, KindModule } from '../book';
import type { Tx } from '../db';
import { netVolumeInForce, newlyIn } from '../tanks';
import { batchFaults, sourceFaults } from './water-checks';
import { clearChanges, insertChanges } from './water-repo';

export const changeKind: KindModule<'change'> = {
  check: changeFaults,
  done: ({ entered }) => ({ slot: 'change', done: { id: 'change', facts: { entered } } }),
  project: async (tx, entries) => {
    const fractions = await insertChanges(
      tx,
      entries.map(({ id, subjectId, happenedAt, payload, struck }) => ({
        entryId: id,
        subjectId,
        happenedAt,
        payload,
        struck: struck.whole,
      })),
    );
    return entries
      .filter((e) => !e.struck.whole)
      .map(({ id, sequence, subjectId, happenedAt, payload }) => {
        const changeFraction = fractions.get(id) ?? 0;
        const { key, fact, keepCount } = newlyIn('change', { changeFraction, water: payload.water, entryId: id });
        return { subjectId, key, item: { atEpochMs: happenedAt.getTime(), sequence, ...fact }, keepCount };
      });
  },
  clear: clearChanges,
};

/** What had evaporated and was filled up: read from the book by the build-up model, kept in no table of its own. */
export const topUpKind: KindModule<'top-up'> = { check: topUpFaults };

const moreThanIsIn = (givenL: number, netVolumeL: number): string =>
  `${givenL} L is more than the ${netVolumeL.toFixed(1)} L that are in it`;

async function topUpFaults(
  tx: Tx,
  { subjectId, happenedAt, payload: { topUpL, sourceId } }: EntryOf<'top-up'> & { payload: TopUpPayload },
): Promise<FieldFault[]> {
  const faults = await sourceFaults(tx, [{ field: 'sourceId', id: sourceId }]);
  const netVolumeL = await netVolumeInForce(tx, { subjectId, at: new Date(happenedAt) });
  if (netVolumeL !== null && topUpL > netVolumeL)
    faults.push({ field: 'topUpL', message: moreThanIsIn(topUpL, netVolumeL) });
  return faults;
}

/** Marks and buckets are read by eye: so much more than there is, is no contradiction. Ours. */
const slackL = 0.5;

async function changeFaults(
  tx: Tx,
  { id, subjectId, happenedAt, payload: change }: EntryOf<'change'> & { payload: ChangePayload },
): Promise<FieldFault[]> {
  const faults: FieldFault[] = [];
  const { entered } = change;
  const netVolumeL = await netVolumeInForce(tx, { subjectId, at: new Date(happenedAt) });
  if (netVolumeL === null)
    faults.push({ field: 'entered', message: 'this tank has no set-up, so its net volume is not known' });
  else if (entered.by === 'litres' && entered.changeL > netVolumeL)
    faults.push({
      field: 'entered.changeL',
      message: `${moreThanIsIn(entered.changeL, netVolumeL)} (${Math.round((100 * entered.changeL) / netVolumeL)} %)`,
    });
  faults.push(...(await sourceFaults(tx, [{ field: 'sourceId', id: change.sourceId }])));
  if (change.advice) faults.push(...adviceFaults(change.advice, change.overrideReason));
  if (netVolumeL === null) return faults;
  const changeL = entered.by === 'litres' ? entered.changeL : entered.changeFraction * netVolumeL;
  if ((change.bedL ?? 0) > changeL + slackL)
    faults.push({
      field: 'bedL',
      message: `is more than the ${changeL.toFixed(1)} L that were changed; it is part of them`,
    });
  faults.push(...(await batchFaults(tx, { change, happenedAt, changeL, id })));
  return faults;
}

/** The advice is stored as it was given; it must be what our own code says of the same figures. */
function adviceFaults(given: GivenAdvice, overrideReason: string | undefined): FieldFault[] {
  const again = changeAdvice({
    bearing: given.bearing,
    before: given.before,
    after: given.after,
    limits: shippedAlmanac.limits,
    emergency: given.emergency && {
      kind: given.emergency.kind,
      why: { id: 'told', facts: { text: given.emergency.why } },
    },
    movedToday: given.movedToday,
  });
  const faults: FieldFault[] = [];
  if (
    given.method.almanacVersion === shippedAlmanac.version &&
    (!again.ok || again.value.value.advice !== given.advice)
  )
    faults.push({ field: 'advice.advice', message: 'is not what these figures give' });
  if (given.advice !== 'wise' && overrideReason === undefined)
    faults.push({ field: 'overrideReason', message: 'is needed where the advice was against the step' });
  return faults;
}
