import type { Cause, Finding, TroubleKnowledge } from './knowledge';
import type { TroubleCase } from './signs';
import type { Weighed } from './weigh';

/** A tank of fish of two years of which nothing is known. */
export const caseOf = (more: Partial<TroubleCase> = {}): TroubleCase => ({
  hosts: ['fish'],
  findings: {},
  measurements: {},
  events: [],
  tankAgeDays: 700,
  ...more,
});
/** A case in which these were seen. */
export const seeing = (ids: readonly string[], more: Partial<TroubleCase> = {}): TroubleCase =>
  caseOf({ findings: Object.fromEntries(ids.map((id) => [id, 'yes'] as const)), ...more });

/** A cause as the weighing hands it on; what is not said is a fault of the water that can wait a week. */
export function weighed(
  id: string,
  { score = 10, shown = true, borne = true, evidenceRatio = 10, ...of }: Partial<Cause & Weighed> = {},
): Weighed {
  const cause = {
    id,
    name: id,
    domain: 'water',
    urgency: 'week',
    first: 'A4',
    isolate: false,
    mistakenFor: '',
    ...of,
  } as Cause;
  return { cause, score, evidenceRatio, shown, borne, parts: [], known: [], knownFactor: 1, priorFraction: 0.1 };
}
const finding = (id: string, neutral = false): Finding => ({ id, neutral }) as Finding;
/** Findings on animals, one of which speaks for nothing; what to do first by its own id. */
export const acting = {
  findings: ['BF05', 'BD08', 'SH07', 'DP01', 'DP02', 'WT04', 'MS12', 'AL01']
    .map((id) => finding(id))
    .concat(finding('BF11', true)),
  actions: ['A0', 'A1', 'A2', 'A3', 'A4', 'A1-small', 'isolate', 'leave'].map((id) => ({
    id,
    text: `do ${id}`,
    doNot: [`not with ${id}`],
  })),
} as unknown as TroubleKnowledge;
