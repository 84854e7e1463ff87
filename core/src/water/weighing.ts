import type { Water } from '#core/readings';
import { firstFault, ok, refuse, type Result } from '#core/result';
import { recipeEffect, type RecipeWater } from './recipe-effect';
import { salts, type SaltId } from './salts';

export interface Weighed {
  saltId: SaltId;
  exactG: number;
  /** What the scale can show. */
  weighedG: number;
  errorFraction: number;
  /** Where the scale is too coarse for it: a stock solution, and how much of it. */
  stock: StockSolution | null;
}
export interface StockSolution {
  saltId: SaltId;
  massG: number;
  waterL: number;
  gPerL: number;
  doseMl: number;
}

/** A weighing that may be off by more than a twentieth is better done by a stock solution. Ours. */
const coarseFraction = 0.05;

/**
 * A stock solution for a small mass: strong enough to be weighed well, at most half of what dissolves at 20 °C, so that a
 * dose can be measured with a syringe of 1 mL marks.
 * @example stockFor({ saltId: 'khco3', massG: 0.13, scaleG: 0.1 }).doseMl // 26 mL of 5 g in a litre
 */
export function stockFor({
  saltId,
  massG,
  scaleG,
}: {
  saltId: SaltId;
  massG: number;
  scaleG: number;
}): StockSolution | null {
  const most = salts[saltId].solubleGPerL / 2;
  const waterL = 1;
  // At least fifty steps of the scale, and a dose of 20 mL or more.
  const wanted = Math.max(50 * scaleG, 0);
  const strongest = Math.min(most, massG / 0.02);
  const gPerL = Math.min(Math.max(wanted, 0), strongest);
  if (gPerL < 10 * scaleG) return null;
  const rounded = Math.floor(gPerL / scaleG + 1e-9) * scaleG;
  return { saltId, massG: rounded * waterL, waterL, gPerL: rounded, doseMl: (massG / rounded) * 1000 };
}

/**
 * Masses as the scale can weigh them, and what rounding does to the water.
 * Grams; `scaleG` is the smallest step of the scale. Refuses a scale without steps.
 * @example weighed({ volumeL: 20, source: {}, massG: { khco3: 0.13 }, scaleG: 0.1 }) // 0.1 g: off by 23 %, a stock solution is proposed
 */
export function weighed({
  volumeL,
  source,
  massG,
  scaleG,
}: {
  volumeL: number;
  source: Water;
  massG: Partial<Record<SaltId, number>>;
  scaleG: number;
}): Result<{ lines: Weighed[]; effect: RecipeWater | null }> {
  const fault = firstFault([{ field: 'scaleG', value: scaleG, range: { lo: 0.0001, hi: 1000, unit: 'g' } }]);
  if (fault) return refuse(fault);
  const lines = (Object.entries(massG) as [SaltId, number][]).map(([saltId, exactG]): Weighed => {
    const weighedG = Math.round(exactG / scaleG) * scaleG;
    const errorFraction = exactG === 0 ? 0 : (weighedG - exactG) / exactG;
    // Half a step is what the scale may be off even when the display agrees.
    const coarse = scaleG / 2 / exactG > coarseFraction;
    return {
      saltId,
      exactG,
      weighedG,
      errorFraction,
      stock: coarse ? stockFor({ saltId, massG: exactG, scaleG }) : null,
    };
  });
  const taken = lines.flatMap(({ saltId, weighedG, exactG, stock }) => {
    const grams = stock ? exactG : weighedG;
    return grams > 0 ? [{ saltId, massG: grams }] : [];
  });
  const effect = recipeEffect({ volumeL, source, taken });
  return effect.ok ? ok({ lines, effect: effect.value.value }) : effect;
}
