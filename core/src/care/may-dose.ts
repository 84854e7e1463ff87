import { silent, type Recorder } from '#core/explain';
import { highEnd, lowEnd, type Interval } from '#core/readings';
import { ok, refuse, type Result, type ReasonOf } from '#core/result';
import type { StockKind } from '#core/stock';
import { besideAgents, exposedGroups, type Agent, type CareKnowledge, type ExposedGroup, type HarmSign } from './agent';

export type DoseReason = ReasonOf<{
  kind: { kindId: string; group: ExposedGroup | 'cool-water'; sign: 'harms' | 'caution' };
  water: { parameter: string; sign: 'harms' | 'caution'; why: string };
  pair: { other: string; sign: 'harms' | 'caution'; people: boolean; why: string };
  'taken-out': { other: string; sign: 'harms' };
  'two-antibiotics': { other: string; sign: 'harms' };
  'two-medicines': { other: string; sign: 'caution' };
  oxygen: { sign: 'harms' | 'caution' };
  /** A kind or an agent that is not known here: what it would do is not known either. */
  unknown: { name: string; sign: 'harms' };
}>;
export interface DoseVerdict {
  verdict: 'allowed' | 'warn' | 'blocked';
  reasons: readonly DoseReason[];
  /** People would be harmed: it cannot be overridden. */
  final: boolean;
}
export interface DoseQuestion {
  agent: string;
  kinds: readonly string[];
  water: Readonly<Record<string, Interval>>;
  alsoPresent: readonly string[];
  doseMgPerL?: number | undefined;
}

/** The agent of this id or of this short name; null where there is none. */
export const agentNamed = (name: string, { agents }: CareKnowledge): Agent | null =>
  agents.find((a) => a.id === name || a.slug === name) ?? null;

/** Salt from 3 g/L on harms what smaller doses do not; peroxide above 12 mg/L is a bath. */
const saltHarmsMgPerL = 3000;
const peroxideBathMgPerL = 12;
/** What the codes of an agent are at this dose; an unknown dose of peroxide is taken for a bath. */
function harmsAt(agent: Agent, doseMgPerL: number | undefined): Readonly<Record<ExposedGroup, HarmSign>> {
  if (agent.slug === 'salt' && doseMgPerL !== undefined && doseMgPerL >= saltHarmsMgPerL)
    return { ...agent.harms, snails: 'harms', plants: 'harms' };
  if (agent.slug === 'peroxide' && (doseMgPerL === undefined || doseMgPerL > peroxideBathMgPerL))
    return { ...agent.harms, shrimp: 'harms', snails: 'harms', filter: 'harms' };
  return agent.harms;
}
const groupOf = (kind: StockKind, { catfishGenera }: CareKnowledge): ExposedGroup | null => {
  if (kind.group === 'shrimp' || kind.group === 'crayfish') return 'shrimp';
  if (kind.group === 'snail') return 'snails';
  if (kind.group === 'plant') return 'plants';
  const genus = kind.scientificName.split(' ')[0] ?? '';
  return kind.scaleless || catfishGenera.includes(genus) ? 'scaleless' : null;
};
/** Of cool water: its own range ends at 24 °C or below (our line). */
const coolWaterC = 24;
/** Below this animals suffer already. */
const leastO2MgPerL = 5;

/**
 * Who would be harmed by an agent in this water: the worst over all that live in it, the water's own values, and what else is
 * still in it.
 *
 * Kinds are the groups of the shelf or ids of kinds. Refuses agents and kinds that are not known: the default for an unknown
 * substance is not to dose. A caution is a trial on one animal in a tub of its own. Sources: the almanac's care shelf, from
 * memory, grades beside every row.
 * @example mayDose({ agent: 'D06', kinds: ['shrimp'], water: {}, alsoPresent: [] }, knowledge, []) // blocked
 */
export function mayDose(
  { agent: name, kinds, water, alsoPresent, doseMgPerL }: DoseQuestion,
  knowledge: CareKnowledge,
  stockKinds: readonly StockKind[],
  note: Recorder = silent,
): Result<DoseVerdict> {
  note.by('care.may-dose', 1);
  const agent = agentNamed(name, knowledge);
  if (!agent)
    return refuse({ kind: 'unknown-name', field: 'agent', text: name, known: knowledge.agents.map((a) => a.id) });
  if (doseMgPerL !== undefined && !(doseMgPerL >= 0 && doseMgPerL <= 500_000))
    return refuse({ kind: 'out-of-range', field: 'doseMgPerL', value: doseMgPerL, lo: 0, hi: 500_000, unit: 'mg/L' });
  const harms = harmsAt(agent, doseMgPerL);
  const reasons: DoseReason[] = [];
  for (const kindId of kinds) {
    const said = exposedGroups.find((g) => g === kindId);
    const kind = stockKinds.find((k) => k.id === kindId);
    if (!said && !kind)
      return refuse({ kind: 'unknown-name', field: 'kinds', text: kindId, known: [...exposedGroups] });
    const group = said ?? (kind ? groupOf(kind, knowledge) : null);
    const sign = group === null ? 'bears' : harms[group];
    if (group !== null && sign !== 'bears') reasons.push({ id: 'kind', facts: { kindId, group, sign } });
    if (agent.slug === 'heat' && (kind?.ranges.tempC?.hi ?? Infinity) <= coolWaterC)
      reasons.push({ id: 'kind', facts: { kindId, group: 'cool-water', sign: 'harms' } });
  }
  for (const { parameter, aboveValue = Infinity, belowValue = -Infinity, sign, why } of agent.water) {
    const span = water[parameter];
    // What may lie beyond counts: nobody doses on the good half of a span.
    if (span && (highEnd(span) > aboveValue || lowEnd(span) < belowValue))
      reasons.push({ id: 'water', facts: { parameter, sign, why } });
  }
  const o2 = water['o2MgPerL'];
  if (o2 && lowEnd(o2) < leastO2MgPerL && (agent.oxygen === 'high' || agent.oxygen === 'middle'))
    reasons.push({ id: 'oxygen', facts: { sign: agent.oxygen === 'high' ? 'harms' : 'caution' } });
  for (const other of alsoPresent) {
    const known = agentNamed(other, knowledge);
    if (!known && !besideAgents.some((b) => b === other))
      return refuse({
        kind: 'unknown-name',
        field: 'alsoPresent',
        text: other,
        known: [...knowledge.agents.map((a) => a.id), ...besideAgents],
      });
    if (known?.id === agent.id) continue;
    reasons.push(...pairReasons(agent, known ?? other, knowledge));
  }
  note.fact({ id: 'agent', label: 'Agent', value: agent.id, unit: '', origin: 'almanac' });
  for (const sign of ['harms', 'caution'] as const)
    note.step({
      id: sign,
      label: sign === 'harms' ? 'What would be harmed: one is enough to block' : 'What asks for caution',
      unit: '',
      formula: 'kinds + water and oxygen + what else is in it',
      terms: {
        kinds: reasons.filter((r) => r.id === 'kind' && r.facts.sign === sign).length,
        water: reasons.filter((r) => (r.id === 'water' || r.id === 'oxygen') && r.facts.sign === sign).length,
        beside: reasons.filter((r) => !['kind', 'water', 'oxygen'].includes(r.id) && r.facts.sign === sign).length,
      },
      by: (x) => x.kinds + x.water + x.beside,
    });
  const worst = reasons.some((r) => r.facts.sign === 'harms') ? 'blocked' : reasons.length > 0 ? 'warn' : 'allowed';
  return ok({ verdict: worst, reasons, final: reasons.some((r) => r.id === 'pair' && r.facts.people) });
}

/** Medicines, as against what only cleans, lights or conditions. */
const drugSorts: ReadonlySet<Agent['sort']> = new Set([
  'antiparasitic',
  'dewormer',
  'antibiotic',
  'dye',
  'oxidiser',
  'growth-inhibitor',
]);
function pairReasons(agent: Agent, other: Agent | string, { pairs }: CareKnowledge): DoseReason[] {
  const otherName = typeof other === 'string' ? other : other.slug;
  const said = pairs
    .filter((p) => (p.one === agent.slug && p.other === otherName) || (p.other === agent.slug && p.one === otherName))
    .map(({ sign, people, why }): DoseReason => ({ id: 'pair', facts: { other: otherName, sign, people, why } }));
  if (said.length > 0) return said;
  const drugs = [agent, other].filter((a): a is Agent => typeof a !== 'string' && drugSorts.has(a.sort));
  const takers = [agent.slug, otherName].filter((s) => takesOut.has(s));
  if (drugs.length === 1 && takers.length === 1)
    return [{ id: 'taken-out', facts: { other: otherName, sign: 'harms' } }];
  if (drugs.length < 2) return [];
  return drugs.every((d) => d.sort === 'antibiotic')
    ? [{ id: 'two-antibiotics', facts: { other: otherName, sign: 'harms' } }]
    : [{ id: 'two-medicines', facts: { other: otherName, sign: 'caution' } }];
}
const takesOut: ReadonlySet<string> = new Set(['carbon', 'uv', 'resin', 'ozone']);
