/** Part of `npm run bench`: the weighing of a case, its evidence out of ten years, a trace, and who may be dosed. */
import { hourMs } from '#core/units';
import { careKnowledge } from '#almanac/care';
import { bookKinds } from '#almanac/kinds';
import { troubleKnowledge } from '#almanac/trouble';
import { mayDose, traceContacts, type Contact } from '#core/care';
import { evidenceOf, weighTrouble, type BookOfTank, type TroubleCase } from '#core/trouble';

const median = (work: () => unknown): number => {
  const took = Array.from({ length: 15 }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[7] ?? 0;
};
const nowEpochMs = 1_800_000_000_000;
const years = 10;
const days = Array.from({ length: 365 * years }, (_, i) => nowEpochMs - i * 24 * hourMs);
const book: BookOfTank = {
  nowEpochMs,
  startedEpochMs: nowEpochMs - years * 365 * 24 * hourMs,
  groups: ['fish', 'shrimp', 'plant'],
  readings: days.flatMap((atEpochMs, i) =>
    (['tempC', 'ph', 'tanMgPerL', 'no2MgPerL', 'no3MgPerL'] as const).map((parameter) => ({
      parameter,
      lo: 1,
      hi: 2,
      atEpochMs,
      entryId: `${parameter}${i}`,
    })),
  ),
  usual: {},
  happened: days
    .filter((_, i) => i % 7 === 0)
    .map((atEpochMs, i) => ({ entryId: `c${i}`, atEpochMs, what: 'change', changeFraction: 0.3 })),
  pokes: [],
  told: days
    .filter((_, i) => i % 20 === 0)
    .map((atEpochMs, i) => ({ entryId: `d${i}`, atEpochMs, what: 'died', count: 1 })),
  livingCount: 60,
  equipment: {},
  source: ['chloramine'],
};
const ill: TroubleCase = {
  hosts: ['fish', 'shrimp', 'plants'],
  findings: { gasping: 'yes', 'fast-gills': 'yes', rubbing: 'no', 'white-grains': 'no', 'climbing-out': 'yes' },
  measurements: { tanMgPerL: { lo: 0.1, hi: 0.5 }, ph: { lo: 7.5, hi: 8 } },
  events: [{ id: 'change-done', hoursAgo: 10 }],
  tankAgeDays: 400,
};
const contacts: Contact[] = Array.from({ length: 50_000 }, (_, i) => ({
  from: `t${(i * 7919) % 300}`,
  to: `t${(i * 104_729 + 1) % 300}`,
  atDay: Math.floor(i / 140),
  kind: 'net' as const,
})).filter((c) => c.from !== c.to);
const traced = median(() => traceContacts({ contacts, sick: 't1', firstSignDay: 300, windowDays: 300 }));
const dosed = median(() =>
  Array.from({ length: 300 }, () =>
    mayDose(
      {
        agent: 'D03',
        kinds: ['cherry-shrimp', 'bronze-cory', 'java-moss', 'filter'],
        water: { tempC: { lo: 24, hi: 25 } },
        alsoPresent: ['D07'],
      },
      careKnowledge,
      bookKinds,
    ),
  ),
);
console.log(
  `A case weighed with its next looks: ${median(() => weighTrouble(ill, troubleKnowledge)).toFixed(1)} ms (limit 5, with 50 for the looks)`,
);
console.log(
  `Evidence out of ${years} years of one tank: ${median(() => evidenceOf(book, troubleKnowledge)).toFixed(1)} ms (limit 100)`,
);
console.log(`A trace over 300 tanks and ${contacts.length} contacts: ${traced.toFixed(1)} ms (limit 200)`);
console.log(`Who may be dosed, 300 tanks: ${dosed.toFixed(1)} ms (limit 100)`);
