import type { RoutinePayload } from '#contracts/book';
import type { BuildUpView } from '#contracts/water';
import { readDiary, type BookDeps } from '../book';
import { bandsOf, readTanks, type Prospects } from '../tonight';

/** What builds up in every tank, by the model of its forecasts, and the limits that it is held to. */
export async function buildUpView(deps: BookDeps & { prospects: Prospects }): Promise<BuildUpView> {
  const { db, house, prospects } = deps;
  const nowEpochMs = house.clock.nowEpochMs();
  const [tanks, routines] = await Promise.all([
    readTanks(db, { atEpochMs: nowEpochMs }),
    readDiary(deps, { kinds: ['routine'] }),
  ]);
  const foreseen = await prospects.of(tanks, nowEpochMs);
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    tanks: tanks.map((tank) => {
      const prospect = foreseen.get(tank.id);
      const said = routines.filter((r) => r.subject_id === tank.id).at(-1)?.payload as RoutinePayload | undefined;
      const bands = bandsOf(tank);
      return {
        tankId: tank.id,
        name: tank.name,
        netVolumeL: tank.net_volume_l,
        ready: prospect !== undefined,
        lines: (prospect?.outlooks ?? [])
          // Neither mixes by volume, so neither settles by the routine.
          .filter(({ parameter }) => parameter !== 'ph' && parameter !== 'tempC')
          .map(({ parameter, level, productionPerDay, routine }) => {
            const band = bands.find((b) => b.parameter === parameter);
            const own = said?.ceilings[parameter];
            return {
              parameter,
              level,
              productionPerDay,
              sourceValue: routine?.sourceValue ?? null,
              floor: band?.lo ?? null,
              ceiling: own ?? band?.hi ?? null,
              limitBy: own !== undefined ? 'keeper' : band ? 'band' : 'none',
            };
          }),
      };
    }),
  };
}
