import { changeAdvice } from '#core/water';
import type { ChangePayload, GivenAdvice, TopUpPayload } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import { waterAnswers } from '#words/water';
import type { FieldFault } from '../problems';
import type { EntryOf, KindModule } from '../book';
import type { Tx } from '../db';
import { netVolumeInForce, newlyIn } from '../tanks';
import { batchFaults, sourceFaults } from './water-checks';
import { clearChanges, insertChanges } from './water-repo';

export const changeKind: KindModule<'change'> = {
  lasting: changeVolumeFaults,
  check: changeFaults,
  moves: true,
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
        const { sourceId, conditionerMl } = payload;
        const { key, fact, keepCount } = newlyIn('change', {
          ...{ changeFraction, water: payload.water, entryId: id, sourceId },
          ...(conditionerMl === undefined ? {} : { conditionerMl }),
        });
        return { subjectId, key, item: { atEpochMs: happenedAt.getTime(), sequence, ...fact }, keepCount };
      });
  },
  clear: clearChanges,
};

/** What had evaporated and was filled up: read from the book by the build-up model, kept in no table of its own. */
export const topUpKind: KindModule<'top-up'> = {
  lasting: topUpVolumeFaults,
  moves: true,
  check: (tx, { payload: { sourceId } }) => sourceFaults(tx, [{ field: 'sourceId', id: sourceId }]),
};

const moreThanIsIn = (givenL: number, netVolumeL: number): string =>
  waterAnswers.lIsMoreThanThe(givenL, netVolumeL.toFixed(1));

async function topUpVolumeFaults(
  tx: Tx,
  { subjectId, happenedAt, payload: { topUpL } }: EntryOf<'top-up'> & { payload: TopUpPayload },
): Promise<FieldFault[]> {
  const netVolumeL = await netVolumeInForce(tx, { subjectId, at: new Date(happenedAt) });
  return netVolumeL !== null && topUpL > netVolumeL
    ? [{ field: 'topUpL', message: moreThanIsIn(topUpL, netVolumeL) }]
    : [];
}

/** Marks and buckets are read by eye: so much more than there is, is no contradiction. Ours. */
const slackL = 0.5;

type Change = EntryOf<'change'> & { payload: ChangePayload };
const changedLitres = ({ entered }: ChangePayload, netVolumeL: number): number =>
  entered.by === 'litres' ? entered.changeL : entered.changeFraction * netVolumeL;

/** No more water is changed than is in the tank. */
async function changeVolumeFaults(tx: Tx, { subjectId, happenedAt, payload: change }: Change): Promise<FieldFault[]> {
  const { entered } = change;
  const netVolumeL = await netVolumeInForce(tx, { subjectId, at: new Date(happenedAt) });
  if (netVolumeL === null) return [{ field: 'entered', message: waterAnswers.thisTankHasNoSet }];
  const faults: FieldFault[] = [];
  if (entered.by === 'litres' && entered.changeL > netVolumeL)
    faults.push({
      field: 'entered.changeL',
      message: `${moreThanIsIn(entered.changeL, netVolumeL)} (${Math.round((100 * entered.changeL) / netVolumeL)} %)`,
    });
  const changeL = changedLitres(change, netVolumeL);
  if ((change.bedL ?? 0) > changeL + slackL)
    faults.push({
      field: 'bedL',
      message: waterAnswers.isMoreThanTheL(changeL.toFixed(1)),
    });
  return faults;
}

async function changeFaults(tx: Tx, { id, subjectId, happenedAt, payload: change }: Change): Promise<FieldFault[]> {
  const faults = await sourceFaults(tx, [{ field: 'sourceId', id: change.sourceId }]);
  if (change.advice) faults.push(...adviceFaults(change.advice, change.overrideReason));
  const netVolumeL = await netVolumeInForce(tx, { subjectId, at: new Date(happenedAt) });
  if (netVolumeL === null) return faults;
  const changeL = changedLitres(change, netVolumeL);
  return [...faults, ...(await batchFaults(tx, { change, happenedAt, changeL, id }))];
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
    faults.push({ field: 'advice.advice', message: waterAnswers.isNotWhatTheseFigures });
  if (given.advice !== 'wise' && overrideReason === undefined)
    faults.push({ field: 'overrideReason', message: waterAnswers.isNeededWhereTheAdvice });
  return faults;
}
