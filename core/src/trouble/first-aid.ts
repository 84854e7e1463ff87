import { highEnd, lowEnd } from '#core/readings';
import type { ReasonOf } from '#core/result';
import { troubleLists, type ActionId, type FirstAction, type TroubleKnowledge, type Urgency } from './knowledge';
import { animalSigns, heldFast, redFlags } from './held-fast';
import { readingsOf, sharesOf, type TroubleCase } from './signs';
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

/** Causes that carry weight: the first of each list, what comes within a third of it, and what a test has settled. */
export const leadingCauses = (all: readonly Weighed[]): Weighed[] =>
  troubleLists.flatMap((list) => {
    const named = all.filter((w) => listOfCause(w.cause) === list && listed(w));
    const first = named[0]?.score ?? 0;
    return named.filter((w) => w.settled || w.score >= first / 3);
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
    // Nothing that fits is not nothing to do: only what is known to be harmless is left alone.
    return harmless ? [action('leave', [{ id: 'only-harmless', facts: { causeId: harmless.cause.id } }])] : [];
  }
  // Where no animal lives nothing speaks of air, bodies or food.
  if (!of.hosts.some((h) => h !== 'plants')) return [action('watch')];
  const signs = animalSigns(of, knowledge);
  const { first } = heldFast(of, knowledge, { shares, signs });
  const flagged = redFlags(of, knowledge).length > 0;
  const suspect = some(shares, source.afterIds) ? play.find((w) => source.causeIds.includes(w.cause.id)) : undefined;
  const [poison] = poisons.flatMap(({ causeId, afterIds }) =>
    afterIds.length === 0 || some(shares, afterIds) ? (named(harmful, causeId) ?? []) : [],
  );
  const crashed = isCrashed(of, acid, shares, harmful);
  const wanted = new Set(harmful.map((w) => w.cause.first));
  const urgent = urgency === 'now' || urgency === 'today';
  const aid: FirstAid[] = [];
  const add = (id: ActionId, notWith: readonly NotFirst[] = []): void => {
    if (!aid.some((a) => a.id === id)) aid.push(action(id, notWith));
  };
  if (flagged || urgency === 'now' || (urgent && signs)) add('air');
  if (wanted.has('gas-off')) add('gas-off');
  if (poison && urgent) add('as-poison', [{ id: 'poison-suspect', facts: { causeId: poison.cause.id } }]);
  else if (suspect && urgent) add('safe-water', [{ id: 'source-suspect', facts: { causeId: suspect.cause.id } }]);
  else if (wanted.has('change') && crashed)
    add('small-changes', [{ id: 'acid-without-buffer', facts: { causeId: acid.causeId } }]);
  else if (wanted.has('change') && !suspect && !poison) add('change');
  // What holds fast keeps its first step beside whatever else was answered.
  for (const { action: id, causeId } of first) {
    if (id === 'watch') continue;
    const other = suspect ?? poison;
    if (id !== 'change') add(id, becauseOf(id, causeId));
    else if (crashed) add('small-changes', [{ id: 'acid-without-buffer', facts: { causeId: acid.causeId } }]);
    else add('change', other ? [{ id: 'source-suspect', facts: { causeId: other.cause.id } }] : []);
  }
  const sick = harmful.find((w) => w.cause.isolate && w.shown);
  const rival = play.find((w) => isLookAlike(w.cause) && listOfCause(w.cause) === 'disease');
  // Beside a fault of the water all of them are in it: nobody is helped by a tub of their own first.
  const water = aid.some((a) => a.id !== 'air');
  if (sick && !water && !(rival && rival.score > sick.score)) add('isolate');
  return aid.length > 0 ? inOrder(aid) : [action('watch')];
}

const reasonOf: Readonly<Partial<Record<ActionId, 'source-suspect' | 'poison-suspect'>>> = {
  'safe-water': 'source-suspect',
  'as-poison': 'poison-suspect',
};
/** Why no usual change stands in its place; nothing where no cause is named. */
const becauseOf = (id: ActionId, causeId: string | null): NotFirst[] => {
  const reasonId = reasonOf[id];
  return reasonId && causeId !== null ? [{ id: reasonId, facts: { causeId } }] : [];
};

const order: readonly ActionId[] = ['air', 'gas-off', 'as-poison', 'safe-water', 'small-changes', 'change', 'isolate'];
const inOrder = (aid: readonly FirstAid[]): FirstAid[] =>
  [...aid].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** No buffer, measured or as it looks: a reading of the pH that lies above stands before what was answered. */
function isCrashed(
  of: TroubleCase,
  acid: TroubleKnowledge['acting']['acid'],
  shares: ReadonlyMap<string, number>,
  harmful: readonly Weighed[],
): boolean {
  const { khDegrees, ph } = readingsOf(of);
  if (ph !== undefined && lowEnd(ph) >= acid.phBelowValue) return false;
  const bare =
    khDegrees !== undefined &&
    ph !== undefined &&
    highEnd(khDegrees) <= acid.khAtMostDegrees &&
    highEnd(ph) < acid.phBelowValue;
  return bare || some(shares, acid.seenIds) || named(harmful, acid.causeId) !== undefined;
}
