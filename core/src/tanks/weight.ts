import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, type Result } from '#core/result';
import { groundOf } from './footprint';
import { netVolume, type TankGeometry } from './volume';

export type BedKind = 'none' | 'inert' | 'active';

export interface TankWeight {
  /** Filled, as it stands on its shelf. */
  filledKg: number;
  /** Drained to the bed, rock and wood out: as one would move it. */
  movingKg: number;
  glassKg: number;
  /** Whether one person may lift the moving weight under good conditions; two at most up to twice that. */
  lifting: 'one' | 'two' | 'more';
  /** Load as a share of what the shelf is rated for; null where nobody stated that. */
  loadFraction: number | null;
}

/** NIOSH load constant: the most one person should lift under ideal conditions. */
export const loadConstantKg = 23;
const glassKgPerL = 2.5;
const grainKgPerL: Record<BedKind, number> = { none: 0, inert: 2.65, active: 1.6 };

/**
 * The weight of a tank filled on its shelf, and drained to the bed for moving.
 *
 * Glass 2.5 kg/L; grains 2.65 kg/L (quartz) or 1.6 (fired soil, from memory); water 1 kg/L; equipment is not counted.
 * Lifting: the NIOSH load constant of 23 kg for one person under ideal conditions (Waters et al. 1993).
 * Error about 5 %. Refuses what `netVolume` refuses.
 * @example tankWeight({ geometry: { lengthCm: 60, widthCm: 30, heightCm: 30, glassMm: 6, waterBelowRimCm: 2 }, bed: 'none' }) // about 58 kg filled
 */
export function tankWeight(
  { geometry, bed, ratedKg }: { geometry: TankGeometry; bed: BedKind; ratedKg?: number | undefined },
  note: Recorder = silent,
): Result<Explained<TankWeight>> {
  note.by('tanks.weight', 1);
  const volume = netVolume(geometry);
  if (!volume.ok) return volume;
  const footprint = { ...geometry, shape: geometry.shape ?? 'rectangle' };
  const outside = groundOf({ footprint, glassCm: 0 });
  if (!outside.ok) return outside;
  const { areaCm2, wallCm } = outside.value;
  const range = { lo: 1, hi: 100000, unit: 'kg' };
  return guarded(ratedKg === undefined ? [] : [{ field: 'ratedKg', value: ratedKg, range }], () => {
    const { netL, bedL } = volume.value.value;
    const { bedSolidFraction = 0.6, rockKg = 0, rockL = 0, rockDensityKgPerL = 2.6, woodL = 0, woodKg = 0 } = geometry;
    note.source('waters-1993');
    note.assume('weights-assumed');
    const glassKg = note.step({
      id: 'glass',
      label: 'Glass',
      unit: 'kg',
      formula: '(floor + wall length × height) × thickness × 2.5 / 1000',
      terms: { floor: areaCm2, wall: wallCm, height: geometry.heightCm, thickness: geometry.glassMm / 10 },
      by: (x) => ((x.floor + x.wall * x.height) * x.thickness * glassKgPerL) / 1000,
    });
    const grainsKg = note.step({
      id: 'grains',
      label: 'Bed, dry grains',
      unit: 'kg',
      formula: 'bed × solid share × grain density',
      terms: { bed: bedL, solid: bedSolidFraction, density: grainKgPerL[bedL > 0 && bed === 'none' ? 'inert' : bed] },
      by: (x) => x.bed * x.solid * x.density,
    });
    const filledKg = note.step({
      id: 'filled',
      label: 'Filled, on its shelf',
      unit: 'kg',
      formula: 'glass + grains + rock + wood + net water',
      terms: {
        glass: glassKg,
        grains: grainsKg,
        rock: rockKg + rockL * rockDensityKgPerL,
        wood: woodL + woodKg,
        water: netL,
      },
      by: (x) => x.glass + x.grains + x.rock + x.wood + x.water,
    });
    const movingKg = note.step({
      id: 'moving',
      label: 'Drained to the bed, rock and wood out',
      unit: 'kg',
      formula: 'glass + grains + water in the pores',
      terms: { glass: glassKg, grains: grainsKg, pores: bedL * (1 - bedSolidFraction) },
      by: (x) => x.glass + x.grains + x.pores,
    });
    const lifting = movingKg <= loadConstantKg ? 'one' : movingKg <= 2 * loadConstantKg ? 'two' : 'more';
    const loadFraction = ratedKg === undefined ? null : filledKg / ratedKg;
    return ok(note.explained({ filledKg, movingKg, glassKg, lifting, loadFraction }));
  });
}

/**
 * How much too strong a dose by the label would be: label over net, less one; as a fraction.
 * @example doseExcess({ labelL: 100, netL: 80 }) // { excessFraction: 0.25 }
 */
export const doseExcess = ({ labelL, netL }: { labelL: number; netL: number }): { excessFraction: number } => ({
  excessFraction: labelL / netL - 1,
});
