import { dayMs } from '#core/units';
import { inOrder, outOfPlace, walked, type OutOfPlace, type ThreadTable } from '#core/threads';
import type { ToolDip } from './agent';
import type { CareHead } from './course-thread';
import type { Contact, ContactKind } from './trace';

/** Things that go into water and out of it again. */
export const toolSorts = ['net', 'siphon', 'hose', 'pump', 'jug', 'scissors', 'thermometer', 'cup'] as const;
export type ToolSort = (typeof toolSorts)[number];
export type ToolStep = CareHead &
  (
    | { step: 'kept'; name: string; sort: ToolSort }
    | { step: 'used' | 'gone'; toolId: string }
    | { step: 'dipped'; toolId: string; agentId: string; minutes: number; kept: boolean }
  );
type Kept = Extract<ToolStep, { step: 'kept' }>;
export type ToolState = 'here' | 'gone';
export const toolTable: ThreadTable<ToolStep['step'], ToolState> = {
  opens: 'kept',
  begun: 'here',
  moves: { here: { used: 'here', dipped: 'here', gone: 'gone' }, gone: {} },
};
const toolWalked = (start: Kept, steps: readonly ToolStep[]) =>
  walked<ToolStep, ToolState, null>({
    table: toolTable,
    start,
    later: steps.filter((s) => s.step !== 'kept' && s.toolId === start.entryId),
    kept: null,
    anywhere: true,
  });
/** Steps of tools that have no place: of no tool, before it was kept, after it was gone. */
export const toolOutOfPlace = (steps: readonly ToolStep[]): OutOfPlace<ToolStep>[] =>
  outOfPlace({
    steps,
    startIdOf: (s) => (s.step === 'kept' ? null : s.toolId),
    outOf: (start, own) => (start.step === 'kept' ? toolWalked(start, own).out : []),
  });
/** Why a dip breaks no contact, whatever is said of it: in this agent nothing is dipped, or it was too short. */
export function dipFault(
  { agentId, minutes }: Pick<Extract<ToolStep, { step: 'dipped' }>, 'agentId' | 'minutes'>,
  dips: readonly ToolDip[],
): { field: 'agentId' } | { field: 'minutes'; leastMinutes: number } | null {
  const dip = dips.find((d) => d.agentId === agentId);
  if (!dip) return { field: 'agentId' };
  return minutes < dip.leastMinutes ? { field: 'minutes', leastMinutes: dip.leastMinutes } : null;
}
export interface Tool {
  toolId: string;
  name: string;
  sort: ToolSort;
  homeTankId: string;
  /** The last dip that was kept to its strength and minutes; null where there is none. */
  dippedEpochMs: number | null;
  /** Where it was last in water. */
  lastUsed: { tankId: string; atEpochMs: number } | null;
  /** It was in another tank's water since its last dip: dip it before it goes anywhere else. */
  wet: boolean;
}
/** As the trace weighs them: what is wet all over as a net, a vessel as a jug. */
const wayOf: Readonly<Record<ToolSort, ContactKind>> = {
  net: 'net',
  siphon: 'siphon',
  hose: 'hose',
  // A drain pump or fill strainer that is dipped in.
  pump: 'siphon',
  jug: 'jug',
  scissors: 'net',
  thermometer: 'jug',
  cup: 'jug',
};

/**
 * Tools with their home, their last dip and where they were last; and the contacts they made: from the tank a tool was last
 * in to the next one, broken where a dip between them was kept. A new tool was in the water of its home.
 * @example toolThreads(steps).tools[0]?.wet
 */
export function toolThreads(steps: readonly ToolStep[]): {
  tools: Tool[];
  contacts: (Contact & { atEpochMs: number })[];
} {
  const ordered = inOrder(steps);
  const contacts: (Contact & { atEpochMs: number })[] = [];
  const tools = ordered.flatMap((start): Tool[] => {
    if (start.step !== 'kept') return [];
    const { placed: own, state } = toolWalked(start, ordered);
    let at = start.tankId;
    let dipped: number | null = null;
    let dippedSince = false;
    let lastUsed: Tool['lastUsed'] = null;
    for (const step of own) {
      if (step.step === 'dipped' && step.kept) {
        dipped = step.atEpochMs;
        dippedSince = true;
      }
      if (step.step !== 'used') continue;
      if (step.tankId !== at)
        contacts.push({
          from: at,
          to: step.tankId,
          atDay: Math.floor(step.atEpochMs / dayMs),
          kind: wayOf[start.sort],
          broken: dippedSince,
          atEpochMs: step.atEpochMs,
        });
      at = step.tankId;
      dippedSince = false;
      lastUsed = { tankId: step.tankId, atEpochMs: step.atEpochMs };
    }
    if (state === 'gone') return [];
    return [
      {
        toolId: start.entryId,
        name: start.name,
        sort: start.sort,
        homeTankId: start.tankId,
        dippedEpochMs: dipped,
        lastUsed,
        wet: at !== start.tankId && !dippedSince,
      },
    ];
  });
  return { tools, contacts };
}

/** A careful school keeps a tank's own equipment apart for about a year after the last arrival (common practice). */
const ownForDays = 365;
/** Until when a tank's equipment stays its own; null where nothing came in, or it is over. */
export function ownEquipmentUntil(lastArrivalEpochMs: number | null, nowEpochMs: number): number | null {
  const until = lastArrivalEpochMs === null ? null : lastArrivalEpochMs + ownForDays * dayMs;
  return until !== null && until > nowEpochMs ? until : null;
}
