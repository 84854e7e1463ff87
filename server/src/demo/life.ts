import type { SquareKind } from '#core/trouble';
import { bookKinds } from '#almanac/kinds';
import type { Kind, NewEntry } from '#contracts/book';

type PayloadOf<K extends Kind> = Extract<NewEntry, { kind: K }>['payload'];
/** One thing that happened, counted back from tonight; `subject` is a key of the scenario. */
export interface DemoEvent {
  agoDays: number;
  minutes: number;
  subject: string;
  kind: Kind;
  payload: unknown;
  /** What others call it that name it later. */
  as?: string;
  /** Came into the story later: it takes no chance from what stood before, whose figures would all move. */
  apart?: true;
}

const event = <K extends Kind>(
  agoDays: number,
  subject: string,
  kind: K,
  payload: PayloadOf<K>,
  minutes = 80,
): DemoEvent => ({
  agoDays,
  minutes,
  subject,
  kind,
  payload,
});
const named = (as: string, of: DemoEvent): DemoEvent => ({ ...of, as });
const apart = (of: DemoEvent): DemoEvent => ({ ...of, apart: true });
const many = (lo: number, hi: number | null = lo): { lo: number; hi: number | null } => ({ lo, hi });
type StockName = PayloadOf<'stock'>['event'];
const stock = (
  agoDays: number,
  tank: string,
  name: StockName,
  kindId: string,
  count: ReturnType<typeof many>,
  strain = '',
  more: Partial<PayloadOf<'stock'>> = {},
): DemoEvent => event(agoDays, tank, 'stock', { event: name, kindId, strain, count, ...more });
const at = (value: number): { lo: number; hi: number } => ({ lo: value, hi: value });

const squareOf: Readonly<Record<string, SquareKind>> = {
  '.': 'bed',
  o: 'outlet',
  i: 'intake',
  s: 'hard',
  p: 'plants',
  f: 'feeding',
};
/** A plan of a tank as it is drawn here: a letter a square, the back first. */
const planOf = (rows: readonly string[]): SquareKind[][] =>
  rows.map((row) => Array.from(row).map((letter) => squareOf[letter] ?? 'bed'));

/** What lived in the house when the book began, and the plants. */
const firstLodgers: readonly DemoEvent[] = [
  stock(540, 'lobby', 'arrived', 'rummy-nose', many(14)),
  stock(540, 'lobby', 'arrived', 'bronze-cory', many(8)),
  stock(536, 'lobby', 'arrived', 'pearl-gourami', many(3)),
  stock(540, 'lobby', 'arrived', 'java-fern', many(6)),
  stock(540, 'lobby', 'arrived', 'brown-crypt', many(9)),
  stock(538, 'lobby', 'arrived', 'rotala', many(30, 40)),
  stock(540, 'breakfast', 'arrived', 'cherry-shrimp', many(15), 'red'),
  stock(540, 'breakfast', 'arrived', 'java-moss', many(2)),
  stock(538, 'breakfast', 'arrived', 'ramshorn', many(4)),
  stock(520, 'library', 'arrived', 'bee-shrimp', many(15), 'red and white'),
  stock(520, 'library', 'arrived', 'bucephalandra', many(5)),
  stock(530, 'conservatory', 'arrived', 'ember-tetra', many(20)),
  stock(530, 'conservatory', 'arrived', 'tiger-shrimp', many(20), 'wild'),
  stock(500, 'stairwell', 'arrived', 'platy', many(9), 'coral'),
  stock(500, 'stairwell', 'arrived', 'molly', many(6)),
  stock(500, 'stairwell', 'arrived', 'vallisneria', many(12)),
  stock(480, 'bathhouse', 'arrived', 'cardinal-shrimp', many(20)),
  stock(480, 'bathhouse', 'arrived', 'rabbit-snail', many(3)),
  stock(400, 'cellar-a', 'arrived', 'cherry-shrimp', many(20), 'blue'),
  stock(300, 'cellar-b', 'moved-in', 'cherry-shrimp', many(40, 50), 'red', {}),
];
/** Counts, broods and losses since. */
const life: readonly DemoEvent[] = [
  stock(402, 'bathhouse', 'died', 'cardinal-shrimp', many(2)),
  stock(301, 'breakfast', 'counted', 'cherry-shrimp', many(120, 160), 'red'),
  stock(300, 'breakfast', 'moved-out', 'cherry-shrimp', many(40, 50), 'red'),
  // The milky ones of the autumn: three in the tank, four in a tub.
  ...[267, 264, 261, 258, 256, 254, 253].map((agoDays) =>
    apart(stock(agoDays, 'cellar-a', 'died', 'cherry-shrimp', many(1), 'blue')),
  ),
  stock(240, 'library', 'counted', 'bee-shrimp', many(40, 55), 'red and white'),
  stock(200, 'library', 'berried', 'bee-shrimp', many(4), 'red and white'),
  stock(150, 'stairwell', 'born', 'platy', many(25, 40), 'coral'),
  stock(120, 'stairwell', 'given-away', 'platy', many(20), 'coral'),
  stock(90, 'stairwell', 'counted', 'platy', many(18, 24), 'coral'),
  stock(60, 'stairwell', 'died', 'molly', many(1)),
  stock(45, 'breakfast', 'counted', 'cherry-shrimp', many(90, 120), 'red'),
  stock(40, 'bathhouse', 'counted', 'cardinal-shrimp', many(25, 30)),
  stock(32, 'lobby', 'counted', 'rummy-nose', many(12)),
  stock(24, 'conservatory', 'counted', 'ember-tetra', many(16, 20)),
  stock(16, 'breakfast', 'moulted', 'cherry-shrimp', many(2), 'red'),
  stock(12, 'cellar-a', 'counted', 'cherry-shrimp', many(60, 80), 'blue'),
  stock(7, 'linen', 'died', 'cherry-barb', many(1)),
  stock(5, 'library', 'counted', 'bee-shrimp', many(24, 28), 'red and white'),
  apart(event(300, 'library', 'layout', { rows: planOf(['o..ss...', '...sspp.', '.f...ppp', 'i....pp.']) }, 91)),
  apart(event(5, 'library', 'poke', { place: 'C2', gas: 'none', note: '' }, 88)),
  apart(event(5, 'library', 'poke', { place: 'A7', gas: 'no-smell', note: 'Behind the wood.' }, 89)),
  event(4, 'library', 'stock', {
    event: 'sign',
    kindId: 'bee-shrimp',
    strain: 'red and white',
    count: null,
    sign: 'not-grazing',
  }),
  stock(3, 'stairwell', 'died', 'platy', many(2), 'coral'),
  stock(1, 'stairwell', 'died', 'platy', many(2), 'coral'),
  stock(2, 'breakfast', 'berried', 'cherry-shrimp', many(5), 'red'),
  event(30, 'linen', 'fact', { about: 'stage', stage: 'cycling' }),
  event(30, 'linen', 'cycling', { step: 'started', school: 'seeded' }, 81),
  event(30, 'linen', 'cycling', { step: 'seeded' }, 82),
  event(30, 'linen', 'cycling', { step: 'dosed', tanMgPerL: 1 }, 83),
  event(22, 'linen', 'cycling', { step: 'dosed', tanMgPerL: 1 }),
  event(9, 'linen', 'arrival', {
    kindId: 'cherry-barb',
    strain: '',
    count: many(8),
    from: 'a breeder in town',
    localWater: 'yes',
    bag: { tempC: at(22), ghDegrees: at(12), khDegrees: at(8) },
    transportHours: 0.5,
    method: 'float',
    warnings: ['The book does not know that this tank is cycled: without that, ammonia from the first day.'],
    overrideReason: 'The breeder could not wait, and they need a place apart.',
  }),
];
/** A quarantine under way, and a course that is over with its look weeks later; `@on` is the date of that night. */
const treated: readonly DemoEvent[] = [
  named(
    'lobby-course',
    event(70, 'lobby', 'course', {
      step: 'started',
      agentId: 'D07',
      productName: 'A dewormer',
      label: {
        packTreatsL: 60,
        doseDays: [1, 7],
        changes: [
          { day: 3, fraction: 0.3 },
          { day: 9, fraction: 0.3 },
        ],
        maxRepeats: 1,
      },
      netVolumeL: 408,
      startOn: '@on',
      note: 'Thin tetras, white strings.',
    }),
  ),
  event(70, 'lobby', 'course', { step: 'given', courseId: 'lobby-course', day: 1 }, 85),
  event(68, 'lobby', 'course', { step: 'changed', courseId: 'lobby-course', day: 3 }, 85),
  event(64, 'lobby', 'course', { step: 'given', courseId: 'lobby-course', day: 7 }, 85),
  event(62, 'lobby', 'course', { step: 'changed', courseId: 'lobby-course', day: 9 }, 85),
  event(
    62,
    'lobby',
    'course',
    { step: 'ended', courseId: 'lobby-course', verdict: 'same', note: 'Eating; still thin.' },
    90,
  ),
  event(55, 'lobby', 'course', { step: 'looked', courseId: 'lobby-course', verdict: 'better', note: 'Bellies fill.' }),
  event(48, 'lobby', 'course', { step: 'looked', courseId: 'lobby-course', verdict: 'better', note: '' }),
  event(34, 'lobby', 'course', { step: 'looked', courseId: 'lobby-course', verdict: 'better', note: 'As before.' }),
  named(
    'linen-pen',
    event(
      9,
      'linen',
      'quarantine',
      { step: 'opened', school: 'observe', reason: 'new', on: '@on', note: 'Cherry barbs.' },
      86,
    ),
  ),
  event(
    6,
    'linen',
    'quarantine',
    { step: 'noted', quarantineId: 'linen-pen', event: 'sign', on: '@on', note: 'Fast gills.' },
    86,
  ),
  event(
    1,
    'linen',
    'quarantine',
    { step: 'noted', quarantineId: 'linen-pen', event: 'sign-ended', on: '@on', note: '' },
    86,
  ),
  event(1, 'linen', 'quarantine', { step: 'looked', quarantineId: 'linen-pen', appetiteCount: 2, note: '' }, 87),
  event(12, 'cellar-a', 'fact', { about: 'shared', thing: 'siphon', withTankId: 'breakfast', disinfected: true }),
  event(11, 'stairwell', 'fact', { about: 'shared', thing: 'net', withTankId: 'lobby' }),
];
/** Two tools with their homes: one that went visiting and was dipped after it, one that never leaves the Linen Room. */
const tools: readonly DemoEvent[] = [
  named('lobby-net', event(300, 'lobby', 'tool', { step: 'kept', name: 'The long green net', sort: 'net' }, 92)),
  named('linen-siphon', event(30, 'linen', 'tool', { step: 'kept', name: 'The thin siphon', sort: 'siphon' }, 92)),
  event(20, 'breakfast', 'tool', { step: 'used', toolId: 'lobby-net' }, 92),
  event(19, 'lobby', 'tool', { step: 'dipped', toolId: 'lobby-net', agentId: 'D24', minutes: 40, kept: true }, 92),
];
/** Stages, equipment, what was new, and what was shared. */
const facts: readonly DemoEvent[] = [
  ...['lobby', 'breakfast', 'library', 'conservatory', 'stairwell', 'bathhouse', 'cellar-a', 'cellar-b'].flatMap(
    (tank) => [
      event(540, tank, 'fact', { about: 'stage', stage: 'running' }, 60),
      event(
        540,
        tank,
        'fact',
        {
          about: 'equipment',
          item: 'filter',
          on: true,
          detail: tank.startsWith('cellar') ? 'sponge on air' : 'hanging at the back',
        },
        61,
      ),
      event(540, tank, 'fact', { about: 'equipment', item: 'heater', on: true }, 62),
      event(
        540,
        tank,
        'fact',
        { about: 'equipment', item: 'light', on: true, lightHours: tank === 'lobby' ? 8 : 7 },
        63,
      ),
    ],
  ),
  event(540, 'lobby', 'fact', { about: 'equipment', item: 'co2', on: true, detail: 'from the second light hour' }),
  event(540, 'lobby', 'fact', { about: 'equipment', item: 'lid', on: true }),
  event(500, 'stairwell', 'fact', { about: 'equipment', item: 'lid', on: true }),
  event(540, 'breakfast', 'fact', { about: 'equipment', item: 'intake-sponge', on: true }),
  event(540, 'library', 'fact', { about: 'equipment', item: 'intake-sponge', on: true }),
  event(402, 'bathhouse', 'fact', { about: 'equipment', item: 'heater', on: false, detail: 'stuck on, unplugged' }),
  event(401, 'bathhouse', 'fact', {
    about: 'equipment',
    item: 'heater',
    on: true,
    detail: 'new, on its own thermostat plug',
  }),
  event(30, 'linen', 'fact', { about: 'equipment', item: 'filter', on: true, detail: 'sponge from the Lobby' }),
  event(30, 'linen', 'fact', { about: 'equipment', item: 'carbon', on: false }, 84),
  event(200, 'breakfast', 'fact', { about: 'algae', wanted: true, name: 'the green back wall' }),
  event(160, 'conservatory', 'fact', { about: 'sight', sight: 'overgrown' }),
  event(
    160,
    'conservatory',
    'fact',
    { about: 'decoration', name: 'painted boat, a guest’s gift', condition: 'peeling' },
    82,
  ),
  event(33, 'library', 'fact', { about: 'new', what: 'leaves', name: 'six oak leaves' }),
  event(11, 'library', 'fact', { about: 'new', what: 'product', name: 'a leaf extract' }),
  event(18, 'lobby', 'fact', { about: 'new', what: 'food', name: 'frozen mosquito larvae' }),
  event(6, 'stairwell', 'fact', { about: 'new', what: 'decoration', name: 'a lump of limestone' }),
  event(14, 'conservatory', 'fact', { about: 'new', what: 'pods', name: 'alder cones' }),
  { ...event(30, 'linen', 'fact', { about: 'shared', thing: 'filter-media', withTankId: 'lobby' }), minutes: 85 },
  { ...event(8, 'cellar-b', 'fact', { about: 'shared', thing: 'net', withTankId: 'cellar-a' }) },
];
/** Meals, trims and doses of the last weeks. */
const care: readonly DemoEvent[] = [
  ...[9, 7, 5, 3, 1].map((n) =>
    event(n, 'breakfast', 'fed', {
      foodId: n % 4 === 1 ? 'shrimp-sticks' : 'spinach',
      foodG: n > 4 ? 0.25 : 0.3,
      school: 'clearance',
      clearedMinutes: n > 4 ? 12 : 25,
    }),
  ),
  ...[8, 6, 4, 2].map((n) =>
    event(n, 'lobby', 'fed', { foodId: n % 4 === 0 ? 'frozen' : 'granules', foodG: 1.2, school: 'mass' }),
  ),
  event(3, 'library', 'fed', { foodId: 'snail-shells', foodG: 0.05, school: 'few', clearedMinutes: null }),
  ...[74, 52, 33, 15].map((n) =>
    event(n, 'lobby', 'trim', {
      kindId: 'rotala',
      workMinutes: 70,
      ...(n > 20 ? { topsCount: 14, opens: ['light' as const] } : { opens: ['view' as const] }),
    }),
  ),
  // Topped up from the mineral drum instead of with pure water: a little creeps up every week.
  ...[55, 48, 41, 34, 27, 20, 13, 6].map((n) =>
    event(n, 'breakfast', 'top-up', { topUpL: 0.5, sourceId: 'neo', water: { ec25UsPerCm: 390, ghDegrees: 7 } }),
  ),
  event(40, 'breakfast', 'trim', { kindId: 'java-moss', workMinutes: 20 }),
  ...[21, 14, 7].map((n) =>
    event(n, 'lobby', 'dose', {
      product: 'an all-in-one liquid',
      amountMl: 20,
      no3MgPerL: 1,
      po4MgPerL: 0.05,
      kMgPerL: 0.8,
    }),
  ),
];
/** A fortnight away last summer, with what was foreseen of it. */
const hands: readonly DemoEvent[] = (
  [
    [
      'breakfast',
      [{ parameter: 'ghDegrees', earliestDay: 9.5, likelyDay: 16 }],
      'shrimp well, two moults on the glass',
    ],
    ['lobby', [{ parameter: 'no3MgPerL', earliestDay: 6.2, likelyDay: 11 }], 'one stem melted, all fish there'],
  ] as const
).flatMap(([tank, leaves, note]) => [
  apart(
    named(
      `away-${tank}`,
      event(230, tank, 'absence', { step: 'away', fromOn: '@on+1', toOn: '@on+15', leaves: [...leaves] }),
    ),
  ),
  apart(event(215, tank, 'absence', { step: 'back', awayId: `away-${tank}`, note })),
]);
/** The left half of a bed of four rows and eight columns. */
const leftHalf = ['A', 'B', 'C', 'D'].flatMap((row) => [1, 2, 3, 4].map((column) => `${row}${column}`));
/** A bed half done, a sponge that is due by its flow, a move five days ago whose watch runs. */
const cleaned: readonly DemoEvent[] = [
  event(16, 'stairwell', 'cleaning', {
    step: 'cleaned',
    what: 'bed',
    school: 'half',
    squareIds: leftHalf,
    outL: 14,
    bucket: ['droppings-usual', 'food'],
    note: '',
  }),
  event(61, 'conservatory', 'cleaning', { step: 'cleaned', what: 'sponge', note: '' }),
  ...(
    [
      [60, 14],
      [38, 16],
      [19, 18.5],
      [3, 21.5],
    ] as const
  ).map(([n, secondsPerL]) => event(n, 'conservatory', 'flow', { step: 'flow', secondsPerL, note: '' }, 72)),
  named(
    'cellar-a-moved',
    event(
      5,
      'cellar-a',
      'move',
      {
        step: 'moved',
        how: 'all-in',
        tanMgPerLPerDay: 0.17,
        note: 'One shelf down, nearer the drain.',
      },
      60,
    ),
  ),
  ...[4, 3, 2, 1].map((n) =>
    event(n, 'cellar-a', 'move', { step: 'move-day', movedId: 'cellar-a-moved', good: true, note: '' }, 73),
  ),
  ...[4, 3, 2, 1].map((n) =>
    apart(
      event(
        n,
        'cellar-a',
        'readings',
        {
          context: 'routine',
          values: (['tanMgPerL', 'no2MgPerL'] as const).map((parameter) => ({
            ...{ parameter, lo: 0, hi: 0.1 },
            ...{ text: '0', enteredUnit: '' },
          })),
        },
        74,
      ),
    ),
  ),
];
/** The RO unit: lines of its log, a resin through in spring and new again. */
const unit: readonly DemoEvent[] = [
  540, 500, 460, 420, 380, 340, 300, 284, 268, 252, 236, 205, 170, 135, 100, 65, 30, 16, 4,
].map((n) => {
  const madeL = Math.round((548 - n) * 9.5);
  const sinceDays = n > 236 ? 540 - n : 236 - n;
  const outUsPerCm =
    n === 236
      ? 31
      : n > 236
        ? n > 310
          ? 1
          : Math.round((300 - n) * 0.4) + 1
        : n > 40
          ? 1
          : Math.round((60 - n) / 14) + 1;
  return event(n, 'ro', 'unit', {
    madeL,
    inUsPerCm: n > 61 ? 430 : 520,
    betweenUsPerCm: Math.round((n > 61 ? 430 : 520) * (0.03 + sinceDays / 20000)),
    outUsPerCm,
    renewed: n === 540 || n === 236 ? ['resin'] : [],
  });
});

interface DemoSupply {
  key: string;
  payload: Omit<PayloadOf<'supply'>, 'startedOn'>;
  log: readonly (readonly [agoDays: number, name: PayloadOf<'supply-log'>['event'], value: number])[];
}
/** Supplies by key, with what is on the shelf and how it went. */
export const demoSupplies: readonly DemoSupply[] = [
  {
    key: 'gh-mineral',
    payload: {
      name: 'GH mineral',
      category: 'mineral',
      unit: 'g',
      leadDays: 10,
      pack: { packValue: 1000, costValue: 32 },
    },
    log: [
      [180, 'bought', 1000],
      [150, 'left', 860],
      [120, 'left', 730],
      [90, 'left', 590],
      [60, 'left', 450],
      [30, 'left', 310],
      [6, 'left', 205],
    ],
  },
  {
    key: 'ghkh-mineral',
    payload: {
      name: 'GH and KH mineral',
      category: 'mineral',
      unit: 'g',
      leadDays: 10,
      pack: { packValue: 500, costValue: 19 },
    },
    log: [
      [200, 'bought', 500],
      [100, 'left', 380],
      [50, 'left', 320],
      [20, 'left', 286],
      [5, 'left', 270],
    ],
  },
  {
    key: 'conditioner',
    payload: { name: 'Conditioner', category: 'conditioner', unit: 'mL', leadDays: 7 },
    log: [
      [120, 'bought', 500],
      [90, 'left', 360],
      [60, 'left', 215],
      [30, 'left', 80],
      [10, 'left', 12],
    ],
  },
  {
    key: 'nitrate-kit',
    payload: { name: 'Nitrate drops', category: 'kit', unit: 'pieces', leadDays: 7 },
    log: [
      [300, 'bought', 110],
      [200, 'left', 80],
      [100, 'left', 52],
      [20, 'left', 30],
    ],
  },
  {
    key: 'resin',
    payload: { name: 'Mixed-bed resin', category: 'resin', unit: 'g', leadDays: 14 },
    log: [
      [236, 'bought', 2000],
      [236, 'used', 1000],
    ],
  },
  {
    key: 'granules',
    payload: { name: 'Granules', category: 'food', unit: 'g', leadDays: 7 },
    log: [
      [160, 'bought', 250],
      [120, 'left', 205],
      [80, 'left', 160],
      [40, 'left', 118],
      [10, 'left', 86],
    ],
  },
  {
    key: 'fertiliser',
    payload: { name: 'All-in-one fertiliser', category: 'fertiliser', unit: 'mL', leadDays: 7 },
    log: [
      [100, 'bought', 500],
      [21, 'used', 20],
      [14, 'used', 20],
      [7, 'used', 20],
    ],
  },
  {
    key: 'antiparasitic',
    payload: {
      name: 'An antiparasitic',
      category: 'medicine',
      unit: 'pieces',
      leadDays: 7,
      pack: { packValue: 6, costValue: 14 },
      medicine: {
        agentIds: ['D07'],
        doseValue: 1,
        label: { packTreatsL: 60, doseDays: [1, 7], changes: [{ day: 3, fraction: 0.3 }], maxRepeats: 1 },
        kinds: 'not with snails that are to live',
      },
    },
    log: [[400, 'bought', 6]],
  },
];
/** Plain salts of the shelf. */
export const demoSalts: readonly DemoSupply[] = [
  {
    key: 'salt-chalk',
    payload: {
      name: 'Precipitated chalk',
      category: 'salt',
      unit: 'g',
      leadDays: 10,
      saltId: 'caco3',
      purityFraction: 0.98,
      pack: { packValue: 500, costValue: 6 },
    },
    log: [
      [160, 'bought', 500],
      [40, 'left', 452],
    ],
  },
  {
    key: 'salt-epsom',
    payload: {
      name: 'Magnesium sulphate',
      category: 'salt',
      unit: 'g',
      leadDays: 10,
      saltId: 'mgso4-7h2o',
      purityFraction: 0.99,
      pack: { packValue: 1000, costValue: 7 },
    },
    log: [
      [160, 'bought', 1000],
      [40, 'left', 920],
    ],
  },
  {
    key: 'salt-table-salt',
    payload: {
      name: 'Plain salt',
      category: 'salt',
      unit: 'g',
      leadDays: 10,
      saltId: 'nacl',
      purityFraction: 0.99,
      pack: { packValue: 1000, costValue: 2 },
    },
    log: [
      [160, 'bought', 1000],
      [40, 'left', 960],
    ],
  },
  {
    key: 'salt-gypsum',
    payload: {
      name: 'Calcium sulphate',
      category: 'salt',
      unit: 'g',
      leadDays: 10,
      saltId: 'caso4-2h2o',
      purityFraction: 0.98,
      pack: { packValue: 1000, costValue: 9 },
    },
    log: [
      [160, 'bought', 1000],
      [90, 'left', 1000],
    ],
  },
  {
    key: 'salt-potash',
    payload: {
      name: 'Potassium sulphate',
      category: 'salt',
      unit: 'g',
      leadDays: 10,
      saltId: 'k2so4',
      purityFraction: 0.99,
      pack: { packValue: 500, costValue: 8 },
    },
    log: [
      [160, 'bought', 500],
      [90, 'left', 500],
    ],
  },
];
/** Days until a supply's date, from tonight; past dates are below nothing. */
export const supplyDates: Readonly<Record<string, number>> = {
  'nitrate-kit': -20,
  antiparasitic: 25,
  conditioner: 300,
};
const supplyLogs = demoSupplies.flatMap(({ key, log }) =>
  log.map(([agoDays, name, value]) =>
    event(agoDays, key, 'supply-log', { event: name, value }, name === 'bought' ? 70 : 75),
  ),
);

/** A breeder's figures for one kind, which outrank the book: her bees live harder than the handbook says. */
export function breederBees(startedOn: string): PayloadOf<'own-kind'> {
  const base = bookKinds.find((k) => k.id === 'bee-shrimp');
  if (!base) throw new Error('no bee shrimp in the almanac');
  const own = (lo: number, hi: number) => ({
    lo,
    hi,
    grade: 'single-observation' as const,
    sourceIds: ['own'],
    confidence: 'high' as const,
  });
  const ranges = { ...base.ranges, ghDegrees: own(4, 6), tempC: own(20, 23), ph: own(5.8, 6.6) };
  return { baseId: base.id, from: 'the breeder two streets on', startedOn, kind: { ...base, ranges } as never };
}

/** The night of tonight: an arrival, with its drip running since five past nine. */
const dripWaters = {
  bag: { tempC: at(21), ghDegrees: at(12), khDegrees: at(7), ec25UsPerCm: at(520) },
  tank: { tempC: at(22), ghDegrees: at(7.5), khDegrees: at(3), ec25UsPerCm: at(360) },
};
export const tonightDrip = {
  arrival: {
    kindId: 'cherry-shrimp',
    strain: 'red',
    count: many(12),
    from: 'a keeper across the river',
    localWater: 'no',
    bag: dripWaters.bag,
    transportHours: 1,
    method: 'drip',
    warnings: [],
  } satisfies PayloadOf<'arrival'>,
  started: (arrivalId: string): PayloadOf<'acclimation'> => ({
    step: 'started',
    arrivalId,
    bagL: 1,
    boxL: 5,
    rateLPerH: 5,
    durationMinutes: 60,
    bag: dripWaters.bag,
    tank: dripWaters.tank,
    bearing: 'usual',
  }),
  measured: (arrivalId: string): PayloadOf<'acclimation'> => ({
    step: 'measured',
    arrivalId,
    now: { ec25UsPerCm: at(410), ghDegrees: at(9), tempC: at(21.6) },
  }),
};

export const demoLife: readonly DemoEvent[] = [
  ...firstLodgers,
  ...life,
  ...facts,
  ...treated.map(apart),
  ...care,
  ...hands,
  ...cleaned.map(apart),
  ...tools.map(apart),
  ...unit,
  ...supplyLogs,
];
