import type { SourceList, SourceView } from '#contracts/sources';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { readAnalyses, readSources } from './sources-repo';

export async function sourceList({ db, house }: { db: Db; house: HouseContext }): Promise<SourceList> {
  const now = house.clock.nowEpochMs();
  const [rows, analyses] = await Promise.all([readSources(db, now), readAnalyses(db)]);
  const sources = rows.map((row): SourceView => ({
    sourceId: row.id,
    setUp: row.payload,
    analysis: Object.fromEntries(
      analyses
        .filter((a) => a.subject_id === row.id)
        .map((a) => [a.parameter, { lo: a.lo, hi: a.hi, atEpochMs: a.at_ms, text: a.text }]),
    ),
  }));
  return { nowAt: new Date(now).toISOString(), sources };
}
