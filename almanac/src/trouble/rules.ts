import type {
  ActingRules,
  BookRules,
  Exposure,
  HappeningRule,
  KnownFactor,
  ReadingRule,
  TroubleKnowledge,
} from '#core/trouble';
import { tankFindings } from './findings-tank';

/** Water went in: changes, a new source, top-ups. */
export const waterEventIds = ['change-done', 'big-change', 'change-without-conditioner', 'top-up-not-pure'] as const;
const twoDays = 48;
const fourWeeks = 28 * 24;

/** Readings that are findings, with their thresholds; the words of each finding say the same. */
export const readings: readonly ReadingRule[] = [
  { findingId: 'ammonia-measured', parameter: 'tanMgPerL', kind: 'at-least', value: 0.1 },
  { findingId: 'nitrite-measured', parameter: 'no2MgPerL', kind: 'at-least', value: 0.12 },
  { findingId: 'nitrate-high', parameter: 'no3MgPerL', kind: 'above', value: 50, where: { host: 'shrimp', value: 30 } },
  { findingId: 'ph-fallen', parameter: 'ph', kind: 'fallen', belowValue: 6, byValue: 0.7 },
  { findingId: 'kh-used-up', parameter: 'khDegrees', kind: 'used-up', atMostValue: 1, notWith: 'activeBed' },
  {
    findingId: 'conductivity-crept-up',
    parameter: 'ec25UsPerCm',
    kind: 'crept-up',
    usualFraction: 1.3,
    notAfter: { eventIds: [...waterEventIds, 'product-or-dose-new', 'things-came'], withinHours: twoDays },
  },
  {
    findingId: 'conductivity-jumped',
    parameter: 'ec25UsPerCm',
    kind: 'jumped',
    downToFraction: 0.8,
    upToFraction: 1.2,
    after: { eventIds: [...waterEventIds, 'animals-came', 'product-or-dose-new', 'things-came'], withinHours: twoDays },
  },
  { findingId: 'oxygen-low', parameter: 'o2MgPerL', kind: 'short-of-oxygen', leastMgPerL: 5, saturatedFraction: 0.6 },
  {
    findingId: 'temperature-off',
    parameter: 'tempC',
    kind: 'off-temperature',
    loC: 20,
    hiC: 29,
    offC: 3,
    coolBelowC: 20,
  },
  { findingId: 'chlorine-measured', parameter: 'totalChlorineMgPerL', kind: 'any' },
  {
    findingId: 'copper-measured',
    parameter: 'copperMgPerL',
    kind: 'at-least',
    value: 0.02,
    hosts: ['shrimp', 'snails'],
  },
  { findingId: 'co2-high', parameter: 'co2MgPerL', kind: 'above', value: 40, needs: 'co2' },
  { findingId: 'phosphate-low', parameter: 'po4MgPerL', kind: 'below', value: 0.1, hosts: ['plants'] },
  { findingId: 'phosphate-high', parameter: 'po4MgPerL', kind: 'above', value: 2 },
  { findingId: 'nitrate-low', parameter: 'no3MgPerL', kind: 'below', value: 5, hosts: ['plants'] },
  {
    findingId: 'hard-alkaline-water',
    parameter: 'ph',
    kind: 'both-above',
    value: 7.5,
    other: { parameter: 'khDegrees', value: 8 },
  },
  { findingId: 'hardness-low', parameter: 'ghDegrees', kind: 'below', value: 2, hosts: ['plants'] },
  { findingId: 'ph-extreme', parameter: 'ph', kind: 'extreme', belowValue: 4.2, aboveValue: 9.2 },
  {
    findingId: 'temperature-extreme',
    parameter: 'tempC',
    kind: 'extreme',
    belowValue: 15,
    aboveValue: 32,
    notUsuallyBelowValue: 20,
  },
  { findingId: 'conductivity-extreme', parameter: 'ec25UsPerCm', kind: 'extreme', aboveValue: 3000 },
  {
    findingId: 'copper-with-fish',
    parameter: 'copperMgPerL',
    kind: 'at-least',
    value: 0.05,
    hosts: ['fish'],
    unlessMeant: true,
  },
];

export const young: TroubleKnowledge['young'] = { findingId: 'tank-is-new', underDays: 56 };

/** Single dashes of a kind that breathes air are no gulping, unless others gasp, too. */
export const hides: TroubleKnowledge['hides'] = [
  {
    seenId: 'air-breather-dashes',
    hiddenId: 'gasping',
    unlessSeenIds: ['fast-gills', 'many-deaths-in-a-day', 'all-kinds-within-hours'],
  },
];

const changed = { eventIds: waterEventIds, withinHours: 72 };
/** What is known of the tank, its source and its equipment; our own estimates. */
export const known: readonly KnownFactor[] = [
  {
    causeId: 'chlorine',
    id: 'source-chlorine',
    factor: 2,
    when: { source: ['chlorine', 'chloramine'], recently: changed },
  },
  { causeId: 'chlorine', id: 'no-change-in-72-hours', factor: 0.05, when: { notRecently: changed } },
  { causeId: 'copper-poisoning', id: 'source-copper', factor: 5, when: { source: ['copper'] } },
  { causeId: 'co2-overdose', id: 'co2-unknown', factor: 0.3, when: { has: { item: 'co2', is: 'not-said' } } },
  { causeId: 'salt-build-up', id: 'softened', factor: 2, when: { source: ['softener'] } },
  {
    causeId: 'product-overdose',
    id: 'no-dose-in-7-days',
    factor: 0.05,
    when: { notRecently: { eventIds: ['product-or-dose-new'], withinHours: 7 * 24 } },
  },
  {
    causeId: 'gas-supersaturation',
    id: 'no-change-in-48-hours',
    factor: 0.3,
    when: { notRecently: { eventIds: ['change-done', 'big-change'], withinHours: twoDays } },
  },
  { causeId: 'wrong-hardness', id: 'softened', factor: 3, when: { source: ['softener'] } },
  {
    causeId: 'immature-tank',
    id: 'old-and-left-alone',
    factor: 0.05,
    when: {
      olderThanDays: 180,
      notRecently: {
        eventIds: ['power-cut', 'medicine-given', 'things-came', 'filter-washed', 'bed-dug'],
        withinHours: fourWeeks,
      },
    },
  },
  { causeId: 'filter-intake-loss', id: 'intake-open', factor: 3, when: { has: { item: 'intakeSponge', is: false } } },
  {
    causeId: 'filter-intake-loss',
    id: 'intake-sponge',
    factor: 0.1,
    when: { has: { item: 'intakeSponge', is: true } },
  },
  {
    causeId: 'transport-stress',
    id: 'nobody-new-in-28-days',
    factor: 0.05,
    when: { notRecently: { eventIds: ['animals-came', 'animals-without-quarantine'], withinHours: fourWeeks } },
  },
  {
    causeId: 'ichthyobodo',
    id: 'warmer-than-30',
    factor: 0.3,
    when: { mostlyAtLeast: { parameter: 'tempC', value: 30 } },
  },
];

const idsOf = (group: 'algae' | 'plants'): string[] => tankFindings.filter((f) => f.group === group).map((f) => f.id);
/** Without one of these nothing is said of growth, or of plants. */
export const mustShow: TroubleKnowledge['mustShow'] = {
  growth: [
    ...idsOf('algae'),
    'cloudy-white',
    'cloudy-green',
    'film-on-surface',
    'musty-smell',
    'fuzz-on-wood',
    'fluff-on-new-wood-only',
    'dust-settles-within-hours',
  ],
  plants: idsOf('plants'),
};

/** What kills shrimp within hours, and fish after them: what is done for a poison is done before one of them lies still. */
const toxin = (id: string, all: Exposure['all']): Exposure => ({
  id,
  all,
  urgency: 'today',
  causeId: 'household-toxin',
  first: ['as-poison'],
  lookAgainHours: 1,
  cautionIds: ['poison-line'],
});
/** Nothing moves the water: oxygen goes before anybody gasps. */
const still = (id: string, all: Exposure['all']): Exposure => ({
  id,
  all,
  urgency: 'today',
  causeId: 'low-oxygen',
  first: ['air'],
  lookAgainHours: 1,
  cautionIds: ['electricity'],
});
const sulphide = { causeId: 'hydrogen-sulphide', cautionIds: ['gas'] };

/** What decides how urgent a case is and what comes first in it. */
export const acting: ActingRules = {
  atOnceIds: [
    'gasping',
    'darting',
    'climbing-out',
    'twitching-shrimp',
    'many-deaths-in-a-day',
    'all-kinds-within-hours',
    'brown-gills',
    'oxygen-low',
    'chlorine-measured',
  ],
  deathIds: [
    'one-death',
    'deaths-for-weeks',
    'many-deaths-in-a-day',
    'shrimp-die-fish-fine',
    'fish-die-shrimp-fine',
    'largest-die-first',
    'dead-at-dawn',
    'all-kinds-within-hours',
    'dead-at-the-moult',
    'deaths-on-running-nights',
  ],
  urgency: [
    { causeId: 'ammonia', anyOf: [{ toxicAmmoniaAtLeastMgPerL: 0.05 }], urgency: 'now' },
    {
      causeId: 'nitrite',
      anyOf: [{ signs: true }, { middleAbove: { parameter: 'no2MgPerL', value: 1 } }],
      urgency: 'now',
    },
    { causeId: 'copper-poisoning', anyOf: [{ hosts: ['shrimp', 'snails'] }], urgency: 'now' },
    { causeId: 'copper-poisoning', anyOf: [], urgency: 'today' },
    { causeId: 'osmotic-jump', anyOf: [{ seenIds: ['began-after-change'] }], urgency: 'now' },
    { causeId: 'hydrogen-sulphide', anyOf: [{ signs: true, seenIds: ['rotten-egg-smell'] }], urgency: 'now' },
    { causeId: 'hydrogen-sulphide', anyOf: [], urgency: 'today' },
  ],
  hastens: [
    { from: ['week'], to: 'today', all: [{ seenIds: ['deaths-for-weeks'] }] },
    // Night after night they die: no week is waited, whatever leads.
    { from: ['watch', 'week'], to: 'today', all: [{ seenIds: ['deaths-on-running-nights'] }] },
  ],
  source: {
    afterIds: [
      ...waterEventIds,
      'began-after-change',
      'chlorine-measured',
      'copper-measured',
      'tap-smells-of-chlorine',
    ],
    causeIds: ['chlorine', 'copper-poisoning', 'osmotic-jump', 'gas-supersaturation'],
  },
  poison: [
    { causeId: 'household-toxin', afterIds: [] },
    { causeId: 'product-overdose', afterIds: ['product-or-dose-new'] },
  ],
  acid: { causeId: 'ph-crash', seenIds: ['ph-fallen'], khAtMostDegrees: 1, phBelowValue: 6 },
  onlyNow: { findingId: 'chlorine-measured', afterWaterHours: 72, causeIds: ['chlorine', 'osmotic-jump'] },
  exposures: [
    toxin('spray', [{ recently: { eventIds: ['spray-nearby'], withinHours: 96 } }]),
    toxin('pet-drops-on-hands', [
      { recently: { eventIds: ['lotion-on-hands'], withinHours: 96 } },
      { recently: { eventIds: ['pet-treated'], withinHours: 96 } },
    ]),
    toxin('foam-after-lotion', [
      { seenIds: ['lasting-foam'] },
      { recently: { eventIds: ['lotion-on-hands'], withinHours: 96 } },
    ]),
    {
      id: 'chlorinated-water',
      all: [
        { source: ['chlorine', 'chloramine'] },
        { recently: { eventIds: ['change-without-conditioner'], withinHours: 72 } },
      ],
      urgency: 'today',
      causeId: 'chlorine',
      first: ['safe-water'],
      lookAgainHours: 1,
      cautionIds: ['source'],
    },
    still('power-cut', [{ recently: { eventIds: ['power-cut'], withinHours: 24 } }]),
    still('weak-flow', [{ seenIds: ['weak-flow'] }]),
    still('still-surface', [{ seenIds: ['still-surface'] }]),
    {
      ...sulphide,
      id: 'bed-gas-after-digging',
      all: [{ seenIds: ['rotten-egg-smell'] }, { recently: { eventIds: ['bed-dug'], withinHours: 48 } }],
      urgency: 'today',
      first: ['air'],
      lookAgainHours: 1,
    },
    {
      ...sulphide,
      id: 'bed-gas',
      all: [{ seenIds: ['rotten-egg-smell'] }],
      urgency: 'week',
      first: [],
      lookAgainHours: 24,
    },
  ],
  extremes: [
    {
      findingId: 'ph-extreme',
      all: [{ mostlyAtLeast: { parameter: 'ph', value: 7 } }],
      urgency: 'today',
      first: 'change',
    },
    { findingId: 'ph-extreme', all: [], urgency: 'today', first: 'small-changes' },
    { findingId: 'temperature-extreme', all: [], urgency: 'today', first: 'air' },
    { findingId: 'conductivity-extreme', all: [], urgency: 'today', first: 'change' },
    {
      findingId: 'copper-with-fish',
      all: [{ mostlyAtLeast: { parameter: 'copperMgPerL', value: 0.2 } }],
      urgency: 'now',
      first: 'safe-water',
    },
    { findingId: 'copper-with-fish', all: [], urgency: 'today', first: 'safe-water' },
  ],
  // Chloride keeps nitrite out of the gills: ten times as much of it, by mass (Timmons and Ebeling; from memory).
  guards: [
    {
      causeId: 'nitrite',
      parameter: 'clMgPerL',
      againstParameter: 'no2MgPerL',
      ratioAtLeastValue: 10,
      urgencyAtMost: 'today',
    },
  ],
};

const happened = (
  what: HappeningRule['what'],
  eventId: string,
  more: Partial<Omit<HappeningRule, 'what' | 'eventId'>> = {},
): HappeningRule => ({ what, eventId, withinHours: 14 * 24, ...more });
const long = { withinHours: fourWeeks };
/** How what the book holds becomes evidence; events older than two weeks are not asked for, some count longer. */
export const book: BookRules = {
  happened: [
    happened('change', 'change-done'),
    happened('change', 'big-change', { overFraction: 0.5 }),
    happened('top-up', 'top-up-not-pure'),
    happened('animals-in', 'animals-came', long),
    happened('plants-in', 'plants-came', long),
    happened('product', 'product-or-dose-new'),
    happened('dose', 'product-or-dose-new'),
    happened('decoration', 'things-came'),
    happened('sponge', 'filter-washed'),
    happened('bed', 'bed-dug'),
    happened('food', 'food-new-or-more'),
    happened('shared', 'shared-between-tanks'),
    happened('medicine', 'medicine-given'),
    happened('untreated-arrival', 'animals-came', long),
    happened('untreated-arrival', 'animals-without-quarantine', long),
    // The careful end of «more than one or two hours»: from then on a filter without flow is asked about.
    happened('power-cut', 'power-cut', { atLeastHours: 1 }),
    happened('heater-off', 'heater-failed'),
    happened('heater-stuck', 'hot-weather'),
    happened('light-more', 'light-more', long),
    happened('co2-changed', 'co2-altered'),
    happened('unconditioned', 'change-without-conditioner'),
    happened('spray', 'spray-nearby'),
    happened('lotion', 'lotion-on-hands'),
    happened('pet-drops', 'pet-treated'),
  ],
  missedCare: { eventId: 'care-missed', afterHours: 21 * 24 },
  signs: [
    { sign: 'not-grazing', host: 'shrimp', findingId: 'shrimp-not-grazing' },
    { sign: 'less-grazing', host: 'shrimp', findingId: 'shrimp-not-grazing' },
    { sign: 'young-not-growing', host: 'shrimp', findingId: 'young-not-growing' },
    { sign: 'hiding', host: 'fish', findingId: 'hiding-alone' },
    { sign: 'pale', host: 'fish', findingId: 'paler-fish' },
    { sign: 'pale', host: 'shrimp', findingId: 'colony-fading' },
    { sign: 'gasping', host: 'fish', findingId: 'gasping' },
  ],
  signsWithinHours: 14 * 24,
  deaths: {
    many: { findingId: 'many-deaths-in-a-day', atLeastCount: 3, ofLivingFraction: 0.1, withinHours: 24 },
    single: { findingId: 'one-death' },
    // «One every few days for weeks» is not four nights running.
    dayAfterDay: { findingId: 'deaths-for-weeks', atLeastDays: 3, overDays: 7 },
    running: { findingId: 'deaths-on-running-nights', atLeastDays: 3, withinDays: 5 },
    missing: { findingId: 'missing-without-bodies' },
    withinHours: fourWeeks,
  },
  outcomes: {
    // The white ring, half out of the old shell, dead at the moult.
    'bad-moult': ['white-ring', 'stuck-in-shell', 'dead-at-the-moult'],
    'no-young': ['no-berried-females', 'eggs-dropped', 'young-vanishing'],
  },
  pokes: { smellFindingId: 'rotten-egg-smell', gasFindingId: 'bubbles-when-poked', withinHours: 14 * 24 },
  bed: {
    slowSignIds: [
      'shrimp-not-grazing',
      'no-berried-females',
      'young-vanishing',
      'young-not-growing',
      'deaths-for-weeks',
    ],
    gaspingIds: ['gasping', 'fast-gills'],
  },
};

/** Days of darkness (common practice): velvet's free stage lives on light, three are the least against it. */
export const dark: TroubleKnowledge['dark'] = [
  { causeId: 'velvet', days: { lo: 3, hi: 3 } },
  { causeId: null, days: { lo: 3, hi: 4 } },
];

export const slowHarms: TroubleKnowledge['slowHarms'] = {
  'old-tank': 'kh-used-up',
  'kh-decline': 'kh-used-up',
  'tds-creep': 'conductivity-crept-up',
  'temperature-widening': 'temperature-off',
  'silent-gap': null,
};
