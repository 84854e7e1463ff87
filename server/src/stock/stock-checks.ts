import { dayMs } from '#core/units';
import { bookKinds } from '#almanac/kinds';
import { populationOf, type StockEvent, type StockKind } from '#core/stock';
import type { OwnKindPayload } from '#contracts/book';
import { stockAnswers } from '#words/stock';
import type { FieldFault } from '../problems';
import { eventOf } from '../residents';
import { readDiary, type EntryOf } from '../book';
import type { Tx } from '../db';

async function kindNamed(tx: Tx, id: string): Promise<StockKind | null> {
  const own = await readDiary({ db: tx }, { kinds: ['own-kind'] });
  const latest: StockKind | undefined = own
    .map((row) => row.payload.kind)
    .filter((k) => k.id === id)
    .at(-1);
  return latest ?? bookKinds.find((k) => k.id === id) ?? null;
}

async function unknownKind(tx: Tx, kindId: string): Promise<FieldFault[]> {
  return (await kindNamed(tx, kindId)) ? [] : [{ field: 'kindId', message: stockAnswers.isNotAKindIn(kindId) }];
}

/** Every event the book has of a kind in a tank; arrivals count as such. */
async function eventsBeside(tx: Tx, { id, subjectId }: { id: string; subjectId: string }): Promise<StockEvent[]> {
  const rows = await readDiary({ db: tx }, { kinds: ['stock', 'arrival'], subjectIds: [subjectId] });
  // The entry being checked is in the book already, in this transaction.
  return rows.filter((row) => row.entryId !== id).map(eventOf);
}

const crossed = ({ lo, hi }: { lo: number; hi: number | null }): boolean => hi !== null && hi < lo;
const crossedFault: FieldFault = { field: 'count', message: stockAnswers.itsHighEndLiesBelow };

/** Counts below zero, broods before maturity, more leaving than can be there. */
export async function stockFaults(tx: Tx, entry: EntryOf<'stock'>): Promise<FieldFault[]> {
  const { event, kindId, strain, count, sign, otherTankId } = entry.payload;
  const kind = await kindNamed(tx, kindId);
  if (!kind) return unknownKind(tx, kindId);
  if (event === 'sign') return sign === undefined ? [{ field: 'sign', message: 'says nothing' }] : [];
  if (count === null) return [{ field: 'count', message: stockAnswers.isNeededHowManyOr }];
  if (crossed(count)) return [crossedFault];
  if (otherTankId === entry.subjectId) return [{ field: 'otherTankId', message: stockAnswers.isTheSameTank }];
  if (!kind.animal && ['born', 'berried', 'moulted', 'died'].includes(event))
    return [{ field: 'event', message: stockAnswers.isAPlant(kind.commonName) }];
  const atEpochMs = Date.parse(entry.happenedAt);
  const events = await eventsBeside(tx, entry);
  const own = events.filter((e) => e.kindId === kindId && e.strain === strain);
  if (event === 'berried' || event === 'born') return broodFaults({ kind, own, event, atEpochMs });
  if (['died', 'missing', 'moved-out', 'given-away'].includes(event))
    return leavingFaults({ kind, strain, events, count, atEpochMs });
  return [];
}

function broodFaults({
  kind,
  own,
  event,
  atEpochMs,
}: {
  kind: StockKind;
  own: readonly StockEvent[];
  event: 'berried' | 'born';
  atEpochMs: number;
}): FieldFault[] {
  const brood = kind.animal?.brood;
  if (event === 'berried' && brood?.mode !== 'carries-eggs' && brood?.mode !== 'larval')
    return [{ field: 'event', message: stockAnswers.doesNotCarryEggs(kind.commonName) }];
  if (own.length === 0) return [{ field: 'kindId', message: stockAnswers.noHasArrivedInThis(kind.commonName) }];
  const born = own.filter((e) => e.event === 'born').map((e) => e.atEpochMs);
  const grown = own.some((e) => e.event !== 'born' && e.event !== 'sign' && e.atEpochMs <= atEpochMs);
  const oldest = Math.min(...born);
  const days = kind.animal?.maturityDays ?? 0;
  return !grown && (atEpochMs - oldest) / dayMs < days
    ? [{ field: 'event', message: stockAnswers.theseWereBornHereAnd(days) }]
    : [];
}

function leavingFaults({
  kind,
  strain,
  events,
  count,
  atEpochMs,
}: {
  kind: StockKind;
  strain: string;
  events: readonly StockEvent[];
  count: { lo: number; hi: number | null };
  atEpochMs: number;
}): FieldFault[] {
  const before = populationOf({ kind, strain, events, nowEpochMs: atEpochMs, tempC: null });
  return count.lo > before.count.hi
    ? [
        {
          field: 'count',
          message: stockAnswers.theBookKnowsOfAt(before.count.hi),
          mend: String(before.count.hi),
        },
      ]
    : [];
}

export async function arrivalFaults(tx: Tx, { payload }: EntryOf<'arrival'>): Promise<FieldFault[]> {
  const { kindId, count, deadOnArrivalCount = 0, warnings, overrideReason } = payload;
  const faults = await unknownKind(tx, kindId);
  if (crossed(count)) faults.push(crossedFault);
  if (count.lo < 1) faults.push({ field: 'count', message: stockAnswers.mustBeAtLeastOne });
  if (deadOnArrivalCount > (count.hi ?? Infinity))
    faults.push({ field: 'deadOnArrivalCount', message: stockAnswers.isMoreThanArrived });
  if (warnings.length > 0 && overrideReason === undefined)
    faults.push({ field: 'overrideReason', message: stockAnswers.isNeededWhereSomethingSpeaks });
  return faults;
}

/** The keeper's own kinds are held to what the book's are: ends in order, and an animal or a plant. */
export function ownKindFaults({ kind, baseId }: OwnKindPayload): FieldFault[] {
  const faults: FieldFault[] = [];
  for (const [parameter, range] of Object.entries(kind.ranges))
    if (range.lo !== null && range.hi !== null && range.lo >= range.hi)
      faults.push({ field: `kind.ranges.${parameter}.hi`, message: stockAnswers.mustLieAbove(range.lo) });
  if (Object.values(kind.ranges).some((r) => r.lo === null && r.hi === null))
    faults.push({ field: 'kind.ranges', message: stockAnswers.aRangeNeedsAtLeast });
  if ((kind.group === 'plant') !== (kind.plant !== null) || (kind.group === 'plant') === (kind.animal !== null))
    faults.push({ field: 'kind.group', message: stockAnswers.aPlantHasPlantNeeds });
  if (baseId !== null && !bookKinds.some((k) => k.id === baseId))
    faults.push({ field: 'baseId', message: stockAnswers.isNotAKindInThe(baseId) });
  return faults;
}
