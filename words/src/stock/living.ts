import type {
  CyclingReason,
  CyclingSchoolId,
  DosingSchool,
  FeedingSchool,
  MealReason,
  PlantHabit,
  TrimOpens,
} from '#core/stock';
import { teller } from '#words/explain';

/** The schools of cycling: how, at what risk, and when each calls a tank ready. */
export const cyclingWords: Record<CyclingSchoolId, { name: string; how: string; risk: string; ready: string }> = {
  ammonia: {
    name: 'measured ammonia',
    how: 'Ammonia to 2 mg/L, again each time it is gone, until both it and nitrite go within a day.',
    risk: 'Plain ammonia without perfume or soap; fumes: open window, gloves, never with bleach.',
    ready: '2 mg/L of ammonia and all nitrite gone within 24 hours, nitrate there.',
  },
  food: {
    name: 'fish food',
    how: 'A pinch of food a day rots into ammonia; no telling how much.',
    risk: 'Slow and smelly; leftovers feed snails and mould.',
    ready: 'Ammonia and nitrite not to be found in two tests three days apart, with food still going in.',
  },
  seeded: {
    name: 'seeded media',
    how: 'Used filter material from a running tank brings the bacteria along; still feed it.',
    risk: 'It brings along whatever else lives there: algae, snails, parasites, disease. Only from a tank healthy for months.',
    ready: '1 mg/L of ammonia and all nitrite gone within 24 hours.',
  },
  plants: {
    name: 'plants first',
    how: 'Planted densely from the first day: growing plants take ammonia themselves.',
    risk: 'Holds only while they grow; melting plants give ammonia.',
    ready: 'New growth to be seen, ammonia and nitrite not to be found for a week.',
  },
};

/** Why a cycle is said to be where it is. */
export const cyclingReasonWords = teller<CyclingReason>({
  'nothing-feeds': () =>
    'Nothing feeds the bacteria: without a source of ammonia nothing begins, however long it runs.',
  'too-sour': () =>
    'At this pH nitrification all but stands still: slowed from 6.5 down, hardly anything from 5.5; it will not cycle like this.',
  'nitrite-come': () => 'Nitrite has come: ammonia is being turned over, nitrite not yet.',
  'ammonia-only': () => 'Ammonia is there, nitrite is not: the first bacteria are still too few.',
  'fed-nothing-found': () => 'Fed; neither ammonia nor nitrite has been found yet.',
  ready: () => 'Cycled by its school’s own test.',
  fading: ({ unfedNights }) =>
    `Cycled, but neither fed nor stocked for ${unfedNights} days: the bacteria are starving. Feed it or test it again.`,
  expired: ({ unfedNights }) =>
    `Was cycled; ${unfedNights} days unfed and unstocked have most likely undone it. Test it with ammonia before anything goes in.`,
});

export const feedingWords: Record<FeedingSchool, { name: string; how: string }> = {
  mass: {
    name: 'by body mass',
    how: 'A share of the living mass a day, in tiny amounts: 3 % for shrimp (3–5), 1–2 % for grown fish.',
  },
  clearance: {
    name: 'by clearance',
    how: 'What is gone in a quarter of an hour; a little more next time when it is, less when it is not.',
  },
  few: { name: 'two or three times a week', how: 'Two or three meals a week; the rest they graze.' },
};

export const mealWords: Record<MealReason, string> = {
  'quickly-gone': 'Gone within a quarter of an hour: a little more.',
  'left-over': 'Some was left: a fifth less, and take out what lies.',
  'slowly-gone': 'Gone, but slowly: the same again.',
};

export const dosingWords: Record<DosingSchool, { name: string; why: string }> = {
  generous: {
    name: 'plenty, with half changed weekly',
    why: 'More than plants can take; the weekly half change keeps it from gathering: it settles at twice the weekly dose.',
  },
  lean: { name: 'lean', why: 'Little in the water, more in the bed; slower growth, less trimming.' },
  label: {
    name: 'all in one, by the label',
    why: 'One bottle, weekly, by net volume; for low light without CO2 half of it.',
  },
  none: { name: 'none', why: 'Animals and their food feed slow plants.' },
};

/** How a plant is trimmed, by its habit. */
export const trimWords: Record<PlantHabit, string> = {
  stem: 'Top them and replant the tops, two or three times, until it stands dense; then shape it.',
  rosette: 'Take old outer leaves at the foot; runners where you want them.',
  rhizome: 'Old leaves off at the rhizome, which stays above the bed.',
  carpet: 'Thin it before flow dies under it; catch the floating bits.',
  moss: 'Shear it and catch every bit; thin it before it rots inside.',
  floating: 'Scoop out a third or a half; leave light for the rest.',
  bulb: 'Leaves off at the neck; it may rest.',
};
export const trimOpensWords: Record<TrimOpens, string> = {
  light: 'light to the bed',
  flow: 'flow to the back',
  view: 'the view through the front',
  room: 'room to swim',
};
