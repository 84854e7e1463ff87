import type { TroubleKnowledge } from '#core/trouble';
import { sources } from '#almanac/sources';

export interface TroubleFault {
  where: string;
  what: string;
}
/** Causes that no single sign proves, and why; every other one has a hallmark. */
export const noHallmark: Readonly<Record<string, string>> = {
  W05: 'Kits miss what kills shrimp; only the pattern and a finer test tell.',
  W08: 'A fall of pH and KH over months, read against the usual of the tank.',
  W09: 'The gap between two waters, not a sign on the animal.',
  W13: 'The event and the pattern; no kit finds it.',
  K01: 'A habit, seen by what is left over.',
  K03: 'What is missing leaves no sign.',
  K04: 'Seen by watching.',
  K05: 'Told by weight over time.',
  K06: 'Told by age and by all others being well.',
  X08: 'Only a laboratory proves it.',
  X09: 'Only a microscope tells it from others.',
  X10: 'Only a microscope tells it from others.',
  X12: 'Only a microscope tells it from others.',
  X14: 'Only a microscope tells it from others.',
  X15: 'Only a microscope tells it from others.',
  X16: 'Only a microscope tells it from others.',
  X24: 'Only a laboratory proves it.',
  X25: 'Only imaging or a laboratory tells.',
};
/** Causes that can pass to people or must be told: what has to stand beside them. */
const dueCautions: Readonly<Record<string, string>> = {
  X08: 'zoonosis',
  X05: 'zoonosis',
  X24: 'notifiable',
  S02: 'notifiable',
  W12: 'gas',
  W07: 'co2-cylinder',
  W10: 'electricity',
};

/** What is wrong with the shelf of trouble, all of it at once. */
export function troubleFaults(of: TroubleKnowledge): TroubleFault[] {
  const findingIds = new Set(of.findings.map((f) => f.id));
  const causeIds = new Set(of.causes.map((c) => c.id));
  const meansById = new Map(of.means.map((m) => [m.id, m]));
  const cautionIds = new Set(of.cautions.map((c) => c.id));
  const sourceIds = new Set(sources.map((s) => s.id));
  const faults: TroubleFault[] = [];
  const unless = (holds: boolean, where: string, what: string): void => {
    if (!holds) faults.push({ where: `trouble ${where}`, what });
  };
  const known = (where: string, ids: readonly string[], all: ReadonlySet<string>): void => {
    for (const id of ids) unless(all.has(id), where, `names “${id}”, which does not exist`);
  };
  unless(findingIds.size === of.findings.length, 'findings', 'an id stands twice');
  unless(causeIds.size === of.causes.length, 'causes', 'an id stands twice');
  for (const f of of.findings) {
    unless(f.question !== '' && f.look !== '', f.id, 'asks nothing or says not where to look');
    known(f.id, f.whenSeenIds, findingIds);
    unless(f.group !== 'look-alikes' || f.whenSeenIds.length > 0, f.id, 'is a tell that nobody would ask for');
  }
  for (const c of of.causes) {
    const grades = [...c.hallmarks, ...c.strong, ...c.supports, ...c.against, ...c.stronglyAgainst];
    known(c.id, grades, findingIds);
    known(c.id, c.leadsToIds, causeIds);
    known(c.id, c.sourceIds, sourceIds);
    known(c.id, c.cautionIds, cautionIds);
    unless(new Set(grades).size === grades.length, c.id, 'grades a finding twice');
    unless(c.sourceIds.length > 0, c.id, 'names no source');
    unless(c.apart !== '', c.id, 'says not what tells it apart');
    unless(c.hallmarks.length > 0 || noHallmark[c.id] !== undefined, c.id, 'has no hallmark and no reason for that');
    const due = dueCautions[c.id];
    unless(due === undefined || c.cautionIds.includes(due), c.id, `lacks its caution “${due ?? ''}”`);
    if (c.mistakenFor !== '') continue;
    unless(c.ladder.length > 0, c.id, 'has no ladder');
    unless(c.doNot.length > 0, c.id, 'has a ladder without a «do not»');
    for (const step of c.ladder) {
      unless(step.lookAgainHours > 0, c.id, 'has a step without a time to look again');
      for (const id of step.means) unless(meansById.has(id), c.id, `works with “${id}”, which does not exist`);
    }
  }
  for (const m of of.means) if (m.cautionId !== null) known(m.id, [m.cautionId], cautionIds);
  for (const b of of.bundles) known(`bundle ${b.id}`, b.findingIds, findingIds);
  for (const s of of.settles) {
    known('settles', [s.causeId], causeIds);
    known('settles', [s.findingId], findingIds);
    const cause = of.causes.find((c) => c.id === s.causeId);
    const graded = cause && [...cause.hallmarks, ...cause.strong, ...cause.supports].includes(s.findingId);
    unless(graded === true, `settles ${s.causeId}`, 'settles by a finding that the cause does not grade');
  }
  for (const l of of.lags) {
    known('lags', [l.eventId], findingIds);
    if (l.causeId !== null) known('lags', [l.causeId], causeIds);
    unless(l.fromHours >= 0 && l.fromHours < l.toHours, `lags ${l.eventId}`, 'is upside down');
  }
  known('chain', of.chain.flat(), findingIds);
  for (const lab of of.laboratory) known(lab.id, lab.separatesIds, causeIds);
  return faults;
}
