import type { Bundle, Lag, LaboratoryLook, LookPattern, Settling } from '#core/trouble';

/** Findings that go together. */
export const bundles: readonly Bundle[] = [
  { id: 'hypoxia', findingIds: ['gasping', 'fast-gills', 'yawning', 'largest-die-first', 'dead-at-dawn'] },
  { id: 'irritation', findingIds: ['rubbing', 'clamped-fins', 'excess-slime'] },
  { id: 'wasting', findingIds: ['thin-body', 'bent-spine', 'stringy-droppings', 'not-eating'] },
  { id: 'septic', findingIds: ['red-streaks', 'open-sore', 'scales-out', 'swollen-belly', 'both-eyes-bulging'] },
  {
    id: 'poison',
    findingIds: [
      'climbing-out',
      'frantic-swimming',
      'twitching-shrimp',
      'shrimp-die-fish-fine',
      'all-kinds-within-hours',
    ],
  },
  { id: 'moult', findingIds: ['white-ring', 'stuck-in-shell', 'dead-at-the-moult'] },
  { id: 'old-tank', findingIds: ['nitrate-high', 'ph-fallen', 'kh-used-up', 'conductivity-crept-up', 'care-missed'] },
  { id: 'new-tank', findingIds: ['tank-is-new', 'ammonia-measured', 'nitrite-measured', 'cloudy-white'] },
];

const settling = (
  causeId: string,
  findingId: string,
  against: Settling['against'] | 'rules-out' | 'weakens' | 'nothing',
): Settling => ({ causeId, findingId, against: typeof against === 'string' ? { kind: against } : against });
/** What a valid test settles, for and against: acid falls out of the usual downwards, salts build up. */
export const settles: readonly Settling[] = [
  settling('ammonia', 'ammonia-measured', 'rules-out'),
  settling('nitrite', 'nitrite-measured', 'rules-out'),
  settling('organic-load', 'nitrate-high', 'weakens'),
  settling('chlorine', 'chlorine-measured', { kind: 'rules-out-soon', withinHours: 6 }),
  settling('copper-poisoning', 'copper-measured', 'weakens'),
  settling('low-oxygen', 'oxygen-low', 'weakens'),
  settling('co2-overdose', 'co2-high', {
    kind: 'rules-out-below',
    parameter: 'co2MgPerL',
    value: 30,
    doubtfulWith: 'activeBed',
  }),
  settling('ph-crash', 'ph-fallen', { kind: 'rules-out-in-usual', parameter: 'ph', harm: 'below' }),
  settling('osmotic-jump', 'conductivity-jumped', 'nothing'),
  settling('temperature-shock', 'temperature-off', 'weakens'),
  settling('salt-build-up', 'conductivity-crept-up', {
    kind: 'rules-out-in-usual',
    parameter: 'ec25UsPerCm',
    harm: 'above',
  }),
  settling('wrong-hardness', 'hardness-out-of-range', 'rules-out'),
];

/** Hours from an event to the first sign; `*` is every other cause. */
const lags_ = (eventIds: string, spans: string): Lag[] =>
  eventIds.split(' ').flatMap((eventId) =>
    spans.split(' · ').flatMap((part) => {
      const words = part.split(' ');
      const [fromHours = 0, toHours = 0] = (words.at(-1) ?? '').split('-').map(Number);
      return words
        .slice(0, -1)
        .map((causeId) => ({ eventId, causeId: causeId === '*' ? null : causeId, fromHours, toHours }));
    }),
  );
/** When an event counts, in hours before the first sign; our own estimates. */
export const lags: readonly Lag[] = [
  ...lags_(
    'change-done big-change',
    'chlorine 0-72 · osmotic-jump 0-72 · temperature-shock 0-24 · gas-supersaturation 0-48 · failed-moult 0-96 · muscle-necrosis 0-72 · transition-melt 0-336 · * 0-336',
  ),
  ...lags_('change-without-conditioner', 'chlorine 0-72 · copper-poisoning 0-336 · * 0-336'),
  ...lags_(
    'animals-came animals-without-quarantine',
    'osmotic-jump transport-stress 0-336 · ammonia 12-336 · columnaris aeromonad-septicaemia 12-336 · ich velvet gill-flukes skin-flukes ichthyobodo 48-672 · viral-disease 72-672 · * 0-672',
  ),
  ...lags_('plants-came', 'household-toxin 0-240 · * 0-672'),
  ...lags_('product-or-dose-new', 'product-overdose 0-168 · copper-poisoning 0-336 · * 0-336'),
  ...lags_('power-cut', 'low-oxygen 0-24 · hydrogen-sulphide 0-48 · ammonia 6-240 · * 0-336'),
  ...lags_('medicine-given', 'low-oxygen 0-24 · ammonia nitrite 24-504 · copper-poisoning 0-336 · * 0-336'),
  ...lags_('spray-nearby lotion-on-hands pet-treated', 'household-toxin 0-96 · * 0-336'),
  ...lags_('things-came', 'copper-poisoning osmotic-jump ammonia 0-720 · * 0-720'),
  ...lags_('filter-washed', 'ammonia nitrite bacterial-bloom 6-336 · staghorn 48-672 · * 0-336'),
  ...lags_(
    'food-new-or-more',
    'ammonia bacterial-bloom 6-168 · buoyancy-trouble egg-bound-or-constipated 0-96 · overfeeding 0-336 · * 0-336',
  ),
  ...lags_(
    'hot-weather',
    'low-oxygen temperature-shock muscle-necrosis 0-72 · columnaris milky-muscle-infection 0-336 · * 0-336',
  ),
  ...lags_(
    'heater-failed',
    'temperature-shock 0-72 · muscle-necrosis 0-72 · ich chilodonella saprolegnia buoyancy-trouble 24-336 · * 0-336',
  ),
  ...lags_('bed-dug', 'hydrogen-sulphide 0-48 · ammonia 0-120 · * 0-336'),
  ...lags_('co2-altered', 'co2-overdose 0-48 · co2-shortage transition-melt staghorn black-brush 24-720 · * 0-336'),
  ...lags_('foreign-food-or-additive', 'salt-build-up 0-4320 · * 0-4320'),
];

/** Steps of the first looks, after air, of which filter and surface are a part: what decides, what costs nothing, what comes late. */
export const chain: readonly (readonly string[])[] = [
  ['temperature-off', 'ammonia-measured', 'nitrite-measured'],
  ['weak-flow', 'still-surface', 'ph-fallen', 'kh-used-up'],
  ['chlorine-measured'],
  ['rotten-egg-smell'],
  ['hardness-out-of-range', 'conductivity-jumped'],
  ['only-one-kind-dies', 'shrimp-die-fish-fine', 'only-new-animals-die'],
];

const recently = (withinHours: number, ...eventIds: string[]) => ({ recently: { eventIds, withinHours } });
/** What tells most under a pattern, in its order; our own judgement over the published order of tests. */
export const patterns: readonly LookPattern[] = [
  {
    id: 'all-after-water',
    all: [
      { seenIds: ['all-kinds-within-hours', 'many-deaths-in-a-day', 'began-after-change', 'darting', 'gasping'] },
      recently(72, 'change-done', 'big-change', 'change-without-conditioner', 'top-up-not-pure'),
    ],
    looks: ['chlorine-measured', 'temperature-off', 'copper-measured', 'copper-with-fish', 'conductivity-jumped'],
  },
  {
    id: 'shrimp-after-water',
    all: [
      { seenIds: ['shrimp-die-fish-fine', 'climbing-out', 'twitching-shrimp', 'frantic-swimming'] },
      recently(72, 'change-done', 'big-change', 'change-without-conditioner', 'top-up-not-pure'),
    ],
    looks: ['copper-measured', 'copper-with-fish', 'chlorine-measured', 'conductivity-jumped'],
  },
  {
    id: 'copper-in-the-source',
    all: [
      { source: ['copper'] },
      { seenIds: ['shrimp-die-fish-fine', 'climbing-out', 'twitching-shrimp', 'one-death', 'many-deaths-in-a-day'] },
    ],
    looks: ['copper-measured', 'copper-with-fish'],
  },
  {
    id: 'filter-hit',
    all: [recently(336, 'filter-washed', 'power-cut', 'medicine-given')],
    looks: ['ammonia-measured', 'nitrite-measured'],
  },
  {
    id: 'overnight',
    all: [
      { seenIds: ['dead-at-dawn', 'largest-die-first', 'gasping'] },
      { unseenIds: ['change-done', 'big-change', 'change-without-conditioner'] },
    ],
    looks: ['oxygen-low', 'ammonia-measured', 'co2-high'],
  },
  {
    id: 'shrimp-within-hours',
    all: [
      { seenIds: ['shrimp-die-fish-fine'] },
      { seenIds: ['came-on-fast', 'twitching-shrimp', 'many-deaths-in-a-day'] },
    ],
    looks: ['conductivity-jumped', 'copper-measured', 'copper-with-fish'],
  },
  {
    id: 'shrimp-one-by-one',
    all: [{ hosts: ['shrimp'] }, { seenIds: ['deaths-for-weeks', 'dead-at-the-moult'] }],
    looks: ['white-ring', 'conductivity-crept-up', 'hardness-out-of-range', 'milky-shrimp'],
  },
  {
    id: 'new-ones-at-once',
    all: [{ seenIds: ['only-new-animals-die'] }, recently(72, 'animals-came', 'animals-without-quarantine')],
    looks: ['conductivity-jumped', 'kh-used-up', 'ph-fallen'],
  },
  {
    id: 'spreads-from-new-ones',
    all: [
      { hosts: ['fish'], seenIds: ['rubbing', 'fast-gills', 'clamped-fins'] },
      recently(672, 'animals-came', 'animals-without-quarantine'),
    ],
    looks: ['white-grains', 'gold-dust'],
  },
  {
    id: 'one-thin-fish',
    all: [{ seenIds: ['thin-body'] }],
    looks: ['red-threads-at-vent', 'stringy-droppings'],
  },
  {
    id: 'slow-trickle',
    all: [{ seenIds: ['deaths-for-weeks'] }, { seenIds: ['crept-on'] }],
    looks: ['nitrate-high', 'conductivity-crept-up', 'kh-used-up'],
  },
  { id: 'new-tank', all: [{ youngerThanDays: 56 }], looks: ['ammonia-measured', 'nitrite-measured'] },
  {
    id: 'salts-crept',
    all: [{ seenIds: ['conductivity-crept-up'] }],
    looks: ['foreign-food-or-additive', 'nitrate-high', 'hardness-out-of-range'],
  },
];

export const laboratory: readonly LaboratoryLook[] = [
  {
    id: 'lab-scrape',
    question: 'Skin scrape or gill clip under the microscope',
    separatesIds: [
      'ich',
      'velvet',
      'gill-flukes',
      'skin-flukes',
      'ichthyobodo',
      'trichodina',
      'chilodonella',
      'saprolegnia',
    ],
  },
  {
    id: 'lab-faeces',
    question: 'Fresh droppings under the microscope',
    separatesIds: ['camallanus', 'gut-worms', 'hexamita'],
  },
  {
    id: 'lab-culture',
    question: 'Culture and sensitivity',
    separatesIds: [
      'columnaris',
      'fin-rot',
      'aeromonad-septicaemia',
      'dropsy',
      'milky-muscle-infection',
      'shell-disease',
    ],
  },
  {
    id: 'lab-histology',
    question: 'Acid-fast stain and histology',
    separatesIds: ['mycobacteriosis', 'neon-tetra-disease', 'tumour', 'muscle-necrosis', 'microsporidia'],
  },
  {
    id: 'lab-pcr',
    question: 'Search for a pathogen’s genes (PCR)',
    separatesIds: ['viral-disease', 'milky-muscle-infection', 'microsporidia', 'green-under-tail-parasite'],
  },
];
