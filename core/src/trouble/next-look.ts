import type { ReasonOf } from '#core/result';
import { troubleLists, type Finding, type TroubleKnowledge } from './knowledge';
import { answeredBy, readingsOf, sharesOf, waterHoursAgo, type TroubleCase } from './signs';
import { animalSigns } from './held-fast';
import { holds } from './when';
import { chanceUnder, gradesOf, isLookAlike, listOfCause, listed, type Weighed } from './weigh';

export type WhyLook = ReasonOf<{
  'only-now': { causeId: string };
  'settles-leading': { causeId: string };
  'tells-most': { patternId: string };
  'in-order': { stepIndex: number };
  'tells-apart': { causeId: string; otherId: string };
}>;
/** What to look at or test next; `separates` would be acted on differently. */
export interface NextLook {
  id: string;
  why: WhyLook;
  separates: readonly string[];
  minutes: number;
}

const laboratoryMinutes = 1440;

/** What one would do under a cause: two that are met alike need not be told apart. */
const acts = ({ cause }: Weighed): string =>
  isLookAlike(cause) ? 'nothing' : `${cause.first}|${cause.ladder[0]?.text ?? ''}`;

/** Causes of one list as the doubt about what to do: chances that sum to one, and which are met alike. */
interface Doubt {
  causes: readonly Weighed[];
  chances: readonly { chanceFraction: number; actIndex: number }[];
  actCount: number;
  beforeValue: number;
}
function doubtOf(causes: readonly Weighed[]): Doubt {
  const total = causes.reduce((a, w) => a + w.score, 0);
  const kinds = [...new Set(causes.map(acts))];
  const chances = causes.map((w) => ({
    chanceFraction: total > 0 ? w.score / total : 0,
    actIndex: kinds.indexOf(acts(w)),
  }));
  const doubt = { causes, chances, actCount: kinds.length, beforeValue: 0 };
  return { ...doubt, beforeValue: entropy(doubt, () => 1).doubtValue };
}
/** Entropy over what one would do, with each cause weighed by how well it explains an answer; and the answer's chance. */
function entropy(
  { causes, chances, actCount }: Doubt,
  explains: (of: Weighed) => number,
): { doubtValue: number; chanceFraction: number } {
  const sums = new Array<number>(actCount).fill(0);
  let chance = 0;
  for (let i = 0; i < causes.length; i++) {
    const [w, known] = [causes[i], chances[i]];
    if (!w || !known) continue;
    const part = known.chanceFraction * explains(w);
    sums[known.actIndex] = (sums[known.actIndex] ?? 0) + part;
    chance += part;
  }
  const entropyOf = sums.reduce((a, p) => (p > 0 ? a - (p / chance) * Math.log(p / chance) : a), 0);
  return { doubtValue: entropyOf, chanceFraction: chance };
}

/** How much doubt about what to do an answer is expected to take away, over all lists. */
function expectedGain(finding: Finding, doubts: readonly Doubt[]): number {
  let gain = 0;
  for (const doubt of doubts) {
    const yes = entropy(doubt, (w) => chanceUnder(w.cause, finding));
    const no = entropy(doubt, (w) => 1 - chanceUnder(w.cause, finding));
    gain += Math.max(0, doubt.beforeValue - yes.chanceFraction * yes.doubtValue - no.chanceFraction * no.doubtValue);
  }
  return gain;
}

/** The two best of a list where an answer would change which of them leads. */
const separated = (finding: Finding, causes: readonly Weighed[]): string[] => {
  const differs = causes.filter(
    (w) => chanceUnder(w.cause, finding) !== chanceUnder(causes[0]?.cause ?? w.cause, finding),
  );
  const other = differs[0];
  return causes[0] && other ? [causes[0].cause.id, other.cause.id] : [];
};

const mostCount = 9;
const settlingCount = 2;
const chainCount = 3;
const patternCount = 2;

/**
 * What to look at next: first what can only be tested now, then the test that settles the leading cause of the water,
 * what tells most under the pattern that shows, then the chain of first looks, then what is expected to tell apart most of what would be acted on differently, for the
 * minutes it costs.
 */
export function nextLooks(of: TroubleCase, all: readonly Weighed[], knowledge: TroubleKnowledge): NextLook[] {
  const findings = new Map(knowledge.findings.map((f) => [f.id, f]));
  const shares = sharesOf(of, knowledge);
  const readings = readingsOf(of);
  const known = (id: string): boolean =>
    shares.has(id) ||
    (of.events !== null && findings.get(id)?.group === 'events') ||
    readings[answeredBy(id, knowledge) ?? ''] !== undefined;
  const fits = (f: Finding): boolean => {
    if (f.group === 'fish-behaviour' || f.group === 'fish-body') return of.hosts.includes('fish');
    if (f.group === 'shrimp') return of.hosts.includes('shrimp');
    if (f.group === 'plants') return of.hosts.includes('plants');
    // A test that says something only of who does not live here is not asked for.
    const rule = knowledge.readings.find((r) => r.findingId === f.id);
    return !rule?.hosts || rule.hosts.some((h) => of.hosts.includes(h));
  };
  const looks = new Map<string, NextLook>();
  const add = (id: string, why: WhyLook, separates: readonly string[]): void => {
    const finding = findings.get(id);
    if (!finding || looks.has(id) || known(id) || !fits(finding)) return;
    looks.set(id, { id, why, separates, minutes: finding.minutes });
  };
  const signs = animalSigns(of, knowledge);
  const lists = troubleLists.map((list) =>
    all.filter((w) => listOfCause(w.cause) === list && (listed(w) || w.evidenceRatio > 1)).slice(0, 8),
  );
  const [water = []] = lists;
  const since = waterHoursAgo(of, knowledge);
  const { onlyNow } = knowledge.acting;
  const fresh = since !== null && since <= onlyNow.afterWaterHours;
  const [chief] = onlyNow.causeIds;
  if (signs && fresh && chief !== undefined)
    add(onlyNow.findingId, { id: 'only-now', facts: { causeId: chief } }, onlyNow.causeIds);
  // The test that settles what leads, and that of a rival close behind it.
  const leads = water.filter((w) => !isLookAlike(w.cause));
  const near = leads.filter((w, i) => (listed(w) ? w.score >= (leads[0]?.score ?? 0) / 3 : i === 0 && signs));
  for (const { cause } of near.slice(0, settlingCount)) {
    const settles = knowledge.settles.find((s) => s.causeId === cause.id);
    if (settles)
      add(
        settles.findingId,
        { id: 'settles-leading', facts: { causeId: cause.id } },
        water.slice(0, 2).map((w) => w.cause.id),
      );
  }
  const patternsUntil = looks.size + patternCount;
  for (const { id: patternId, all: whens, looks: ids } of knowledge.patterns)
    if (whens.every((when) => holds(when, of, { shares, signs })))
      for (const id of ids)
        if (looks.size < patternsUntil && (id !== onlyNow.findingId || fresh))
          add(id, { id: 'tells-most', facts: { patternId } }, []);
  // What is harmless and looks like it is asked before anything is done.
  const told = (id: string): boolean => {
    const asked = findings.get(id)?.whenSeenIds ?? [];
    return asked.length === 0 || asked.some((a) => (shares.get(a) ?? 0) >= 0.5);
  };
  for (const tell of knowledge.findings) {
    const harmless = all.find((w) => isLookAlike(w.cause) && w.cause.hallmarks.includes(tell.id));
    if (tell.group !== 'look-alikes' || !told(tell.id) || !harmless) continue;
    const rival = all.find((w) => listOfCause(w.cause) === listOfCause(harmless.cause) && !isLookAlike(w.cause));
    if (rival)
      add(tell.id, { id: 'tells-apart', facts: { causeId: harmless.cause.id, otherId: rival.cause.id } }, [
        harmless.cause.id,
        rival.cause.id,
      ]);
  }
  const chainUntil = looks.size + chainCount;
  if (signs)
    for (const [stepIndex, ids] of knowledge.chain.entries())
      for (const id of ids)
        if (looks.size < chainUntil && (id !== onlyNow.findingId || fresh))
          add(id, { id: 'in-order', facts: { stepIndex } }, []);
  const [, disease = []] = lists;
  const [first, second] = disease.filter((w) => listed(w) && !isLookAlike(w.cause));
  // Two that are close, or one that no eye can settle: a microscope or a laboratory tells.
  const close = first && second && second.score >= first.score / 3;
  if (first && (close || first.cause.hallmarks.length === 0)) {
    const pair = [first.cause.id, ...(second ? [second.cause.id] : [])];
    const lab = knowledge.laboratory.find((l) => pair.some((id) => l.separatesIds.includes(id)));
    if (lab)
      looks.set(lab.id, {
        id: lab.id,
        why: { id: 'tells-apart', facts: { causeId: first.cause.id, otherId: second?.cause.id ?? first.cause.id } },
        separates: pair,
        minutes: laboratoryMinutes,
      });
  }
  const doubts = lists.map(doubtOf).filter((d) => d.actCount > 1);
  // What none of them grades tells nothing apart.
  const graded = new Set(doubts.flatMap((d) => d.causes.flatMap((w) => [...gradesOf(w.cause).keys()])));
  const byGain = knowledge.findings
    .filter((f) => graded.has(f.id) && !known(f.id) && fits(f) && !f.neutral && told(f.id))
    .map((f) => ({ f, gain: expectedGain(f, doubts) / Math.sqrt(f.minutes) }))
    .filter(({ gain }) => gain > 1e-3)
    .sort((a, b) => b.gain - a.gain || a.f.code.localeCompare(b.f.code));
  for (const { f } of byGain) {
    if (looks.size >= mostCount) break;
    const pair = lists.map((causes) => separated(f, causes)).find((p) => p.length > 0);
    if (pair?.[0] === undefined || pair[1] === undefined) continue;
    add(f.id, { id: 'tells-apart', facts: { causeId: pair[0], otherId: pair[1] } }, pair);
  }
  return [...looks.values()];
}
