import type { ParameterId } from '#core/readings';
import type { WaterSpan } from './change';
import { planChange, type PlanInput } from './plan';
import type { Relief } from './relief';

export interface WaterAtHand {
  sourceId: string;
  relief: Relief;
  /** What would move further than these animals bear. */
  over: ParameterId[];
  /** What they have a limit for and nobody tested, here or in the tank. */
  untested: ParameterId[];
  /** The largest step as a share of its limit. */
  worstRatio: number;
}

const countOf = ({ over, untested }: WaterAtHand): number => over.length + untested.length;

/**
 * In an emergency, the waters at hand that relieve it, like before unlike: each at the size that relieves with it, the one
 * that takes the fewest values over their limits first (an untested value counts as over, since nobody can say it is not),
 * of equals the one with the smaller worst step.
 * Waters that do not relieve are left out; empty where there is no emergency. Shares of the net volume.
 * Source: common practice (like water before unlike; a shock of hardness is a second harm).
 * @example likestFirst({ ...plan, waters: [{ sourceId: 'drum', source: { ghDegrees: { lo: 4, hi: 4 } } }] })[0].over // []
 */
export function likestFirst({
  waters,
  ...plan
}: Omit<PlanInput, 'source' | 'changeFraction'> & {
  waters: readonly { sourceId: string; source: WaterSpan }[];
}): WaterAtHand[] {
  return waters
    .flatMap(({ sourceId, source }): WaterAtHand[] => {
      const any = planChange({ ...plan, source, changeFraction: 0.5 });
      const relief = any.ok ? any.value.relief : null;
      if (relief === null) return [];
      const sized = planChange({ ...plan, source, changeFraction: relief.changeFraction });
      if (!sized.ok) return [];
      const { advice, untested } = sized.value;
      const over = new Set(advice.value.parameters.filter((p) => !p.within).map((p) => p.parameter));
      const ratios = advice.value.parameters.map((p) => Math.abs(p.stepValue) / Math.max(p.limitValue, 1e-9));
      return [{ sourceId, relief, over: [...over], untested, worstRatio: Math.max(0, ...ratios) }];
    })
    .sort((a, b) => countOf(a) - countOf(b) || a.worstRatio - b.worstRatio);
}
