import * as v from 'valibot';
import {
  absence,
  cooling,
  insulations,
  oxygenHours,
  portions,
  walk,
  walkGroups,
  waterChoices,
  tanWithoutFilter,
  waterToCarry,
} from '#core/hands';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.number();
const some = v.optional(n);
const span = v.strictObject({ lo: n, hi: n });
const ids = v.array(v.string());

/** What concerns the work of the hands: the evening's walk, moving, absence, outage. */
export const handsCalculations: readonly Calculation[] = [
  calculation(
    'tonight.walk',
    'the evening as one walk in the order of hygiene, and what waits at what cost',
    v.strictObject({
      tanks: v.array(
        v.strictObject({
          id: v.string(),
          group: v.picklist(walkGroups),
          contacts: v.optional(ids, []),
          jobs: v.array(
            v.strictObject({
              id: v.string(),
              minutes: n,
              tools: v.optional(ids, []),
              mayWait: v.optional(v.boolean()),
              waitCost: some,
            }),
          ),
        }),
      ),
      minutes: n,
      dipMinutes: n,
    }),
    {
      tanks: [
        {
          id: 'a',
          group: 'healthy',
          contacts: ['b'],
          jobs: [{ id: 'change', minutes: 20, tools: ['hose'] }],
        },
        {
          id: 'b',
          group: 'healthy',
          contacts: [],
          jobs: [{ id: 'glass', minutes: 15, tools: ['hose'], mayWait: true, waitCost: 1 }],
        },
      ],
      minutes: 30,
      dipMinutes: 3,
    },
    (input, note) => explainedBy(note, walk(input, note)),
  ),
  calculation(
    'tanks.oxygen-hours',
    'hours until animals in standing water are short of oxygen',
    v.strictObject({
      waterL: n,
      tempC: n,
      animalsG: n,
      tempOfAirC: some,
      surfaceCm2: some,
      aerated: v.boolean(),
      startMgPerL: some,
      stopMgPerL: some,
    }),
    { waterL: 10, tempC: 25, animalsG: 20, aerated: false, startMgPerL: 8, stopMgPerL: 3 },
    (input, note) => explainedBy(note, oxygenHours(input, note)),
  ),
  calculation(
    'tanks.cooling',
    'the water’s temperature after hours without heat',
    v.strictObject({
      waterL: n,
      areaCm2: n,
      startC: n,
      roomC: n,
      insulation: v.picklist(insulations),
      hours: n,
    }),
    { waterL: 54, areaCm2: 9600, startC: 24, roomC: 18, insulation: 'glass', hours: 6 },
    (input, note) => explainedBy(note, cooling(input, note)),
  ),
  calculation(
    'hands.water-to-carry',
    'old water to carry and new water to have ready for a move',
    v.strictObject({ netVolumeL: n, choice: v.picklist(waterChoices) }),
    { netVolumeL: 54, choice: 'half' },
    (input, note) => explainedBy(note, waterToCarry(input, note)),
  ),
  calculation(
    'hands.tan-without-filter',
    'total ammonia a day, as nitrogen, if a move cost the filter its bacteria',
    v.strictObject({ no3MgPerLPerDay: span }),
    { no3MgPerLPerDay: { lo: 1, hi: 2 } },
    (input, note) => explainedBy(note, tanWithoutFilter(input, note)),
  ),
  calculation(
    'water.absence',
    'when each value leaves its band while nobody changes the water',
    v.strictObject({
      days: n,
      perParameter: v.array(
        v.strictObject({
          parameter: v.string(),
          now: span,
          productionPerDay: span,
          evaporationFractionPerDay: some,
          ceiling: some,
          floor: some,
        }),
      ),
    }),
    {
      days: 14,
      perParameter: [
        {
          parameter: 'no3MgPerL',
          now: { lo: 18, hi: 22 },
          productionPerDay: { lo: 1, hi: 2 },
          evaporationFractionPerDay: 0.01,
          ceiling: 40,
        },
      ],
    },
    (input, note) => explainedBy(note, absence(input, note)),
  ),
  calculation(
    'stock.portions',
    'food laid ready for an absence, a day’s ration each',
    v.strictObject({
      days: n,
      animals: v.array(v.strictObject({ massG: n, count: n, percentPerDay: n })),
      feedEveryDays: n,
    }),
    { days: 14, animals: [{ massG: 0.5, count: 12, percentPerDay: 2 }], feedEveryDays: 3 },
    (input, note) => explainedBy(note, portions(input, note)),
  ),
];
