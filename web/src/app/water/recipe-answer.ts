import type { Note, Working } from '#core/explain';
import {
  ionOf,
  ionParameters,
  ions,
  recipeEffect,
  type RecipeQuantity,
  type RecipeWater,
  type SaltId,
  type TargetMet,
  type Weighed,
} from '#core/water';
import type { RecipePayload } from '#contracts/book';
import { waterPages } from '#words/water';
import { figure } from '../ui/words';

/** A found recipe, or typed grams, as the page shows it. */
export interface Answer {
  litres: { sourceId: string; name: string; partL: number }[];
  minerals: { id: string; name: string; massG: number }[];
  weighed: Weighed[];
  effect: RecipeWater;
  targets: TargetMet[];
  conflict: RecipeQuantity[];
  wouldHelp: string[][];
  assumptions: Note[];
  rounded: string;
  cost: { costValue: number; unpriced: string[] } | null;
  ionRows: { label: string; text: string }[];
  working: Working;
}
/** What the pen should say of it: a batch is checked by that first. */
export const penAim = ({ water }: RecipeWater): RecipePayload['aims'][number] => {
  const value = Math.round(water.ec25UsPerCm ?? 0);
  return { parameter: 'ec25UsPerCm', value, toleranceValue: Math.max(10, Math.round(value * 0.08)) };
};
export const ionRowsOf = ({ water }: RecipeWater): { label: string; text: string }[] =>
  ions.map((ion) => ({
    label: ion === 'h2po4' ? 'PO₄' : ionOf[ion].label,
    text: figure(water[ionParameters[ion]] ?? 0, 1),
  }));
/** What the scale's rounding does to hardness and alkalinity. */
export function roundedText(
  volumeL: number,
  massG: Partial<Record<SaltId, number>>,
  lines: readonly Weighed[],
): string {
  const of = (pick: (l: Weighed) => number) =>
    recipeEffect({
      volumeL,
      source: {},
      taken: lines.flatMap((l) => (pick(l) > 0 ? [{ saltId: l.saltId, massG: pick(l) }] : [])),
    });
  if (Object.keys(massG).length === 0) return '';
  const [exact, onScale] = [of((l) => l.exactG), of((l) => (l.stock ? l.exactG : l.weighedG))];
  if (!exact.ok || !onScale.ok) return '';
  const moved = (id: 'ghDegrees' | 'khDegrees' | 'ec25UsPerCm', decimalsCount: number): string => {
    const off = (onScale.value.value.water[id] ?? 0) - (exact.value.value.water[id] ?? 0);
    return `${off < 0 ? '−' : '+'}${Math.abs(off).toFixed(decimalsCount)}`;
  };
  return waterPages.ghKhConductivity(moved('ghDegrees', 3), moved('khDegrees', 3), moved('ec25UsPerCm', 1));
}
