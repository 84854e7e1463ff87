import { troubleKnowledge } from '#almanac/trouble';
import type { ActionId } from '#core/trouble';
import type { Refusal, Result } from '#core/result';

/** First actions by the short names that the fixed calculations know. */
const actionCodes: Readonly<Record<ActionId, string>> = {
  air: 'A0',
  'gas-off': 'co2-off',
  change: 'A1',
  'small-changes': 'A1-small',
  'safe-water': 'A2',
  'as-poison': 'A3',
  watch: 'A4',
  isolate: 'isolate',
  leave: 'leave',
};
const rows = [...troubleKnowledge.findings, ...troubleKnowledge.causes];
const ids = new Map(rows.map(({ id, code }) => [code, id]));
const codes = new Map<string, string>([
  ...rows.map(({ id, code }) => [id, code] as const),
  ...Object.entries(actionCodes),
]);

/** A short name as the house calls it; what is none stays as it was said, and is refused by that name. */
export const idOfCode = (code: string): string => ids.get(code) ?? (codes.has(code) ? `${code}?` : code);

const workedOut = /^(.+)-(evidence|score)$/;
const codeOf = (text: string): string => {
  const [, id = '', part = ''] = workedOut.exec(text) ?? [];
  return codes.get(text) ?? (codes.has(id) ? `${codes.get(id) ?? id}-${part}` : text);
};
/** Fields that hold ids; every other text is left as it is. */
const idFields: ReadonlySet<string> = new Set(['id', 'causeId', 'otherId', 'separates', 'redFlags']);
function coded(value: unknown, field = ''): unknown {
  if (typeof value === 'string') return idFields.has(field) ? codeOf(value) : value;
  if (Array.isArray(value)) return value.map((item) => coded(item, field));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [field === 'terms' ? codeOf(key) : key, coded(item, key)]),
  );
}

/** Of the names that are known, those that begin like the one that is not; all of them where none does. */
function near(refusal: Refusal): Refusal {
  if (refusal.kind !== 'unknown-name') return refusal;
  const [text, known] = [codeOf(refusal.text), refusal.known.map(codeOf)];
  if (!refusal.field.startsWith('findings.')) return { ...refusal, text, known };
  const alike = known.filter((code) => code.slice(0, 2) === text.slice(0, 2).toUpperCase());
  return { ...refusal, field: `findings.${text}`, text, known: alike.length > 0 ? alike : known };
}

/** An answer of the core under the short names of the fixed calculations. */
export const inCodes = <T>(result: Result<T>): Result<T> =>
  result.ok ? { ok: true, value: coded(result.value) as T } : { ok: false, refusal: near(result.refusal) };
