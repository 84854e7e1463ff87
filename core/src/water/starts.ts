import { readyByNight, type EveningTank, type WaterKind, type WaterWorks } from './evening';

/** A batch that must be begun tonight, or a coming evening has none of it. */
export interface WaterStart {
  waterId: string;
  name: string;
  makeL: number;
  roL: number;
  saltG: number;
  /** Hours it stands or is stirred. */
  leadHours: number;
  stirred: boolean;
  mixMinutes: number;
  /** The first evening that would be short of it, counted from tonight. */
  forNight: number;
  /** The smallest free drum that holds it; null where none does. */
  drum: string | null;
}

/** Less than this is mixed in a bucket on the evening itself. */
const leastLeadHours = 2;
/** Less than this nobody misses. */
const leastL = 0.05;
const most = 28;

/**
 * What must be begun tonight: water that stands or is stirred, for the changes that come due before it could be begun
 * once more and be ready. Each tank's next change counts, at its usual litres.
 *
 * `weekdayIndex` 1 Monday to 7 Sunday of tonight; `works.evenings` the evenings on which anything is done (none said:
 * each). `untilHours` until tonight's evening.
 * @example startsTonight({ tanks: [{ …, waterId: 'lake', changeL: 20, dueDays: 1 }], waters: [lake], works, weekdayIndex: 1, untilHours: 1 }) // 20 L of lake water for night 1
 */
export function startsTonight({
  tanks,
  waters,
  works,
  weekdayIndex,
  untilHours,
}: {
  tanks: readonly Pick<EveningTank, 'waterId' | 'changeL' | 'dueDays'>[];
  waters: readonly WaterKind[];
  works: Pick<WaterWorks, 'drums' | 'evenings'>;
  weekdayIndex: number;
  untilHours: number;
}): WaterStart[] {
  const isEvening = (night: number): boolean =>
    works.evenings.length === 0 || works.evenings.includes(((weekdayIndex - 1 + night) % 7) + 1);
  const eveningFrom = (night: number): number =>
    Array.from({ length: 7 }, (_, i) => night + i).find(isEvening) ?? night;
  const again = eveningFrom(1);
  const taken = new Set<string>();
  return waters
    .filter((w) => w.leadHours >= leastLeadHours)
    .flatMap((water): WaterStart[] => {
      const lastNight = Math.min(most, again + Math.ceil(water.leadHours / 24) - 1);
      const ready = readyByNight({ water, untilHours, nightsCount: lastNight + 1 });
      const wanted = tanks
        .filter((t) => t.waterId === water.waterId)
        .map((t) => ({ changeL: t.changeL, night: eveningFrom(Math.max(0, Math.ceil(t.dueDays))) }));
      const shortL = ready.map(
        (readyL, night) => wanted.reduce((sum, w) => sum + (w.night <= night ? w.changeL : 0), 0) - readyL,
      );
      const makeL = Math.max(0, ...shortL);
      if (makeL < leastL) return [];
      const drum =
        [...works.drums]
          .filter((d) => (d.freeAtDay ?? 0) <= 0 && !taken.has(d.name) && d.volumeL >= makeL)
          .sort((a, b) => a.volumeL - b.volumeL)[0]?.name ?? null;
      if (drum !== null) taken.add(drum);
      return [
        {
          waterId: water.waterId,
          name: water.name,
          makeL,
          roL: makeL * water.roFraction,
          saltG: makeL * water.saltGPerL,
          leadHours: water.leadHours,
          stirred: water.stirred,
          mixMinutes: water.mixMinutes,
          forNight: shortL.findIndex((short) => short >= leastL),
          drum,
        },
      ];
    });
}
