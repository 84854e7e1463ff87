import { parameterWords, type Water } from '#core/readings';
import type { Bearing, ChangeAdvice, EvidenceGrade } from './advice';
import { toxicAmmoniaOf } from './ammonia';

/** One thing to look for after a change, when, and how sure the rule is. */
export interface WatchFor {
  id: 'toxic-ammonia' | 'test-again' | 'no-more-today' | 'temperature' | 'animals' | 'moults' | 'bed';
  when: 'within the hour' | 'in ten minutes' | 'until tomorrow evening' | 'tomorrow evening';
  text: string;
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
      id: 'toxic-ammonia',
      when: 'within the hour',
      text: `The new water raises pH: of less ammonia more is toxic, ${toxicAfter.toFixed(3)} mg/L as N instead of ${toxicBefore.toFixed(3)}. Less at once, or water of a lower pH; test ammonia and pH again.`,
      caution: true,
      grade: 'published',
    });
  if (emergency !== null)
    list.push({
      id: 'test-again',
      when: 'within the hour',
      text: 'Test again what made it urgent: it should have come down by the share that was changed. If not, it still comes from somewhere.',
      caution: true,
      grade: 'common-practice',
    });
  const spent = parameters.filter(
    (p) => p.per === 'day' && Math.abs(p.stepValue) > mostOfItFraction * Math.abs(p.limitValue) && p.limitValue !== 0,
  );
  if (spent.length > 0)
    list.push({
      id: 'no-more-today',
      when: 'until tomorrow evening',
      text: `No second change: most of what they bear in a day of ${[...new Set(spent.map((p) => parameterWords[p.parameter]))].join(', ')} is used up.`,
      caution: advice !== 'wise',
      grade: 'ours',
    });
  if (after.tempC !== undefined && before.tempC !== undefined && Math.abs(after.tempC - before.tempC) >= 0.5)
    list.push({
      id: 'temperature',
      when: 'in ten minutes',
      text: `The thermometer again: it should stand near ${after.tempC.toFixed(1)} °C, with the heater on.`,
      caution: false,
      grade: 'common-practice',
    });
  if (bedCleaned)
    list.push({
      id: 'bed',
      when: 'tomorrow evening',
      text: 'Ammonia and nitrite: a stirred bed gives off what lay in it.',
      caution: false,
      grade: 'common-practice',
    });
  list.push({
    id: 'animals',
    when: 'tomorrow evening',
    text: `Deaths, hiding, breath, grazing, against what is usual here${bearing === 'delicate' ? '; delicate animals show it late, so look on the second evening too' : ''}. One dead after a step ends a sequence.`,
    caution: false,
    grade: 'common-practice',
  });
  if (shrimp)
    list.push({
      id: 'moults',
      when: 'tomorrow evening',
      text: 'Count the moults. One school takes several at once as a sign that the change was too much, the other regular moulting, berried females and grazing as a sign that it was right: both are set against the colony and this tank’s habit.',
      caution: false,
      grade: 'common-practice',
    });
  return list;
}
