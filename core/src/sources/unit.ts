import { theilSenLine } from '#core/readings';

export const unitParts = ['resin', 'membrane', 'prefilter', 'carbon'] as const;
export type UnitPart = (typeof unitParts)[number];

/** One line of the unit's log. Conductivities at 25 °C. */
export interface UnitLog {
  atEpochMs: number;
  /** Litres made since the log began, by the meter. */
  madeL: number;
  inUsPerCm: number | null;
  outUsPerCm: number | null;
  /** After the membrane, before the resin. */
  betweenUsPerCm: number | null;
  renewed: readonly UnitPart[];
}

/** At which reading of the outlet each school changes the resin; both are common practice. */
export const resinSchools = [
  { id: 'strict', ppmCount: 10 },
  { id: 'lenient', ppmCount: 30 },
] as const;
export type ResinSchool = (typeof resinSchools)[number]['id'];

export interface UnitState {
  rejectionFraction: number | null;
  litresSinceResinL: number;
  forecasts: readonly {
    school: (typeof resinSchools)[number]['id'];
    /** The limit as conductivity: pen ppm of unknown factor, 0.7 to 0.5. */
    limitUsPerCm: { lo: number; hi: number };
    state: 'reached' | 'forecast' | 'unknown';
    /** Litres left until then; open above where no earlier charge was used so far. */
    leftL: { lo: number; hi: number | null } | null;
    by: 'rise' | 'earlier-charges' | 'none';
  }[];
}

/**
 * The state of an RO unit from its in/out log: rejection of the membrane, litres since the resin was new, and when each
 * school would change it.
 *
 * Rejection = 1 − after membrane / in (the outlet where nothing is measured between). The forecast goes by the rise of
 * the outlet since the resin was new (robust line over litres, its slope's own spread as interval, four lines at
 * least); before it rises, by the litres after which earlier charges reached each school's limit, or lasted at least;
 * otherwise it says that it cannot tell.
 * Schools 10 and 30 ppm are common practice; pen factor unknown, so the limit is a span.
 * @example unitState([...]).litresSinceResinL
 */
export function unitState(log: readonly UnitLog[]): UnitState {
  const sorted = [...log].sort((a, b) => a.atEpochMs - b.atEpochMs);
  const lastResin = sorted.map((l) => l.renewed.includes('resin')).lastIndexOf(true);
  const since = sorted.slice(Math.max(0, lastResin));
  const madeL = sorted.at(-1)?.madeL ?? 0;
  const startL = since[0]?.madeL ?? 0;
  const measured = [...sorted]
    .reverse()
    .find((l) => l.inUsPerCm !== null && (l.betweenUsPerCm ?? l.outUsPerCm) !== null);
  const rejectionFraction =
    measured?.inUsPerCm == null || measured.inUsPerCm <= 0
      ? null
      : 1 - (measured.betweenUsPerCm ?? measured.outUsPerCm ?? 0) / measured.inUsPerCm;
  const points = since.flatMap((l) => (l.outUsPerCm === null ? [] : [{ x: l.madeL - startL, y: l.outUsPerCm }]));
  // The renewing line itself is measured before or after: it does not belong to the new charge's rise.
  const rise = theilSenLine(lastResin >= 0 ? points.slice(1) : points);
  const charges = earlierCharges(sorted);
  return {
    rejectionFraction,
    litresSinceResinL: madeL - startL,
    forecasts: resinSchools.map((school) => {
      const limitUsPerCm = { lo: school.ppmCount / 0.7, hi: school.ppmCount / 0.5 };
      const out = points.at(-1)?.y ?? null;
      const head = { school: school.id, limitUsPerCm };
      if (out !== null && out >= limitUsPerCm.lo)
        return { ...head, state: 'reached', leftL: { lo: 0, hi: 0 }, by: 'rise' };
      if (rise && out !== null && rise.lo > 0)
        return {
          ...head,
          state: 'forecast',
          by: 'rise',
          leftL: { lo: (limitUsPerCm.lo - out) / rise.hi, hi: (limitUsPerCm.hi - out) / rise.lo },
        };
      if (charges.length > 0) {
        const lives = charges.map((charge) => lifeOf(charge, limitUsPerCm));
        const doneL = madeL - startL;
        const ends = lives.map((l) => l.hiL);
        return {
          ...head,
          state: 'forecast',
          by: 'earlier-charges',
          leftL: {
            lo: Math.max(0, Math.min(...lives.map((l) => l.loL)) - doneL),
            hi: ends.includes(null) ? null : Math.max(0, Math.max(...ends.map((l) => l ?? 0)) - doneL),
          },
        };
      }
      return { ...head, state: 'unknown', leftL: null, by: 'none' };
    }),
  };
}

/** The lines of each earlier charge of resin, from its renewing to the next, with the line at which it was changed. */
function earlierCharges(sorted: readonly UnitLog[]): UnitLog[][] {
  const at = sorted.flatMap((l, i) => (l.renewed.includes('resin') ? [i] : []));
  return at.slice(1).map((end, i) => sorted.slice(at[i] ?? 0, end + 1));
}

/**
 * Litres after which a charge reached a limit: between the last line below it and the first at it. One that was changed
 * before lasted at least as long as it did. The line at which it was changed is measured before or after: it is no reading.
 */
function lifeOf(
  charge: readonly UnitLog[],
  limitUsPerCm: { lo: number; hi: number },
): { loL: number; hiL: number | null } {
  const startL = charge[0]?.madeL ?? 0;
  const lived = charge.map((l) => ({ usedL: l.madeL - startL, outUsPerCm: l.outUsPerCm }));
  const read = lived.slice(1, -1);
  const over = (limit: number): number => read.findIndex((l) => l.outUsPerCm !== null && l.outUsPerCm >= limit);
  const [first, last] = [over(limitUsPerCm.lo), over(limitUsPerCm.hi)];
  const wholeL = lived.at(-1)?.usedL ?? 0;
  return {
    loL: first < 0 ? wholeL : (read[first - 1]?.usedL ?? 0),
    hiL: last < 0 ? null : (read[last]?.usedL ?? null),
  };
}
