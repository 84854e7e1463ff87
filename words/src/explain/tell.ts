interface AnyReason {
  id: PropertyKey;
  facts: unknown;
}

/** A sentence for every id of a reason; one that is missing does not compile. */
export type Sentences<Reason extends AnyReason> = {
  [Id in Reason['id']]: (facts: Extract<Reason, { id: Id }>['facts']) => string;
};

/** Says a reason by its sentence. */
export const teller =
  <Reason extends AnyReason>(sentences: Sentences<Reason>) =>
  (reason: Reason): string =>
    (sentences[reason.id as Reason['id']] as (facts: unknown) => string)(reason.facts);
