import type { Speech } from '#words/units';

interface AnyReason {
  id: PropertyKey;
  facts: unknown;
}

/** A sentence for every id of a reason; one that is missing does not compile. */
export type Sentences<Reason extends AnyReason> = {
  [Id in Reason['id']]: (facts: Extract<Reason, { id: Id }>['facts']) => string;
};

/** Says a reason by its sentence; one of a newer server, which nobody here knows, by its id. */
export const teller =
  <Reason extends AnyReason>(sentences: Sentences<Reason>) =>
  (reason: Reason): string =>
    (sentences as Record<PropertyKey, (facts: unknown) => string>)[reason.id]?.(reason.facts) ?? String(reason.id);

/** The same for sentences in which amounts are said: in the units of whoever reads them. */
export type SpokenSentences<Reason extends AnyReason> = {
  [Id in Reason['id']]: (facts: Extract<Reason, { id: Id }>['facts'], speech: Speech) => string;
};
export const spokenTeller =
  <Reason extends AnyReason>(sentences: SpokenSentences<Reason>) =>
  (speech: Speech, reason: Reason): string =>
    (sentences as Record<PropertyKey, (facts: unknown, speech: Speech) => string>)[reason.id]?.(reason.facts, speech) ??
    String(reason.id);
