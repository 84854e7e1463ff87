import { silent, type Recorder } from '#core/explain';
import { ok, refuse, type Result } from '#core/result';
import { firstAid, leadingCauses, type FirstAid } from './first-aid';
import { troubleLists, type Host, type TroubleKnowledge, type TroubleList, type Urgency } from './knowledge';
import { nextLooks, type NextLook } from './next-look';
import { animalSigns, heldFast, redFlags } from './held-fast';
import { somethingSaid, urgencyOf } from './urgency';
import { isLookAlike, listOfCause, listed, weighedAll, type Contribution, type Weighed } from './weigh';
import { readingNames, sharesOf, type TroubleCase } from './signs';

export interface RankedCause {
  causeId: string;
  rank: number;
  for: readonly Contribution[];
  against: readonly Contribution[];
  known: readonly { id: string; factor: number }[];
}
/** What a case amounts to: ranks and reasons, never chances. */
export interface Weighing {
  urgency: Urgency;
  firstAid: readonly FirstAid[];
  lists: Readonly<Record<TroubleList, readonly RankedCause[]>>;
  next: readonly NextLook[];
  cautions: readonly string[];
  nothingFits: boolean;
  /** Lists whose two best are close and would be met differently: test, do not treat. */
  undecided: readonly TroubleList[];
  redFlags: readonly string[];
  /** Nobody said anything: nothing is concluded, and the answer is the question. */
  basis: 'nothing-said' | 'said';
  /** Causes that a valid test has settled, whatever else was answered. */
  settled: readonly string[];
  /** What the animals were exposed to, acted on before one is ill. */
  exposures: readonly { id: string; causeId: string; lookAgainHours: number }[];
  /** Findings that are too much by themselves. */
  extremes: readonly string[];
  knowledgeVersion: number;
}

/** The first id that the knowledge does not hold, or a time that cannot be. */
function refusedIn(of: TroubleCase, knowledge: TroubleKnowledge): Result<TroubleCase> {
  const idsOf = (events: boolean): Set<string> =>
    new Set(knowledge.findings.filter((f) => (f.group === 'events') === events).map((f) => f.id));
  const [answerable, events] = [idsOf(false), idsOf(true)];
  for (const id of Object.keys(of.findings))
    if (!answerable.has(id))
      return refuse({ kind: 'unknown-name', field: `findings.${id}`, text: id, known: [...answerable] });
  for (const event of of.events ?? []) {
    if (!events.has(event.id))
      return refuse({ kind: 'unknown-name', field: 'events', text: event.id, known: [...events] });
    if (event.hoursAgo < 0)
      return refuse({
        kind: 'out-of-range',
        field: 'events.hoursAgo',
        value: event.hoursAgo,
        lo: 0,
        hi: 1e6,
        unit: 'h',
      });
  }
  for (const id of [...Object.keys(of.measurements), ...Object.keys(of.foreseen ?? {}), ...Object.keys(of.usual ?? {})])
    if (!readingNames.includes(id))
      return refuse({ kind: 'unknown-name', field: 'measurements', text: id, known: [...readingNames] });
  return ok(of);
}

/**
 * What is wrong, how sure, what to look at next, what to do first: log-likelihood ratios by grades over what was seen,
 * measured and done; a list for water and keeping, one for disease, one for growth, one for plants.
 *
 * Likelihoods are ordinal and our own estimate: ranks and reasons are shown, never a chance. Refuses ids it does not
 * know. Source: the almanac's trouble shelf, from memory; grades beside every row.
 * @example weighTrouble({ hosts: ['fish'], findings: { 'white-grains': 'yes' }, measurements: {}, events: null, tankAgeDays: 400 }, knowledge)
 */
export function weighTrouble(of: TroubleCase, knowledge: TroubleKnowledge, note: Recorder = silent): Result<Weighing> {
  note.by('trouble.weigh', 1);
  const fault = refusedIn(of, knowledge);
  if (!fault.ok) return fault;
  const all = weighedAll(of, knowledge);
  const named = all.filter(listed);
  const urgency = urgencyOf(of, all, knowledge);
  const signs = animalSigns(of, knowledge);
  const fast = heldFast(of, knowledge, { shares: sharesOf(of, knowledge), signs });
  if (note !== silent) workedOut(named, note);
  const ranked = (list: TroubleList): RankedCause[] =>
    named
      .filter((w) => listOfCause(w.cause) === list)
      .map((w, i) => ({
        causeId: w.cause.id,
        rank: i + 1,
        for: w.parts.filter((p) => p.weight > 0),
        against: w.parts.filter((p) => p.weight < 0),
        known: w.known,
      }));
  const play = leadingCauses(all);
  const undecided = troubleLists.filter((list) => {
    const [first, second] = play.filter((w) => listOfCause(w.cause) === list);
    return first && second && first.cause.ladder[0]?.text !== second.cause.ladder[0]?.text;
  });
  return ok({
    urgency,
    firstAid: firstAid(of, all, urgency, knowledge),
    lists: {
      water: ranked('water'),
      disease: ranked('disease'),
      growth: ranked('growth'),
      plants: ranked('plants'),
    },
    next: nextLooks(of, all, knowledge),
    cautions: [
      ...new Set([
        ...play.filter((w) => !isLookAlike(w.cause)).flatMap((w) => w.cause.cautionIds),
        ...fast.exposures.flatMap((e) => e.cautionIds),
        'no-diagnosis',
      ]),
    ],
    nothingFits: named.length === 0,
    undecided,
    redFlags: redFlags(of, knowledge),
    basis: somethingSaid(of) ? 'said' : 'nothing-said',
    settled: fast.settled.map((c) => c.id),
    exposures: fast.exposures.map(({ id, causeId, lookAgainHours }) => ({ id, causeId, lookAgainHours })),
    extremes: fast.extremes.map((e) => e.findingId),
    knowledgeVersion: knowledge.version,
  });
}

const workedCount = 2;
/** The first two of each list as they were weighed: what each finding added, and what it comes to. */
function workedOut(named: readonly Weighed[], note: Recorder): void {
  note.limit('ordinal-grades');
  for (const list of troubleLists)
    for (const { cause, parts, priorFraction, knownFactor, evidenceRatio } of named
      .filter((w) => listOfCause(w.cause) === list)
      .slice(0, workedCount)) {
      note.step({
        id: `${cause.id}-evidence`,
        label: `Evidence for ${cause.name}, as logarithms of ratios`,
        unit: '',
        formula: 'sum of what each finding adds; hallmark, strong, supports, against, by grade',
        terms: byFinding(parts),
        by: (x) => Object.values(x).reduce((sum, weight) => sum + weight, 0),
      });
      note.step({
        id: `${cause.id}-score`,
        label: `Rank of ${cause.name} within its list: only its order means something`,
        unit: '',
        formula: 'prior in its domain × what is known of the tank × evidence',
        terms: { prior: priorFraction, known: knownFactor, evidence: evidenceRatio },
        by: (x) => x.prior * x.known * x.evidence,
      });
    }
}

/** A test may both speak for something and against it: one term for each finding. */
function byFinding(parts: readonly Contribution[]): Record<string, number> {
  const terms: Record<string, number> = {};
  for (const { id, weight } of parts) terms[id] = (terms[id] ?? 0) + weight;
  return terms;
}

export interface Rung {
  text: string;
  lookAgainHours: number;
  goOnIf: 'no-relief' | 'no-better' | 'no-less' | 'new-leaves-too';
  notIf: readonly string[];
  caution: string | null;
  /** What it works with, by the almanac's names. */
  meansIds: readonly string[];
  /** Of the whole, by net volume. */
  doseG: { lo: number; hi: number } | null;
}
export interface Ladder {
  causeId: string;
  steps: readonly Rung[];
  doNot: readonly string[];
}

/**
 * What to do about a cause from the least that can work, on net volume; one at a time, each with its time to look again.
 * @example ladderOf({ causeId: 'fin-rot', hosts: ['fish'], netVolumeL: 100 }, knowledge) // salt 1 g/L: 100 g
 */
export function ladderOf(
  { causeId, hosts, netVolumeL }: { causeId: string; hosts: readonly Host[]; netVolumeL: number },
  knowledge: TroubleKnowledge,
  note: Recorder = silent,
): Result<Ladder> {
  note.by('trouble.ladder', 1);
  const cause = knowledge.causes.find((c) => c.id === causeId);
  if (!cause)
    return refuse({ kind: 'unknown-name', field: 'causeId', text: causeId, known: knowledge.causes.map((c) => c.id) });
  if (!(netVolumeL > 0 && netVolumeL <= 100_000))
    return refuse({ kind: 'out-of-range', field: 'netVolumeL', value: netVolumeL, lo: 0.1, hi: 100_000, unit: 'L' });
  const goOnIf: Rung['goOnIf'] =
    cause.domain === 'plants'
      ? 'new-leaves-too'
      : cause.domain === 'growth'
        ? 'no-less'
        : cause.urgency === 'now'
          ? 'no-relief'
          : 'no-better';
  const doseG = (stepIndex: number, end: 'lo' | 'hi', gPerL: number): number =>
    note.step({
      id: `dose-${stepIndex + 1}-${end}`,
      label: `Step ${stepIndex + 1}, ${end === 'lo' ? 'least' : 'most'}`,
      unit: 'g',
      formula: 'strength × net volume',
      terms: { strength: gPerL, volume: netVolumeL },
      by: (x) => x.strength * x.volume,
    });
  return ok({
    causeId,
    doNot: cause.doNot,
    steps: cause.ladder.map((step, i) => {
      const means = step.means.flatMap((id) => knowledge.means.find((m) => m.id === id) ?? []);
      return {
        text: step.text,
        lookAgainHours: step.lookAgainHours,
        goOnIf,
        notIf: means.flatMap((m) =>
          m.notIf.filter((n) => n.host === null || hosts.includes(n.host)).map((n) => n.text),
        ),
        caution: means.find((m) => m.cautionId !== null)?.cautionId ?? null,
        meansIds: step.means,
        doseG: step.doseGPerL ? { lo: doseG(i, 'lo', step.doseGPerL.lo), hi: doseG(i, 'hi', step.doseGPerL.hi) } : null,
      };
    }),
  });
}
