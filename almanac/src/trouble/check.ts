import type { TroubleKnowledge, When } from '#core/trouble';
import { sources } from '#almanac/sources';

export interface TroubleFault {
  where: string;
  what: string;
}
/** Causes that no single sign proves, and why; every other one has a hallmark. */
export const noHallmark: Readonly<Record<string, string>> = {
  'copper-poisoning': 'Kits miss what kills shrimp; only the pattern and a finer test tell.',
  'ph-crash': 'A fall of pH and KH over months, read against the usual of the tank.',
  'osmotic-jump': 'The gap between two waters, not a sign on the animal.',
  'household-toxin': 'The event and the pattern; no kit finds it.',
  overfeeding: 'A habit, seen by what is left over.',
  'filter-intake-loss': 'What is missing leaves no sign.',
  bullying: 'Seen by watching.',
  starvation: 'Told by weight over time.',
  'old-age': 'Told by age and by all others being well.',
  mycobacteriosis: 'Only a laboratory proves it.',
  'gill-flukes': 'Only a microscope tells it from others.',
  'skin-flukes': 'Only a microscope tells it from others.',
  'gut-worms': 'Only a microscope tells it from others.',
  ichthyobodo: 'Only a microscope tells it from others.',
  trichodina: 'Only a microscope tells it from others.',
  chilodonella: 'Only a microscope tells it from others.',
  'viral-disease': 'Only a laboratory proves it.',
  tumour: 'Only imaging or a laboratory tells.',
};
/** Causes that can pass to people or must be told: what has to stand beside them. */
const dueCautions: Readonly<Record<string, string>> = {
  mycobacteriosis: 'zoonosis',
  'aeromonad-septicaemia': 'zoonosis',
  'viral-disease': 'notifiable',
  'milky-muscle-infection': 'notifiable',
  'hydrogen-sulphide': 'gas',
  'co2-overdose': 'co2-cylinder',
  'temperature-shock': 'electricity',
};

/** Events that a condition asks about. */
const eventsIn = ({ recently, notRecently }: When): string[] => [
  ...(recently?.eventIds ?? []),
  ...(notRecently?.eventIds ?? []),
];

/** What is wrong with the shelf of trouble, all of it at once. */
export function troubleFaults(of: TroubleKnowledge): TroubleFault[] {
  const findingIds = new Set(of.findings.map((f) => f.id));
  const causeIds = new Set(of.causes.map((c) => c.id));
  const meansById = new Map(of.means.map((m) => [m.id, m]));
  const cautionIds = new Set(of.cautions.map((c) => c.id));
  const sourceIds = new Set(sources.map((s) => s.id));
  const codesCount = of.findings.length + of.causes.length;
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
  const { acting, book } = of;
  const groupOf = (id: string) => of.findings.find((f) => f.id === id)?.group;
  unless(
    new Set([...of.findings, ...of.causes].map((row) => row.code)).size === codesCount,
    'codes',
    'one stands twice',
  );
  for (const rule of of.readings) {
    known('readings', [rule.findingId], findingIds);
    unless(groupOf(rule.findingId) === 'measured', `readings ${rule.findingId}`, 'reads what no test tells');
  }
  unless(
    new Set(of.readings.map((r) => r.findingId)).size === of.readings.length,
    'readings',
    'a finding stands twice',
  );
  known('young', [of.young.findingId], findingIds);
  for (const h of of.hides) known('hides', [h.seenId, h.hiddenId, ...h.unlessSeenIds], findingIds);
  known('mustShow', Object.values(of.mustShow).flat(), findingIds);
  for (const factor of of.known) known('known', [factor.causeId], causeIds);
  known('acting', [...acting.atOnceIds, ...acting.deathIds, ...acting.source.afterIds], findingIds);
  known('acting', [...acting.acid.seenIds, acting.onlyNow.findingId], findingIds);
  known(
    'acting',
    acting.poison.flatMap((p) => p.afterIds),
    findingIds,
  );
  known(
    'acting',
    [...acting.urgency, ...acting.poison, acting.acid].map((row) => row.causeId),
    causeIds,
  );
  known('acting', [...acting.source.causeIds, ...acting.onlyNow.causeIds], causeIds);
  const conditions = [
    ...of.known.map((k) => k.when),
    ...acting.urgency.flatMap((u) => u.anyOf),
    ...[...acting.exposures, ...acting.extremes, ...acting.hastens, ...of.patterns].flatMap((row) => row.all),
  ];
  for (const when of conditions)
    known('conditions', [...(when.seenIds ?? []), ...(when.unseenIds ?? []), ...eventsIn(when)], findingIds);
  known(
    'exposures',
    acting.exposures.map((e) => e.causeId),
    causeIds,
  );
  for (const e of acting.exposures) {
    known(`exposure ${e.id}`, e.cautionIds, cautionIds);
    unless(e.cautionIds.length > 0, `exposure ${e.id}`, 'has no caution');
  }
  known(
    'guards',
    acting.guards.map((g) => g.causeId),
    causeIds,
  );
  for (const e of acting.extremes) {
    known('extremes', [e.findingId], findingIds);
    unless(
      of.readings.some((r) => r.findingId === e.findingId),
      `extreme ${e.findingId}`,
      'is read off no test',
    );
  }
  for (const p of of.patterns) known(`pattern ${p.id}`, p.looks, findingIds);
  const events = [...of.waterEventIds, ...book.happened.map((h) => h.eventId), book.missedCare.eventId];
  for (const id of [...events, ...conditions.flatMap(eventsIn)])
    unless(groupOf(id) === 'events', 'events', `“${id}” is none`);
  const { many, single, dayAfterDay, running, missing } = book.deaths;
  known(
    'book',
    [
      ...[...book.signs, many, single, dayAfterDay, running, missing].map((row) => row.findingId),
      book.pokes.smellFindingId,
      book.pokes.gasFindingId,
    ],
    findingIds,
  );
  known('book', [...Object.values(book.outcomes).flat(), ...book.bed.slowSignIds, ...book.bed.gaspingIds], findingIds);
  known(
    'dark',
    of.dark.flatMap((d) => d.causeId ?? []),
    causeIds,
  );
  unless(of.dark.at(-1)?.causeId === null, 'dark', 'has no row for all others at its end');
  known(
    'slow harms',
    Object.values(of.slowHarms).filter((id) => id !== null),
    findingIds,
  );
  for (const lab of of.laboratory) known(lab.id, lab.separatesIds, causeIds);
  return faults;
}
