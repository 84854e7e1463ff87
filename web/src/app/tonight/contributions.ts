import type { ContributionReason } from '#core/tonight';
import type { ShownContribution } from '#contracts/tonight';

export type FactsOf<Id extends ContributionReason['id']> = Extract<ContributionReason, { id: Id }>['facts'];

/** Those of one reason, with its facts: for the page of the slice that said it, which may show more than its sentence. */
export const saidBy = <Id extends ContributionReason['id']>(
  contributions: readonly ShownContribution[],
  id: Id,
): { said: ShownContribution; facts: FactsOf<Id> }[] =>
  contributions.flatMap((said) => (said.reason.id === id ? [{ said, facts: said.reason.facts as FactsOf<Id> }] : []));
