import * as v from 'valibot';
import { troubleKnowledge } from '#almanac/trouble';
import { hosts, ladderOf, weighTrouble } from '#core/trouble';
import { calculation, explainedBy, type Calculation } from './calculation';
import { idOfCode, inCodes } from './trouble-codes';

const n = v.number();
const end = v.nullable(n);
const host = v.picklist(hosts);
const flag = v.optional(v.boolean());

/** What concerns trouble, for scripts and for checks from outside. */
export const troubleCalculations: readonly Calculation[] = [
  calculation(
    'trouble.weigh',
    'what fits a case of trouble, what to look at next, what to do first',
    v.strictObject({
      hosts: v.array(host),
      findings: v.record(v.string(), v.picklist(['yes', 'no'])),
      measurements: v.record(v.string(), v.strictObject({ lo: end, hi: end, hoursAgo: v.optional(n) })),
      usual: v.optional(v.record(v.string(), v.strictObject({ lo: end, hi: end }))),
      events: v.optional(v.array(v.strictObject({ id: v.string(), hoursAgo: n }))),
      firstSignHoursAgo: v.optional(n),
      tankAgeDays: n,
      has: v.optional(
        v.strictObject({ co2: flag, uv: flag, carbon: flag, intakeSponge: flag, lid: flag, activeBed: flag }),
      ),
      sourceHas: v.optional(v.array(v.picklist(['chlorine', 'chloramine', 'copper', 'softener']))),
    }),
    {
      hosts: ['fish'],
      findings: { BF01: 'yes', BF02: 'yes' },
      measurements: { tanMgPerL: { lo: 0.8, hi: 1.2 } },
      events: [{ id: 'EV14', hoursAgo: 60 }],
      firstSignHoursAgo: 12,
      tankAgeDays: 400,
    },
    (input, note) =>
      inCodes(
        explainedBy(
          note,
          weighTrouble(
            {
              ...input,
              findings: Object.fromEntries(
                Object.entries(input.findings).map(([code, answer]) => [idOfCode(code), answer] as const),
              ),
              events: input.events?.map((e) => ({ ...e, id: idOfCode(e.id) })) ?? null,
            },
            troubleKnowledge,
            note,
          ),
        ),
      ),
  ),
  calculation(
    'trouble.ladder',
    'what to do about a cause, from the least that can work',
    v.strictObject({ causeId: v.string(), hosts: v.array(host), netVolumeL: n }),
    { causeId: 'X04', hosts: ['fish'], netVolumeL: 100 },
    (input, note) =>
      inCodes(explainedBy(note, ladderOf({ ...input, causeId: idOfCode(input.causeId) }, troubleKnowledge, note))),
  ),
];
