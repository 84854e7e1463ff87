import { inOrderOfNeed, stateOfTank, type Contribution, type TankState, type TankVerdict } from '#core/tonight';
import type { Tank } from '../tanks';
import { lostConnection } from '../db';
import { foreseenVerdict } from './judging';
import { notWorkedOut } from './judgement-contributions';
import { noProspect, type Prospect } from './prospect';
import type { Prospects } from './prospects';

/**
 * What a slice adds to visits: registered at the composition root (`app/contributors`), so that this slice knows none.
 * Those that need the database get it by closure.
 */
export type Contributor = (asked: {
  tanks: readonly Tank[];
  prospects: ReadonlyMap<string, Prospect>;
  nowEpochMs: number;
}) => ReadonlyMap<string, readonly Contribution[]> | Promise<ReadonlyMap<string, readonly Contribution[]>>;

export interface JudgeDeps {
  prospects: Prospects;
  contributors: readonly Contributor[];
}

/** All that is said of a tank tonight. */
export interface JudgedTank {
  tank: Tank;
  prospect: Prospect;
  /** The water alone, value by value. */
  verdict: TankVerdict;
  contributions: readonly Contribution[];
  /** The worst of water, animals and jobs. */
  tonight: TankState;
}

/** Where one tank makes a contributor fail, each tank is asked for alone, and that one says so. */
export async function contributed(
  contributor: Contributor,
  { tanks, ...given }: Parameters<Contributor>[0],
): Promise<Map<string, Contribution[]>> {
  try {
    return new Map([...(await contributor({ tanks, ...given }))].map(([id, said]) => [id, [...said]]));
  } catch (error) {
    if (lostConnection(error)) throw error;
    const alone = await Promise.all(
      tanks.map(async (tank) => {
        try {
          const map = await contributor({ tanks: [tank], ...given });
          return { tank, said: [...(map.get(tank.tankId) ?? [])], failed: false };
        } catch {
          return { tank, said: [notWorkedOut(tank.tankId, 'advice')], failed: true };
        }
      }),
    );
    // Not one tank's doing, then.
    if (alone.every((a) => a.failed)) throw error;
    return new Map(alone.map(({ tank, said }) => [tank.tankId, said]));
  }
}

/** The one place where the state of tanks is decided: every page, list, record and answer asks here. */
export async function judged(
  { prospects, contributors }: JudgeDeps,
  { tanks, nowEpochMs }: { tanks: readonly Tank[]; nowEpochMs: number },
): Promise<{ readyCount: number; tanks: JudgedTank[] }> {
  const foreseen = await prospects.of(tanks, nowEpochMs);
  const maps = await Promise.all(contributors.map((c) => contributed(c, { tanks, prospects: foreseen, nowEpochMs })));
  return {
    readyCount: foreseen.size,
    tanks: tanks.map((tank) => {
      const prospect = foreseen.get(tank.tankId) ?? noProspect;
      const contributions = inOrderOfNeed(maps.flatMap((map) => [...(map.get(tank.tankId) ?? [])]));
      const verdict = foreseenVerdict({ tank, prospect, nowEpochMs });
      return { tank, prospect, verdict, contributions, tonight: stateOfTank({ verdict, contributions }) };
    }),
  };
}
