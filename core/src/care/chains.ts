import { dayMs, hourMs } from '#core/units';
import type { ToolSort, ToolStep } from './tools';
import type { Contact, ContactKind } from './trace';

/** Changes further apart than this were two goes: the hose has run dry between them (common practice, ours). */
const oneGoHours = 2;
/** Things that go from tank to tank in one go of changes, and how the trace weighs them. */
const chained: Readonly<Partial<Record<ToolSort, ContactKind>>> = { hose: 'hose', pump: 'siphon' };

/**
 * Tanks that one hose or pump served in one go, each a contact with the next: those whose changes lie no more than two hours
 * apart, in the order they were written. A hose weighs little, a pump or strainer that is dipped in as much as a siphon; a dip
 * of it between two tanks that was kept breaks that link. Before it was kept and after it was gone nothing is chained.
 * @example hoseChains({ changes: [{ tankId: 'a', atEpochMs: 0 }, { tankId: 'b', atEpochMs: minuteMs }], tools: [keptHose] })
 * // [{ from: 'a', to: 'b', kind: 'hose', broken: false, atDay: 0, atEpochMs: 60000 }]
 */
export function hoseChains({
  changes,
  tools,
}: {
  changes: readonly { tankId: string; atEpochMs: number }[];
  tools: readonly ToolStep[];
}): (Contact & { atEpochMs: number })[] {
  const ordered = [...changes].sort((a, b) => a.atEpochMs - b.atEpochMs);
  return tools.flatMap((kept) => {
    if (kept.step !== 'kept') return [];
    const kind = chained[kept.sort];
    if (kind === undefined) return [];
    const own = tools.filter((t) => t.step !== 'kept' && t.toolId === kept.entryId);
    const goneEpochMs = own.find((t) => t.step === 'gone')?.atEpochMs ?? Infinity;
    const served = ordered.filter((c) => c.atEpochMs >= kept.atEpochMs && c.atEpochMs < goneEpochMs);
    return served.flatMap((to, i) => {
      const from = served[i - 1];
      if (!from || from.tankId === to.tankId || to.atEpochMs - from.atEpochMs > oneGoHours * hourMs) return [];
      const broken = own.some(
        (t) => t.step === 'dipped' && t.kept && t.atEpochMs >= from.atEpochMs && t.atEpochMs <= to.atEpochMs,
      );
      const atDay = Math.floor(to.atEpochMs / dayMs);
      return [{ from: from.tankId, to: to.tankId, kind, broken, atDay, atEpochMs: to.atEpochMs }];
    });
  });
}
