import * as v from 'valibot';
import { caseOutcomes, caseStates, pokeGases, squareKinds } from '#core/trouble';
import { instant, textUpTo, uuid } from '#contracts/shapes';
import { idFromV1 } from './trouble-v1';

/** Evidence of the book that the keeper took out, by its id. */
const struckIds = v.pipe(v.array(textUpTo(120)), v.maxLength(100));
const lookAgainAt = v.optional(v.nullable(instant), null);
const note = v.optional(v.pipe(v.string(), v.maxLength(500)), '');
const answer = v.picklist(['yes', 'no'], 'must be yes or no');

/** The steps of a case, by what findings and causes are called. */
const stepsWith = (called: { finding: RegExp; cause: RegExp }) => {
  /** What was looked for: seen, or not there; what nobody looked for is left out. */
  const findings = v.pipe(
    v.record(v.pipe(v.string(), v.maxLength(60), v.regex(called.finding, 'is no finding')), answer),
    v.check((answers) => Object.keys(answers).length <= 200, 'holds too many answers'),
  );
  const causeId = v.pipe(v.string(), v.maxLength(60), v.regex(called.cause, 'is no cause'));
  /** The order of causes as it was shown, with the version of the knowledge. */
  const ranking = v.optional(
    v.strictObject({
      knowledgeVersion: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100000)),
      causeIds: v.pipe(v.array(causeId), v.maxLength(20)),
    }),
  );
  return v.variant('step', [
    v.strictObject({
      step: v.literal('opened'),
      firstSignAt: instant,
      findings,
      struckIds: v.optional(struckIds, []),
      ranking,
      lookAgainAt,
      note,
    }),
    v.strictObject({
      step: v.literal('looked'),
      caseId: uuid,
      state: v.picklist(caseStates, 'must be better, same or worse'),
      findings: v.optional(findings, {}),
      struckIds: v.optional(struckIds, []),
      ranking,
      lookAgainAt,
      note,
    }),
    v.strictObject({
      step: v.literal('acted'),
      caseId: uuid,
      causeId,
      text: textUpTo(300),
      lookAgainAt,
    }),
    v.strictObject({
      step: v.literal('closed'),
      caseId: uuid,
      outcome: v.picklist(caseOutcomes, 'is no known end'),
      causeId: v.optional(v.nullable(causeId), null),
      note,
    }),
  ]);
};

/** A case of trouble, step by step: what was seen, what was done, how it ended. */
export const casePayload = stepsWith({ finding: /^[a-z0-9]+(-[a-z0-9]+)*$/, cause: /^[a-z0-9]+(-[a-z0-9]+)*$/ });
export type CasePayload = v.InferOutput<typeof casePayload>;

/** Version 1 called them by short codes. */
export const casePayloadV1 = stepsWith({ finding: /^[A-Z]{2}\d\d$/, cause: /^[A-Z]\d\d$/ });
/** A step of version 1 under the names of today; evidence is called by its finding and its entry. */
export function caseFromV1(old: v.InferOutput<typeof casePayloadV1>): CasePayload {
  if (old.step === 'acted') return { ...old, causeId: idFromV1(old.causeId) };
  if (old.step === 'closed') return { ...old, causeId: old.causeId === null ? null : idFromV1(old.causeId) };
  return {
    ...old,
    findings: Object.fromEntries(Object.entries(old.findings).map(([code, said]) => [idFromV1(code), said] as const)),
    struckIds: old.struckIds.map((id) => id.replace(/^[A-Z]{2}\d\d(?=:)/, (code) => idFromV1(code))),
    ...(old.ranking && { ranking: { ...old.ranking, causeIds: old.ranking.causeIds.map(idFromV1) } }),
  };
}

/** One small spot of the bed was poked: where, and what came up. */
export const pokePayload = v.strictObject({
  place: textUpTo(60),
  gas: v.picklist(pokeGases, 'must be none, no-smell or smell'),
  note,
});
const squares = v.pipe(
  v.array(v.picklist(squareKinds, 'is no square of a plan')),
  v.minLength(1, 'needs one at least'),
  v.maxLength(16, 'holds too many'),
);
/** The tank from above as the keeper draws it: rows from the back to the front, all of one length. */
export const layoutPayload = v.strictObject({
  rows: v.pipe(
    v.array(squares),
    v.minLength(1, 'needs one at least'),
    v.maxLength(8, 'holds too many'),
    v.check((rows) => rows.every((row) => row.length === rows[0]?.length), 'has rows of unequal length'),
  ),
});
