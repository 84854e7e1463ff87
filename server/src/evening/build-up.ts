import { bandAhead } from '#core/almanac';
import type { BuildUpView } from '#contracts/water';
import { readDiary, type BookDeps } from '../book';
import { bandsOf, type Prospects } from '../judgement';
import { readTanks } from '../residents';
import { latestWater } from '../tanks';

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
      const prospect = foreseen.get(tank.tankId);
      const ceilings = routines.filter((r) => r.subjectId === tank.tankId).at(-1)?.payload.ceilings ?? {};
      const [bands, water] = [bandsOf(tank), latestWater(tank)];
      return {
        tankId: tank.tankId,
        name: tank.name,
        netVolumeL: tank.netVolumeL,
        ready: prospect !== undefined,
        lines: (prospect?.outlooks ?? [])
          // Neither mixes by volume, so neither settles by the routine.
          .filter(({ parameter }) => parameter !== 'ph' && parameter !== 'tempC')
          .map(({ parameter, level, productionPerDay, routine, ratchet }) => {
            const line = bands.find((b) => b.parameter === parameter) ?? null;
            const band = bandAhead({ line, latest: water[parameter] ?? null });
            const own = ceilings[parameter];
            return {
              parameter,
              level,
              productionPerDay,
              sourceValue: routine?.sourceValue ?? null,
              floor: band?.lo ?? null,
              ceiling: own ?? band?.hi ?? null,
              ratchet: ratchet?.verdict ?? null,
              limitBy: own !== undefined ? 'keeper' : band ? 'band' : 'none',
            };
          }),
      };
    }),
  };
}
