import { timeText } from './ledger-time';
import type { LedgerAnimal, LedgerEntry, LedgerReading, LedgerStock, LedgerSubject, Seen } from './ledger-state';
import type { Interval } from './interval';
import { parameterNamed, type Parameter } from './parameter';
import { parseReading } from './parse';

/** The shortest decimal writing of a number that reads back the same. */
const exact = (value: number): string => {
  const text = String(value);
  return text.includes('e') ? value.toFixed(12).replace(/0+$/, '').replace(/\.$/, '') : text;
};

function readingText(reading: LedgerReading, catalogue: readonly Parameter[]): string {
  const parameter = catalogue.find((p) => p.id === reading.parameter);
  if (!parameter) return '';
  const name = parameter.names.find((n) => parameterNamed({ catalogue, name: n }).ok) ?? parameter.id;
  const same = (text: string): boolean => {
    const again = parseReading({ parameter, text });
    return again.ok && again.value.lo === reading.lo && again.value.hi === reading.hi;
  };
  const withUnit = `${reading.text} ${reading.enteredUnit}`.trim();
  // Read with an instrument of its own, or in a unit that a plain writing would lose: the span itself says it.
  const text = [reading.text, withUnit].find(same) ?? spanText(reading);
  return `${name} ${text}${reading.insisted ? '!' : ''}`;
}
function spanText({ lo, hi }: Interval): string {
  if (lo === null) return `<${exact(hi ?? 0)}`;
  if (hi === null) return `>${exact(lo)}`;
  return `${exact(lo)}-${exact(hi)}`;
}
const countText = (count: Interval): string =>
  count.hi === null ? `${count.lo ?? 0}+` : count.lo === count.hi ? String(count.lo) : `${count.lo ?? 0}-${count.hi}`;

const stockWords: Record<LedgerStock['event'], string> = {
  died: 'dead',
  moulted: 'moults',
  berried: 'berried',
  born: 'young',
};

function seenText(seen: Seen): string {
  const counts = (['deaths', 'moults', 'berried', 'young'] as const).flatMap((what) => {
    const count = seen[what];
    return count ? [`${countText(count)} ${what}`] : [];
  });
  const grazing = { usual: 'grazing', less: 'less grazing', none: 'not grazing' } as const;
  return [
    ...counts,
    ...(seen.grazing ? [grazing[seen.grazing]] : []),
    ...(seen.behaviour ? [seen.behaviour] : []),
  ].join(', ');
}

/**
 * An entry as a line that reads back the same: name, time, and what was said.
 * @example ledgerText({ entry, subjects, catalogue, zone }) // 'Library 2026-03-14 21:40 ph 6,1, gh 4'
 */
export function ledgerText({
  entry,
  subjects,
  catalogue,
  foods = [],
  animals = [],
  zone,
}: {
  entry: LedgerEntry;
  subjects: readonly LedgerSubject[];
  catalogue: readonly Parameter[];
  foods?: readonly { id: string; name: string }[];
  animals?: readonly LedgerAnimal[];
  zone: string;
}): string {
  const nameOf = (id: string): string => subjects.find((s) => s.id === id)?.name ?? id;
  return `${nameOf(entry.subjectId)} ${timeText(entry.atEpochMs, zone)} ${said()}`.trim();

  function said(): string {
    switch (entry.kind) {
      case 'readings': {
        const { context, values } = entry.payload;
        const values_ = values.map((v) => readingText(v, catalogue)).join(', ');
        return `${context === 'routine' ? '' : `${context.replace('-', ' ')} `}${values_}`;
      }
      case 'change': {
        const { entered, sourceId, water, how } = entry.payload;
        const much =
          entered.by === 'litres'
            ? `${exact(entered.changeL)} L`
            : `${exact(Number((entered.changeFraction * 100).toPrecision(12)))} %`;
        const temp = water.tempC === undefined ? '' : ` ${exact(water.tempC)}C`;
        return `out ${much} ${nameOf(sourceId)} ${how}${temp}`;
      }
      case 'top-up':
        return `topped up ${exact(entry.payload.topUpL)} L ${nameOf(entry.payload.sourceId)}`;
      case 'seen':
        return seenText(entry.payload);
      case 'stock': {
        const { event, kindId, strain, count } = entry.payload;
        const name = animals.find((a) => a.kindId === kindId && a.strain === strain)?.name ?? kindId;
        return `${countText(count)} ${stockWords[event]} ${`${strain} ${name}`.trim()}`;
      }
      case 'looked':
        return ['looked', ...(entry.payload.fed ? ['fed'] : []), ...(entry.payload.fine ? ['fine'] : [])].join(', ');
      case 'dose':
        return `dosed ${exact(entry.payload.amountMl)} mL ${entry.payload.product}`;
      case 'fed':
        return `fed ${exact(entry.payload.foodG)} g ${foods.find((f) => f.id === entry.payload.foodId)?.name ?? entry.payload.foodId}`;
      case 'note':
        return `"${entry.payload.text.replace(/["“”„]/g, "'")}"`;
    }
  }
}
