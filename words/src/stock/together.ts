import type { StockGroup, TogetherReason } from '#core/stock';
import { spokenTeller } from '#words/explain';
import { amountFigure, amountPlainly } from '#words/units';

/** What speaks for or against a company. */
export const togetherWords = spokenTeller<TogetherReason>({
  'no-water': ({ lowName, highName }) => `No water suits both: ${lowName} begins where ${highName} has ended.`,
  'too-few': ({ name, upToCount, wantedCount }) =>
    `${name}: ${upToCount} of a kind that wants ${wantedCount} and more; boldness needs numbers.`,
  'few-or-not': ({ name, wantedCount }) =>
    `${name}: whether there are ${wantedCount} or more cannot be told; a count would.`,
  crowd: ({ name, mostCount }) => `${name}: more than ${mostCount} of them do not keep peace in one tank.`,
  room: ({ name, wantedL, netVolumeL }, speech) =>
    `${name} wants ${amountPlainly(speech, 'volume', wantedL)}; there are ${amountFigure(speech, 'volume', netVolumeL, 0)}.`,
  length: ({ name, wantedCm, lengthCm }) =>
    `${name} wants ${wantedCm} cm to swim; the tank is ${Math.round(lengthCm)} long.`,
  'no-lid': ({ name }) => `${name} jumps, and there is no lid.`,
  'lid-unknown': ({ name }) => `${name} jumps; the book does not say whether there is a lid.`,
  'coarse-bed': ({ name, grainMm }) =>
    `${name} digs its barbels or mouth into the bed: ${grainMm} mm grain wears them down.`,
  'no-bed': ({ name }) => `${name} wants a soft bed, and there is none.`,
  'grain-unknown': ({ name }) => `${name} wants a soft bed; the grain of this one is not in the book.`,
  sexes: ({ name, sexRatio }) => `${name}: ${sexRatio}.`,
  eats: ({ name, otherName }) => `${name} eats ${otherName}.`,
  'eats-young': ({ name, otherName }) => `${name} eats the young of ${otherName}: they live, the colony may not grow.`,
  'fits-its-mouth': ({ name, otherName, adultCm }) => `${name} grows to ${adultCm} cm; ${otherName} fits its mouth.`,
  nips: ({ name, otherName }) => `${name} nips the fins of ${otherName}.`,
  harries: ({ name, otherName }) => `${name} harries ${otherName}.`,
  crosses: ({ name, otherName }) =>
    `${name} and ${otherName} interbreed: within some generations the young are of neither.`,
  'eats-plants': ({ name, otherName }) => `${name} eats plants; ${otherName} and others grow here.`,
  digs: ({ name, otherName }) => `${name} digs: ${otherName} will not stay rooted.`,
});

/**
 * Why hardness outside its range wears an animal out, in plain words.
 * Source: osmoregulation of freshwater animals (Evans, Piermarini & Choe 2005; for crustaceans Greenaway 1985).
 */
export function osmoticWords({ group, side }: { group: StockGroup; side: 'below' | 'above' }): string {
  if (group === 'plant')
    return side === 'below'
      ? 'Too little calcium and magnesium to build new leaves with.'
      : 'In hard water some plants cannot take up iron and other traces.';
  const body = 'A freshwater animal is saltier than its water: water seeps in, salts leak out, all day.';
  if (side === 'below')
    return group === 'fish'
      ? `${body} With less calcium the gills leak more, and it spends itself pumping salts back in.`
      : `${body} Without calcium in the water the new shell stays soft and moults fail.`;
  return group === 'fish'
    ? 'Soft-water fish hold calcium back poorly: in hard water it settles in the kidneys, eggs do not swell and young stay away.'
    : 'In too hard water the old shell is thick and the moult gets stuck; the animal spends itself against the salts.';
}
