import { parameters } from '#almanac/parameters';
import { bookKinds, foods } from '#almanac/kinds';
import {
  ledgerText,
  type LedgerAnimal,
  type LedgerEntry,
  type LedgerReading,
  type LedgerSubject,
  type ParameterId,
  type Water,
} from '#core/readings';
import type { Analysis } from '#core/sources';
import { kindsInForce } from '#core/stock';
import { type NewEntry, type ReadingValue, entryOf } from '#contracts/book';
import type { Bench } from '#contracts/readings';
import type { SourceView } from '#contracts/sources';
import type { StockView } from '#contracts/stock';
import { sourceWater } from '#core/water';
import { askedAbout, knownOf, type Asked } from './questions';
import { parameterOf, readingValue } from './understanding';

/** What would be asked about one sitting of a ledger line before it is believed, and has not been insisted upon. */
export function sittingQuestions(entry: LedgerEntry, tank: Bench['tanks'][number] | undefined): Asked[] {
  if (entry.kind !== 'readings') return [];
  const readings: Analysis = {};
  for (const value of entry.payload.values) readings[value.parameter] = { lo: value.lo, hi: value.hi };
  const insisted = new Set(entry.payload.values.flatMap((v) => (v.insisted ? [v.parameter] : [])));
  return askedAbout(readings, knownOf(tank?.cells)).filter(
    (q) => !q.parameters.every((p) => insisted.has(p) || readings[p] === undefined),
  );
}

/** An understood entry as the book keeps it; values that were questioned and kept are marked, and no others. */
export function bookEntry({
  entry,
  id,
  insisted,
  marked = (value) => value,
  waterOf = () => ({}),
}: {
  entry: LedgerEntry;
  id: string;
  insisted: ReadonlySet<ParameterId>;
  /** Puts to a value what it was read with. */
  marked?: (value: ReadingValue) => ReadingValue;
  /** What is known of a source: it goes into the book with the water that went in. */
  waterOf?: (sourceId: string) => Water;
}): NewEntry {
  const head = {
    id,
    subjectId: entry.subjectId,
    happenedAt: new Date(entry.atEpochMs).toISOString(),
  };
  if (entry.kind === 'change' || entry.kind === 'top-up') {
    const said = entry.kind === 'change' ? entry.payload.water : {};
    const water = { ...waterOf(entry.payload.sourceId), ...said };
    return entryOf(entry.kind, head, { ...entry.payload, water });
  }
  if (entry.kind !== 'readings') return entryOf(entry.kind, head, entry.payload as never);
  const values = entry.payload.values.flatMap((reading: LedgerReading) => {
    const parameter = parameterOf(reading.parameter);
    const kept = reading.insisted === true || insisted.has(reading.parameter);
    return parameter ? [marked(readingValue({ parameter, reading, text: reading.text, insisted: kept }))] : [];
  });
  return entryOf('readings', head, { context: entry.payload.context, values });
}

export const lineOf = (
  entry: LedgerEntry,
  subjects: readonly LedgerSubject[],
  zone: string,
  animals: readonly LedgerAnimal[] = [],
): string => ledgerText({ entry, subjects, catalogue: parameters, foods, animals, zone });

/** The animals of the house as a line may name them: each kind and strain with the tanks it came into. */
export function animalsOf(view: StockView | null): LedgerAnimal[] {
  if (!view) return [];
  const kinds = kindsInForce({ book: bookKinds, own: view.ownKinds });
  const tanks = new Map<string, Set<string>>();
  for (const tank of view.tanks)
    for (const { kindId, strain } of tank.events) {
      const key = JSON.stringify([kindId, strain]);
      tanks.set(key, (tanks.get(key) ?? new Set()).add(tank.tankId));
    }
  return [...tanks].flatMap(([key, tankIds]): LedgerAnimal[] => {
    const [kindId = '', strain = ''] = JSON.parse(key) as string[];
    const kind = kinds.find((k) => k.id === kindId);
    return kind?.animal ? [{ kindId, strain, name: kind.commonName, tankIds: [...tankIds] }] : [];
  });
}

/** The middle of a source's newest analysis; its temperature is tonight's business and is not taken from it. */
export function waterOfSource(source: SourceView | null): Water {
  const { tempC: _tonight, ...water } = sourceWater({ state: source?.setUp.state, analysis: source?.analysis ?? {} });
  return Object.fromEntries(Object.entries(water).map(([id, value]) => [id, Number(value.toPrecision(6))]));
}

/** Names that the last word of a line may be the beginning of: tanks, sources, then parameters. */
export function completions(line: string, subjects: readonly LedgerSubject[]): { word: string; rest: string }[] {
  const last = /(\S+)$/.exec(line)?.[1] ?? '';
  if (last.length < 2 || /^\d/.test(last)) return [];
  const names = [...subjects.map((s) => s.name), ...parameters.flatMap((p) => p.names.filter((n) => n.length > 2))];
  return [...new Set(names)]
    .filter((n) => n.toLowerCase().startsWith(last.toLowerCase()) && n.length > last.length)
    .slice(0, 4)
    .map((word) => ({ word, rest: word.slice(last.length) }));
}
