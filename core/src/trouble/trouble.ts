import { ok, refuse, type Result } from '#core/result';
import { firstAid, inPlay, type FirstAid } from './first-aid';
import { troubleLists, type Host, type TroubleKnowledge, type TroubleList, type Urgency } from './knowledge';
import { nextLooks, type NextLook } from './next-look';
import { redFlags, urgencyOf } from './urgency';
import { isLookAlike, listOfCause, listed, weighedAll, type Contribution } from './weigh';
import type { TroubleCase } from './signs';

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
  knowledgeVersion: number;
}

const answerable = /^(BF|BD|SH|DP|WT|MS|PL|AL|LK)\d\d$/;

/** The first id that the knowledge does not hold, or a time that cannot be. */
function refusedIn(of: TroubleCase, knowledge: TroubleKnowledge): Result<TroubleCase> {
  const ids = new Set(knowledge.findings.map((f) => f.id));
  for (const id of Object.keys(of.findings))
    if (!ids.has(id) || !answerable.test(id))
      return refuse({ kind: 'unknown-name', field: `findings.${id}`, text: id, known: near(id, ids) });
  const events = new Set([...ids].filter((id) => id.startsWith('EV')));
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
  const parameters = new Set(knownParameters);
  for (const id of [...Object.keys(of.measurements), ...Object.keys(of.usual ?? {})])
    if (!parameters.has(id))
      return refuse({ kind: 'unknown-name', field: 'measurements', text: id, known: knownParameters });
  return ok(of);
}
const near = (id: string, ids: ReadonlySet<string>): string[] => {
  const alike = [...ids].filter((known) => known.slice(0, 2) === id.slice(0, 2).toUpperCase());
  return alike.length > 0 ? alike : [...ids];
};
const knownParameters = [
  'tempC',
  'ph',
  'ghDegrees',
  'khDegrees',
  'ec25UsPerCm',
  'tanMgPerL',
  'no2MgPerL',
  'no3MgPerL',
  'totalChlorineMgPerL',
  'cl2MgPerL',
  'copperMgPerL',
  'po4MgPerL',
  'phosphateMgPerL',
  'o2MgPerL',
  'co2MgPerL',
  'clMgPerL',
  'chlorideMgPerL',
];

/**
 * What is wrong, how sure, what to look at next, what to do first: log-likelihood ratios by grades over what was seen,
 * measured and done; a list for water and keeping, one for disease, one for growth, one for plants.
 *
 * Likelihoods are ordinal and our own estimate: ranks and reasons are shown, never a chance. Refuses ids it does not
 * know. Source: the almanac's trouble shelf, from memory; grades beside every row.
 * @example weighTrouble({ hosts: ['fish'], findings: { BD01: 'yes' }, measurements: {}, events: null, tankAgeDays: 400 }, knowledge)
 */
export function weighTrouble(of: TroubleCase, knowledge: TroubleKnowledge): Result<Weighing> {
  const fault = refusedIn(of, knowledge);
  if (!fault.ok) return fault;
  const all = weighedAll(of, knowledge);
  const named = all.filter(listed);
  const urgency = urgencyOf(of, all, knowledge);
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
  const play = inPlay(all);
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
      ...new Set([...play.filter((w) => !isLookAlike(w.cause)).flatMap((w) => w.cause.cautionIds), 'no-diagnosis']),
    ],
    nothingFits: named.length === 0,
    undecided,
    redFlags: redFlags(of),
    knowledgeVersion: knowledge.version,
  });
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
 * @example ladderOf({ causeId: 'X04', hosts: ['fish'], netVolumeL: 100 }, knowledge) // salt 1 g/L: 100 g
 */
export function ladderOf(
  { causeId, hosts, netVolumeL }: { causeId: string; hosts: readonly Host[]; netVolumeL: number },
  knowledge: TroubleKnowledge,
): Result<Ladder> {
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
  return ok({
    causeId,
    doNot: cause.doNot,
    steps: cause.ladder.map((step) => {
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
        doseG: step.doseGPerL ? { lo: step.doseGPerL.lo * netVolumeL, hi: step.doseGPerL.hi * netVolumeL } : null,
      };
    }),
  });
}
