import { walkGroups, type Walk, type WalkGroup, type WalkStop, type WalkTank } from './walk';

/** A stop that stands before a cleaner one: what it has may go there. */
export interface WalkBreach {
  tank: string;
  group: WalkGroup;
  /** Cleaner tanks that come after it. */
  onto: string[];
}

/**
 * A planned walk in the keeper's own order, with what that costs: dips reckoned anew, and every stop that stands before a
 * cleaner one. A stop the order does not name goes behind the last one that is as clean or cleaner.
 * @example rearranged({ tanks, plan, wantedIds: ['ill', 'healthy'], dipMinutes: 3 }).breaches[0]?.onto // ['healthy']
 */
export function rearranged({
  tanks,
  plan,
  wantedIds,
  dipMinutes,
}: {
  tanks: readonly WalkTank[];
  plan: Walk;
  wantedIds: readonly string[];
  dipMinutes: number;
}): { stops: WalkStop[]; minutes: number; breaches: WalkBreach[] } {
  const byId = new Map(tanks.map((t) => [t.id, t]));
  const rankOf = (id: string): number => walkGroups.indexOf(byId.get(id)?.group ?? 'sick');
  const ordered = wantedIds.flatMap((id) => plan.stops.filter((s) => s.tank === id));
  for (const stop of plan.stops.filter((s) => !wantedIds.includes(s.tank))) {
    const behind = ordered.reduce((at, s, i) => (rankOf(s.tank) <= rankOf(stop.tank) ? i + 1 : at), 0);
    ordered.splice(behind, 0, stop);
  }
  const used = new Set<string>();
  let minutes = 0;
  const stops = ordered.map((stop): WalkStop => {
    const jobs = byId.get(stop.tank)?.jobs.filter((j) => stop.jobs.includes(j.id)) ?? [];
    const tools = [...new Set(jobs.flatMap((j) => j.tools))];
    const dips = tools.filter((tool) => used.has(tool));
    for (const tool of tools) used.add(tool);
    minutes += jobs.reduce((sum, j) => sum + j.minutes, 0) + dips.length * dipMinutes;
    return { ...stop, dips };
  });
  const breaches = stops.flatMap((stop, i): WalkBreach[] => {
    const onto = stops.slice(i + 1).flatMap((later) => (rankOf(later.tank) < rankOf(stop.tank) ? [later.tank] : []));
    const group = byId.get(stop.tank)?.group;
    return onto.length === 0 || group === undefined ? [] : [{ tank: stop.tank, group, onto }];
  });
  return { stops, minutes, breaches };
}
