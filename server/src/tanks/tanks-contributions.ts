import { dayMs } from '#core/units';
import type { Contribution } from '#core/tonight';
import { newestOf } from './newest';
import type { Tank } from './tanks-repo';

/** What came in is new for so long: the first place to look when something goes wrong. Ours. */
const newForDays = 42;

/** What came into each tank within six weeks and has not gone out again. */
export const tanksContributions = ({
  tanks,
  nowEpochMs,
}: {
  tanks: readonly Tank[];
  nowEpochMs: number;
}): Map<string, Contribution[]> =>
  new Map(
    tanks.map((tank) => {
      const items = newestOf(tank, 'new');
      const here = items.filter(
        ({ gone, name, atEpochMs }, i) =>
          !gone &&
          !items.slice(0, i).some((later) => later.gone && later.name === name) &&
          nowEpochMs - atEpochMs <= newForDays * dayMs,
      );
      return [
        tank.tankId,
        here.map(({ what, name, atEpochMs, sequence }): Contribution => ({
          id: `new:${sequence}`,
          severity: 'note',
          reason: { id: 'new', facts: { what, name } },
          sinceEpochMs: atEpochMs,
          dueEpochMs: null,
          loud: false,
          begins: null,
          rank: 60,
        })),
      ];
    }),
  );
