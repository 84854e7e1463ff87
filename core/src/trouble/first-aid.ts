import { highEnd } from '#core/readings';
import type { ReasonOf } from '#core/result';
import { troubleLists, type ActionId, type FirstAction, type TroubleKnowledge, type Urgency } from './knowledge';
import { readingsOf, sharesOf, type TroubleCase } from './signs';
import { animalSigns, redFlags } from './urgency';
import { isLookAlike, listOfCause, listed, type Weighed } from './weigh';

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
export const inPlay = (all: readonly Weighed[]): Weighed[] =>
  troubleLists.flatMap((list) => {
    const named = all.filter((w) => listOfCause(w.cause) === list && listed(w));
    const first = named[0]?.score ?? 0;
    return named.filter((w) => w.score >= first / 3);
  });

const some = (shares: ReadonlyMap<string, number>, ids: readonly string[]): boolean =>
  ids.some((id) => (shares.get(id) ?? 0) >= 0.5);

/** The water that would go in is itself under suspicion: after a change or a new source. */
const sourceSuspect = (shares: ReadonlyMap<string, number>, play: readonly Weighed[]): Weighed | undefined => {
  const after = some(shares, ['EV01', 'EV02', 'EV03', 'EV22', 'DP06', 'MS12', 'MS13', 'WT06']);
  return after ? play.find((w) => ['W04', 'W05', 'W09', 'W15'].includes(w.cause.id)) : undefined;
};

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
  const shares = sharesOf(of);
  const play = inPlay(all);
  const harmful = play.filter((w) => !isLookAlike(w.cause));
  const action = (id: ActionId, notWith: readonly NotFirst[] = []): FirstAid => {
    const found: FirstAction | undefined = knowledge.actions.find((a) => a.id === id);
    return { id, text: found?.text ?? '', doNot: found?.doNot ?? [], notWith };
  };
  if (urgency === 'none') {
    const harmless = play.find((w) => isLookAlike(w.cause));
    return [action('leave', harmless ? [{ id: 'only-harmless', facts: { causeId: harmless.cause.id } }] : [])];
  }
  const flagged = redFlags(of).length > 0;
  const suspect = sourceSuspect(shares, play);
  const poison =
    harmful.find((w) => w.cause.id === 'W13') ??
    (some(shares, ['EV07']) ? harmful.find((w) => w.cause.id === 'W14') : undefined);
  const { khDegrees, ph } = readingsOf(of);
  const bare = khDegrees !== undefined && ph !== undefined && highEnd(khDegrees) <= 1 && highEnd(ph) < 6;
  const crash = bare || some(shares, ['MS04']) ? 'W08' : harmful.find((w) => w.cause.id === 'W08')?.cause.id;
  const wanted = new Set(harmful.map((w) => w.cause.first));
  const aid: FirstAid[] = [];
  const urgent = urgency === 'now' || urgency === 'today';
  if (flagged || urgency === 'now' || (urgent && animalSigns(of, knowledge.findings))) aid.push(action('A0'));
  if (poison && urgent) aid.push(action('A3', [{ id: 'poison-suspect', facts: { causeId: poison.cause.id } }]));
  else if (suspect && urgent) aid.push(action('A2', [{ id: 'source-suspect', facts: { causeId: suspect.cause.id } }]));
  else if (wanted.has('A1') && crash !== undefined)
    aid.push(action('A1-small', [{ id: 'acid-without-buffer', facts: { causeId: crash } }]));
  else if (wanted.has('A1') && !suspect && !poison) aid.push(action('A1'));
  const sick = harmful.find((w) => w.cause.isolate && w.shown);
  const rival = play.find((w) => isLookAlike(w.cause) && listOfCause(w.cause) === 'disease');
  if (sick && !(rival && rival.score > sick.score)) aid.push(action('isolate'));
  return aid.length > 0 ? aid : [action('A4')];
}
