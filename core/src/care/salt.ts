import { silent, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';
import { atomicGPerMol } from '#core/units';
import { chlorideGuard } from '#core/water';

export interface SaltInput {
  netVolumeL: number;
  targetGPerL: number;
  /** Salt that is in the water already. */
  presentGPerL?: number | undefined;
  /** Each change while it is kept and when it is brought down. */
  changeFraction: number;
  /** Brought down to so much. */
  endGPerL?: number | undefined;
  /** Both, where the salt is to guard against nitrite. */
  no2MgPerL?: number | undefined;
  clMgPerL?: number | undefined;
}
export interface SaltCourse {
  massG: number;
  /** Portions, weighed and dissolved apart, each so many hours after the one before. */
  portionsG: number[];
  portionEveryHours: number;
  /** Salt for each litre of new water while it is kept, g. */
  replaceGPerL: number;
  /** Salt for one change while it is kept. */
  replaceG: number;
  /** Changes with fresh water until it is down. */
  downChangesCount: number;
  /** What the pen will show above what it shows now, µS/cm at 25 °C. */
  riseUsPerCm: number;
  /** For nitrite: by ten to one of its nitrogen, and the cautious reading, of the ion. */
  nitrite: { byNitrogenGPerL: number; byIonGPerL: number } | null;
}

/** No portion raises the water by more than this; there are two at least. Common practice: over a day or two. */
const mostRaiseGPerL = 0.5;
const portionEveryHours = 8;
const guardRatio = 10;
const saltGPerMol = atomicGPerMol.na + atomicGPerMol.cl;
const nitrogenInNitriteFraction = atomicGPerMol.n / (atomicGPerMol.n + 2 * atomicGPerMol.o);
/** Molar conductivity of sodium chloride at 25 °C, S cm²/mol, by mol/L (CRC Handbook, from memory). */
const molar: readonly { molPerL: number; lambdaValue: number }[] = [
  { molPerL: 0, lambdaValue: 126.45 },
  { molPerL: 0.001, lambdaValue: 123.74 },
  { molPerL: 0.005, lambdaValue: 120.64 },
  { molPerL: 0.01, lambdaValue: 118.51 },
  { molPerL: 0.02, lambdaValue: 115.76 },
  { molPerL: 0.05, lambdaValue: 111.06 },
  { molPerL: 0.1, lambdaValue: 106.74 },
];
/** Between the table's rows linear in the root of the strength (Kohlrausch); beyond its end as at the end. */
function saltUsPerCm(gPerL: number): number {
  const molPerL = gPerL / saltGPerMol;
  const at = molar.findIndex((row) => row.molPerL >= molPerL);
  const [upper, lower] = [molar[at] ?? molar.at(-1), molar[at - 1]];
  if (!upper) return NaN;
  const lambda =
    at <= 0 || !lower
      ? upper.lambdaValue
      : lower.lambdaValue +
        ((Math.sqrt(molPerL) - Math.sqrt(lower.molPerL)) / (Math.sqrt(upper.molPerL) - Math.sqrt(lower.molPerL))) *
          (upper.lambdaValue - lower.lambdaValue);
  return 1000 * lambda * molPerL;
}

/**
 * Salt as a course: how much is weighed, in what portions it goes in, what each change takes along and is given back,
 * how it comes down, and what the pen will show.
 *
 * g/L (0 to 30), L, fractions, µS/cm at 25 °C. No portion raises the water by more than half a gram a litre, two portions
 * at least, eight hours apart (common practice). The rise is that of salt alone in pure water: in hard water a little
 * less. Nitrite: SRAC 462, ten to one; as of its nitrogen, and as of the ion, which asks for 3.28 times as much chloride.
 * Never with zeolite; not for plants, snails and soft-water animals without a look at the kinds.
 * @example saltCourse({ netVolumeL: 100, targetGPerL: 1, changeFraction: 0.3 }) // 100 g in two portions, 30 g a change
 */
export function saltCourse(input: SaltInput, note: Recorder = silent): Result<SaltCourse> {
  const { netVolumeL, targetGPerL, presentGPerL = 0, changeFraction, endGPerL = 0.1, no2MgPerL, clMgPerL = 0 } = input;
  note.by('care.salt', 1);
  const strength = { lo: 0, hi: 30, unit: 'g/L' };
  const fault = firstFault([
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e5, unit: 'L' } },
    { field: 'targetGPerL', value: targetGPerL, range: { ...strength, lo: 0.01 } },
    { field: 'presentGPerL', value: presentGPerL, range: strength },
    { field: 'changeFraction', value: changeFraction, range: { lo: 0.01, hi: 1, unit: '' } },
    { field: 'endGPerL', value: endGPerL, range: { ...strength, lo: 0.001 } },
  ]);
  if (fault) return refuse(fault);
  const raiseGPerL = Math.max(0, targetGPerL - presentGPerL);
  const massG = note.step({
    id: 'mass',
    label: 'Salt to weigh',
    unit: 'g',
    formula: '(target − present) × net volume, not under 0',
    terms: { target: targetGPerL, present: presentGPerL, volume: netVolumeL },
    by: (x) => Math.max(0, x.target - x.present) * x.volume,
  });
  const portionsCount = massG === 0 ? 0 : Math.max(2, Math.ceil(raiseGPerL / mostRaiseGPerL - 1e-9));
  const byNitrogen =
    no2MgPerL === undefined
      ? null
      : chlorideGuard({ no2MgPerL: no2MgPerL * nitrogenInNitriteFraction, clMgPerL, wantedRatio: guardRatio });
  const byIon = no2MgPerL === undefined ? null : chlorideGuard({ no2MgPerL, clMgPerL, wantedRatio: guardRatio });
  if (byNitrogen && !byNitrogen.ok) return byNitrogen;
  if (byIon && !byIon.ok) return byIon;
  const peakGPerL = Math.max(targetGPerL, presentGPerL);
  return ok({
    massG,
    portionsG: Array<number>(portionsCount).fill(massG / Math.max(1, portionsCount)),
    portionEveryHours,
    replaceGPerL: targetGPerL,
    replaceG: targetGPerL * changeFraction * netVolumeL,
    downChangesCount:
      peakGPerL <= endGPerL
        ? 0
        : changeFraction === 1
          ? 1
          : Math.ceil(Math.log(endGPerL / peakGPerL) / Math.log(1 - changeFraction) - 1e-9),
    riseUsPerCm: Math.max(0, saltUsPerCm(peakGPerL) - saltUsPerCm(presentGPerL)),
    nitrite:
      byNitrogen && byIon
        ? {
            byNitrogenGPerL: byNitrogen.value.value.naclMgPerL / 1000,
            byIonGPerL: byIon.value.value.naclMgPerL / 1000,
          }
        : null,
  });
}
