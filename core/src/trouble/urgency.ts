import { closedMiddle, highEnd } from '#core/readings';
import { unionisedAmmonia } from '#core/water';
import { urgencies, troubleLists, type Cause, type Finding, type TroubleKnowledge, type Urgency } from './knowledge';
import { readingsOf, sharesOf, type TroubleCase } from './signs';
import { isLookAlike, listOfCause, listed, type Weighed } from './weigh';

const atOnce = ['BF01', 'BF07', 'SH08', 'SH13', 'DP03', 'DP11', 'BD22', 'MS10', 'MS12'];
const animals = /^(BF|BD|SH|DP)\d\d$/;
const tests = /^MS\d\d$/;
const deaths = ['DP01', 'DP02', 'DP03', 'DP07', 'DP08', 'DP09', 'DP10', 'DP11', 'DP12'];

const worse = (a: Urgency, b: Urgency): Urgency => (urgencies.indexOf(b) > urgencies.indexOf(a) ? b : a);
const seen = (shares: ReadonlyMap<string, number>, id: string): boolean => (shares.get(id) ?? 0) >= 0.5;

/** Signs that want air before any question. */
export const redFlags = (of: TroubleCase): string[] => {
  const shares = sharesOf(of);
  return atOnce.filter((id) => seen(shares, id));
};

/** Whether an animal shows anything at all. */
export function animalSigns(of: TroubleCase, findings: readonly Finding[]): boolean {
  const shares = sharesOf(of);
  return findings.some((f) => animals.test(f.id) && !f.neutral && seen(shares, f.id));
}

/** The urgency of one cause in this case: some depend on how bad it is. */
function causeUrgency(cause: Cause, of: TroubleCase, signs: boolean): Urgency {
  const readings = readingsOf(of);
  const shares = sharesOf(of);
  switch (cause.id) {
    case 'W01': {
      // What cannot be excluded: the upper ends, and where nobody measured them 25 °C and pH 7.
      const tan = readings['tanMgPerL'];
      if (!tan) return cause.urgency;
      const toxic = unionisedAmmonia({
        tanMgPerL: Math.min(1000, highEnd(tan)),
        ph: Math.min(11, Math.max(4, highEnd(readings['ph'] ?? { lo: 7, hi: 7 }))),
        tempC: Math.min(40, Math.max(0, highEnd(readings['tempC'] ?? { lo: 25, hi: 25 }))),
      });
      return toxic.ok && (toxic.value.value.nh3AsNMgPerL ?? 0) >= 0.05 ? 'now' : cause.urgency;
    }
    case 'W02': {
      const no2 = readings['no2MgPerL'];
      return signs || (no2 !== undefined && (closedMiddle(no2) ?? 9) > 1) ? 'now' : cause.urgency;
    }
    case 'W05':
      return of.hosts.includes('shrimp') || of.hosts.includes('snails') ? 'now' : 'today';
    case 'W09':
      return seen(shares, 'DP06') ? 'now' : cause.urgency;
    case 'W12':
      return signs && seen(shares, 'WT04') ? 'now' : 'today';
    default:
      return cause.urgency;
  }
}

/**
 * How soon somebody has to act: the most urgent of red flags and of the first causes of each list with those near them,
 * where something was seen or measured of them.
 */
export function urgencyOf(of: TroubleCase, all: readonly Weighed[], knowledge: TroubleKnowledge): Urgency {
  const shares = sharesOf(of);
  const signs = animalSigns(of, knowledge.findings);
  const beyond = [...shares].some(([id, share]) => tests.test(id) && share >= 0.5);
  const named = all.filter(listed);
  let urgency: Urgency = redFlags(of).length > 0 ? 'now' : 'none';
  for (const list of troubleLists) {
    const group = named.filter((w) => listOfCause(w.cause) === list);
    const [first] = group;
    if (!first) continue;
    for (const w of group) {
      if (w.score < first.score / 2 || !w.shown || isLookAlike(w.cause)) continue;
      if (list === 'water' && !signs && !beyond) continue;
      urgency = worse(urgency, causeUrgency(w.cause, of, signs));
    }
  }
  const leads = troubleLists.flatMap((list) => named.find((w) => listOfCause(w.cause) === list) ?? []);
  const unexplained = signs && leads.length > 0 && !leads.some((w) => isLookAlike(w.cause));
  if (urgency === 'none' && (unexplained || deaths.some((id) => seen(shares, id)))) urgency = 'watch';
  if (urgency === 'week' && seen(shares, 'DP02')) urgency = 'today';
  const inhabited = of.hosts.some((h) => h !== 'plants');
  return !inhabited && urgency !== 'none' ? 'watch' : urgency;
}
