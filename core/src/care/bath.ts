import { silent, type Recorder } from '#core/explain';
import { because, firstFault, ok, refuse, type Result } from '#core/result';
import { gPerLPerPercent, thiosulfateMgPerMg } from './amounts';

export interface BathInput {
  /** Water before the product goes in. */
  volumeL: number;
  targetMgPerL?: number | undefined;
  targetGPerL?: number | undefined;
  /** Parts of water to one part of product. */
  ratio?: number | undefined;
  productPercent?: number | undefined;
  /** Where the label's per cent is by weight. */
  productDensityKgPerL?: number | undefined;
}
export interface Bath {
  productMl?: number;
  massG?: number;
  /** Null where the strength of the product is not known. */
  activeMgPerL: number | null;
}

/**
 * A dip or a bath: how much of a product goes into so much water. Strengths are per litre of the finished mixture; a
 * product without a per cent is a solid, weighed.
 *
 * Litres, mL, g, mg/L. Per cent by volume is g in 100 mL; with a density it is by weight. Refuses more than one way to say
 * the strength, and a strength the product does not have. Source: mass balance.
 * @example bathOf({ volumeL: 10, targetGPerL: 30 }).massG // 300
 */
export function bathOf(
  { volumeL, targetMgPerL, targetGPerL, ratio, productPercent, productDensityKgPerL }: BathInput,
  note: Recorder = silent,
): Result<Bath> {
  note.by('care.bath', 1);
  const said = [
    ['targetMgPerL', targetMgPerL],
    ['targetGPerL', targetGPerL],
    ['ratio', ratio],
  ] as const;
  const given = said.filter(([, value]) => value !== undefined);
  if (given.length > 1)
    return refuse({ kind: 'contradiction', fields: given.map(([field]) => field), why: because('one-of-two') });
  if (given.length === 0) return refuse({ kind: 'missing', field: 'targetMgPerL', why: because('number-needed') });
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.001, hi: 1e5, unit: 'L' } },
    ...(targetMgPerL === undefined
      ? []
      : [{ field: 'targetMgPerL', value: targetMgPerL, range: { lo: 1e-6, hi: 5e5, unit: 'mg/L' } }]),
    ...(targetGPerL === undefined
      ? []
      : [{ field: 'targetGPerL', value: targetGPerL, range: { lo: 1e-6, hi: 500, unit: 'g/L' } }]),
    ...(ratio === undefined ? [] : [{ field: 'ratio', value: ratio, range: { lo: 0.001, hi: 1e6, unit: '' } }]),
    ...(productPercent === undefined
      ? []
      : [{ field: 'productPercent', value: productPercent, range: { lo: 0.001, hi: 100, unit: '%' } }]),
    ...(productDensityKgPerL === undefined
      ? []
      : [{ field: 'productDensityKgPerL', value: productDensityKgPerL, range: { lo: 0.5, hi: 3, unit: 'kg/L' } }]),
  ]);
  if (fault) return refuse(fault);
  const productGPerL =
    productPercent === undefined
      ? null
      : note.step({
          id: 'strength',
          label: 'What is in a litre of the product',
          unit: 'g/L',
          formula: 'per cent × 10 × density',
          terms: { percent: productPercent, density: productDensityKgPerL ?? 1 },
          by: (x) => x.percent * gPerLPerPercent * x.density,
        });
  if (ratio !== undefined)
    return ok({
      productMl: note.step({
        id: 'product',
        label: 'Product',
        unit: 'mL',
        formula: '1000 × water / parts of water',
        terms: { water: volumeL, parts: ratio },
        by: (x) => (1000 * x.water) / x.parts,
      }),
      activeMgPerL:
        productGPerL === null
          ? null
          : note.step({
              id: 'active',
              label: 'Strength of the mixture',
              unit: 'mg/L',
              formula: '1000 × strength of the product / (1 + parts of water)',
              terms: { strength: productGPerL, parts: ratio },
              by: (x) => (1000 * x.strength) / (1 + x.parts),
            }),
    });
  const targetG = targetGPerL ?? (targetMgPerL ?? 0) / 1000;
  if (productGPerL === null)
    return ok({
      massG: note.step({
        id: 'mass',
        label: 'To weigh',
        unit: 'g',
        formula: 'strength × water',
        terms: { strength: targetG, water: volumeL },
        by: (x) => x.strength * x.water,
      }),
      activeMgPerL: 1000 * targetG,
    });
  if (targetG >= productGPerL)
    return refuse({
      kind: 'out-of-range',
      field: targetGPerL === undefined ? 'targetMgPerL' : 'targetGPerL',
      value: targetGPerL ?? targetMgPerL ?? 0,
      lo: 0,
      hi: targetGPerL === undefined ? 1000 * productGPerL : productGPerL,
      unit: targetGPerL === undefined ? 'mg/L' : 'g/L',
    });
  return ok({
    productMl: note.step({
      id: 'product',
      label: 'Product, its own volume counted',
      unit: 'mL',
      formula: '1000 × wanted × water / (strength of the product − wanted)',
      terms: { wanted: targetG, water: volumeL, strength: productGPerL },
      by: (x) => (1000 * x.wanted * x.water) / (x.strength - x.wanted),
    }),
    activeMgPerL: 1000 * targetG,
  });
}

/** How a label states the strength of bleach. */
export type BleachLabel =
  'available-chlorine-volume' | 'available-chlorine-weight' | 'hypochlorite-volume' | 'hypochlorite-weight';
/**
 * The available chlorine of a bleach, g in 100 mL, from what its label says and how old it is: weaker bleaches weigh 1.08,
 * strong ones 1.21 kg/L; hypochlorite holds 0.952 of its mass as available chlorine; half is gone in about half a year.
 * @example availableChlorinePercent({ labelPercent: 5, says: 'hypochlorite-weight' }) // 5.14
 */
export function availableChlorinePercent(
  {
    labelPercent,
    says,
    openedDays = 0,
  }: {
    labelPercent: number;
    says: BleachLabel;
    openedDays?: number | undefined;
  },
  note: Recorder = silent,
): number {
  const densityKgPerL = says.endsWith('weight') ? (labelPercent >= 9 ? 1.21 : 1.08) : 1;
  const share = says.startsWith('hypochlorite') ? 0.952 : 1;
  return note.step({
    id: 'left-in-bottle',
    label: 'Available chlorine left in the bottle',
    unit: '%',
    formula: 'label × density × share of chlorine × 0.5 ^ (days open / 182)',
    terms: { label: labelPercent, density: densityKgPerL, share, days: openedDays },
    by: (x) => x.label * x.density * x.share * 0.5 ** (x.days / 182),
  });
}

/**
 * Bleach for a dip of plants or tools: mL for a wanted strength, or the strength of so many mL, and the ratio of both.
 *
 * `availableChlorinePercent` is g in 100 mL; the strength is that of the finished mixture. Source: mass balance; trade fact T14
 * (common practice).
 * @example bleachDip({ waterL: 2.366, productMl: 78.9, availableChlorinePercent: 5.25 }) // about 1 to 30, 1694 mg/L
 */
export function bleachDip(
  {
    waterL,
    productMl,
    targetMgPerL,
    availableChlorinePercent: percent,
  }: {
    waterL: number;
    productMl?: number | undefined;
    targetMgPerL?: number | undefined;
    availableChlorinePercent: number;
  },
  note: Recorder = silent,
): Result<{ productMl: number; availableChlorineMgPerL: number; ratioOneTo: number }> {
  note.by('care.bleach', 1);
  if (productMl !== undefined && targetMgPerL !== undefined)
    return refuse({ kind: 'contradiction', fields: ['productMl', 'targetMgPerL'], why: because('one-of-two') });
  if (productMl === undefined && targetMgPerL === undefined)
    return refuse({ kind: 'missing', field: 'targetMgPerL', why: because('number-needed') });
  const fault = firstFault([
    { field: 'waterL', value: waterL, range: { lo: 0.001, hi: 1e5, unit: 'L' } },
    { field: 'availableChlorinePercent', value: percent, range: { lo: 0.1, hi: 20, unit: '%' } },
    ...(productMl === undefined
      ? []
      : [{ field: 'productMl', value: productMl, range: { lo: 0.001, hi: 1e6, unit: 'mL' } }]),
  ]);
  if (fault) return refuse(fault);
  const bath =
    productMl === undefined
      ? bathOf({ volumeL: waterL, targetMgPerL, productPercent: percent }, note)
      : bathOf({ volumeL: waterL, ratio: (1000 * waterL) / productMl, productPercent: percent }, note);
  if (!bath.ok) return bath;
  const ml = bath.value.productMl ?? 0;
  return ok({
    productMl: ml,
    availableChlorineMgPerL: bath.value.activeMgPerL ?? 0,
    ratioOneTo: note.step({
      id: 'ratio',
      label: 'Parts of water to one of product',
      unit: '',
      formula: '1000 × water / product',
      terms: { water: waterL, product: ml },
      by: (x) => (1000 * x.water) / x.product,
    }),
  });
}

/**
 * Thiosulfate that takes chlorine out: the stoichiometric mass; a bath is made with twice that, for chloramine too.
 * @example neutralise({ volumeL: 10, chlorineMgPerL: 2 }).thiosulfatePentahydrateMg // 140
 */
export function neutralise(
  {
    volumeL,
    chlorineMgPerL,
  }: {
    volumeL: number;
    chlorineMgPerL: number;
  },
  note: Recorder = silent,
): Result<{ thiosulfatePentahydrateMg: number }> {
  note.by('care.neutralise', 1);
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.001, hi: 1e5, unit: 'L' } },
    { field: 'chlorineMgPerL', value: chlorineMgPerL, range: { lo: 0, hi: 2e5, unit: 'mg/L' } },
  ]);
  if (fault) return refuse(fault);
  return ok({
    thiosulfatePentahydrateMg: note.step({
      id: 'thiosulfate',
      label: 'Thiosulfate, the pentahydrate',
      unit: 'mg',
      formula: '7 × water × chlorine',
      terms: { water: volumeL, chlorine: chlorineMgPerL },
      by: (x) => thiosulfateMgPerMg * x.water * x.chlorine,
    }),
  });
}

/** What clings to rinsed plants is taken for a tenth of the dip; the bath after it holds twice what that takes. Ours. */
const clingsFraction = 0.1;
const bathTimes = 2;
/**
 * Thiosulfate for the bath after a bleach dip, as large as the dip: twice what takes the tenth of its chlorine that clings.
 * @example bathAfterBleach({ waterL: 10, availableChlorineMgPerL: 1700 }).thiosulfateG // 23.8
 */
export function bathAfterBleach(
  { waterL, availableChlorineMgPerL }: { waterL: number; availableChlorineMgPerL: number },
  note: Recorder = silent,
): Result<{ thiosulfateG: number }> {
  note.by('care.bath-after-bleach', 1);
  const clingsMgPerL = note.step({
    id: 'clings',
    label: 'Chlorine carried over',
    unit: 'mg/L',
    formula: 'a tenth of the dip',
    terms: { dip: availableChlorineMgPerL },
    by: (x) => clingsFraction * x.dip,
  });
  const enough = neutralise({ volumeL: waterL, chlorineMgPerL: clingsMgPerL }, note);
  if (!enough.ok) return enough;
  return ok({
    thiosulfateG: note.step({
      id: 'bath',
      label: 'Thiosulfate for the bath',
      unit: 'g',
      formula: 'twice that / 1000',
      terms: { enough: enough.value.thiosulfatePentahydrateMg },
      by: (x) => (bathTimes * x.enough) / 1000,
    }),
  });
}
