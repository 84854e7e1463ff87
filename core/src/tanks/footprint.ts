import { because, refuse, ok, type Result } from '#core/result';

export const tankShapes = ['rectangle', 'cube', 'bow-front', 'cylinder', 'hexagon'] as const;
export type TankShape = (typeof tankShapes)[number];

/** What each shape calls its outside measures; the length is the diameter of a cylinder and the side of a hexagon. */
export const shapeMeasures: Record<
  TankShape,
  { label: string; lengthCm: string; widthCm: string | null; bowCm: string | null }
> = {
  rectangle: { label: 'rectangle', lengthCm: 'Length outside', widthCm: 'Width outside', bowCm: null },
  cube: { label: 'cube', lengthCm: 'Side outside', widthCm: null, bowCm: null },
  'bow-front': {
    label: 'bow front',
    lengthCm: 'Length outside',
    widthCm: 'Depth at the ends',
    bowCm: 'Depth in the middle',
  },
  cylinder: { label: 'cylinder', lengthCm: 'Diameter outside', widthCm: null, bowCm: null },
  hexagon: { label: 'hexagon', lengthCm: 'One side outside', widthCm: null, bowCm: null },
};

export interface Footprint {
  shape: TankShape;
  lengthCm: number;
  widthCm?: number | undefined;
  /** Bow front only: depth in the middle; the width is the depth at the ends. */
  bowCm?: number | undefined;
}

/** Area of a circular segment of this chord and height (sagitta); none where it does not bow. */
function segmentCm2({ chordCm, sagittaCm }: { chordCm: number; sagittaCm: number }): number {
  if (sagittaCm <= 0) return 0;
  const radiusCm = (chordCm ** 2 / 4 + sagittaCm ** 2) / (2 * sagittaCm);
  const share = (radiusCm - sagittaCm) / radiusCm;
  return radiusCm ** 2 * (Math.acos(share) - share * Math.sqrt(1 - share ** 2));
}

/**
 * Ground area and wall length of a tank, the glass taken off at each side; `glassCm` 0 gives the outside.
 *
 * Rectangle L × W; cube L × L; bow front a rectangle and a circular segment; cylinder π D²/4; hexagon 3√3/2 a².
 * Refuses a missing measure, glass thicker than the tank, or a bow that is deeper than a half circle. Source: geometry.
 * @example groundOf({ footprint: { shape: 'cylinder', lengthCm: 40 }, glassCm: 0 }) // about 1256.6 cm²
 */
export function groundOf({
  footprint: { shape, lengthCm, widthCm, bowCm },
  glassCm,
}: {
  footprint: Footprint;
  glassCm: number;
}): Result<{ areaCm2: number; wallCm: number }> {
  const thick = (fields: string[]): Result<never> =>
    refuse({ kind: 'contradiction', fields, why: because('glass-thicker-than-tank') });
  const inner = lengthCm - 2 * glassCm;
  if (inner <= 0) return thick(['glassMm', 'lengthCm']);
  if (shape === 'cylinder') return ok({ areaCm2: (Math.PI * inner ** 2) / 4, wallCm: Math.PI * lengthCm });
  if (shape === 'hexagon') {
    const side = lengthCm - (2 * glassCm) / Math.sqrt(3);
    return side <= 0
      ? thick(['glassMm', 'lengthCm'])
      : ok({ areaCm2: ((3 * Math.sqrt(3)) / 2) * side ** 2, wallCm: 6 * lengthCm });
  }
  if (shape === 'cube') return ok({ areaCm2: inner ** 2, wallCm: 4 * lengthCm });
  if (widthCm === undefined) return refuse({ kind: 'missing', field: 'widthCm', why: because('two-sides') });
  const depth = widthCm - 2 * glassCm;
  if (depth <= 0) return thick(['glassMm', 'widthCm']);
  if (shape === 'rectangle') return ok({ areaCm2: inner * depth, wallCm: 2 * (lengthCm + widthCm) });
  if (bowCm === undefined) return refuse({ kind: 'missing', field: 'bowCm', why: because('bow-depth') });
  const sagittaCm = bowCm - widthCm;
  if (sagittaCm < 0)
    return refuse({
      kind: 'contradiction',
      fields: ['bowCm', 'widthCm'],
      why: because('middle-less-deep'),
    });
  if (sagittaCm > lengthCm / 2)
    return refuse({
      kind: 'contradiction',
      fields: ['bowCm', 'lengthCm'],
      why: because('bow-too-deep'),
    });
  return ok({
    areaCm2: inner * depth + segmentCm2({ chordCm: inner, sagittaCm }),
    wallCm: 2 * (lengthCm + widthCm) + sagittaCm,
  });
}
