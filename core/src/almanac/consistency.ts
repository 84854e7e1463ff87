import type { ReasonOf } from '#core/result';
import { aeratedPh, leastConductivity } from '#core/water';
import type { ParameterId } from '#core/readings';
import type { BandLine, Practice } from './practice';

/** What the lines of a practice make of each other. */
export type ConsistencyReason = ReasonOf<{
  'lowest-over-ceiling': { leastUsPerCm: number; ceilingUsPerCm: number };
  'upper-over-ceiling': { leastUsPerCm: number; ceilingUsPerCm: number };
  'air-over-band': { lowestValue: number; highestValue: number; lo: number; hi: number };
  'air-under-floor': { highestValue: number; floorValue: number };
}>;
export interface ConsistencyFinding {
  practiceId: string;
  /** `never`: no water meets all lines. `in-part`: some of the band cannot be met. `needs`: only with something more. */
  closes: 'never' | 'in-part' | 'needs';
  parameters: ParameterId[];
  why: ConsistencyReason;
}

const lineFor = (practice: Practice, id: ParameterId): BandLine | undefined =>
  practice.bands.find((b) => b.parameter === id);
const leastAt = (ghDegrees: number, khDegrees: number): number => {
  const least = leastConductivity({ ghDegrees, khDegrees });
  return least.ok ? least.value.ec25UsPerCm : 0;
};

/**
 * Can all lines of a practice be true of one water? Hardness against conductivity, and pH against what KH gives in air.
 * Range: bands inside 0-60 degrees. An empty list means nothing was found, not that it was proved.
 */
export function practiceConsistency(practice: Practice): ConsistencyFinding[] {
  return [hardnessAgainstConductivity(practice), phAgainstKh(practice)].filter(
    (f): f is ConsistencyFinding => f !== null,
  );
}

function hardnessAgainstConductivity(practice: Practice): ConsistencyFinding | null {
  const [gh, kh, ec] = [
    lineFor(practice, 'ghDegrees'),
    lineFor(practice, 'khDegrees'),
    lineFor(practice, 'ec25UsPerCm'),
  ];
  if (ec?.hi == null || (!gh && !kh)) return null;
  const atBottom = Math.round(leastAt(gh?.lo ?? 0, kh?.lo ?? 0));
  const atTop = Math.round(leastAt(gh?.hi ?? gh?.lo ?? 0, kh?.hi ?? kh?.lo ?? 0));
  const parameters: ParameterId[] = [
    ...(gh ? ['ghDegrees' as const] : []),
    ...(kh ? ['khDegrees' as const] : []),
    'ec25UsPerCm',
  ];
  if (atBottom > ec.hi)
    return {
      practiceId: practice.id,
      closes: 'never',
      parameters,
      why: { id: 'lowest-over-ceiling', facts: { leastUsPerCm: atBottom, ceilingUsPerCm: ec.hi } },
    };
  if (atTop > ec.hi)
    return {
      practiceId: practice.id,
      closes: 'in-part',
      parameters,
      why: { id: 'upper-over-ceiling', facts: { leastUsPerCm: atTop, ceilingUsPerCm: ec.hi } },
    };
  return null;
}

function phAgainstKh(practice: Practice): ConsistencyFinding | null {
  const [ph, kh, temp] = [lineFor(practice, 'ph'), lineFor(practice, 'khDegrees'), lineFor(practice, 'tempC')];
  if (!ph || !kh || ph.hi === null || ph.lo === null) return null;
  const tempC = ((temp?.lo ?? 24) + (temp?.hi ?? 24)) / 2;
  const [lowest, highest] = [kh.lo ?? 0, kh.hi ?? kh.lo ?? 0].map(
    (khDegrees) => Math.round(aeratedPh({ khDegrees, tempC }) * 100) / 100,
  );
  if (lowest === undefined || highest === undefined) return null;
  if (lowest > ph.hi)
    return {
      practiceId: practice.id,
      closes: 'needs',
      parameters: ['ph', 'khDegrees'],
      why: {
        id: 'air-over-band',
        facts: { lowestValue: lowest, highestValue: highest, lo: ph.lo, hi: ph.hi },
      },
    };
  if (highest < ph.lo)
    return {
      practiceId: practice.id,
      closes: 'never',
      parameters: ['ph', 'khDegrees'],
      why: { id: 'air-under-floor', facts: { highestValue: highest, floorValue: ph.lo } },
    };
  return null;
}
