import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import type { SentEntry } from '#contracts/book';

/** SHA-256 over the canonical JSON (RFC 8785) of all that makes the entry what it is, its id aside. */
export function entryHash({ kind, kindVersion, subjectId, happenedAt, payload }: Omit<SentEntry, 'id'>): string {
  const canonical = canonicalize({ kind, kindVersion, subjectId, happenedAt, payload });
  return createHash('sha256').update(String(canonical)).digest('hex');
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
