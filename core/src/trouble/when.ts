import { closedMiddle, highEnd } from '#core/readings';
import { unionisedAmmonia } from '#core/water';
import type { When } from './knowledge';
import { happenedLately, readingsOf, shareAtLeast, type TroubleCase } from './signs';

/** What else of a case a condition asks: how far each finding holds, and whether an animal shows anything. */
export interface Seen {
  shares: ReadonlyMap<string, number>;
  signs: boolean;
}

/** Seen, or measured by more than half of the reading's span. */
export const wasSeen = (shares: ReadonlyMap<string, number>, id: string): boolean => (shares.get(id) ?? 0) >= 0.5;

/** The most toxic ammonia that the readings leave open, in mg/L as N; null where nobody tested for ammonia. */
function toxicAmmoniaMgPerL(of: TroubleCase): number | null {
  const readings = readingsOf(of);
  const tan = readings['tanMgPerL'];
  if (!tan) return null;
  const toxic = unionisedAmmonia({
    tanMgPerL: Math.min(1000, highEnd(tan)),
    ph: Math.min(11, Math.max(4, highEnd(readings['ph'] ?? { lo: 7, hi: 7 }))),
    tempC: Math.min(40, Math.max(0, highEnd(readings['tempC'] ?? { lo: 25, hi: 25 }))),
  });
  return toxic.ok ? (toxic.value.value.nh3AsNMgPerL ?? 0) : null;
}

/**
 * Whether all of a condition holds in a case; what nobody said or measured does not hold.
 * @example holds({ source: ['copper'] }, { …, sourceHas: ['copper'] }, { shares, signs: false }) // true
 */
export function holds(when: When, of: TroubleCase, { shares, signs }: Seen): boolean {
  const reading = (parameter: string) => readingsOf(of)[parameter];
  const { has, recently, notRecently, mostlyAtLeast, middleAbove } = when;
  const [most, middling] = [
    mostlyAtLeast && reading(mostlyAtLeast.parameter),
    middleAbove && reading(middleAbove.parameter),
  ];
  return (
    (!when.seenIds || when.seenIds.some((id) => wasSeen(shares, id))) &&
    !when.unseenIds?.some((id) => wasSeen(shares, id)) &&
    (!when.signs || signs) &&
    (!when.hosts || when.hosts.some((h) => of.hosts.includes(h))) &&
    (!when.source || when.source.some((s) => of.sourceHas?.includes(s))) &&
    (!has || of.has?.[has.item] === (has.is === 'not-said' ? undefined : has.is)) &&
    (!recently || happenedLately(of, recently)) &&
    // An empty list is what nobody filled in as often as what did not happen: nothing follows from it.
    (!notRecently || ((of.events ?? []).length > 0 && !happenedLately(of, notRecently))) &&
    (when.olderThanDays === undefined || of.tankAgeDays > when.olderThanDays) &&
    (when.youngerThanDays === undefined || of.tankAgeDays < when.youngerThanDays) &&
    (!mostlyAtLeast || (most !== undefined && shareAtLeast(most, mostlyAtLeast.value) > 0.5)) &&
    (!middleAbove || (middling !== undefined && (closedMiddle(middling) ?? Infinity) > middleAbove.value)) &&
    (when.toxicAmmoniaAtLeastMgPerL === undefined || (toxicAmmoniaMgPerL(of) ?? -1) >= when.toxicAmmoniaAtLeastMgPerL)
  );
}
