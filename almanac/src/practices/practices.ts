import { penBand, type BandLine, type Practice } from '#core/almanac';
import type { ParameterId } from '#core/readings';
import type { EvidenceGrade } from '#core/water';

const line =
  (grade: EvidenceGrade, ...sourceIds: string[]) =>
  (parameter: ParameterId, lo: number | null, hi: number | null, note?: string): BandLine => ({
    parameter,
    lo,
    hi,
    grade,
    sourceIds,
    ...(note ? { note } : {}),
  });
const shrimp = line('common-practice', 'trade-shrimp');
const fish = line('common-practice', 'trade-fish');
const ourOwn = line('ours', 'ours');
const pen = (loPpmCount: number | null, hiPpmCount: number | null, note?: string): BandLine => ({
  parameter: 'ec25UsPerCm',
  ...penBand({ loPpmCount, hiPpmCount }),
  grade: 'common-practice',
  sourceIds: ['trade-shrimp'],
  ...(note ? { note } : {}),
});

/** Bands by livestock and school. What a school does not say is left blank; where schools disagree they stand side by side. */
export const practices: readonly Practice[] = [
  {
    id: 'neocaridina-middle',
    version: 1,
    livestock: 'Neocaridina',
    name: 'Middle',
    reason: 'The middle ground on which they keep and breed.',
    bands: [
      shrimp('ph', 6.8, 7.5),
      shrimp('ghDegrees', 6, 8),
      shrimp('khDegrees', 2, 5),
      pen(200, 250),
      shrimp('tempC', 21, 25),
      shrimp('no3MgPerL', 0, 30),
    ],
  },
  {
    id: 'neocaridina-wide',
    version: 1,
    livestock: 'Neocaridina',
    name: 'Wide',
    reason: 'Hardness first, pH last; GH 5 is borne, hardness of 14 and over costs lives.',
    bands: [
      shrimp('ph', 6, 8),
      shrimp('ghDegrees', 6, 10, 'GH 5 is borne; 14 and over costs lives.'),
      shrimp('no3MgPerL', 0, 30),
    ],
    clashes: [
      {
        practiceId: 'neocaridina-hard-tap',
        why: 'Above 14 dGH this school expects deaths; the other lets hardness be what the tap gives.',
      },
    ],
  },
  {
    id: 'neocaridina-hard-tap',
    version: 1,
    livestock: 'Neocaridina',
    name: 'Hard tap',
    reason: 'Thrives in hard tap water by several accounts; pH 8.4 and pen 400 lived and bred, though not ideal.',
    bands: [shrimp('ph', 7, 8)],
    clashes: [
      {
        practiceId: 'neocaridina-wide',
        why: 'Hardness as the tap gives it; the other school expects deaths above 14 dGH.',
      },
    ],
  },
  {
    id: 'caridina-low',
    version: 1,
    livestock: 'Soft-water caridina',
    name: 'Low',
    reason: 'Pure water on active soil; 10–15 % weekly while young, monthly when old; a steady temperature.',
    bands: [
      shrimp('ph', 5.8, 6.5),
      shrimp('khDegrees', 0, 0.5, 'Said as 0; a kit cannot tell 0 from half a degree.'),
      { ...pen(105, 125, 'Said as about 115.') },
    ],
  },
  {
    id: 'caridina-middle',
    version: 1,
    livestock: 'Soft-water caridina',
    name: 'Middle',
    reason: 'The middle ground for bee-type shrimp on active soil.',
    bands: [
      shrimp('ph', 5.8, 6.4),
      shrimp('ghDegrees', 4, 8),
      shrimp('khDegrees', 0, 1),
      pen(110, 150),
      shrimp('tempC', 20, 24),
      shrimp('no3MgPerL', 0, 30),
    ],
  },
  {
    id: 'caridina-relaxed',
    version: 1,
    livestock: 'Soft-water caridina',
    name: 'Relaxed',
    reason: 'Wider; look for a cause when the pen passes 200.',
    bands: [shrimp('khDegrees', 0, 0.5, 'Said as 0.'), pen(120, 200)],
  },
  {
    id: 'sulawesi-tank',
    version: 1,
    livestock: 'Sulawesi lake shrimp',
    name: 'Tank',
    reason: 'What keepers hold in tanks.',
    bands: [
      shrimp('ph', 7.6, 8.4),
      shrimp('ghDegrees', 4, 6),
      shrimp('khDegrees', 2, 4),
      pen(100, 150),
      shrimp('tempC', 27, 29),
    ],
  },
  {
    id: 'sulawesi-lakes',
    version: 1,
    livestock: 'Sulawesi lake shrimp',
    name: 'As in the lakes',
    reason:
      'Slow mineral, a week-long mix, small drips. Its conductivity and its hardness do not agree with each other.',
    bands: [
      shrimp('ph', 8.1, 8.5),
      shrimp('ghDegrees', 5, 7),
      shrimp('khDegrees', 4, 6),
      shrimp('ec25UsPerCm', 107, 175),
      shrimp('tempC', 28, 29),
    ],
    clashes: [{ practiceId: 'sulawesi-easy', why: 'pH 8.1 and more against about 7.1.' }],
  },
  {
    id: 'sulawesi-easy',
    version: 1,
    livestock: 'Sulawesi lake shrimp',
    name: 'Easy mineral',
    reason: 'Works by some accounts, mostly for home-bred animals.',
    bands: [shrimp('ph', 6.9, 7.3, 'Said as about 7.1.'), pen(120, 140, 'Said as about 130.'), shrimp('tempC', 27, 29)],
    clashes: [{ practiceId: 'sulawesi-lakes', why: 'pH about 7.1 against 8.1 and more.' }],
  },
  {
    id: 'tannin-shrimp',
    version: 1,
    livestock: 'Tannin water',
    name: 'With shrimp',
    tannins: true,
    reason: 'pH 4.5–6 in nature, tanks milder. The minerals matter, not the colour; under pH 5 moults may fail.',
    bands: [
      shrimp('ph', 5, 6.8, 'Under 5 moults may fail: a soft floor.'),
      ourOwn('ghDegrees', 2, 6, 'Minerals must be present; the figure is ours.'),
      ourOwn('tempC', 22, 26),
    ],
  },
  {
    id: 'planted-tank',
    version: 1,
    livestock: 'Planted tank',
    name: 'Lean',
    reason: 'Algae were seen more often over pen 250.',
    bands: [{ ...pen(130, 160), grade: 'single-observation', sourceIds: ['single-plant-keeper'] }],
  },
  {
    id: 'plants-general',
    version: 1,
    livestock: 'Planted tank',
    name: 'Handbook',
    reason: 'Where most aquarium plants grow: moderately soft to medium water, some nitrate.',
    bands: [
      line('published', 'kasselmann')('tempC', 22, 27),
      line('published', 'kasselmann')('ph', 6, 7.5),
      line('published', 'kasselmann')('ghDegrees', 3, 14),
      line('published', 'kasselmann')('khDegrees', 2, 8),
      ourOwn('no3MgPerL', 5, 40),
    ],
  },
  {
    id: 'fish-nitrate-steady',
    version: 1,
    livestock: 'Fish, general',
    name: 'Steady nitrate',
    reason: 'Held steady at 40–60 is fine; never let it pass 80–100.',
    bands: [fish('no3MgPerL', 0, 60)],
    clashes: [{ practiceId: 'fish-nitrate-low', why: '60 held steady is fine here; there the ceiling is 20.' }],
  },
  {
    id: 'fish-nitrate-middle',
    version: 1,
    livestock: 'Fish, general',
    name: 'Nitrate under 30',
    reason: 'The middle school.',
    bands: [fish('no3MgPerL', 0, 30)],
  },
  {
    id: 'fish-nitrate-low',
    version: 1,
    livestock: 'Fish, general',
    name: 'Nitrate under 20',
    reason: 'The strict school.',
    bands: [fish('no3MgPerL', 0, 20)],
    clashes: [{ practiceId: 'fish-nitrate-steady', why: '20 is the ceiling here; there 60 held steady is fine.' }],
  },
  {
    id: 'community-soft',
    version: 1,
    livestock: 'Community fish',
    name: 'Soft to medium',
    reason: 'The ground common to most small characins, barbs, rasboras and corydoras.',
    bands: [
      line('published', 'riehl-baensch')('tempC', 23, 27),
      line('published', 'riehl-baensch')('ph', 6, 7.5),
      line('published', 'riehl-baensch')('ghDegrees', 3, 15),
      line('published', 'riehl-baensch')('khDegrees', 1, 8),
      fish('no3MgPerL', 0, 40),
    ],
  },
  {
    id: 'livebearers-hard',
    version: 1,
    livestock: 'Livebearers',
    name: 'Hard water',
    reason: 'Guppies, platies and mollies want minerals; in soft water they waste away.',
    bands: [
      line('published', 'riehl-baensch')('tempC', 22, 28),
      line('published', 'riehl-baensch')('ph', 7, 8.3),
      line('published', 'riehl-baensch')('ghDegrees', 10, 25),
      line('published', 'noga-2010')('khDegrees', 5, 18),
      fish('no3MgPerL', 0, 40),
    ],
  },
  {
    id: 'snails-general',
    version: 1,
    livestock: 'Snails',
    name: 'Handbook',
    reason: 'Shells need calcium: under about 5 dGH and pH 7 they pit and wear.',
    bands: [
      line('published', 'dillon-2000')('ghDegrees', 5, 20),
      line('published', 'dillon-2000')('ph', 7, 8.3),
      ourOwn('khDegrees', 3, 15),
      ourOwn('tempC', 18, 27),
    ],
  },
];
