import { parametersWhere, type Interval, type ParameterId } from '#core/readings';
import type { Analysis } from './analysis';

/** What mixes by volume; pH and gases never do, temperature is measured in the drum. */
const byVolume = parametersWhere((p) => p.mixes === 'by-volume' || p.mixes === 'nearly-by-volume');

/**
 * What a mixed batch should read, from its parts: by volume, spans kept; a value that one part lacks is left out.
 * Conductivity is nearly additive (a few percent high above 500 µS/cm); pH is not blended. Source: mass balance.
 * @example blendOf([{ partL: 60, analysis: tap }, { partL: 40, analysis: ro }]).ghDegrees // six tenths of the tap's
 */
export function blendOf(parts: readonly { partL: number; analysis: Analysis }[]): Analysis {
  const totalL = parts.reduce((sum, p) => sum + p.partL, 0);
  const blended: Analysis = {};
  if (totalL <= 0) return blended;
  for (const id of byVolume) {
    if (parts.some((p) => p.analysis[id] === undefined)) continue;
    const end = (which: keyof Interval): number | null =>
      parts.reduce<number | null>((sum, p) => {
        const value = p.analysis[id]?.[which] ?? (which === 'lo' ? 0 : null);
        return sum === null || value === null ? null : sum + (value * p.partL) / totalL;
      }, 0);
    blended[id] = { lo: end('lo'), hi: end('hi') };
  }
  return blended;
}

/** Values of a batch whose own test and whose parts disagree: their spans do not even touch. */
export function blendDisagrees({ tested, expected }: { tested: Analysis; expected: Analysis }): ParameterId[] {
  return byVolume.filter((id) => {
    const [a, b] = [tested[id], expected[id]];
    if (!a || !b) return false;
    const room = 0.05 * (b.hi ?? b.lo ?? 0);
    return (a.lo ?? -Infinity) > (b.hi ?? Infinity) + room || (a.hi ?? Infinity) < (b.lo ?? -Infinity) - room;
  });
}
