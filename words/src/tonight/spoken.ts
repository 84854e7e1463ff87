import type { VerdictFacts } from '#core/tonight';
import { spokenSpan, spokenStep } from '#words/units';

/** What a verdict was made of, in the units in which it is said; toxic ammonia and oxygen have their own sentences. */
export function spokenFacts(facts: VerdictFacts): VerdictFacts {
  const { parameter, reading, band, asked, clash, usual, fast } = facts;
  if (parameter === null) return facts;
  return {
    ...facts,
    ...(reading ? { reading: spokenSpan(parameter, reading) } : {}),
    ...(band ? { band: spokenSpan(parameter, band) } : {}),
    ...(asked?.practice ? { asked: { ...asked, practice: spokenSpan(parameter, asked.practice) } } : {}),
    ...(clash ? { clash: { ...clash, range: spokenSpan(parameter, clash.range) } } : {}),
    ...(usual ? { usual: { ...usual, span: spokenSpan(parameter, usual.span) } } : {}),
    ...(fast
      ? {
          fast: {
            ...fast,
            movedValue: spokenStep(parameter, fast.movedValue),
            perDayValue: Number(spokenStep(parameter, fast.perDayValue).toPrecision(2)),
          },
        }
      : {}),
  };
}
