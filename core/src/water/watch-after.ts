import type { ParameterId, Water } from '#core/readings';
import type { NoFacts, ReasonOf } from '#core/result';
import type { Bearing, ChangeAdvice, EvidenceGrade } from './advice';
import { toxicAmmoniaOf } from './ammonia';

export type WatchReason = ReasonOf<{
  'toxic-ammonia': { beforeMgPerL: number; afterMgPerL: number };
  'test-again': NoFacts;
  'no-more-today': { parameters: ParameterId[] };
  temperature: { tempC: number };
  bed: NoFacts;
  animals: { bearing: Bearing };
  moults: NoFacts;
}>;
/** One thing to look for after a change, when, and how sure the rule is. */
export interface WatchFor {
  reason: WatchReason;
  when: 'within-the-hour' | 'in-ten-minutes' | 'until-tomorrow-evening' | 'tomorrow-evening';
  /** What can harm; shown as a caution. */
  caution: boolean;
  grade: EvidenceGrade;
}

/** Above this a rise of the toxic part is said; half of the level of concern of the fish-health literature. */
const toxicWorthSayingMgPerL = 0.01;
/** Beyond this share of what is borne, nothing more on the same day. Ours. */
const mostOfItFraction = 0.6;

/**
 * What to watch after this very change: the toxic part of ammonia where the new water raises pH, what must be tested again,
 * steps that have used up most of what a day bears, temperature, and the animals, with both schools on moults.
 *
 * Values at the middles, in canonical units. Sources: Emerson et al. 1975 for the toxic part; otherwise common practice.
 * @example watchAfter({ before: { ph: 6.4, tempC: 25, tanMgPerL: 2 }, after: { ph: 7.6, tempC: 25, tanMgPerL: 1.6 }, … })[0].id // 'toxic-ammonia'
 */
export function watchAfter({
  before,
  after: told,
  changeFraction,
  advice: { advice, parameters, emergency },
  bearing,
  bedCleaned,
  shrimp,
}: {
  before: Water;
  after: Water;
  changeFraction: number;
  advice: Pick<ChangeAdvice, 'advice' | 'parameters' | 'emergency'>;
  bearing: Bearing;
  bedCleaned: boolean;
  /** Animals that moult live in it. */
  shrimp: boolean;
}): WatchFor[] {
  const list: WatchFor[] = [];
  // Hardly anybody tests new water for ammonia: without a value it counts as free of it, so what is left is the least.
  const after: Water =
    told.tanMgPerL === undefined && before.tanMgPerL !== undefined
      ? { ...told, tanMgPerL: before.tanMgPerL * (1 - changeFraction) }
      : told;
  const [toxicBefore, toxicAfter] = [toxicAmmoniaOf(before), toxicAmmoniaOf(after)];
  if (toxicBefore !== null && toxicAfter !== null && toxicAfter > toxicBefore && toxicAfter >= toxicWorthSayingMgPerL)
    list.push({
      reason: { id: 'toxic-ammonia', facts: { beforeMgPerL: toxicBefore, afterMgPerL: toxicAfter } },
      when: 'within-the-hour',
      caution: true,
      grade: 'published',
    });
  if (emergency !== null)
    list.push({
      reason: { id: 'test-again', facts: {} },
      when: 'within-the-hour',
      caution: true,
      grade: 'common-practice',
    });
  const spent = parameters.filter(
    (p) => p.per === 'day' && Math.abs(p.stepValue) > mostOfItFraction * Math.abs(p.limitValue) && p.limitValue !== 0,
  );
  if (spent.length > 0)
    list.push({
      reason: { id: 'no-more-today', facts: { parameters: [...new Set(spent.map((p) => p.parameter))] } },
      when: 'until-tomorrow-evening',
      caution: advice !== 'wise',
      grade: 'ours',
    });
  if (after.tempC !== undefined && before.tempC !== undefined && Math.abs(after.tempC - before.tempC) >= 0.5)
    list.push({
      reason: { id: 'temperature', facts: { tempC: after.tempC } },
      when: 'in-ten-minutes',
      caution: false,
      grade: 'common-practice',
    });
  if (bedCleaned)
    list.push({
      reason: { id: 'bed', facts: {} },
      when: 'tomorrow-evening',
      caution: false,
      grade: 'common-practice',
    });
  list.push({
    reason: { id: 'animals', facts: { bearing } },
    when: 'tomorrow-evening',
    caution: false,
    grade: 'common-practice',
  });
  if (shrimp)
    list.push({
      reason: { id: 'moults', facts: {} },
      when: 'tomorrow-evening',
      caution: false,
      grade: 'common-practice',
    });
  return list;
}
