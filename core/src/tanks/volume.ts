import { silent, type Explained, type Recorder } from '#core/explain';
import { because, firstFault, ok, refuse, type Result } from '#core/result';
import { groundOf, shapeMeasures, type TankShape } from './footprint';

export interface TankGeometry {
  /** Rectangle where nothing is said. */
  shape?: TankShape | undefined;
  lengthCm: number;
  widthCm?: number | undefined;
  bowCm?: number | undefined;
  heightCm: number;
  glassMm: number;
  waterBelowRimCm: number;
  /** Depth of the bed, in front where the back has its own. */
  bedDepthCm?: number | undefined;
  bedBackCm?: number | undefined;
  bedSolidFraction?: number | undefined;
  rockKg?: number | undefined;
  rockDensityKgPerL?: number | undefined;
  /** Rock by displacement, where that was measured; counts beside the mass. */
  rockL?: number | undefined;
  woodL?: number | undefined;
  woodKg?: number | undefined;
  woodDensityKgPerL?: number | undefined;
  /** Water in the filter and sump. */
  sumpL?: number | undefined;
}

export interface NetVolume {
  /** Outside size, as labels count it. */
  grossL: number;
  /** Glass taken off, filled to the rim, empty of everything. */
  innerL: number;
  /** The water that is really in it. */
  netL: number;
  /** What bed, rock and wood push out. */
  displacedL: number;
  /** The bed as it lies, pores and all. */
  bedL: number;
}

const cm = { lo: 0, hi: 1000, unit: 'cm' };
const size = { lo: 1, hi: 1000, unit: 'cm' };
const litres = { lo: 0, hi: 100000, unit: 'L' };
const density = { lo: 0.3, hi: 10, unit: 'kg/L' };

/** Thickness of the glass of a tank of this height, where nobody measured it (common practice, from memory). */
const usualGlass = [
  { upToCm: 30, glassMm: 5 },
  { upToCm: 40, glassMm: 6 },
  { upToCm: 50, glassMm: 8 },
  { upToCm: 60, glassMm: 10 },
] as const;

/**
 * A rectangular tank of which only the outside is known: glass by its height, water 3 cm below the rim.
 * Error: a glass 2 mm off is about 2 % of a tank of 60 cm; a rim 1 cm off is 3 % of one 34 cm high.
 * @example usualGeometry({ lengthCm: 60, widthCm: 30, heightCm: 34 }).glassMm // 6
 */
export function usualGeometry(outside: { lengthCm: number; widthCm: number; heightCm: number }): TankGeometry {
  const glassMm = usualGlass.find((g) => outside.heightCm <= g.upToCm)?.glassMm ?? 12;
  return { shape: 'rectangle', ...outside, glassMm, waterBelowRimCm: 3 };
}

/**
 * Gross and net volume of a tank of a common shape from its outside size.
 *
 * The glass is taken off at the walls and the floor; the water stands `waterBelowRimCm` under the rim; the bed displaces
 * its solid share (60 % unless said) of its mean depth, rock its mass over its density (2.6 kg/L unless said) or its
 * litres, wood its litres or its mass over 1.0 kg/L (waterlogged); filter and sump are added.
 * Error: the bed's packing, about ±10 % of the bed. Refuses glass thicker than the tank, or more solids than water.
 * Source: geometry; grain packing about 60 % (common practice); densities of rock and wood (from memory).
 * @example netVolume({ lengthCm: 120, widthCm: 50, heightCm: 50, glassMm: 10, waterBelowRimCm: 0 }) // gross 300, inner 277.5
 */
export function netVolume(tank: TankGeometry, note: Recorder = silent): Result<Explained<NetVolume>> {
  note.by('tanks.net-volume', 1);
  const { shape = 'rectangle', bedDepthCm = 0, bedBackCm, bedSolidFraction = 0.6, rockKg = 0, rockL = 0 } = tank;
  const { rockDensityKgPerL = 2.6, woodL = 0, woodKg = 0, woodDensityKgPerL = 1, sumpL = 0 } = tank;
  const fault = firstFault([
    { field: 'lengthCm', value: tank.lengthCm, range: size },
    ...(tank.widthCm === undefined ? [] : [{ field: 'widthCm', value: tank.widthCm, range: size }]),
    ...(tank.bowCm === undefined ? [] : [{ field: 'bowCm', value: tank.bowCm, range: size }]),
    { field: 'heightCm', value: tank.heightCm, range: size },
    { field: 'glassMm', value: tank.glassMm, range: { lo: 0, hi: 100, unit: 'mm' } },
    { field: 'waterBelowRimCm', value: tank.waterBelowRimCm, range: cm },
    { field: 'bedDepthCm', value: bedDepthCm, range: cm },
    { field: 'bedBackCm', value: bedBackCm ?? bedDepthCm, range: cm },
    { field: 'bedSolidFraction', value: bedSolidFraction, range: { lo: 0, hi: 1, unit: '' } },
    { field: 'rockKg', value: rockKg, range: { lo: 0, hi: 10000, unit: 'kg' } },
    { field: 'rockDensityKgPerL', value: rockDensityKgPerL, range: density },
    { field: 'rockL', value: rockL, range: litres },
    { field: 'woodL', value: woodL, range: litres },
    { field: 'woodKg', value: woodKg, range: { lo: 0, hi: 10000, unit: 'kg' } },
    { field: 'woodDensityKgPerL', value: woodDensityKgPerL, range: density },
    { field: 'sumpL', value: sumpL, range: litres },
  ]);
  if (fault) return refuse(fault);
  const footprint = { shape, lengthCm: tank.lengthCm, widthCm: tank.widthCm, bowCm: tank.bowCm };
  const outside = groundOf({ footprint, glassCm: 0 });
  if (!outside.ok) return outside;
  const inside = groundOf({ footprint, glassCm: tank.glassMm / 10 });
  if (!inside.ok) return inside;
  const innerHeightCm = tank.heightCm - tank.glassMm / 10;
  const depthCm = innerHeightCm - tank.waterBelowRimCm;
  const standing = heightFault({ innerHeightCm, depthCm, bedDepthCm, bedBackCm: bedBackCm ?? bedDepthCm });
  if (standing) return standing;
  noteInputs(note, tank);
  const column = ({ id, label }: { id: string; label: string }, areaCm2: number, highCm: number): number =>
    note.step({
      id,
      label,
      unit: 'L',
      formula: 'ground area × height / 1000',
      terms: { area: areaCm2, height: highCm },
      by: (x) => (x.area * x.height) / 1000,
    });
  const grossL = column({ id: 'gross', label: 'Gross, as labels count it' }, outside.value.areaCm2, tank.heightCm);
  const innerL = column({ id: 'inner', label: 'Inside the glass' }, inside.value.areaCm2, innerHeightCm);
  const filledL = column({ id: 'filled', label: 'Up to the water line' }, inside.value.areaCm2, depthCm);
  const bedL = column(
    { id: 'bed', label: 'Bed as it lies' },
    inside.value.areaCm2,
    (bedDepthCm + (bedBackCm ?? bedDepthCm)) / 2,
  );
  const displacedL = note.step({
    id: 'displaced',
    label: 'Pushed out by bed, rock and wood',
    unit: 'L',
    formula: 'bed × solid share + rock mass / density + rock litres + wood litres + wood mass / density',
    terms: {
      bed: bedL,
      solid: bedSolidFraction,
      rockMass: rockKg,
      rockDensity: rockDensityKgPerL,
      rock: rockL,
      wood: woodL,
      woodMass: woodKg,
      woodDensity: woodDensityKgPerL,
    },
    by: (x) => x.bed * x.solid + x.rockMass / x.rockDensity + x.rock + x.wood + x.woodMass / x.woodDensity,
  });
  if (displacedL >= filledL)
    return refuse({
      kind: 'contradiction',
      fields: ['rockKg', 'woodL', 'bedDepthCm'],
      why: because('bed-takes-all'),
    });
  const netL = note.step({
    id: 'net',
    label: 'Net',
    unit: 'L',
    formula: 'filled − displaced + filter and sump',
    terms: { filled: filledL, displaced: displacedL, sump: sumpL },
    by: (x) => x.filled - x.displaced + x.sump,
  });
  return ok(note.explained({ grossL, innerL, netL, displacedL, bedL }));
}

function heightFault({
  innerHeightCm,
  depthCm,
  bedDepthCm,
  bedBackCm,
}: {
  innerHeightCm: number;
  depthCm: number;
  bedDepthCm: number;
  bedBackCm: number;
}): Result<never> | null {
  if (innerHeightCm <= 0)
    return refuse({
      kind: 'contradiction',
      fields: ['glassMm', 'heightCm'],
      why: because('glass-thicker-than-tank'),
    });
  if (depthCm <= 0)
    return refuse({
      kind: 'contradiction',
      fields: ['waterBelowRimCm', 'heightCm'],
      why: because('water-under-floor'),
    });
  if (Math.max(bedDepthCm, bedBackCm) > depthCm)
    return refuse({
      kind: 'contradiction',
      fields: [bedDepthCm >= bedBackCm ? 'bedDepthCm' : 'bedBackCm', 'waterBelowRimCm'],
      why: because('bed-above-water'),
    });
  return null;
}

function noteInputs(note: Recorder, tank: TankGeometry): void {
  const entered = (id: string, label: string, value: number | undefined, unit: string): void => {
    if (value !== undefined) note.input({ id, label, value, unit, origin: 'entered' });
  };
  const words = shapeMeasures[tank.shape ?? 'rectangle'];
  note.fact({ id: 'shape', label: 'Shape', value: words.label, unit: '', origin: 'entered' });
  entered('lengthCm', words.lengthCm, tank.lengthCm, 'cm');
  entered('widthCm', words.widthCm ?? 'Width outside', tank.widthCm, 'cm');
  entered('bowCm', words.bowCm ?? 'Depth, middle', tank.bowCm, 'cm');
  entered('heightCm', 'Height outside', tank.heightCm, 'cm');
  entered('glassMm', 'Glass', tank.glassMm, 'mm');
  entered('waterBelowRimCm', 'Below rim', tank.waterBelowRimCm, 'cm');
  if (tank.bedSolidFraction === undefined && tank.bedDepthCm) note.assume('bed-solid');
  if (tank.rockDensityKgPerL === undefined && tank.rockKg) note.assume('rock-weight');
  if (tank.woodDensityKgPerL === undefined && tank.woodKg) note.assume('wood-weight');
  note.limit('equipment-not-counted');
}

/**
 * The litres that a set-up stands for: measured filling beats any calculation.
 * @example netLitres({ measuredFillL: 54 }) // ok(54)
 */
export function netLitres({
  measuredFillL,
  geometry,
}: {
  measuredFillL?: number | undefined;
  geometry?: TankGeometry | undefined;
}): Result<number> {
  if (measuredFillL !== undefined) return ok(measuredFillL);
  if (!geometry)
    return refuse({
      kind: 'missing',
      field: 'geometry',
      why: because('size-or-fill'),
    });
  const volume = netVolume(geometry);
  return volume.ok ? ok(volume.value.value.netL) : volume;
}
