import { besideAgents, type CareKnowledge } from '#core/care';
import { sources } from '#almanac/sources';

/** What is wrong with the shelf of care, all of it at once: no agent without a harm, a word for people and a way out. */
export function careFaults(of: CareKnowledge): { where: string; what: string }[] {
  const faults: { where: string; what: string }[] = [];
  const unless = (holds: boolean, where: string, what: string): void => {
    if (!holds) faults.push({ where: `care ${where}`, what });
  };
  const slugs = new Set(of.agents.map((a) => a.slug));
  const sourceIds = new Set(sources.map((s) => s.id));
  unless(slugs.size === of.agents.length, 'agents', 'a name stands twice');
  unless(new Set(of.agents.map((a) => a.id)).size === of.agents.length, 'agents', 'an id stands twice');
  for (const agent of of.agents) {
    const harmful = Object.values(agent.harms).some((sign) => sign !== 'bears');
    unless(harmful || agent.harmNote !== '' || harmless.has(agent.slug), agent.id, 'has no contraindication');
    unless(agent.people.length > 0, agent.id, 'has no caution for people');
    unless(agent.removal.length > 0, agent.id, 'has no way out of the water');
    unless(
      agent.doses.length > 0 && agent.doses.every((d) => d.lo > 0 && d.lo <= d.hi && d.of !== ''),
      agent.id,
      'has a dose of nothing',
    );
    unless(agent.course !== '' && agent.indication !== '', agent.id, 'says not what for or how long');
    unless(
      agent.sourceIds.length > 0 && agent.sourceIds.every((id) => sourceIds.has(id)),
      agent.id,
      'names no known source',
    );
    unless(
      agent.sort !== 'antibiotic' || agent.prescription === 'needed',
      agent.id,
      'is an antibiotic without a prescription',
    );
  }
  const known = new Set([...slugs, ...besideAgents]);
  for (const { one, other, why } of of.pairs) {
    unless(known.has(one) && known.has(other), `${one} with ${other}`, 'names what does not exist');
    unless(why !== '' && one !== other, `${one} with ${other}`, 'says no reason');
  }
  const agentIds = new Set(of.agents.map((a) => a.id));
  for (const dip of of.toolDips) {
    unless(agentIds.has(dip.agentId) && dip.leastMinutes > 0, `tool dip ${dip.name}`, 'names no known agent or no end');
    unless(
      dip.sourceIds.length > 0 && dip.sourceIds.every((id) => sourceIds.has(id)),
      `tool dip ${dip.name}`,
      'names no known source',
    );
  }
  for (const bath of of.baths) {
    unless(bath.people !== '', `bath ${bath.id}`, 'has no caution for people');
    unless(bath.minutes > 0 && bath.targetGPerL > 0, `bath ${bath.id}`, 'has no strength or no end');
    unless(bath.agentId === null || agentIds.has(bath.agentId), `bath ${bath.id}`, 'names no known agent');
    unless(
      bath.sourceIds.length > 0 && bath.sourceIds.every((id) => sourceIds.has(id)),
      `bath ${bath.id}`,
      'names no known source',
    );
  }
  return faults;
}
/** What takes things out of water harms nobody by itself. */
const harmless: ReadonlySet<string> = new Set(['thiosulfate', 'carbon']);
