import { dayMs } from '#core/units';
import { traitsOf } from '#core/readings';
import type { Contribution } from '#core/tonight';
import { troubleKnowledge } from '#almanac/trouble';
import { newestOf, type Tank } from '../tanks';
import { noProspect, type Prospect } from './prospect';

/** So long after a change a tank is watched. Common practice: the night after and the day that follows. */
const watchedDays = 1.5;

/** What the model and the watch after a change add to each visit: harm that comes slowly, tests that are due, what leaves its band. */
export const judgementContributions = ({
  tanks,
  prospects,
  nowEpochMs,
}: {
  tanks: readonly Tank[];
  prospects: ReadonlyMap<string, Prospect>;
  nowEpochMs: number;
}): Map<string, Contribution[]> =>
  new Map(
    tanks.map((tank) => [
      tank.tankId,
      [...ofProspect(tank.tankId, prospects.get(tank.tankId) ?? noProspect, nowEpochMs), ...watchOf(tank, nowEpochMs)],
    ]),
  );

const quiet = { sinceEpochMs: null, dueEpochMs: null, loud: false } as const;

/** Something of this tank cannot be worked out: it is said, and the others are served. */
export const notWorkedOut = (tankId: string, what: 'forecast' | 'advice'): Contribution => ({
  ...quiet,
  id: `not-worked-out:${what}`,
  severity: 'watch',
  reason: { id: 'not-worked-out', facts: { what } },
  begins: { path: `/tanks/${tankId}`, query: {} },
  rank: 5,
});

/** A case is started from what was found in one tap; what shows no sign is looked at in the folio. */
const lookedInto = (tankId: string, see: string | null): Contribution['begins'] =>
  see === null ? { path: `/tanks/${tankId}`, query: {} } : { path: `/trouble/${tankId}`, query: { see } };

const ofProspect = (
  tankId: string,
  { findings, plan, outlooks, failed }: Prospect,
  nowEpochMs: number,
): Contribution[] => [
  ...(failed ? [notWorkedOut(tankId, 'forecast')] : []),
  ...findings.map(({ severity, reason, parameters, grade }): Contribution => ({
    ...quiet,
    id: `slow-harm:${reason.id}`,
    severity,
    reason: { id: 'slow-harm', facts: { finding: reason, parameters, grade } },
    begins: lookedInto(tankId, troubleKnowledge.slowHarms[reason.id]),
    rank: 20,
  })),
  ...outlooks.flatMap(({ parameter, ratchet }): Contribution[] =>
    ratchet?.verdict === 'loses' && traitsOf(parameter).routineRank !== null
      ? [
          {
            ...quiet,
            id: `routine-loses:${parameter}`,
            severity: 'watch',
            reason: { id: 'routine-loses', facts: { parameter, levels: ratchet.levels } },
            begins: { path: '/water/routines', query: { tank: tankId } },
            rank: 25,
          },
        ]
      : [],
  ),
  ...outlooks.flatMap(({ parameter, leaves }): Contribution[] =>
    leaves
      ? [
          {
            ...quiet,
            id: `leaves:${parameter}`,
            severity: 'note',
            reason: { id: 'leaves', facts: { parameter, ...leaves } },
            dueEpochMs: nowEpochMs + leaves.lo * dayMs,
            begins: { path: `/tanks/${tankId}`, query: {} },
            rank: 50,
          },
        ]
      : [],
  ),
  ...plan.tests
    .filter((t) => t.dueInDays <= 0)
    .map(({ parameter, why, dueInDays }): Contribution => ({
      ...quiet,
      id: `test-due:${parameter}`,
      severity: 'note',
      reason: { id: 'test-due', facts: { parameter, why, dueInDays } },
      begins: { path: '/readings', query: { tank: tankId } },
      rank: 40,
    })),
];

/** For a day after a change the tank is watched, until somebody has said what was seen. */
function watchOf(tank: Tank, nowEpochMs: number): Contribution[] {
  const [change] = newestOf(tank, 'change');
  if (!change || nowEpochMs - change.atEpochMs > watchedDays * dayMs) return [];
  // Said on the watch of this change, or told in a line since.
  const answered = newestOf(tank, 'seen').some(({ changeEntryId, atEpochMs }) =>
    changeEntryId === null ? atEpochMs > change.atEpochMs : changeEntryId === change.entryId,
  );
  if (answered) return [];
  return [
    {
      ...quiet,
      id: `after-change:${change.entryId}`,
      severity: 'note',
      reason: { id: 'after-change', facts: { changeEntryId: change.entryId } },
      sinceEpochMs: change.atEpochMs,
      begins: { path: `/tanks/${tank.tankId}`, query: { room: 'care' } },
      rank: 10,
    },
  ];
}
