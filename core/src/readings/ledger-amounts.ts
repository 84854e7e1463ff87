import { quantityNamed, unitNamed } from '#core/units';
import { isValue, type Reading } from './ledger-state';
import { parseReading, type ParsedReading } from './parse';

const numberOf = (text: string): number => Number(text.replace(',', '.'));
/** An amount with its unit, glued or apart: `18 L`, `18L`, `30%`, `half`. */
export function amountAt(state: Reading, wordIndex: number): { value: number; unit: string; usedCount: number } | null {
  const text = state.words[wordIndex]?.text ?? '';
  if (text.toLowerCase() === 'half') return { value: 50, unit: '%', usedCount: 1 };
  const glued = /^(\d+(?:[.,]\d+)?)([^\d\s].*)?$/.exec(text);
  if (!glued) return null;
  if (glued[2] !== undefined) return { value: numberOf(glued[1] ?? ''), unit: glued[2], usedCount: 1 };
  const [next, after] = [state.words[wordIndex + 1]?.text ?? '', state.words[wordIndex + 2]?.text ?? ''];
  const two = /^(us|imp)$/i.test(next) && /^gal/i.test(after);
  return { value: numberOf(glued[1] ?? ''), unit: two ? `${next} ${after}` : next, usedCount: two ? 3 : 2 };
}
/** Litres of an amount; a bare gallon is the keeper's own, where one was chosen. */
export function litres(state: Reading, { value, unit }: { value: number; unit: string }): number | null {
  const volume = quantityNamed('volume');
  if (!volume.ok) return null;
  const gallon = /^gal(lons?)?$/i.test(unit) ? (state.input.gallon ?? unit) : unit;
  const found = unitNamed({ quantity: volume.value, unit: gallon });
  return found.ok && unit !== '' ? value * found.value.factor : null;
}

/** A bare temperature with its unit: `23C`, `73 °F`. */
export function temperatureAt(
  state: Reading,
  wordIndex: number,
): {
  parsed: ParsedReading;
  text: string;
  usedCount: number;
  insisted: boolean;
} | null {
  const parameter = state.input.catalogue.find((p) => p.id === 'tempC');
  const text = state.words[wordIndex]?.text ?? '';
  if (!parameter || !isValue(text)) return null;
  for (const usedCount of [1, 2]) {
    const said = usedCount === 1 ? text : `${text} ${state.words[wordIndex + 1]?.text ?? ''}`;
    if (!/^[<>~]?[\d.,-]+\s*°?[cf]$/i.test(said.trim())) continue;
    const parsed = parseReading({ parameter, text: said });
    if (parsed.ok)
      return {
        parsed: parsed.value,
        text: said,
        usedCount,
        insisted: state.words[wordIndex + usedCount - 1]?.insisted ?? false,
      };
  }
  return null;
}
