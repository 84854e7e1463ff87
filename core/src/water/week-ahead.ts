import type { EveningTank } from './evening';

/**
 * What is due on each of the nights ahead by the routines; what is late already stands on tonight. A quarter of a day
 * early counts as that night: a keeper does not come back at dawn.
 *
 * @param nightsCount nights, tonight first
 * @returns for each night its tanks and the litres together
 * @example dueByNight([{ name: 'Bar', changeL: 12, dueDays: -2 }], 7)[0]?.changeL // 12
 */
export function dueByNight<Tank extends Pick<EveningTank, 'changeL' | 'dueDays'>>(
  tanks: readonly Tank[],
  nightsCount: number,
): { nightIndex: number; tanks: Tank[]; changeL: number }[] {
  return Array.from({ length: nightsCount }, (_, nightIndex) => {
    const due = tanks.filter((t) => Math.max(0, Math.floor(t.dueDays + 0.25)) === nightIndex);
    return { nightIndex, tanks: due, changeL: due.reduce((sum, t) => sum + t.changeL, 0) };
  });
}

/** The water of one night, water by water, most first: litres and for whom. */
export function drumsOf(
  changes: readonly { name: string; waterId: string; changeL: number }[],
): { waterId: string; volumeL: number; tankNames: string[] }[] {
  const byWater = new Map<string, { waterId: string; volumeL: number; tankNames: string[] }>();
  for (const { name, waterId, changeL } of changes) {
    const drum = byWater.get(waterId) ?? { waterId, volumeL: 0, tankNames: [] };
    drum.volumeL += changeL;
    drum.tankNames.push(name);
    byWater.set(waterId, drum);
  }
  return [...byWater.values()].sort((a, b) => b.volumeL - a.volumeL);
}
