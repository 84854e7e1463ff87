import type { Result } from '#core/result';
import { cooling, type Insulation } from './cooling';
import { oxygenHours } from './oxygen-hours';

export const outageCauses = ['power', 'heater-off', 'heater-stuck', 'flood'] as const;
export type OutageCause = (typeof outageCauses)[number];
export const outageSteps = [
  'dry-hands',
  'unplug',
  'stop-water',
  'air',
  'no-food',
  'cover',
  'warm-bottle',
  'no-warm-change',
  'cool-slowly',
  'mop',
] as const;
export type OutageStep = (typeof outageSteps)[number];
export const afterOutageSteps = ['pour-away', 'rinse', 'plug-back', 'test', 'feed-little', 'watch'] as const;
export type AfterOutageStep = (typeof afterOutageSteps)[number];

/** What is done now, in this order; a person's safety stands first. */
const now: Readonly<Record<OutageCause, readonly OutageStep[]>> = {
  power: ['air', 'no-food', 'cover', 'warm-bottle', 'no-warm-change'],
  'heater-off': ['dry-hands', 'unplug', 'cover', 'warm-bottle', 'no-warm-change'],
  'heater-stuck': ['dry-hands', 'unplug', 'air', 'cool-slowly', 'no-food'],
  flood: ['dry-hands', 'stop-water', 'unplug', 'mop', 'air'],
};
const after: Readonly<Record<OutageCause, readonly AfterOutageStep[]>> = {
  power: ['pour-away', 'rinse', 'plug-back', 'test', 'feed-little', 'watch'],
  'heater-off': ['plug-back', 'watch'],
  'heater-stuck': ['test', 'feed-little', 'watch'],
  flood: ['plug-back', 'test', 'watch'],
};
/** What is done now, and what once it is over, by cause. Common practice. */
export const outageStepsOf = (
  cause: OutageCause,
): { now: readonly OutageStep[]; after: readonly AfterOutageStep[] } => ({
  now: now[cause],
  after: after[cause],
});

/** Filter bacteria without flow: after an hour they are short of oxygen, after four a closed canister may be foul. */
const [filterShortHours, filterFoulHours] = [1, 4];
export type FilterState = 'sound' | 'short' | 'foul';
/** Common practice; how long a filter bears is disputed, two hours by some and a night by others: low grade. */
export const filterAfter = (hours: number): FilterState =>
  hours < filterShortHours ? 'sound' : hours < filterFoulHours ? 'short' : 'foul';

export interface TankSides {
  surfaceCm2: number;
  /** All that gives warmth away: sides, floor and surface. */
  areaCm2: number;
}
/** The sides of a tank by its size (a cube’s or a cylinder’s width is its length), or of a cube that holds as much where nobody measured it. */
export function sidesOf({
  waterL,
  geometry,
}: {
  waterL: number;
  geometry: { lengthCm: number; widthCm?: number | undefined; heightCm: number } | null;
}): TankSides {
  const side = Math.cbrt(waterL * 1000);
  const [a, b, c] = geometry
    ? [geometry.lengthCm, geometry.widthCm ?? geometry.lengthCm, geometry.heightCm]
    : [side, side, side];
  return { surfaceCm2: a * b, areaCm2: 2 * (a * b + a * c + b * c) };
}

export interface OutageTank extends TankSides {
  id: string;
  waterL: number;
  tempC: number;
  animalsG: number;
}
export interface OutageLine {
  id: string;
  /** Left from now on; 0 where it may be short already, `null` where oxygen is no limit. */
  oxygenLeftHours: { lo: number | null; hi: number | null };
  nowC: { lo: number; hi: number };
  /** Six hours from now. */
  laterC: { lo: number; hi: number };
  filter: FilterState;
}
const laterHours = 6;

/**
 * Every tank of an outage as it stands after so many hours, who is first on top: by the oxygen left at the hasty end,
 * then by the cold.
 *
 * Hours, °C, L, g, cm². The air pump on a battery takes a tank out of the race for oxygen. Estimates of `oxygenHours`
 * and `cooling`.
 * @example outageLines({ cause: 'power', hours: 2, roomC: 18, insulation: 'glass', aeratedIds: [], tanks })[0] // who needs air first
 */
export function outageLines({
  cause,
  hours,
  roomC,
  insulation,
  aeratedIds,
  tanks,
}: {
  cause: OutageCause;
  hours: number;
  roomC: number;
  insulation: Insulation;
  aeratedIds: readonly string[];
  tanks: readonly OutageTank[];
}): OutageLine[] {
  const given = <T>(result: Result<T>): T | null => (result.ok ? result.value : null);
  return tanks
    .flatMap((tank): OutageLine[] => {
      const still = cause === 'power' && !aeratedIds.includes(tank.id);
      const oxygen = given(
        oxygenHours({ ...tank, aerated: !still, surfaceCm2: tank.surfaceCm2, tempOfAirC: roomC < 0 ? 0 : roomC }),
      );
      // A heater that sticks on warms it: what it would cool to says nothing.
      const cools = cause === 'power' || cause === 'heater-off';
      const at = (h: number) =>
        cools
          ? given(cooling({ ...tank, startC: tank.tempC, roomC, insulation, hours: h }))?.tempC
          : { lo: tank.tempC, hi: tank.tempC };
      const [nowC, laterC] = [at(hours), at(hours + laterHours)];
      if (!oxygen || !nowC || !laterC) return [];
      const left = (end: number | null): number | null => (end === null ? null : Math.max(0, end - hours));
      return [
        {
          id: tank.id,
          oxygenLeftHours: { lo: left(oxygen.hours.lo), hi: left(oxygen.hours.hi) },
          nowC,
          laterC,
          filter: cause === 'power' ? filterAfter(hours) : 'sound',
        },
      ];
    })
    .sort(
      (a, b) =>
        (a.oxygenLeftHours.lo ?? Infinity) - (b.oxygenLeftHours.lo ?? Infinity) ||
        a.laterC.lo - b.laterC.lo ||
        a.id.localeCompare(b.id),
    );
}
