import { ledgerLine } from './ledger';
import type { LedgerQuestion, LedgerReading } from './ledger-state';
import type { Parameter } from './parameter';

export interface UnderstoodLine {
  /** The tank named first in the line, by its id, where one was. */
  tankId?: string;
  readings: LedgerReading[];
  /** What could not be understood; nothing is guessed and nothing is dropped. */
  questions: LedgerQuestion[];
}

/**
 * The readings alone of a ledger line, for a form or a script that has one tank before it.
 * @example lineReadings({ line: 'ph 6,1 gh 4', catalogue, tanks: [] }).readings.length // 2
 */
export function lineReadings({
  line,
  catalogue,
  tanks,
}: {
  line: string;
  catalogue: readonly Parameter[];
  tanks: readonly { id: string; name: string }[];
}): UnderstoodLine {
  const subjects = tanks.map((t) => ({ ...t, kind: 'tank' }));
  const { entries, questions } = ledgerLine({
    line,
    catalogue,
    subjects,
    nowEpochMs: 0,
    zone: 'UTC',
    openTankId: 'none',
  });
  const tankId = entries.find((e) => e.subjectId !== 'none')?.subjectId;
  return {
    readings: entries.flatMap((e) => (e.kind === 'readings' ? e.payload.values : [])),
    questions,
    ...(tankId === undefined ? {} : { tankId }),
  };
}
