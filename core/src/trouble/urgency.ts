import { animalSigns, causeUrgency, heldFast, redFlags, worse } from './held-fast';
import { troubleLists, type TroubleKnowledge, type Urgency } from './knowledge';
import { sharesOf, type TroubleCase } from './signs';
import { isLookAlike, listOfCause, listed, type Weighed } from './weigh';
import { holds, wasSeen } from './when';

/** Whether anybody said anything: an answer, a reading, an event. Where nobody did nothing is concluded. */
export const somethingSaid = ({ findings, measurements, events }: TroubleCase): boolean =>
  Object.keys(findings).length > 0 || Object.keys(measurements).length > 0 || (events ?? []).length > 0;

/**
 * How soon somebody has to act: the most urgent of red flags and of the first causes of each list with those near them,
 * where something was seen or measured of them; what a test has settled, an exposure and an extreme count whatever their
 * rank.
 */
export function urgencyOf(of: TroubleCase, all: readonly Weighed[], knowledge: TroubleKnowledge): Urgency {
  const shares = sharesOf(of, knowledge);
  const signs = animalSigns(of, knowledge);
  const beyond = knowledge.findings.some((f) => f.group === 'measured' && wasSeen(shares, f.id));
  const named = all.filter(listed);
  let urgency: Urgency = redFlags(of, knowledge).length > 0 ? 'now' : 'none';
  for (const list of troubleLists) {
    const group = named.filter((w) => listOfCause(w.cause) === list);
    const [first] = group;
    if (!first) continue;
    for (const w of group) {
      if (w.score < first.score / 2 || !w.shown || isLookAlike(w.cause)) continue;
      if (list === 'water' && !signs && !beyond) continue;
      urgency = worse(urgency, causeUrgency(w.cause, of, knowledge, { shares, signs }));
    }
  }
  const leads = troubleLists.flatMap((list) => named.find((w) => listOfCause(w.cause) === list) ?? []);
  urgency = worse(urgency, heldFast(of, knowledge, { shares, signs }).urgency);
  // Nothing that fits is no ground for calm.
  const unexplained = signs && !leads.some((w) => isLookAlike(w.cause));
  const { deathIds, hastens } = knowledge.acting;
  if (urgency === 'none' && (unexplained || deathIds.some((id) => wasSeen(shares, id)))) urgency = 'watch';
  urgency =
    hastens.find((h) => h.from.includes(urgency) && h.all.every((when) => holds(when, of, { shares, signs })))?.to ??
    urgency;
  const inhabited = of.hosts.some((h) => h !== 'plants');
  return !inhabited && urgency !== 'none' ? 'watch' : urgency;
}
