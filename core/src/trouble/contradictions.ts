import type { TroubleKnowledge } from './knowledge';
import { sharesOf, type TroubleCase } from './signs';

/** The keeper says one thing, a test or another entry of the book says the other. */
export interface Contradiction {
  findingId: string;
  said: 'yes' | 'no';
  /** A reading, or an entry of the book that is not struck. */
  against: 'reading' | 'entry';
}

/**
 * Answers that a reading or an entry of the book speaks against, so that they can be put right: the answer holds until
 * then, and nothing is lost.
 * @example contradictions({ findings: { 'ammonia-measured': 'no' }, measurements: { tanMgPerL: { lo: 1, hi: 1 } }, … }, {})
 */
export function contradictions(
  of: TroubleCase,
  fromBook: TroubleCase['findings'],
  knowledge: TroubleKnowledge,
): Contradiction[] {
  const measured = sharesOf({ ...of, findings: {} }, knowledge);
  return Object.entries(of.findings).flatMap(([findingId, said]): Contradiction[] => {
    const share = measured.get(findingId);
    // A span across the threshold speaks against neither.
    if (share !== undefined && (said === 'yes' ? share === 0 : share === 1))
      return [{ findingId, said, against: 'reading' }];
    const written = fromBook[findingId];
    return written !== undefined && written !== said ? [{ findingId, said, against: 'entry' }] : [];
  });
}
