import { dayMs, minuteMs } from '#core/units';
import { foods } from '#almanac/kinds';
import { middle } from '#core/readings';
import {
  cycleAsked,
  leftoverDue,
  lossesAlarm,
  populationsOf,
  stockAlarms,
  watchHabit,
  watchReading,
} from '#core/stock';
import type { BesideAlarm, Contribution } from '#core/tonight';
import type { BookDeps } from '../book';
import { stockTold } from '../residents';
import { latestWater, newestOf, stageOf, type Tank } from '../tanks';

const weekDays = 7;
/** Deaths, missing animals, signs and counts within so many days are worth a second look. Ours. */
const secondLookDays = 14;
/** What came in so lately stands beside an alarm. Ours. */
const freshDays = 30;

/** What the animals of these tanks say tonight, and what of theirs runs: drips, and food that must come out. */
export async function stockContributions({
  deps,
  tanks,
  nowEpochMs,
}: {
  deps: Pick<BookDeps, 'db'>;
  tanks: readonly Tank[];
  nowEpochMs: number;
}): Promise<Map<string, Contribution[]>> {
  const alarmed = tanks.filter((tank) =>
    newestOf(tank, 'alarming').some(({ atEpochMs }) => nowEpochMs - atEpochMs < secondLookDays * dayMs),
  );
  const alarms = await alarmsOf(deps, alarmed, nowEpochMs);
  return new Map(
    tanks.map((tank) => [
      tank.tankId,
      [
        ...(alarms.get(tank.tankId) ?? []),
        ...lossesOf(tank, nowEpochMs),
        ...moultsOf(tank, nowEpochMs),
        ...cycleOf(tank, nowEpochMs),
        ...dripsOf(tank),
        ...leftoversOf(tank, nowEpochMs),
      ],
    ]),
  );
}

/** A jump stands beside the last change and what is new. */
async function alarmsOf(
  deps: Pick<BookDeps, 'db'>,
  tanks: readonly Tank[],
  nowEpochMs: number,
): Promise<Map<string, Contribution[]>> {
  if (tanks.length === 0) return new Map();
  const { kinds, events: told } = await stockTold(deps.db, tanks);
  return new Map(
    tanks.map((tank) => {
      const events = told.get(tank.tankId) ?? [];
      const temp = latestWater(tank).tempC;
      const populations = populationsOf({ kinds, events, nowEpochMs, tempC: temp ? middle(temp) : null });
      const alarms = populations.flatMap((population) => {
        const kind = kinds.find((k) => k.id === population.kindId);
        return kind ? stockAlarms({ kind, population, events, nowEpochMs }) : [];
      });
      const shown = alarms.map(({ severity, reason, kindId, kindName }, i): Contribution => ({
        id: `animals:${reason.id}:${kindId}:${i}`,
        severity,
        reason: {
          id: 'animals',
          facts: { alarm: reason, kindName, beside: severity === 'note' || i > 0 ? null : besideOf(tank, nowEpochMs) },
        },
        sinceEpochMs: null,
        dueEpochMs: null,
        loud: false,
        begins: { path: `/stock/tanks/${tank.tankId}`, query: {} },
        // In the order in which the core says them.
        rank: Math.min(i, 4),
      }));
      return [tank.tankId, shown];
    }),
  );
}

/** Deaths of the week that were told of the tank as a whole, whether or not its stock is in the book. */
function lossesOf(tank: Tank, nowEpochMs: number): Contribution[] {
  const told = newestOf(tank, 'seen').filter(
    (seen) => seen.deathsCount > 0 && nowEpochMs - seen.atEpochMs < weekDays * dayMs,
  );
  const [latest] = told;
  if (!latest) return [];
  const deathsCount = told.reduce((sum, seen) => sum + seen.deathsCount, 0);
  const { severity, livingCount } = lossesAlarm({ deathsCount, residents: tank.residents });
  return [
    {
      id: `losses:${latest.entryId}`,
      severity,
      reason: { id: 'losses', facts: { deathsCount, livingCount, beside: besideOf(tank, nowEpochMs) } },
      sinceEpochMs: latest.atEpochMs,
      dueEpochMs: null,
      loud: false,
      begins: { path: `/stock/tanks/${tank.tankId}`, query: {} },
      rank: 0,
    },
  ];
}

/** Moults found after a change are told on the morning after and the day that follows. */
const moultsDays = 1.5;
/** Moults after the last change: both schools, the rate against the colony, and this tank's habit after its changes. */
function moultsOf(tank: Tank, nowEpochMs: number): Contribution[] {
  const [change] = newestOf(tank, 'change');
  const counted = newestOf(tank, 'seen').filter((seen) => seen.moultsCount !== undefined);
  const [seen] = counted;
  if (!change || !seen || seen.atEpochMs < change.atEpochMs || nowEpochMs - seen.atEpochMs > moultsDays * dayMs)
    return [];
  if (seen.atEpochMs - change.atEpochMs > moultsDays * dayMs || !seen.moultsCount) return [];
  const span = (lo: number): { lo: number; hi: number } => ({ lo, hi: lo });
  const shrimp = tank.residents.filter(({ kind }) => kind.group === 'shrimp');
  const { schools, habits, state } = watchReading({
    seen: { moults: span(seen.moultsCount), deaths: span(seen.deathsCount) },
    colony:
      shrimp.length === 0
        ? null
        : {
            lo: shrimp.reduce((sum, { count }) => sum + (count.lo ?? 0), 0),
            hi: shrimp.reduce((sum, { count }) => sum + (count.hi ?? count.lo ?? 0), 0),
          },
    habit: watchHabit(
      counted
        .filter((earlier) => earlier !== seen && earlier.changeEntryId !== null)
        .map((earlier) => ({ changeFraction: 0, seen: { moults: span(earlier.moultsCount ?? 0) } })),
    ),
  });
  return [
    {
      id: `moults:${seen.entryId}`,
      severity: state === 'well' ? 'note' : 'watch',
      reason: { id: 'moults', facts: { schools, habits } },
      sinceEpochMs: seen.atEpochMs,
      dueEpochMs: null,
      loud: false,
      begins: { path: `/tanks/${tank.tankId}`, query: {} },
      rank: 2,
    },
  ];
}

/** A tank in its cycle, or so young that one must be asked about where nobody has said. */
function cycleOf(tank: Tank, nowEpochMs: number): Contribution[] {
  const asked = cycleAsked({
    stage: stageOf(tank),
    ageDays: (nowEpochMs - Date.parse(tank.startedOn)) / dayMs,
    purpose: tank.setUp.purpose,
  });
  if (!asked) return [];
  const stocked = tank.residents.some(({ kind }) => kind.animal !== null);
  return [
    {
      id: 'cycle',
      severity: 'watch',
      reason: { id: 'cycle', facts: { ...asked, stocked } },
      sinceEpochMs: null,
      dueEpochMs: null,
      loud: false,
      begins: { path: `/stock/tanks/${tank.tankId}`, query: {} },
      rank: 3,
    },
  ];
}

/** What to ask first: the last change, and what came in since a month. */
function besideOf(tank: Tank, nowEpochMs: number): BesideAlarm {
  const [change] = newestOf(tank, 'change');
  return {
    changedNights: change ? Math.round((nowEpochMs - change.atEpochMs) / dayMs) : null,
    changeFraction: change?.changeFraction ?? 0,
    fresh: newestOf(tank, 'new')
      .filter(({ atEpochMs }) => nowEpochMs - atEpochMs < freshDays * dayMs)
      .map(({ name }) => name),
  };
}

const runs = { severity: 'note', loud: false } as const;

/** Drips that run; the newest few that ride with the tank tell. */
function dripsOf(tank: Tank): Contribution[] {
  const steps = newestOf(tank, 'drip');
  return steps.flatMap(({ arrivalId, step, durationMinutes, atEpochMs }, i): Contribution[] =>
    step === 'started' && !steps.slice(0, i).some((later) => later.arrivalId === arrivalId && later.step === 'ended')
      ? [
          {
            ...runs,
            id: `drip:${arrivalId}`,
            reason: { id: 'drip', facts: { arrivalId } },
            sinceEpochMs: atEpochMs,
            dueEpochMs: atEpochMs + (durationMinutes ?? 0) * minuteMs,
            begins: { path: '/stock/arrival', query: {} },
            rank: 15,
          },
        ]
      : [],
  );
}

/** Food that must come out again, until a day after it should have. */
function leftoversOf(tank: Tank, nowEpochMs: number): Contribution[] {
  const cleared = new Set(newestOf(tank, 'cleared').map(({ fedEntryId }) => fedEntryId));
  return newestOf(tank, 'fed').flatMap(({ foodId, entryId, atEpochMs }): Contribution[] => {
    const food = foods.find((f) => f.id === foodId);
    const due = food && leftoverDue({ food, fedEpochMs: atEpochMs });
    return due && !cleared.has(entryId) && nowEpochMs - due.hiEpochMs < dayMs
      ? [
          {
            ...runs,
            id: `leftovers:${entryId}`,
            reason: { id: 'leftovers', facts: { foodId, fedEntryId: entryId } },
            sinceEpochMs: atEpochMs,
            dueEpochMs: due.hiEpochMs,
            begins: { path: `/stock/tanks/${tank.tankId}`, query: {} },
            rank: 15,
          },
        ]
      : [];
  });
}
