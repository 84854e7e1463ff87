import { highEnd } from '#core/readings';
import type { ReasonOf } from '#core/result';
import { troubleLists, type ActionId, type FirstAction, type TroubleKnowledge, type Urgency } from './knowledge';
import { readingsOf, sharesOf, type TroubleCase } from './signs';
import { animalSigns, redFlags } from './urgency';
import { isLookAlike, listOfCause, listed, type Weighed } from './weigh';
import { wasSeen } from './when';

/** Why something usual is not offered first, or not without care. */
export type NotFirst = ReasonOf<{
  'source-suspect': { causeId: string };
  'poison-suspect': { causeId: string };
  'acid-without-buffer': { causeId: string };
  'only-harmless': { causeId: string };
  undecided: { causeId: string; otherId: string };
}>;
export interface FirstAid {
  id: ActionId;
  text: string;
  doNot: readonly string[];
  notWith: readonly NotFirst[];
}

/** Causes that carry weight: the first of each list and what comes within a third of it. */
export const leadingCauses = (all: readonly Weighed[]): Weighed[] =>
  troubleLists.flatMap((list) => {
    const named = all.filter((w) => listOfCause(w.cause) === list && listed(w));
    const first = named[0]?.score ?? 0;
    return named.filter((w) => w.score >= first / 3);
  });

const some = (shares: ReadonlyMap<string, number>, ids: readonly string[]): boolean =>
  ids.some((id) => wasSeen(shares, id));
const named = (among: readonly Weighed[], causeId: string): Weighed | undefined =>
  among.find((w) => w.cause.id === causeId);

/**
 * What is safe under every cause still in play, in order. Nothing here medicates; a change of water is never first where
 * the water itself may be the fault, or where it would turn ammonium to ammonia.
 */
export function firstAid(
  of: TroubleCase,
  all: readonly Weighed[],
  urgency: Urgency,
  knowledge: TroubleKnowledge,
): FirstAid[] {
  const shares = sharesOf(of, knowledge);
  const { source, poison: poisons, acid } = knowledge.acting;
  const play = leadingCauses(all);
  const harmful = play.filter((w) => !isLookAlike(w.cause));
  const action = (id: ActionId, notWith: readonly NotFirst[] = []): FirstAid => {
    const found: FirstAction | undefined = knowledge.actions.find((a) => a.id === id);
    return { id, text: found?.text ?? '', doNot: found?.doNot ?? [], notWith };
  };
  if (urgency === 'none') {
    const harmless = play.find((w) => isLookAlike(w.cause));
    return [action('leave', harmless ? [{ id: 'only-harmless', facts: { causeId: harmless.cause.id } }] : [])];
  }
  const flagged = redFlags(of, knowledge).length > 0;
  const suspect = some(shares, source.afterIds) ? play.find((w) => source.causeIds.includes(w.cause.id)) : undefined;
  const [poison] = poisons.flatMap(({ causeId, afterIds }) =>
    afterIds.length === 0 || some(shares, afterIds) ? (named(harmful, causeId) ?? []) : [],
  );
  const { khDegrees, ph } = readingsOf(of);
  const bare =
    khDegrees !== undefined &&
    ph !== undefined &&
    highEnd(khDegrees) <= acid.khAtMostDegrees &&
    highEnd(ph) < acid.phBelowValue;
  const crashed = bare || some(shares, acid.seenIds) || named(harmful, acid.causeId) !== undefined;
  const wanted = new Set(harmful.map((w) => w.cause.first));
  const aid: FirstAid[] = [];
  const urgent = urgency === 'now' || urgency === 'today';
  if (flagged || urgency === 'now' || (urgent && animalSigns(of, knowledge))) aid.push(action('air'));
  if (poison && urgent) aid.push(action('as-poison', [{ id: 'poison-suspect', facts: { causeId: poison.cause.id } }]));
  else if (suspect && urgent)
    aid.push(action('safe-water', [{ id: 'source-suspect', facts: { causeId: suspect.cause.id } }]));
  else if (wanted.has('change') && crashed)
    aid.push(action('small-changes', [{ id: 'acid-without-buffer', facts: { causeId: acid.causeId } }]));
  else if (wanted.has('change') && !suspect && !poison) aid.push(action('change'));
  const sick = harmful.find((w) => w.cause.isolate && w.shown);
  const rival = play.find((w) => isLookAlike(w.cause) && listOfCause(w.cause) === 'disease');
  if (sick && !(rival && rival.score > sick.score)) aid.push(action('isolate'));
  return aid.length > 0 ? aid : [action('watch')];
}
