/** What the keeper pays, in their own money; null where nobody has said. */
export interface WaterPrices {
  /** A cubic metre from the tap. */
  perM3Value: number | null;
  /** Litres the membrane throws away for each litre of pure water. */
  wasteRatio: number;
}
export interface DosedPowder {
  name: string;
  gPerL: number;
  /** What a gram of it costs; null where nobody has said. */
  perGValue: number | null;
}

/** What a litre costs as far as prices are known, and what in it has no price. */
export interface LitreCost {
  perLValue: number;
  unpriced: string[];
}

/**
 * What a mixture costs: its waters by the litre, its powders by the gram, in the keeper's own money. `unpriced` names what
 * is in it and has no price: the true cost is higher. Source: arithmetic.
 * @example mixCost({ waters: [{ name: 'tap', volumeL: 40, perLValue: 0.005 }], powders: [{ name: 'salt', massG: 10, perGValue: null }] }) // 0.2, unpriced: salt
 */
export function mixCost({
  waters,
  powders,
}: {
  waters: readonly { name: string; volumeL: number; perLValue: number | null }[];
  powders: readonly { name: string; massG: number; perGValue: number | null }[];
}): { costValue: number; unpriced: string[] } {
  const lines = [
    ...waters.map((w) => ({ name: w.name, amountValue: w.volumeL, priceValue: w.perLValue })),
    ...powders.map((p) => ({ name: p.name, amountValue: p.massG, priceValue: p.perGValue })),
  ].filter((line) => line.amountValue > 0);
  return {
    costValue: lines.reduce((sum, { amountValue, priceValue }) => sum + amountValue * (priceValue ?? 0), 0),
    unpriced: [...new Set(lines.filter((l) => l.priceValue === null).map((l) => l.name))],
  };
}

/**
 * What a litre of a water costs: its tap water, with what the membrane throws away, and what is weighed into it.
 *
 * `roFraction` 0 to 1 the share of pure water in it. Source: arithmetic.
 * @example litreCost({ roFraction: 1, prices: { perM3Value: 5, wasteRatio: 3 }, powders: [{ name: 'GH mineral', gPerL: 0.1, perGValue: 0.03 }] }).perLValue // 0.02 + 0.003
 */
export function litreCost({
  roFraction,
  prices: { perM3Value, wasteRatio },
  powders,
}: {
  roFraction: number;
  prices: WaterPrices;
  powders: readonly DosedPowder[];
}): LitreCost {
  const tap = {
    name: 'tap water',
    volumeL: 1 + roFraction * wasteRatio,
    perLValue: perM3Value === null ? null : perM3Value / 1000,
  };
  const { costValue, unpriced } = mixCost({
    waters: [tap],
    powders: powders.map(({ name, gPerL, perGValue }) => ({ name, massG: gPerL, perGValue })),
  });
  return { perLValue: costValue, unpriced };
}
