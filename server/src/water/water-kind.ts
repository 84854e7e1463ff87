import * as v from 'valibot';
import { batchCode, changeAdvice } from '#core/water';
import { changePayload, topUpPayload, type ChangePayload, type GivenAdvice } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import type { FieldFault } from '../app';
import { diaryKind, readSubjects, type EntryCheck, type KindModule } from '../book';
import { batchFaults } from './water-checks';
import { clearChanges, insertChanges, netVolumeInForce } from './water-repo';

/** Changes that can lie between the newest readings. */
const newestCount = 12;

const sizeText = ({ entered }: ChangePayload): string =>
  entered.by === 'litres' ? `${entered.changeL} L` : `${Math.round(entered.changeFraction * 1000) / 10} %`;

export const changeKind: KindModule<ChangePayload> = {
  kind: 'change',
  version: 1,
  on: 'tank',
  reaches: 'itself',
  read: (payload) => v.parse(changePayload, payload),
  state: (change) => ({ slot: 'change', text: `changed ${sizeText(change)}` }),
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
      .map(({ id, sequence, subjectId, happenedAt, payload }) => ({
        subjectId,
        key: 'change',
        item: [happenedAt.getTime(), sequence, fractions.get(id) ?? 0, payload.water, id],
        keepCount: newestCount,
      }));
  },
  clear: clearChanges,
  print: (change, names) => {
    const temp = change.water.tempC === undefined ? '' : ` at ${change.water.tempC.toFixed(1)} °C`;
    const against =
      change.advice?.advice === 'too-large'
        ? ` — against advice: ${change.overrideReason ?? ''}`
        : change.advice?.advice === 'lesser-harm'
          ? ` — emergency: ${change.overrideReason ?? ''}`
          : '';
    const batch = change.batchId === undefined ? '' : ` from batch ${batchCode(change.batchId)}`;
    const bed = change.bedL === undefined || change.bedL === 0 ? '' : `, ${change.bedL} L of it from the bed`;
    const all = change.batchReason === undefined ? '' : ` — batch taken all the same: ${change.batchReason}`;
    return `changed ${sizeText(change)}, ${names(change.sourceId)}${batch}${temp}, ${change.how}${bed}${against}${all}`;
  },
};

/** What had evaporated and was filled up: read from the book by the build-up model, kept in no table of its own. */
export const topUpKind = diaryKind({
  kind: 'top-up',
  on: 'tank',
  schema: topUpPayload,
  print: ({ topUpL, sourceId }, names) => `topped up ${topUpL} L, ${names(sourceId)}`,
});
export const checkTopUp: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'top-up') return [];
  const { topUpL, sourceId } = v.parse(topUpPayload, entry.payload);
  const faults: FieldFault[] = [];
  const [source] = await readSubjects(tx, [sourceId]);
  if (source?.kind !== 'source') faults.push({ field: 'sourceId', message: 'is not a water source in the book' });
  const netVolumeL = await netVolumeInForce(tx, { subjectId: entry.subjectId, at: new Date(entry.happenedAt) });
  if (netVolumeL !== null && topUpL > netVolumeL)
    faults.push({ field: 'topUpL', message: `${topUpL} L is more than the ${netVolumeL.toFixed(1)} L that are in it` });
  return faults;
};

export const checkChange: EntryCheck = async (tx, entry) => {
  if (entry.kind !== 'change') return [];
  const change = v.parse(changePayload, entry.payload);
  const faults: FieldFault[] = [];
  const netVolumeL = await netVolumeInForce(tx, { subjectId: entry.subjectId, at: new Date(entry.happenedAt) });
  if (netVolumeL === null)
    faults.push({ field: 'entered', message: 'this tank has no set-up, so its net volume is not known' });
  else if (change.entered.by === 'litres' && change.entered.changeL > netVolumeL)
    faults.push({
      field: 'entered.changeL',
      message: `${change.entered.changeL} L is more than the ${netVolumeL.toFixed(1)} L that are in it (${Math.round((100 * change.entered.changeL) / netVolumeL)} %)`,
    });
  const [source] = await readSubjects(tx, [change.sourceId]);
  if (source?.kind !== 'source') faults.push({ field: 'sourceId', message: 'is not a water source in the book' });
  if (change.advice) faults.push(...adviceFaults(change.advice, change.overrideReason));
  const { entered } = change;
  const changeL = entered.by === 'litres' ? entered.changeL : entered.changeFraction * (netVolumeL ?? 0);
  // Half a litre of slack: marks and buckets are read by eye.
  if (netVolumeL !== null && (change.bedL ?? 0) > changeL + 0.5)
    faults.push({
      field: 'bedL',
      message: `is more than the ${changeL.toFixed(1)} L that were changed; it is part of them`,
    });
  if (netVolumeL !== null && change.batchId !== undefined) {
    faults.push(...(await batchFaults(tx, { payload: change, happenedAt: entry.happenedAt, changeL, id: entry.id })));
  }
  return faults;
};

/** The advice is stored as it was given; it must be what our own code says of the same figures. */
function adviceFaults(given: GivenAdvice, overrideReason: string | undefined): FieldFault[] {
  const again = changeAdvice({
    bearing: given.bearing,
    before: given.before,
    after: given.after,
    limits: shippedAlmanac.limits,
    emergency: given.emergency,
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
