import { nightOn } from '#core/units';
import { type Contribution, type VerdictFacts } from '#core/tonight';
import type { Tonight, TonightTank } from '#contracts/tonight';
import { doneWords } from '#words/book';
import { contributionWords, shortVerdict, stepShort, stepWords, verdictWords } from '#words/tonight';
import type { Speech } from '#words/units';
import type { BookDeps } from '../book';
import type { HouseContext, Visit } from '../house';
import { judged, type JudgedTank, type JudgeDeps } from '../judgement';
import { readTanks } from '../residents';

export type TonightDeps = Pick<BookDeps, 'db' | 'house'> & JudgeDeps;

/** Every tank of the house with its state and what the slices have to say of it. */
export async function tonightSheet({ db, house, ...judges }: TonightDeps, { speech }: Visit): Promise<Tonight> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const sheet = await judged(judges, { tanks, nowEpochMs });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    nightOn: house.nightOnAt(nowEpochMs),
    house: house.row.name,
    foreseen: { readyCount: sheet.readyCount, tanksCount: tanks.length },
    tanks: sheet.tanks.map((of) => tankLine(of, { house, nowEpochMs, speech })),
  };
}

/** What a verdict was made of, as far as it can be drawn. */
const markOf = ({ reading, band, penPpm }: VerdictFacts): TonightTank['water']['mark'] =>
  penPpm ?? (reading && band ? { reading, band } : null);

/** One visit: its state, what was last done, and what the slices have to say. */
export function tankLine(
  { tank, verdict, contributions, tonight }: JudgedTank,
  { house, nowEpochMs, speech }: { house: HouseContext; nowEpochMs: number; speech: Speech },
): TonightTank {
  const { looked, mark } = tank.lastDone;
  const lastDone = (['looked', 'change', 'readings', 'note', 'stock', 'fed'] as const).flatMap((kind) => {
    const last = tank.lastDone[kind];
    return last ? [{ kind, at: new Date(last.atEpochMs).toISOString(), text: doneWords(speech, last.done) }] : [];
  });
  const nightOf = (atEpochMs: number): string => nightOn({ atEpochMs, zone: house.zoneAt(nowEpochMs) });
  const { rack, roundOrder, purpose } = tank.setUp;
  const { state, reason, deciding, urgent, nextStep } = tonight;
  const said = reason.by === 'water' ? null : contributionWords(speech, reason.said);
  return {
    tankId: tank.tankId,
    name: tank.name,
    rack,
    roundOrder,
    purpose,
    // While a case is open, something may be going round in it: after the healthy ones, with equipment of its own.
    doubtful:
      (mark?.done.id === 'mark' && mark.done.facts.mark === 'doubtful') ||
      contributions.some((c) => c.reason.id === 'case'),
    netVolumeL: tank.netVolumeL,
    state,
    reasonId: reason.said.id,
    reason: said?.text ?? verdictWords(speech, verdict.reason),
    reasonFacts: reason.said.facts,
    decidedBy: reason.by === 'water' ? null : reason.id,
    water: {
      state: verdict.state,
      reason: verdictWords(speech, verdict.reason),
      short: shortVerdict(speech, verdict.reason),
      deciding: verdict.deciding,
      mark: markOf(verdict.reason.facts),
    },
    deciding,
    urgent,
    nextStep: { ...nextStep, text: said?.nextStep ?? stepWords(speech, nextStep), short: stepShort(speech, nextStep) },
    lookedTonight: looked !== undefined && nightOf(looked.atEpochMs) === nightOf(nowEpochMs),
    lastDone: lastDone.sort((a, b) => b.at.localeCompare(a.at)),
    contributions: contributions.map((c) => shown(speech, c)),
  };
}

const shown = (
  speech: Speech,
  { rank: _rank, ...contribution }: Contribution,
): TonightTank['contributions'][number] => ({
  ...contribution,
  ...contributionWords(speech, contribution.reason),
});
