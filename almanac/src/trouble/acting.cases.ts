import type { Cause, TroubleCase, TroubleKnowledge } from '#core/trouble';
import type { Weighed } from '../../../core/src/trouble/weigh';
import { troubleKnowledge } from './index';

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
    code: id,
    name: id,
    domain: 'water',
    urgency: 'week',
    first: 'watch',
    isolate: false,
    mistakenFor: '',
    ...of,
  } as Cause;
  return {
    cause,
    score,
    evidenceRatio,
    shown,
    borne,
    parts: [],
    known: [],
    knownFactor: 1,
    priorFraction: 0.1,
    settled: false,
  };
}
/** The knowledge, with what to do first said by its id alone. */
export const acting: TroubleKnowledge = {
  ...troubleKnowledge,
  actions: troubleKnowledge.actions.map(({ id }) => ({ id, text: `do ${id}`, doNot: [`not with ${id}`] })),
};
