export interface DarkPlan {
  days: { lo: number; hi: number };
  /** Oxygen of the water at its saturation, and what is asked for at dawn. */
  saturationMgPerL: number;
  leastMgPerL: number;
  air: 'day-and-night';
  /** Of the volume, when the light comes back. */
  changeAfterFraction: { lo: number; hi: number };
  lightHoursAfter: { lo: number; hi: number };
  warm: boolean;
}

/**
 * Days of darkness with air, and what has to be watched: without light nothing makes oxygen, and what dies eats it.
 *
 * How many days depends on what is starved (the almanac's `dark` rows). From 27 °C on the saturation is so near the least that
 * it is no longer than the fewest days (our caution). Common practice; oxygen at saturation by Benson and Krause 1984 through
 * the caller.
 * @example darkDays({ days: { lo: 3, hi: 4 }, tempC: 24, saturationMgPerL: 8.4 }).days // { lo: 3, hi: 4 }
 */
export function darkDays({
  days,
  tempC,
  saturationMgPerL,
}: {
  days: { lo: number; hi: number };
  tempC: number;
  saturationMgPerL: number;
}): DarkPlan {
  const warm = tempC >= 27;
  return {
    days: { lo: days.lo, hi: warm ? days.lo : days.hi },
    saturationMgPerL,
    leastMgPerL: Math.max(5, 0.6 * saturationMgPerL),
    air: 'day-and-night',
    changeAfterFraction: { lo: 0.3, hi: 0.5 },
    lightHoursAfter: { lo: 6, hi: 7 },
    warm,
  };
}

/**
 * Peroxide on a spot of growth: the most a day by net volume, whatever the strength of the bottle.
 *
 * 0.25 to 0.4 mL of 3 % for each litre net in a day (8 to 12 mg/L), filter off for 5 to 15 minutes; common practice, low
 * grade. Other strengths by proportion. Null where the strength is none for household use (over 12 %: restricted, burns).
 * @example spotPeroxideMl({ netVolumeL: 60, productPercent: 3 }) // { lo: 15, hi: 24 }
 */
export function spotPeroxideMl({
  netVolumeL,
  productPercent,
}: {
  netVolumeL: number;
  productPercent: number;
}): { lo: number; hi: number } | null {
  if (!(netVolumeL > 0) || !(productPercent > 0 && productPercent <= 12)) return null;
  const at = (mlPerL: number): number => (mlPerL * netVolumeL * 3) / productPercent;
  return { lo: at(0.25), hi: at(0.4) };
}
