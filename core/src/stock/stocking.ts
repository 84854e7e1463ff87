import type { Interval } from '#core/readings';
import type { EvidenceGrade } from '#core/water';
import type { StockKind } from './kind';

export const maturitySchools = [
  {
    id: 'patient',
    label: 'patient',
    weeks: { lo: 6, hi: 8 },
    experiencedWeeks: 4,
    why: 'Shrimp go in after 6–8 weeks, the experienced at 4: the film on every surface must have grown.',
  },
  {
    id: 'early',
    label: 'early',
    weeks: { lo: 2, hi: 4 },
    experiencedWeeks: 2,
    why: 'Once it is cycled and the surfaces are slimy, at 2–4 weeks.',
  },
] as const;
export type MaturitySchool = (typeof maturitySchools)[number]['id'];

export interface StockingWarning {
  id: 'not-cycled' | 'not-matured' | 'too-many' | 'too-few' | 'late-kind' | 'full' | 'acting';
  text: string;
  grade: EvidenceGrade;
}
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
export const litresTakenL = (lodgers: readonly { kind: StockKind; count: Interval }[]): number =>
  lodgers
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
  const warn = (id: StockingWarning['id'], text: string, grade: EvidenceGrade = 'common-practice'): void => {
    warnings.push({ id, text, grade });
  };
  const habits = kind.animal;
  if (!habits) return [];
  if (cycled !== true)
    warn(
      'not-cycled',
      cycled === null
        ? 'The book does not know that this tank is cycled: without that, ammonia from the first day.'
        : 'Not cycled: nothing in it turns ammonia into nitrate yet.',
    );
  const chosen = maturitySchools.find((s) => s.id === school) ?? maturitySchools[0];
  const gateWeeks = experienced ? chosen.experiencedWeeks : chosen.weeks.lo;
  if (habits.biofilm && ageWeeks < gateWeeks)
    warn(
      'not-matured',
      `${Math.floor(ageWeeks)} weeks old; the ${chosen.label} school waits ${gateWeeks}. ${chosen.why}`,
    );
  if (habits.start === 'late' && ageWeeks < 12)
    warn('late-kind', `${kind.commonName} is not for a young tank: hardier kinds first, these after three months.`);
  if (acting) warn('acting', 'The tank itself needs something done tonight; new animals would come into that.');
  if (presentCount + plannedCount > finalCount)
    warn(
      'full',
      `${presentCount + plannedCount} would be more than the ${finalCount} this water carries with what lives in it.`,
      'ours',
    );
  if (presentCount === 0 && plannedCount > startCount.hi)
    warn(
      'too-many',
      `${plannedCount} at once is a crowd: the filter follows slowly. Start with at most ${startCount.hi}.`,
    );
  if (presentCount + plannedCount < startCount.lo)
    warn('too-few', `${presentCount + plannedCount} are too few; from ${startCount.lo} they show themselves.`);
  return warnings;
}
