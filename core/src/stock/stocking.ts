import type { Interval } from '#core/readings';
import type { NoFacts, ReasonOf } from '#core/result';
import type { EvidenceGrade } from '#core/water';
import type { StockKind } from './kind';

/** How old a tank must be for animals that live on its film; both are common practice. */
export const maturitySchools = [
  { id: 'patient', weeks: { lo: 6, hi: 8 }, experiencedWeeks: 4 },
  { id: 'early', weeks: { lo: 2, hi: 4 }, experiencedWeeks: 2 },
] as const;
export type MaturitySchool = (typeof maturitySchools)[number]['id'];

export type StockingReason = ReasonOf<{
  'not-cycled': { known: boolean };
  'not-matured': { ageWeeks: number; school: MaturitySchool; gateWeeks: number };
  'late-kind': { kindName: string };
  acting: NoFacts;
  full: { totalCount: number; finalCount: number };
  'too-many': { plannedCount: number; mostCount: number };
  'too-few': { totalCount: number; leastCount: number };
}>;
export type StockingWarning = StockingReason & { grade: EvidenceGrade };
export interface StockingAdvice {
  startCount: { lo: number; hi: number };
  /** Numbers in the tank by week from the first, up to what it may hold. */
  ramp: readonly { weekCount: number; totalCount: number }[];
  finalCount: number;
  warnings: readonly StockingWarning[];
}

/**
 * Net litres an adult takes: a litre a centimetre for fish up to 5 cm (common practice), by its square beyond (ours);
 * shrimp and snails a tenth of that (ours): colonies hold themselves.
 */
export function litresEachL({ adultCm, group }: Pick<StockKind, 'adultCm' | 'group'>): number {
  const bySize = adultCm <= 5 ? adultCm : adultCm * (adultCm / 5);
  return group === 'shrimp' || group === 'snail' ? Math.max(0.1, bySize / 10) : Math.max(0.5, bySize);
}

/** Litres that the animals of a tank take up already, by the upper end of their counts. */
export const litresTakenL = (residents: readonly { kind: StockKind; count: Interval }[]): number =>
  residents
    .filter((l) => l.kind.animal)
    .reduce((sum, l) => sum + (l.count.hi ?? l.count.lo ?? 0) * litresEachL(l.kind), 0);

/**
 * How many to begin with, how to go on, and what speaks against it tonight: a warning, never a wall.
 *
 * Shrimp colonies start at about 15, not under 6, not 30-40 (common practice); other groups at a third of the final
 * number but at least the group size. Steps a fortnight apart, each after the last has settled. The final number is the
 * net volume over litres each. Hardy kinds first. Counts are whole animals.
 * @example stockingAdvice({ kind, netVolumeL: 45, ageWeeks: 8, cycled: true, school: "patient", takenL: 0, presentCount: 0, plannedCount: 15 })
 */
export function stockingAdvice({
  kind,
  netVolumeL,
  ageWeeks,
  cycled,
  school,
  experienced = false,
  takenL,
  presentCount,
  plannedCount,
  acting = false,
}: {
  kind: StockKind;
  netVolumeL: number;
  ageWeeks: number;
  cycled: boolean | null;
  school: MaturitySchool;
  experienced?: boolean;
  /** Litres that other animals take up. */
  takenL: number;
  presentCount: number;
  plannedCount: number;
  /** The tank's verdict says act. */
  acting?: boolean;
}): StockingAdvice {
  const habits = kind.animal;
  if (!habits) return { startCount: { lo: 1, hi: plannedCount }, ramp: [], finalCount: plannedCount, warnings: [] };
  const eachL = litresEachL(kind);
  const finalCount = Math.max(0, Math.floor((netVolumeL - takenL) / eachL + 1e-9));
  const colony = kind.group === 'shrimp' && habits.groupCount.lo >= 6;
  const startCount = colony
    ? { lo: 6, hi: 29 }
    : { lo: habits.groupCount.lo, hi: Math.max(habits.groupCount.lo, Math.ceil(finalCount / 3 - 1e-9)) };
  return {
    startCount,
    ramp: colony
      ? [{ weekCount: 0, totalCount: 15 }]
      : rampOf({ startCount, finalCount, groupCount: habits.groupCount }),
    finalCount,
    warnings: warningsOf({
      kind,
      ageWeeks,
      cycled,
      school,
      experienced,
      acting,
      presentCount,
      plannedCount,
      finalCount,
      startCount,
    }),
  };
}

function rampOf({
  startCount,
  finalCount,
  groupCount,
}: {
  startCount: { lo: number; hi: number };
  finalCount: number;
  groupCount: { lo: number; hi: number | null };
}): StockingAdvice['ramp'] {
  const most = Math.min(finalCount, groupCount.hi ?? finalCount);
  const step = Math.max(groupCount.lo, Math.ceil(most / 3));
  const ramp: { weekCount: number; totalCount: number }[] = [];
  for (let total = Math.min(startCount.hi, Math.max(most, groupCount.lo)), week = 0; ramp.length < 8; week += 2) {
    ramp.push({ weekCount: week, totalCount: total });
    if (total >= most) break;
    total = Math.min(most, total + step);
  }
  return ramp;
}

function warningsOf({
  kind,
  ageWeeks,
  cycled,
  school,
  experienced,
  acting,
  presentCount,
  plannedCount,
  finalCount,
  startCount,
}: {
  kind: StockKind;
  ageWeeks: number;
  cycled: boolean | null;
  school: MaturitySchool;
  experienced: boolean;
  acting: boolean;
  presentCount: number;
  plannedCount: number;
  finalCount: number;
  startCount: { lo: number; hi: number };
}): StockingWarning[] {
  const warnings: StockingWarning[] = [];
  const warn = (reason: StockingReason, grade: EvidenceGrade = 'common-practice'): void => {
    warnings.push({ ...reason, grade });
  };
  const habits = kind.animal;
  if (!habits) return [];
  const totalCount = presentCount + plannedCount;
  if (cycled !== true) warn({ id: 'not-cycled', facts: { known: cycled !== null } });
  const chosen = maturitySchools.find((s) => s.id === school) ?? maturitySchools[0];
  const gateWeeks = experienced ? chosen.experiencedWeeks : chosen.weeks.lo;
  if (habits.biofilm && ageWeeks < gateWeeks)
    warn({ id: 'not-matured', facts: { ageWeeks, school: chosen.id, gateWeeks } });
  if (habits.start === 'late' && ageWeeks < 12) warn({ id: 'late-kind', facts: { kindName: kind.commonName } });
  if (acting) warn({ id: 'acting', facts: {} });
  if (totalCount > finalCount) warn({ id: 'full', facts: { totalCount, finalCount } }, 'ours');
  if (presentCount === 0 && plannedCount > startCount.hi)
    warn({ id: 'too-many', facts: { plannedCount, mostCount: startCount.hi } });
  if (totalCount < startCount.lo) warn({ id: 'too-few', facts: { totalCount, leastCount: startCount.lo } });
  return warnings;
}
