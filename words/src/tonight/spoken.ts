import type { VerdictFacts } from '#core/tonight';
import { spokenSpan, spokenStep, type Speech } from '#words/units';

/** What a verdict was made of, in the units in which it is said; toxic ammonia and oxygen have their own sentences. */
export function spokenFacts(speech: Speech, facts: VerdictFacts): VerdictFacts {
  const { parameter, reading, band, asked, clash, usual, fast } = facts;
  if (parameter === null) return facts;
  return {
    ...facts,
    ...(reading ? { reading: spokenSpan(speech, parameter, reading) } : {}),
    ...(band ? { band: spokenSpan(speech, parameter, band) } : {}),
    ...(asked?.practice ? { asked: { ...asked, practice: spokenSpan(speech, parameter, asked.practice) } } : {}),
    ...(clash ? { clash: { ...clash, range: spokenSpan(speech, parameter, clash.range) } } : {}),
    ...(usual ? { usual: { ...usual, span: spokenSpan(speech, parameter, usual.span) } } : {}),
    ...(fast
      ? {
          fast: {
            ...fast,
            movedValue: spokenStep(speech, parameter, fast.movedValue),
            perDayValue: Number(spokenStep(speech, parameter, fast.perDayValue).toPrecision(2)),
          },
        }
      : {}),
  };
}
