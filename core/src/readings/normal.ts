import erfcx from '@stdlib/math-base-special-erfcx';
import { highEnd, lowEnd, type Interval } from './interval';

const sqrt2 = Math.SQRT2;
const logSqrt2Pi = 0.5 * Math.log(2 * Math.PI);
/** Half of a normal's 80 % span, in standard deviations. */
export const z80Ratio = 1.2815515655446004;

export interface NormalMoments {
  meanValue: number;
  varianceValue: number;
  /** Logarithm of how likely the span was; of the density, where it is a point. */
  logEvidenceRatio: number;
}

const density = (z: number): number => (Number.isFinite(z) ? Math.exp(-0.5 * z * z - logSqrt2Pi) : 0);
const upperTail = (z: number): number => 0.5 * Math.exp(-0.5 * z * z) * erfcx(z / sqrt2);

/** Share of a normal above `z` standard deviations. */
export const normalTailFraction = (z: number): number => (z >= 0 ? upperTail(z) : 1 - upperTail(-z));

/**
 * A normal that is known to lie in a span: its mean and variance there, and how likely that was (truncated normal;
 * Johnson, Kotz & Balakrishnan 1994). Tails are computed with the scaled complementary error function, so that a
 * reading forty standard deviations away still gives numbers. A point gives the density and no variance.
 * @example truncatedNormal({ meanValue: 0, varianceValue: 1, span: { lo: 0, hi: null } }).meanValue // 0.7979
 */
export function truncatedNormal({
  meanValue,
  varianceValue,
  span,
}: {
  meanValue: number;
  varianceValue: number;
  span: Interval;
}): NormalMoments {
  const sd = Math.sqrt(varianceValue);
  const a = (lowEnd(span) - meanValue) / sd;
  const b = (highEnd(span) - meanValue) / sd;
  if (b - a < 0.02) {
    const z = (a + b) / 2;
    const width = b - a;
    return {
      meanValue: meanValue + sd * (z - (z * width * width) / 12),
      varianceValue: (varianceValue * width * width) / 12,
      logEvidenceRatio: -0.5 * z * z - logSqrt2Pi + (width > 0 ? Math.log(width) : -Math.log(sd)),
    };
  }
  // The mirror image keeps the work in the right-hand tail.
  if (b <= 0 || (a < 0 && b < -a)) {
    const mirrored = standardSpan(-b, -a);
    return onScale({ ...mirrored, meanValue: -mirrored.meanValue }, meanValue, sd);
  }
  return onScale(standardSpan(a, b), meanValue, sd);
}

const onScale = (m: NormalMoments, meanValue: number, sd: number): NormalMoments => ({
  meanValue: meanValue + sd * m.meanValue,
  varianceValue: sd * sd * Math.max(1e-12, m.varianceValue),
  logEvidenceRatio: m.logEvidenceRatio,
});

/** The standard normal between a and b, a + b >= 0. */
function standardSpan(a: number, b: number): NormalMoments {
  if (a > 0) {
    // Everything scaled by the density at a, which may be too small to hold.
    const fall = Number.isFinite(b) ? Math.exp(0.5 * (a * a - b * b)) : 0;
    const mass = 0.5 * (erfcx(a / sqrt2) - (fall === 0 ? 0 : fall * erfcx(b / sqrt2)));
    const scale = Math.exp(-logSqrt2Pi);
    const mean = (scale * (1 - fall)) / mass;
    const second = (scale * (a - (fall === 0 ? 0 : b * fall))) / mass;
    return { meanValue: mean, varianceValue: 1 + second - mean * mean, logEvidenceRatio: Math.log(mass) - 0.5 * a * a };
  }
  const mass = 1 - upperTail(b) - upperTail(-a);
  const mean = (density(a) - density(b)) / mass;
  const second = ((Number.isFinite(a) ? a * density(a) : 0) - (Number.isFinite(b) ? b * density(b) : 0)) / mass;
  return { meanValue: mean, varianceValue: 1 + second - mean * mean, logEvidenceRatio: Math.log(mass) };
}
