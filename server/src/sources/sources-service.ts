import { dayMs } from '#core/units';
import type { SourceHistory, SourceList, SourceView } from '#contracts/sources';
import type { Db } from '../db';
import type { HouseContext } from '../house';
import { readAnalyses, readAnalysisHistory, readSources } from './sources-repo';

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

/** Every analysis of a source since a time, value by value, newest first. */
export async function sourceHistory(
  { db, house }: { db: Db; house: HouseContext },
  { sourceId, days }: { sourceId: string; days: number },
): Promise<SourceHistory> {
  const now = house.clock.nowEpochMs();
  const rows = await readAnalysisHistory(db, { sourceId, sinceEpochMs: now - days * dayMs });
  const history: SourceHistory['history'] = {};
  for (const { parameter, lo, hi, at_ms, text, origin } of rows)
    (history[parameter] ??= []).push({ lo, hi, atEpochMs: at_ms, text, ...(origin === null ? {} : { origin }) });
  return { nowAt: new Date(now).toISOString(), history };
}
