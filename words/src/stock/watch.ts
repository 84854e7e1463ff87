import type { LearntBearing, MoultSchool, WatchHabitReason, WatchVerdict } from '#core/stock';
import { teller } from '#words/explain';

/** How a change was borne. */
export const watchVerdictWords = teller<WatchVerdict>({
  dead: ({ deathsCount }) =>
    `${deathsCount} dead after the change: a death stops a sequence of changes. Test ammonia, nitrite and temperature now.`,
  gasping: () => 'Gasping: more air now, test ammonia, nitrite and chlorine.',
  'not-easily': () => 'Not borne easily: make the next one smaller, and drip it.',
  well: () => 'Borne well.',
});

export const moultSchoolNames: Record<MoultSchool['id'], string> = {
  warning: 'Moults as a warning',
  'good-sign': 'Moults as a good sign',
};

/** How a school reads the moults after a change. */
export const moultWords = teller<MoultSchool>({
  warning: ({ moultCount, many, usual }) => {
    const figures = usual
      ? `; about ${usual.aDayCount < 1 ? usual.aDayCount.toFixed(1) : Math.round(usual.aDayCount)} a day are usual in a colony of ${Math.round(usual.colonyCount)}`
      : '';
    return many
      ? `${moultCount} the day after is more than chance${figures}: the change was too large or too different.`
      : `${moultCount} the day after is background${figures}.`;
  },
  'good-sign': ({ withDeaths }) =>
    withDeaths
      ? 'Many at once with deaths is no good sign in this school either.'
      : 'Moults after a change, with grazing and berried females, mean it was right.',
});

/** How it compares with what this tank showed after earlier changes. */
export const watchHabitWords = teller<WatchHabitReason>({
  moults: ({ seenCount, meanCount, watchesCount }) =>
    `${seenCount} moults; this tank shows about ${meanCount.toFixed(1)} after a change (${watchesCount} watches).`,
  berried: ({ seenCount, meanCount, fewerThanChance }) =>
    `${seenCount} berried; about ${meanCount.toFixed(1)} are usual here${fewerThanChance ? ', so fewer than chance gives: berried females that drop their eggs are an early sign' : ''}.`,
});

/** What a tank has shown to bear. */
export function learntBearingWords({
  bornePercent,
  notBornePercent,
  borneCount,
  notBorneCount,
}: LearntBearing): string {
  const watchedCount = borneCount + notBorneCount;
  const amiss = notBornePercent === null ? '' : `amiss from ${notBornePercent} % (${notBorneCount})`;
  if (bornePercent === null) return `This tank was ${amiss}.`;
  return `This tank has borne up to ${bornePercent} % (${borneCount} of ${watchedCount} watched changes), ${amiss || 'nothing amiss yet'}.`;
}
