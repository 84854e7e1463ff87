import type {
  AfterOutageStep,
  BedBlock,
  BedSchool,
  BucketSign,
  CleanedPart,
  FilterState,
  HeldVerdict,
  Insulation,
  LeavingPlan,
  MoveReason,
  MoveSchool,
  MoveStepId,
  OutageCause,
  OutageStep,
  SpongeBlock,
  WalkGroup,
  WalkJobId,
  WalkPass,
  WasteReason,
  WaterChoice,
} from '#core/hands';

export const walkJobWords: Record<WalkJobId, string> = {
  look: 'look',
  leftovers: 'take out what was left',
  watch: 'look for signs',
  feed: 'feed',
  'open-job': 'close what is open',
  test: 'test',
  dose: 'dose',
  trim: 'trim',
  bed: 'clean the bed’s part',
  sponge: 'squeeze the sponge',
  change: 'change water',
  again: 'look again',
};
/** A pass of one hose: its head, what it does, and that it was done. */
export const walkPassWords: Record<WalkPass, { name: string; says: string; done: string }> = {
  before: { name: 'Look and test', says: 'before a hand is in the water', done: 'looked' },
  off: {
    name: 'Off',
    says: 'heater first, then filter; with dry hands, plugs above the water. The heater stays covered until it is cool.',
    done: 'heater and filter off',
  },
  trim: { name: 'Trim and dig', says: 'while heaters cool', done: 'trimmed and dug' },
  drain: { name: 'Drain', says: 'stay with the hose: a pump empties a tank while one looks away', done: 'drained' },
  fill: {
    name: 'Fill',
    says: 'stay with the hose; temperature and conditioner before it runs, over a plate so that it does not dig',
    done: 'filled',
  },
  after: {
    name: 'On, and after',
    says: 'filter on at once, heater a quarter of an hour after the water covers it; then dose, food, a look',
    done: 'on again',
  },
};
export const walkGroupWords: Record<WalkGroup, string> = {
  healthy: 'Healthy',
  new: 'New',
  doubtful: 'Doubtful',
  quarantine: 'Quarantine',
  sick: 'Under treatment',
};
export const toolWords: Record<string, string> = {
  syringe: 'test syringe',
  siphon: 'siphon',
  hose: 'hose',
  scissors: 'scissors',
};

export const outageWords: Record<OutageCause, string> = {
  power: 'Power is out',
  'heater-off': 'Heater does not heat',
  'heater-stuck': 'Heater sticks on',
  flood: 'Water on the floor',
};
export const outageStepWords: Record<OutageStep, string> = {
  'dry-hands':
    'Hands dry, and nothing wet touched while the mains are on. Standing in water: switch off at the fuse first.',
  unplug: 'Pull the plug of what failed. Do not lift a heater out before it has cooled: it burns and cracks.',
  'stop-water': 'Stop the water: tap shut, hose out of the tank, siphon broken.',
  air: 'Air first, for the fullest tank: battery pump, or scoop water and pour it back from a hand’s height.',
  'no-food': 'No food while the filter stands.',
  cover: 'Blankets round the glass and lids on, with a gap for air; nothing over a lamp that may come on again.',
  'warm-bottle':
    'A closed bottle of warm water, hand-warm and no hotter, floated in the coldest tank; watch the level.',
  'no-warm-change': 'No big change with warm water: one degree an hour is fast enough.',
  'cool-slowly': 'Lid off, air on, cool slowly: no ice, one or two degrees an hour. Warm water holds little oxygen.',
  mop: 'Count the litres that left; towels under leads and sockets, power back only once all is dry.',
};
export const afterOutageWords: Record<AfterOutageStep, string> = {
  'pour-away':
    'A closed canister that stood for hours: its water is poured away before it is switched on, never pumped into the tank.',
  rinse: 'Its media rinsed in tank water, not under the tap.',
  'plug-back': 'Leads and hands dry, drip loops below the sockets; then plug in, filter first, heater last.',
  test: 'Ammonia and nitrite before the filter is trusted, and daily for a week.',
  'feed-little': 'Little food for some days.',
  watch: 'A look in an hour, and one in the morning.',
};
export const filterWords: Record<FilterState, string> = {
  sound: 'filter bears it',
  short: 'filter short of oxygen: open the canister',
  foul: 'canister may be foul: pour it away first',
};
export const insulationWords: Record<Insulation, string> = {
  glass: 'bare glass',
  blanket: 'in blankets',
  box: 'in a foam box',
};
/** The same in one word for a list. */
export const hoursSpan = ({ lo, hi }: { lo: number | null; hi: number | null }): string => {
  const plain = (hours: number): string =>
    hours < 10 ? String(Math.round(hours * 10) / 10) : String(Math.round(hours));
  if (lo === null) return 'not limited by oxygen';
  if (lo === 0 && hi === 0) return 'none left: air now';
  return hi === null ? `${plain(lo)} h or more` : `${plain(lo)} to ${plain(hi)} h`;
};
/** Nothing else stands on the sheet of whoever comes in meanwhile. */
export const standInRules = [
  'Look at every tank: all animals there, none at the surface gasping, light on by day, water to its line.',
  'Feed only the portion of the day. They beg; that is no hunger.',
  'Top up only with the water that is labelled for it, to the line.',
  'Leave alone: filter, plants, bed, dead leaves, empty moults. Buy and add nothing.',
] as const;
/** What one portion weighs. */
export const portionText = (portionG: number): string =>
  `${portionG < 0.1 ? portionG.toFixed(3) : portionG.toFixed(2)} g`;
export const standInAlarms = [
  'Water low or on the floor: plugs out with dry hands, then call.',
  'Fish gasping at the surface: no food, air pump to full, then call.',
  'Light or pump off: look at the fuse with dry hands; nothing wet is touched. Then call.',
  'A dead fish: take it out with its own net, into a bag; wash hands with soap, more so with a cut. Then call.',
] as const;
export const beforeLeaving = [
  'A usual change some days before, and no deep clean.',
  'Nothing new for two weeks: no animals, plants, filter, food.',
  'Pre-filters and hoses looked at; timers run for a day; heaters at the right mark.',
  'Top-up water labelled, portions counted into days; the tin put away.',
] as const;
export const leavingPlanWords: Record<LeavingPlan, string> = {
  usual: 'fed as now',
  portions: 'with these portions',
  change: 'with these portions and the change before',
};
export const moveSchoolWords: Record<MoveSchool, string> = {
  'all-in': 'all stays in: water down, bed and plants as they are',
  'all-out': 'everything out: bed rinsed or new, as good as starting anew',
};
/** Why so, or why not now. */
export function moveReasonWords(reason: MoveReason, dayText: (on: string) => string): string {
  switch (reason.id) {
    case 'heavy':
      return `drained it is still about ${Math.round(reason.facts.movingKg)} kg: no two people lift that`;
    case 'rich-bed':
      return 'a rich bed that is shaken for hours gives off what it holds';
    case 'long-way':
      return `a bed stands without oxygen for ${reason.facts.hours} hours`;
    case 'light-enough':
      return `drained it is about ${Math.round(reason.facts.movingKg)} kg: it may be lifted on its board`;
    case 'roots-hold':
      return 'the roots hold the bed, and its bacteria stay';
    case 'trip-soon':
      return `a journey begins on ${dayText(reason.facts.onDay)}: nobody would be there to test`;
    case 'ailing':
      return 'its animals are not well tonight: a move on top is too much';
    case 'not-cycled':
      return 'it is being cycled: everything out now begins that anew';
    case 'in-course':
      return 'a course runs in it: end that first';
  }
}
export const waterChoiceWords: Record<WaterChoice, string> = {
  same: 'most of it: the delicate keep their water',
  half: 'half of it',
  new: 'little of it: what was stirred up stays behind',
};
export const moveStepWords: Record<MoveStepId, string> = {
  'plugs-off': 'plugs out, the heater cools for a quarter of an hour',
  'hardscape-out': 'rocks and wood out, into wet towels',
  'water-drawn': 'old water into its cans, by siphon, never by mouth',
  'animals-out': 'animals into boxes of their own water, lidded, dark; counted',
  'plants-out': 'plants out, wet and flat',
  drain: 'drained to a few centimetres over the bed, or to the bed',
  'bed-out': 'bed out; rinsed in old water, or left behind',
  carry: 'carried level on its board, wedged against braking',
  way: 'on the way',
  'set-up': 'set up and levelled on a stand that bears the full weight',
  'bed-in': 'bed and hardscape in',
  'water-in': 'water in over a plate, old before new, at its warmth',
  'animals-in': 'animals eased in; counted',
  'filter-on': 'filter on, its media never dried; air out of it',
  'heater-on': 'heater on, a quarter of an hour after it is under water',
  'light-stays-off': 'light off today, no food until tomorrow',
};
/** What goes where, until the last tank is empty. */
export const packingLists: readonly { id: string; name: string; things: readonly string[] }[] = [
  {
    id: 'old-place',
    name: 'Stays in hand until the last tank is empty',
    things: ['siphon and hose', 'nets', 'lidded boxes', 'cans', 'towels', 'a bucket', 'a torch'],
  },
  {
    id: 'car',
    name: 'Goes in the car',
    things: [
      'animals, last in and first out',
      'filter media wet in a box of tank water',
      'plants in damp paper',
      'battery air pump',
      'board and blankets',
      'wedges and straps',
    ],
  },
  {
    id: 'new-place',
    name: 'Stands ready at the new place',
    things: [
      'the stand, level, rated for the full weight',
      'new water, aged or conditioned, at its warmth',
      'conditioner and thermometer',
      'ammonia and nitrite tests',
      'fuse and drip loops looked at',
      'towels and soap',
    ],
  },
];
export const movingCautions = [
  'Never lift a tank that holds water: it bends, and breaks at the edge. Two people, a board under it.',
  'Rocks and wood out first; plugs out before hands are in the water; the heater off for a quarter of an hour before it is dry.',
  'Not in the week before a journey.',
] as const;

/** What came of a value while nobody was there; `label` is its name. */
export const heldWords: Record<HeldVerdict, (label: string) => string> = {
  'as-foreseen': (label) => `${label} left its band, as foreseen`,
  held: (label) => `${label} was foreseen to leave its band and did not`,
  'on-its-limit': (label) => `${label} was foreseen to leave its band and lies on its limit`,
  'not-read': (label) => `${label} was foreseen to leave its band: not read before a change`,
  unforeseen: (label) => `${label} left its band, which nobody foresaw`,
};

export const cleanedWords: Record<CleanedPart, string> = {
  bed: 'bed',
  sponge: 'sponge',
  prefilter: 'pre-filter',
  glass: 'glass',
  lid: 'lid and crusts',
};
export const bedSchoolWords: Record<BedSchool, string> = {
  never: 'never: layers filter, roots hold it',
  skim: 'skimmed only',
  spots: 'sand, dug in its bad spots',
  half: 'gravel, half now and half next time',
  sections: 'to the glass, a quarter at a time',
};
export const bucketWords: Record<BucketSign, string> = {
  'droppings-usual': 'droppings as usual',
  'droppings-white': 'white or stringy droppings',
  none: 'hardly any droppings',
  animals: 'animals, put back',
  smell: 'it smelled of rotten eggs',
  food: 'food that was left',
};
export const bedBlockWords = (block: BedBlock): string => {
  switch (block.id) {
    case 'case-open':
      return 'A case is open here: a bed is not dug on top of an illness, unless gas is the case.';
    case 'active-soil':
      return 'Active soil is skimmed, not dug: it crumbles, and what it holds goes into the water.';
    case 'rooted':
      return 'By this school it is left alone: its layers are the filter.';
    case 'tonight':
      return `${Math.round(100 * block.facts.shareFraction)} % of it was done tonight: the rest another evening. What lives in it is half of the filter.`;
    case 'too-soon':
      return `The last part was done ${Math.max(0, Math.floor(block.facts.sinceDays))} days ago: the next after ${block.facts.leastDays}.`;
  }
};
export const spongeBlockWords = (block: SpongeBlock): string => {
  switch (block.id) {
    case 'big-change':
      return `${Math.round(100 * block.facts.changeFraction)} % of the water was changed tonight: the sponge another evening.`;
    case 'new-dose':
      return 'Something was dosed tonight: the sponge another evening.';
    case 'in-course':
      return 'A course runs: the filter is hit already.';
    case 'case-open':
      return 'A case is open: one thing at a time.';
  }
};
export const wasteWords: Record<WasteReason, string> = {
  medicine: 'a medicine is in it',
  salt: 'salt is in it',
  illness: 'a case is open',
  quarantine: 'it is a quarantine',
};
/** What keeps hands and animals whole while a tank is cleaned. */
export const cleaningCautions = [
  'Hands washed, nothing on them; plugs above the water with drip loops, dry hands at every plug.',
  'Heater off first and left to cool for a quarter of an hour: it cracks when it is dry and burns when it is wet.',
  'A siphon is started under water by lifting, with a pump ball or a valve: never by mouth.',
] as const;
export const smallBowlWords =
  'A small bowl: most of its water, never all of bed and media. The animal waits in a lidded cup of its own water, warm and timed, and is eased back; a net only where nothing else works. Ornaments stay wet.';
