import { inOrderOfNeed, nightOn, type Contribution } from '#core/tonight';
import type { Tonight, TonightTank } from '#contracts/tonight';
import { doneWords } from '#words/book';
import { contributionWords, stepWords, verdictWords } from '#words/tonight';
import type { BookDeps } from '../book';
import type { HouseContext } from '../house';
import { foreseenVerdict, noProspect, type Prospect, type Prospects } from '../judgement';
import { readTanks, type Tank } from '../tanks';

/**
 * What a slice adds to visits: registered at the composition root (`app/contributors`), so that this slice knows none.
 * Those that need the database get it by closure.
 */
export type Contributor = (asked: {
  tanks: readonly Tank[];
  prospects: ReadonlyMap<string, Prospect>;
  nowEpochMs: number;
}) => ReadonlyMap<string, readonly Contribution[]> | Promise<ReadonlyMap<string, readonly Contribution[]>>;

export type TonightDeps = Pick<BookDeps, 'db' | 'house'> & {
  prospects: Prospects;
  contributors: readonly Contributor[];
};

/** Every tank of the house with its verdict and what the slices have to say of it. */
export async function tonightSheet({ db, house, prospects, contributors }: TonightDeps): Promise<Tonight> {
  const nowEpochMs = house.clock.nowEpochMs();
  const tanks = await readTanks(db, { atEpochMs: nowEpochMs });
  const foreseen = await prospects.of(tanks, nowEpochMs);
  const contributed = await contributedTo({ tanks, foreseen, contributors, nowEpochMs });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    nightOn: house.nightOnAt(nowEpochMs),
    house: house.row.name,
    foreseen: { readyCount: foreseen.size, tanksCount: tanks.length },
    tanks: tanks.map((tank) =>
      tankLine({
        tank,
        prospect: foreseen.get(tank.tankId) ?? noProspect,
        contributions: contributed.get(tank.tankId) ?? [],
        house,
        nowEpochMs,
      }),
    ),
  };
}

/** What all slices say of these tanks, most needed first. */
export async function contributedTo({
  tanks,
  foreseen,
  contributors,
  nowEpochMs,
}: {
  tanks: readonly Tank[];
  foreseen: ReadonlyMap<string, Prospect>;
  contributors: readonly Contributor[];
  nowEpochMs: number;
}): Promise<Map<string, Contribution[]>> {
  const all = await Promise.all(contributors.map(async (c) => c({ tanks, prospects: foreseen, nowEpochMs })));
  return new Map(
    tanks.map(({ tankId }) => [tankId, inOrderOfNeed(all.flatMap((map) => [...(map.get(tankId) ?? [])]))]),
  );
}

/** One visit: its verdict, what was last done, and what the slices have to say. */
export function tankLine({
  tank,
  prospect,
  contributions,
  house,
  nowEpochMs,
}: {
  tank: Tank;
  prospect: Prospect;
  contributions: readonly Contribution[];
  house: HouseContext;
  nowEpochMs: number;
}): TonightTank {
  const verdict = foreseenVerdict({ tank, prospect, nowEpochMs });
  const { looked, mark } = tank.lastDone;
  const lastDone = (['looked', 'change', 'readings', 'note', 'stock', 'fed'] as const).flatMap((kind) => {
    const last = tank.lastDone[kind];
    return last ? [{ kind, at: new Date(last.atEpochMs).toISOString(), text: doneWords(last.done) }] : [];
  });
  const nightOf = (atEpochMs: number): string => nightOn({ atEpochMs, zone: house.zoneAt(nowEpochMs) });
  const { rack, roundOrder, purpose } = tank.setUp;
  return {
    tankId: tank.tankId,
    name: tank.name,
    rack,
    roundOrder,
    purpose,
    doubtful: mark?.done.id === 'mark' && mark.done.facts.mark === 'doubtful',
    netVolumeL: tank.netVolumeL,
    state: verdict.state,
    reasonId: verdict.reason.id,
    reason: verdictWords(verdict.reason),
    reasonFacts: verdict.reason.facts,
    deciding: verdict.deciding,
    urgent: verdict.urgent,
    nextStep: { ...verdict.nextStep, text: stepWords(verdict.nextStep) },
    lookedTonight: looked !== undefined && nightOf(looked.atEpochMs) === nightOf(nowEpochMs),
    lastDone: lastDone.sort((a, b) => b.at.localeCompare(a.at)),
    contributions: contributions.map(shown),
  };
}

const shown = ({ rank: _rank, ...contribution }: Contribution): TonightTank['contributions'][number] => ({
  ...contribution,
  ...contributionWords(contribution.reason),
});
