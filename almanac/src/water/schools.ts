import type { EvidenceGrade } from '#core/water';

/** A school of changing water: how much, how often, how; kept by many, and right for some tanks. */
export interface ChangeSchool {
  id: string;
  name: string;
  changeFraction: { lo: number; hi: number };
  everyDays: { lo: number; hi: number };
  how: 'poured' | 'dripped';
  /** Two waters in turn, pure and mineral. */
  alternates: boolean;
  suits: string;
  caution: string;
  grade: EvidenceGrade;
  sourceIds: readonly string[];
}

const school = (
  id: string,
  name: string,
  [lo, hi]: readonly [number, number],
  [often, seldom]: readonly [number, number],
  more: { how?: 'dripped'; alternates?: true; suits: string; caution: string; sourceIds?: readonly string[] },
): ChangeSchool => ({
  id,
  name,
  changeFraction: { lo, hi },
  everyDays: { lo: often, hi: seldom },
  how: more.how ?? 'poured',
  alternates: more.alternates ?? false,
  suits: more.suits,
  caution: more.caution,
  grade: 'common-practice',
  sourceIds: more.sourceIds ?? ['trade-shrimp'],
});

/** Named by what is done. None is right for every tank: the page shows what each would do to this one. */
export const changeSchools: readonly ChangeSchool[] = [
  school('weekly-drips', 'small weekly drips', [0.05, 0.1], [7, 7], {
    how: 'dripped',
    suits: 'delicate animals, slow minerals, warm lake water',
    caution: 'Holds little that builds up fast.',
  }),
  school('small-weekly', 'small weekly', [0.1, 0.2], [7, 7], {
    suits: 'most shrimp and settled tanks',
    caution: 'Feed more, and it no longer holds.',
  }),
  school('small-alternate-days', 'small on alternate days', [0.1, 0.2], [2, 2], {
    suits: 'bringing a value over, young tanks, growing on',
    caution: 'A sequence, not a habit: it stops when the goal is reached.',
  }),
  school('third-poured', 'a third, poured', [0.3, 0.35], [7, 14], {
    suits: 'robust fish and shrimp, water aged and treated, temperature matched',
    caution: 'Of the net volume: a third of the label is more than a third of the water.',
    sourceIds: ['trade-fish'],
  }),
  school('half-weekly', 'half and more weekly', [0.5, 0.7], [7, 7], {
    suits: 'planted tanks that are fed much fertiliser, growing fry',
    caution: 'Only where the new water is like the old; with active soil every such change is a jolt.',
    sourceIds: ['trade-fish'],
  }),
  school('most-of-a-bowl', 'most of a bowl', [0.7, 0.8], [3, 7], {
    suits: 'bowls of a few litres and single hardy animals',
    caution: 'Temperature first: a small bowl takes the new water’s at once.',
    sourceIds: ['trade-fish'],
  }),
  school('pure-and-mineral', 'pure and mineral in turn', [0.1, 0.2], [7, 7], {
    alternates: true,
    suits: 'tanks whose conductivity creeps',
    caution: 'Each change is a step in hardness, down and up again.',
  }),
  school('hardly-ever', 'hardly ever', [0.1, 0.15], [28, 56], {
    suits: 'old, densely planted, lightly stocked tanks',
    caution: 'Slow harm hides here: test carbonate hardness and nitrate, and top up with pure water only.',
    sourceIds: ['trade-fish'],
  }),
];

export interface RoutineAdvice {
  id: string;
  purpose: 'display' | 'breeding' | 'growing-on' | 'conditioning' | 'quarantine' | 'hospital' | 'resting' | 'any';
  /** In weeks since it was set up. */
  ageWeeks: { lo: number; hi: number | null };
  schoolIds: readonly string[];
  why: string;
  grade: EvidenceGrade;
}
/** What a tank of this purpose and age is usually given; the first that fits. Common practice, the ages are ours. */
export const routineAdvice: readonly RoutineAdvice[] = [
  {
    id: 'young',
    purpose: 'any',
    ageWeeks: { lo: 0, hi: 8 },
    schoolIds: ['small-alternate-days', 'small-weekly'],
    why: 'A young tank holds less and changes more: little and often.',
    grade: 'common-practice',
  },
  {
    id: 'hospital',
    purpose: 'hospital',
    ageWeeks: { lo: 0, hi: null },
    schoolIds: ['half-weekly', 'third-poured'],
    why: 'Bare and fed: what builds up is taken out, and medicine is dosed again for what went.',
    grade: 'common-practice',
  },
  {
    id: 'quarantine',
    purpose: 'quarantine',
    ageWeeks: { lo: 0, hi: null },
    schoolIds: ['third-poured', 'small-alternate-days'],
    why: 'Hardly matured, and watched closely: a third a week, or less and oftener.',
    grade: 'common-practice',
  },
  {
    id: 'growing-on',
    purpose: 'growing-on',
    ageWeeks: { lo: 8, hi: null },
    schoolIds: ['small-alternate-days', 'half-weekly', 'small-weekly'],
    why: 'Much food for many mouths.',
    grade: 'common-practice',
  },
  {
    id: 'breeding',
    purpose: 'breeding',
    ageWeeks: { lo: 8, hi: null },
    schoolIds: ['small-weekly', 'weekly-drips'],
    why: 'Steadiness before everything: berried females and young.',
    grade: 'common-practice',
  },
  {
    id: 'resting',
    purpose: 'resting',
    ageWeeks: { lo: 0, hi: null },
    schoolIds: ['hardly-ever'],
    why: 'Nobody lives in it.',
    grade: 'ours',
  },
  {
    id: 'old-display',
    purpose: 'any',
    ageWeeks: { lo: 52, hi: null },
    schoolIds: ['small-weekly', 'third-poured', 'hardly-ever'],
    why: 'Settled and planted: less will do, as long as nitrate and KH are watched.',
    grade: 'common-practice',
  },
  {
    id: 'display',
    purpose: 'any',
    ageWeeks: { lo: 8, hi: 52 },
    schoolIds: ['small-weekly', 'third-poured'],
    why: 'Matured, not yet old.',
    grade: 'common-practice',
  },
];
