import { silent, type Explained, type Recorder } from '#core/explain';
import { parameterIds, parametersWhere, type ParameterId, type Water } from '#core/readings';
import { because, firstFault, ok, refuse, type Result, type NoFacts, type ReasonOf } from '#core/result';
import { doorFault } from '#core/units';
import { aeratedPh, alkalinityMolPerL, carbonAt, carbonateConstants, ionicMolPerLFromKh, phOf } from './carbonate';

export interface BlendPart {
  volumeL: number;
  water: Water;
}
export interface Blend {
  water: Water;
  /** Of the fresh mixture, closed to the air; null where pH, KH or temperature of a part is not known. */
  ph: number | null;
  /** After a day of air. */
  phAerated: number | null;
  /** Known of some parts only. */
  unknown: ParameterId[];
}
const mostParts = 5;
const byChemistry = parametersWhere((p) => p.mixes === 'by-chemistry');

function partsFault(parts: readonly { volumeL: number }[]): Result<null> {
  if (parts.length === 0 || parts.length > mostParts)
    return refuse({ kind: 'out-of-range', field: 'parts', value: parts.length, lo: 1, hi: mostParts, unit: 'waters' });
  const fault = firstFault(
    parts.map((p, i) => ({ field: `parts.${i}.volumeL`, value: p.volumeL, range: { lo: 0.001, hi: 1e6, unit: 'L' } })),
  );
  return fault ? refuse(fault) : ok(null);
}

/**
 * Up to five waters poured together: by volume for all that mixes linearly, temperature as heat, and pH from the mixed
 * alkalinity and inorganic carbon, never as an average; then again in balance with air.
 *
 * Litres, canonical units. Refuses no parts, more than five, volumes of nothing. Conductivity by volume is up to a few
 * percent high between very unlike waters. Source: mass and heat balance; Plummer & Busenberg 1982.
 * @example blend({ parts: [{ volumeL: 60, water: { khDegrees: 10 } }, { volumeL: 40, water: { khDegrees: 0.2 } }] }).water.khDegrees // 6.08
 */
export function blend({ parts }: { parts: readonly BlendPart[] }, note: Recorder = silent): Result<Explained<Blend>> {
  note.by('water.blend', 1);
  const wrong = partsFault(parts);
  if (!wrong.ok) return wrong;
  const fault = firstFault(
    parts.flatMap((p, i) =>
      parameterIds
        .filter((id) => p.water[id] !== undefined)
        .map((id) => ({
          field: `parts.${i}.${id}`,
          value: p.water[id],
          range:
            id === 'tempC'
              ? { lo: -2, hi: 100, unit: '°C' }
              : id === 'ph'
                ? { lo: 0, hi: 14, unit: '' }
                : { lo: 0, hi: 1e6, unit: '' },
        })),
    ),
  );
  if (fault) return refuse(fault);
  const totalL = parts.reduce((sum, p) => sum + p.volumeL, 0);
  const water: Water = {};
  const unknown: ParameterId[] = [];
  for (const id of parameterIds) {
    if (parts.every((p) => p.water[id] === undefined)) continue;
    if (byChemistry.includes(id)) continue;
    if (parts.some((p) => p.water[id] === undefined)) {
      unknown.push(id);
      continue;
    }
    water[id] = note.step({
      id,
      label: 'Mixed',
      unit: id,
      formula: 'Σ litres × value / Σ litres',
      terms: Object.fromEntries(
        parts.flatMap((p, i) => [
          [`L${i + 1}`, p.volumeL],
          [`x${i + 1}`, p.water[id] ?? 0],
        ]),
      ),
      by: (t) => parts.reduce((sum, _p, i) => sum + (t[`L${i + 1}`] ?? 0) * (t[`x${i + 1}`] ?? 0), 0) / totalL,
    });
  }
  note.source('mass-balance', 'plummer-1982', 'davies-activity');
  note.limit('ph-drifts');
  const matched = parts.map(withSupposedTemp);
  if (matched.some((p, i) => p.water.tempC !== parts[i]?.water.tempC && p.water.khDegrees !== undefined))
    note.assume('temperature-supposed', { tempC: usualC });
  const supposed = matched.map(withSupposedPh);
  if (supposed.some((p, i) => p.water.ph !== parts[i]?.water.ph)) note.assume('air-balance-supposed');
  const mixedC = water.tempC ?? usualC;
  const ph = closedPh(supposed, { ...water, tempC: mixedC });
  if (ph !== null) water.ph = ph;
  const phAerated = water.khDegrees === undefined ? null : aeratedPh({ khDegrees: water.khDegrees, tempC: mixedC });
  return ok(note.explained({ water, ph, phAerated, unknown }));
}

const usualC = 25;
const withSupposedTemp = (part: BlendPart): BlendPart =>
  part.water.tempC === undefined ? { ...part, water: { ...part.water, tempC: usualC } } : part;

/** Nothing holds the pH of pure water: unmeasured, it is what air makes of it, and hardly counts in a mixture. */
const hardlyAnyKhDegrees = 0.3;
function withSupposedPh(part: BlendPart): BlendPart {
  const { ph, khDegrees, tempC } = part.water;
  if (ph !== undefined || khDegrees === undefined || tempC === undefined || khDegrees > hardlyAnyKhDegrees) return part;
  return { ...part, water: { ...part.water, ph: aeratedPh({ khDegrees, tempC }) } };
}

function closedPh(parts: readonly BlendPart[], mixed: Water): number | null {
  const { khDegrees, tempC } = mixed;
  if (khDegrees === undefined || tempC === undefined) return null;
  const totalL = parts.reduce((sum, p) => sum + p.volumeL, 0);
  let [alkMolPerL, dicMolPerL] = [0, 0];
  for (const { volumeL, water } of parts) {
    if (water.ph === undefined || water.khDegrees === undefined || water.tempC === undefined) return null;
    const alk = alkalinityMolPerL(water.khDegrees);
    const constants = carbonateConstants({ tempC: water.tempC, ionicMolPerL: ionicMolPerLFromKh(water.khDegrees) });
    const { co2MolPerL, dicMolPerL: dic } = carbonAt({ ph: water.ph, alkMolPerL: alk, constants });
    // Acid beyond the alkalinity: humics or active soil hold this pH, and carbonate chemistry cannot say.
    if (co2MolPerL < 0) return null;
    alkMolPerL += (alk * volumeL) / totalL;
    dicMolPerL += (dic * volumeL) / totalL;
  }
  return phOf({
    alkMolPerL,
    dicMolPerL,
    constants: carbonateConstants({ tempC, ionicMolPerL: ionicMolPerLFromKh(khDegrees) }),
  });
}

/** From here on water scalds within seconds. Common practice; children and old skin sooner. */
export const scaldC = 50;

/**
 * The temperature of waters poured together: by volume, equal heat capacities, nothing lost to the drum.
 * Litres and °C, 0 to 100. Error: a cold drum takes a degree or so; measured, not only computed.
 * @example mixTemperature({ parts: [{ volumeL: 36, tempC: 26 }, { volumeL: 84, tempC: 18 }] }).tempC // 20.4
 */
export function mixTemperature(
  { parts }: { parts: readonly { volumeL: number; tempC: number }[] },
  note: Recorder = silent,
): Result<Explained<{ tempC: number; scald: boolean }>> {
  note.by('water.mix-temperature', 1);
  const wrong = partsFault(parts);
  if (!wrong.ok) return wrong;
  const fault = firstFault(
    parts.map((p, i) => ({ field: `parts.${i}.tempC`, value: p.tempC, range: { lo: 0, hi: 100, unit: '°C' } })),
  );
  if (fault) return refuse(fault);
  const totalL = parts.reduce((sum, p) => sum + p.volumeL, 0);
  const tempC = note.step({
    id: 'tempC',
    label: 'Mixed temperature',
    unit: '°C',
    formula: 'Σ litres × °C / Σ litres',
    terms: Object.fromEntries(
      parts.flatMap((p, i) => [
        [`L${i + 1}`, p.volumeL],
        [`t${i + 1}`, p.tempC],
      ]),
    ),
    by: (t) => parts.reduce((sum, _p, i) => sum + (t[`L${i + 1}`] ?? 0) * (t[`t${i + 1}`] ?? 0), 0) / totalL,
  });
  const scald = parts.some((p) => p.tempC > scaldC);
  note.source('mass-balance');
  if (scald) note.limit('scalds');
  return ok(note.explained({ tempC, scald }));
}

/** How hot and cold are brought together; `scaldingC` where the hot water scalds. */
export type WarmingStep = ReasonOf<{
  'cold-first': { coldL: number };
  'then-hot': { hotL: number; scaldingC: number | null };
  'stir-measure': NoFacts;
  'mixer-tap': NoFacts;
}>;

/**
 * How much hot water makes a drum warm: litres of hot and cold for a temperature.
 * Refuses what lies outside the two. @example hotAndCold({ volumeL: 60, wantedC: 24, coldC: 12, hotC: 48 }).hotL // 20
 */
export function hotAndCold({
  volumeL,
  wantedC,
  coldC,
  hotC,
}: {
  volumeL: number;
  wantedC: number;
  coldC: number;
  hotC: number;
}): Result<{ hotL: number; coldL: number; steps: WarmingStep[] }> {
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    { field: 'wantedC', value: wantedC, range: { lo: 0, hi: 100, unit: '°C' } },
    { field: 'coldC', value: coldC, range: { lo: 0, hi: 100, unit: '°C' } },
    { field: 'hotC', value: hotC, range: { lo: 0, hi: 100, unit: '°C' } },
  ]);
  if (fault) return refuse(fault);
  if (hotC <= coldC || wantedC < coldC || wantedC > hotC)
    return refuse({
      kind: 'unreachable',
      target: `${wantedC} °C`,
      why: because('between-cold-and-hot', { coldC, hotC }),
    });
  const hotL = (volumeL * (wantedC - coldC)) / (hotC - coldC);
  const steps: WarmingStep[] = [
    { id: 'cold-first', facts: { coldL: volumeL - hotL } },
    { id: 'then-hot', facts: { hotL, scaldingC: hotC > scaldC ? hotC : null } },
    { id: 'stir-measure', facts: {} },
    { id: 'mixer-tap', facts: {} },
  ];
  return ok({
    hotL,
    coldL: volumeL - hotL,
    steps,
  });
}

/**
 * Between which temperatures the new water may be, so that a change does not move the tank more than it bears, °C.
 * Null where nothing is changed or a figure cannot be. @example newWaterSpan({ tankC: 25.5, changeFraction: 0.3, mostStepC: 1 }) // 22.17 to 28.83
 */
export const newWaterSpan = ({
  tankC,
  changeFraction,
  mostStepC,
}: {
  tankC: number;
  changeFraction: number;
  mostStepC: number;
}): { loC: number; hiC: number } | null =>
  doorFault({ tankC, changeFraction, mostStepC }) || changeFraction === 0
    ? null
    : { loC: tankC - mostStepC / changeFraction, hiC: tankC + mostStepC / changeFraction };

/** No hotter than a hand bears for long: warm bath water, °C. Hotter steams gas out and scalds who spills it (common practice). */
const handWarmC = 38;
const leastLiquidC = 4;
/**
 * Between which temperatures new water is sensible as well as borne, °C: no colder than it comes from the tap, no hotter
 * than hands bear. Null as `newWaterSpan`, and where nothing of the span is sensible.
 * @example sensibleWaterSpan({ tankC: 25, changeFraction: 0.1, mostStepC: 2, tapC: 12 }) // 12 to 38
 */
export function sensibleWaterSpan({
  tapC,
  ...asked
}: Parameters<typeof newWaterSpan>[0] & { tapC: number | null }): { loC: number; hiC: number } | null {
  const borne = newWaterSpan(asked);
  if (!borne) return null;
  const span = { loC: Math.max(borne.loC, tapC ?? leastLiquidC), hiC: Math.min(borne.hiC, handWarmC) };
  return span.loC <= span.hiC ? span : null;
}
