/** Said by its id alone. */
export type NoFacts = Record<string, never>;

/**
 * A reason as data: one id of a closed set with the facts its sentence needs, in their units. Sentences are made in
 * `words`; what has to be decided is decided by the id.
 * @example type Why = ReasonOf<{ 'never-tested': NoFacts; stale: { ageDays: number } }>
 */
export type ReasonOf<Facts> = { [Id in keyof Facts]: { id: Id; facts: Facts[Id] } }[keyof Facts];
