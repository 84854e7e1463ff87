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
