import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { instantMs } from '#core/units';
import type { SentEntry } from '#contracts/book';

/** SHA-256 over the canonical JSON (RFC 8785) of all that makes the entry what it is, its id aside. */
export function entryHash({ kind, kindVersion, subjectId, happenedAt, payload }: Omit<SentEntry, 'id'>): string {
  const canonical = canonicalize({ kind, kindVersion, subjectId, happenedAt, payload });
  return createHash('sha256').update(String(canonical)).digest('hex');
}

const hash = ({ kind, kindVersion, subjectId, payload }: Omit<SentEntry, 'id' | 'happenedAt'>, at: string): string =>
  entryHash({ kind, kindVersion, subjectId, happenedAt: at, payload });

/**
 * Whether the hash is that of the same entry with its time in another writing: books written before times were kept in
 * one writing hashed what was sent (without milliseconds, with any offset of a quarter of an hour).
 */
export function hashedInAnotherWriting(entry: Omit<SentEntry, 'id'>, payloadHash: string): boolean {
  const atEpochMs = instantMs(entry.happenedAt);
  if (atEpochMs === null) return false;
  for (let quarter = -48; quarter <= 56; quarter++) {
    const local = new Date(atEpochMs + quarter * 900_000).toISOString().slice(0, -1);
    const sign = quarter < 0 ? '-' : '+';
    const [hours, minutes] = [Math.floor(Math.abs(quarter) / 4), (Math.abs(quarter) % 4) * 15].map((n) =>
      String(n).padStart(2, '0'),
    );
    const offsets = [`${sign}${hours ?? ''}:${minutes ?? ''}`, `${sign}${hours ?? ''}${minutes ?? ''}`];
    if (minutes === '00') offsets.push(`${sign}${hours ?? ''}`);
    if (quarter === 0) offsets.push('Z', '-00:00');
    for (const time of local.endsWith('.000') ? [local.slice(0, -4), local] : [local])
      for (const written of [time, time.replace('T', ' ')])
        for (const offset of offsets)
          if (hash(entry, written + offset) === payloadHash || hash(entry, `${written} ${offset}`) === payloadHash)
            return true;
  }
  return false;
}

/** Paths of strings that PostgreSQL or other readers of the book could not hold: U+0000 and lone surrogates. */
export function unstorableText(value: unknown, path = ''): string[] {
  if (typeof value === 'string') return value.includes('\u0000') || /\p{Surrogate}/u.test(value) ? [path] : [];
  if (Array.isArray(value)) return value.flatMap((item, i) => unstorableText(item, path ? `${path}.${i}` : String(i)));
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([key, item]) => [
      ...unstorableText(key, path),
      ...unstorableText(item, path ? `${path}.${key}` : key),
    ]);
  return [];
}
