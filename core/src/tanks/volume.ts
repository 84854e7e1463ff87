import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, refuse, type Result } from '#core/result';

export interface RectangularTank {
  lengthCm: number;
  widthCm: number;
  heightCm: number;
  glassMm: number;
  waterBelowRimCm: number;
  bedDepthCm?: number | undefined;
  bedSolidFraction?: number | undefined;
  rockKg?: number | undefined;
  rockDensityKgPerL?: number | undefined;
  woodL?: number | undefined;
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
}

const size = { lo: 1, hi: 1000, unit: 'cm' };

/**
 * Gross and net volume of a rectangular tank from its outside size.
 *
 * Inner = (L − 2g)(W − 2g)(H − g); the water stands `waterBelowRimCm` under the rim; the bed displaces its solid share
 * (60 % unless said), rock its mass over its density (2.6 kg/L unless said), wood its litres.
 * Error: the bed's packing, about ±10 % of the bed. Refuses glass thicker than the tank, or more solids than water.
 * Source: geometry; grain packing about 60 % (common practice); rock density (from memory).
 * @example netVolume({ lengthCm: 120, widthCm: 50, heightCm: 50, glassMm: 10, waterBelowRimCm: 0 }) // gross 300, inner 277.5
 */
export function netVolume(tank: RectangularTank, note: Recorder = silent): Result<Explained<NetVolume>> {
  const {
    lengthCm,
    widthCm,
    heightCm,
    glassMm,
    waterBelowRimCm,
    bedDepthCm = 0,
    bedSolidFraction = 0.6,
    rockKg = 0,
    rockDensityKgPerL = 2.6,
    woodL = 0,
  } = tank;
  const guards = [
    { field: 'lengthCm', value: lengthCm, range: size },
    { field: 'widthCm', value: widthCm, range: size },
    { field: 'heightCm', value: heightCm, range: size },
    { field: 'glassMm', value: glassMm, range: { lo: 0, hi: 100, unit: 'mm' } },
    { field: 'waterBelowRimCm', value: waterBelowRimCm, range: { lo: 0, hi: 1000, unit: 'cm' } },
    { field: 'bedDepthCm', value: bedDepthCm, range: { lo: 0, hi: 1000, unit: 'cm' } },
    { field: 'bedSolidFraction', value: bedSolidFraction, range: { lo: 0, hi: 1, unit: '' } },
    { field: 'rockKg', value: rockKg, range: { lo: 0, hi: 10000, unit: 'kg' } },
    { field: 'rockDensityKgPerL', value: rockDensityKgPerL, range: { lo: 0.5, hi: 10, unit: 'kg/L' } },
    { field: 'woodL', value: woodL, range: { lo: 0, hi: 10000, unit: 'L' } },
  ];
  return guarded(guards, () => {
    const innerLengthCm = lengthCm - 0.2 * glassMm;
    const innerWidthCm = widthCm - 0.2 * glassMm;
    const innerHeightCm = heightCm - 0.1 * glassMm;
    const depthCm = innerHeightCm - waterBelowRimCm;
    if (innerLengthCm <= 0 || innerWidthCm <= 0 || innerHeightCm <= 0)
      return refuse({
        kind: 'contradiction',
        fields: ['glassMm', 'lengthCm', 'widthCm', 'heightCm'],
        why: 'the glass is thicker than the tank',
      });
    if (depthCm <= 0)
      return refuse({
        kind: 'contradiction',
        fields: ['waterBelowRimCm', 'heightCm'],
        why: 'the water line lies at or under the floor',
      });
    if (bedDepthCm > depthCm)
      return refuse({
        kind: 'contradiction',
        fields: ['bedDepthCm', 'waterBelowRimCm'],
        why: 'the bed stands higher than the water',
      });
    noteInputs(note, tank);
    const grossL = note.step({
      id: 'gross',
      label: 'Gross, as labels count it',
      unit: 'L',
      formula: 'length × width × height / 1000',
      terms: { length: lengthCm, width: widthCm, height: heightCm },
      by: (x) => (x.length * x.width * x.height) / 1000,
    });
    const innerL = note.step({
      id: 'inner',
      label: 'Inside the glass',
      unit: 'L',
      formula: '(length − 2 glass) × (width − 2 glass) × (height − glass) / 1000',
      terms: { innerLength: innerLengthCm, innerWidth: innerWidthCm, innerHeight: innerHeightCm },
      by: (x) => (x.innerLength * x.innerWidth * x.innerHeight) / 1000,
    });
    const filledL = note.step({
      id: 'filled',
      label: 'Up to the water line',
      unit: 'L',
      formula: 'inside length × inside width × water depth / 1000',
      terms: { innerLength: innerLengthCm, innerWidth: innerWidthCm, depth: depthCm },
      by: (x) => (x.innerLength * x.innerWidth * x.depth) / 1000,
    });
    const bedL = note.step({
      id: 'bed',
      label: 'Bed, solid part',
      unit: 'L',
      formula: 'inside length × inside width × bed depth × solid share / 1000',
      terms: { innerLength: innerLengthCm, innerWidth: innerWidthCm, bed: bedDepthCm, solid: bedSolidFraction },
      by: (x) => (x.innerLength * x.innerWidth * x.bed * x.solid) / 1000,
    });
    const rockL = note.step({
      id: 'rock',
      label: 'Rock',
      unit: 'L',
      formula: 'mass / density',
      terms: { mass: rockKg, density: rockDensityKgPerL },
      by: (x) => x.mass / x.density,
    });
    const displacedL = bedL + rockL + woodL;
    const netL = note.step({
      id: 'net',
      label: 'Net',
      unit: 'L',
      formula: 'filled − bed − rock − wood',
      terms: { filled: filledL, bed: bedL, rock: rockL, wood: woodL },
      by: (x) => x.filled - x.bed - x.rock - x.wood,
    });
    if (netL <= 0)
      return refuse({
        kind: 'contradiction',
        fields: ['rockKg', 'woodL', 'bedDepthCm'],
        why: 'bed, rock and wood take more room than the water has',
      });
    return ok(note.explained({ grossL, innerL, netL, displacedL }));
  });
}

function noteInputs(note: Recorder, tank: RectangularTank): void {
  const entered = (id: string, label: string, value: number, unit: string): void => {
    note.input({ id, label, value, unit, origin: 'entered' });
  };
  entered('lengthCm', 'Length outside', tank.lengthCm, 'cm');
  entered('widthCm', 'Width outside', tank.widthCm, 'cm');
  entered('heightCm', 'Height outside', tank.heightCm, 'cm');
  entered('glassMm', 'Glass', tank.glassMm, 'mm');
  entered('waterBelowRimCm', 'Water below rim', tank.waterBelowRimCm, 'cm');
  if (tank.bedSolidFraction === undefined && tank.bedDepthCm)
    note.assume('The bed is 60 % solid (common practice); its pores hold water.');
  if (tank.rockDensityKgPerL === undefined && tank.rockKg)
    note.assume('Rock weighs 2.6 kg per litre (from memory; lava is lighter).');
  note.limit('Equipment inside the tank is not counted. Measured filling beats any calculation.');
}
