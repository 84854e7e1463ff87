import {
  agentNamed,
  courseOf,
  dipFault,
  dosePlanOf,
  doseToGive,
  isNearLabel,
  type Agent,
  type CareKnowledge,
  type CoursePlan,
} from '#core/care';
import { askReason, refuse, saysWhy, type GateFault } from './fault';
import type { GateRow } from './facts';

/** What is no course: it stands in the filter, is a device, a dip of its own, or the heater. */
const noCourse: ReadonlySet<Agent['sort']> = new Set(['adsorbent', 'device', 'dip', 'heat']);

type Start = { step: 'started'; prescription?: string | undefined } & CoursePlan;
/** A course as its label has it: agents that are given as one, with the prescription they need, and a dose near the label's. */
function courseFaults(start: Start, care: CareKnowledge): GateFault[] {
  const { packTreatsL, packTreatsUsGal } = start.label;
  const packs = [packTreatsL, packTreatsUsGal].filter((p) => p !== undefined).length;
  if (packs !== (start.food === undefined ? 1 : 0)) return [refuse('label', { id: 'label', facts: {} })];
  const ids = [start.agentId, ...(start.alsoAgentIds ?? [])];
  const agents = ids.map((id) => agentNamed(id, care));
  if (agents.some((a) => a === null)) return [refuse('agentId', { id: 'unknown-agent', facts: {} })];
  const none = agents.find((a) => a !== null && noCourse.has(a.sort));
  if (none) return [refuse('agentId', { id: 'no-course-agent', facts: { agentId: none.id } })];
  const planned = courseOf({ ...start, packsCanBeSplit: start.split });
  const give = doseToGive(dosePlanOf(start));
  return [
    ...(agents.some((a) => a?.prescription === 'needed') && (start.prescription ?? '').trim() === ''
      ? [refuse('prescription', { id: 'prescription', facts: {} })]
      : []),
    ...(planned.ok && give.ok ? [] : [refuse('label', { id: 'label', facts: {} })]),
    ...(give.ok && !isNearLabel(give.value.doseShare) && !saysWhy(start)
      ? [askReason({ id: 'dose-share', facts: { doseShare: give.value.doseShare } })]
      : []),
  ];
}

/** What stands in the way of an entry whatever else is in the book. */
export function byItself(row: GateRow, care: CareKnowledge): GateFault[] {
  if (row.kind === 'course') return row.payload.step === 'started' ? courseFaults(row.payload, care) : [];
  if (row.kind === 'tool' && row.payload.step === 'dipped' && row.payload.kept) {
    const fault = dipFault(row.payload, care.toolDips);
    return fault
      ? [
          refuse(fault.field, {
            id: 'no-dip',
            facts: { leastMinutes: fault.field === 'minutes' ? fault.leastMinutes : null },
          }),
        ]
      : [];
  }
  return [];
}
