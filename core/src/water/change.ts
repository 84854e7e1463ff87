import { silent, type Explained, type Recorder } from '#core/explain';
import { parameterIds, type Interval, type ParameterId, type Water } from '#core/readings';
import { because, firstFault, ok, refuse, type Refusal, type Result } from '#core/result';
import { alkalinityMolPerL, carbonateConstants, carbonAt, ionicMolPerLFromKh, phOf } from './carbonate';

export type ChangeSize =
  { changeL: number; changeFraction?: undefined } | { changeFraction: number; changeL?: undefined };
export interface ChangeInput {
  netVolumeL: number;
  changeL?: number | undefined;
  changeFraction?: number | undefined;
  tank: Water;
  source: Water;
}
export interface ChangeEffect {
  changeFraction: number;
  changeL: number;
  after: Water;
  /** Parameters known for only one of the two waters, so that nothing can be said about them after the change. */
  unknown: ParameterId[];
}

/** What a water can hold at all, per parameter: the bounds that keep a typing slip out of the mixing. */
const bounds: Partial<Record<ParameterId, { lo: number; hi: number; unit: string }>> = {
  tempC: { lo: -2, hi: 100, unit: '°C' },
  ph: { lo: 0, hi: 14, unit: '' },
};
const concentration = { lo: 0, hi: 1e6, unit: '' };

function sizeOf({
  netVolumeL,
  changeL,
  changeFraction,
}: ChangeInput): Result<{ changeFraction: number; changeL: number }> {
  const fault = firstFault([{ field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e6, unit: 'L' } }]);
  if (fault) return refuse(fault);
  if (changeL === undefined && changeFraction === undefined)
    return refuse({ kind: 'missing', field: 'changeL', why: because('say-how-much') });
  if (changeL !== undefined && changeFraction !== undefined && Math.abs(changeL / netVolumeL - changeFraction) > 1e-6)
    return refuse({
      kind: 'contradiction',
      fields: ['changeL', 'changeFraction'],
      why: because('litres-against-share', { changeL, netVolumeL, changeFraction }),
    });
  const wrong =
    changeL !== undefined
      ? firstFault([{ field: 'changeL', value: changeL, range: { lo: 0, hi: netVolumeL, unit: 'L' } }])
      : firstFault([
          { field: 'changeFraction', value: changeFraction, range: { lo: 0, hi: 1, unit: 'of the net volume' } },
        ]);
  if (wrong) return refuse(wrong);
  const fraction = changeL === undefined ? (changeFraction ?? 0) : changeL / netVolumeL;
  return ok({ changeFraction: fraction, changeL: changeL ?? fraction * netVolumeL });
}

function waterFault(side: 'tank' | 'source', water: Water): Refusal | null {
  return firstFault(
    parameterIds
      .filter((id) => water[id] !== undefined)
      .map((id) => ({ field: `${side}.${id}`, value: water[id], range: bounds[id] ?? concentration })),
  );
}

/**
 * The water after a change: x' = (1 − f) x + f c for everything that mixes by volume, the same for heat, and pH by
 * carbonate chemistry where pH, KH and temperature of both waters are known, never by averaging.
 *
 * Units: canonical, in the parameter ids. Range: f 0-1 of the net volume. Refuses a change over the net volume.
 * Error: the volumes; conductivity is taken as additive, which is good to about 2 % between like waters.
 * Source: mass balance; heat balance (equal heat capacities); Plummer & Busenberg 1982 for pH.
 * @example changeEffect({ netVolumeL: 100, changeL: 30, tank: { no3MgPerL: 40 }, source: { no3MgPerL: 0 } }) // no3MgPerL 28
 */
export function changeEffect(input: ChangeInput, note: Recorder = silent): Result<Explained<ChangeEffect>> {
  note.by('water.change-effect', 1);
  const size = sizeOf(input);
  if (!size.ok) return size;
  const { tank, source } = input;
  const fault = waterFault('tank', tank) ?? waterFault('source', source);
  if (fault) return refuse(fault);
  const { changeFraction: f, changeL } = size.value;
  note.source('mass-balance');
  note.input({ id: 'netVolumeL', label: 'Net volume', value: input.netVolumeL, unit: 'L', origin: 'entered' });
  note.step({
    id: 'fraction',
    label: 'Share changed',
    unit: '',
    formula: 'litres / net litres',
    terms: { litres: changeL, net: input.netVolumeL },
    by: (x) => x.litres / x.net,
  });
  const after: Water = {};
  const unknown: ParameterId[] = [];
  for (const id of parameterIds) {
    const [x, c] = [tank[id], source[id]];
    if (x === undefined && c === undefined) continue;
    if (id === 'ph') continue;
    if (x === undefined || c === undefined) unknown.push(id);
    else
      after[id] = note.step({
        id,
        label: id === 'tempC' ? 'Temperature after' : 'After the change',
        unit: id,
        formula: '(1 − f) × tank + f × source',
        terms: { f, tank: x, source: c },
        by: (t) => (1 - t.f) * t.tank + t.f * t.source,
      });
  }
  if (after.ec25UsPerCm !== undefined) note.limit('conductivity-by-volume');
  const ph = mixedPh({ changeFraction: f, tank, source, after }, note);
  if (ph !== null) after.ph = ph;
  else if (tank.ph !== undefined || source.ph !== undefined) unknown.push('ph');
  return ok(note.explained({ changeFraction: f, changeL, after, unknown }));
}

function mixedPh(
  { changeFraction: f, tank, source, after }: { changeFraction: number; tank: Water; source: Water; after: Water },
  note: Recorder,
): number | null {
  if (tank.ph === undefined || source.ph === undefined) return null;
  const sides = [tank, source].map(carbonOf);
  const [own, fresh] = sides;
  if (!own || !fresh || after.khDegrees === undefined || after.tempC === undefined) {
    note.limit('ph-not-computed');
    return null;
  }
  const constants = carbonateConstants({ tempC: after.tempC, ionicMolPerL: ionicMolPerLFromKh(after.khDegrees) });
  const mixed = (a: number, b: number): number => (1 - f) * a + f * b;
  const [alkMolPerL, dicMolPerL] = [mixed(own.alkMolPerL, fresh.alkMolPerL), mixed(own.dicMolPerL, fresh.dicMolPerL)];
  note.source('plummer-1982', 'davies-activity');
  note.limit('ph-of-fresh-mixture');
  return note.step({
    id: 'ph',
    label: 'pH after',
    unit: '',
    formula: 'pH at which the mixed alkalinity holds the mixed inorganic carbon',
    terms: { alk: alkMolPerL, dic: dicMolPerL },
    by: (x) => phOf({ alkMolPerL: x.alk, dicMolPerL: x.dic, constants }),
  });
}

function carbonOf({ ph, khDegrees, tempC }: Water): { alkMolPerL: number; dicMolPerL: number } | null {
  if (ph === undefined || khDegrees === undefined || tempC === undefined) return null;
  const alkMolPerL = alkalinityMolPerL(khDegrees);
  const constants = carbonateConstants({ tempC, ionicMolPerL: ionicMolPerLFromKh(khDegrees) });
  const { co2MolPerL, dicMolPerL } = carbonAt({ ph, alkMolPerL, constants });
  return co2MolPerL < 0 ? null : { alkMolPerL, dicMolPerL };
}

export type WaterSpan = Partial<Record<ParameterId, Interval>>;

/**
 * The same change for readings as spans: both ends are carried through, so that a coarse kit stays coarse afterwards.
 * Open ends stay open. pH is left out: its ends do not travel together.
 */
export function changeEffectSpan({
  changeFraction,
  tank,
  source,
}: {
  changeFraction: number;
  tank: WaterSpan;
  source: WaterSpan;
}): WaterSpan {
  const after: WaterSpan = {};
  const mix = (x: number | null, c: number | null): number | null =>
    x === null || c === null ? null : (1 - changeFraction) * x + changeFraction * c;
  for (const id of parameterIds) {
    const [x, c] = [tank[id], source[id]];
    if (x && c && id !== 'ph') after[id] = { lo: mix(x.lo, c.lo), hi: mix(x.hi, c.hi) };
  }
  return after;
}

/**
 * The fraction of the net volume to change so that a value reaches its target: f = (now − target) / (now − source).
 * Refuses a target at or beyond the source: no number of changes gets there.
 * @example neededFraction({ nowValue: 40, targetValue: 30, sourceValue: 0 }) // 0.25
 */
export function neededFraction({
  nowValue,
  targetValue,
  sourceValue,
}: {
  nowValue: number;
  targetValue: number;
  sourceValue: number;
}): Result<{ changeFraction: number }> {
  const range = { lo: 0, hi: 1e6, unit: '' };
  const fault = firstFault([
    { field: 'nowValue', value: nowValue, range },
    { field: 'targetValue', value: targetValue, range },
    { field: 'sourceValue', value: sourceValue, range },
  ]);
  if (fault) return refuse(fault);
  if (nowValue === targetValue) return ok({ changeFraction: 0 });
  const changeFraction = (nowValue - targetValue) / (nowValue - sourceValue);
  return changeFraction > 0 && changeFraction <= 1
    ? ok({ changeFraction })
    : refuse({
        kind: 'unreachable',
        target: String(targetValue),
        why: because('source-no-further', { sourceValue }),
      });
}
