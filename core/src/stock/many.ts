import { countRead } from '#core/readings';
import type { StockKind } from './kind';

/** One of several kinds that were named at once. */
export interface NamedCount {
  /** As it was written. */
  text: string;
  /** Null where no count stands before the name. */
  count: { lo: number; hi: number | null } | null;
  /** Kinds that the name may mean, the likeliest first: one where it is clear, none where nothing is called so. */
  kinds: readonly StockKind[];
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
/** `platies`, `platys` and `platy` are one. */
const singular = (word: string): string => word.replace(/ies$/, 'y').replace(/s$/, '');
const leastLetters = 3;
/** 2: each word is a word of its name; 1: each is how one begins; 0: it is called something else. */
function matchOf(said: readonly string[], { commonName, scientificName }: StockKind): 0 | 1 | 2 {
  const own = wordsOf(`${commonName} ${scientificName}`).map(singular);
  if (said.every((word) => own.includes(singular(word)))) return 2;
  const begins = said.every((word) => {
    const stem = singular(word);
    return stem.length >= leastLetters && own.some((o) => o.startsWith(stem));
  });
  return begins ? 1 : 0;
}

/**
 * Reads several kinds that were named at once, with how many of each: by whole words of their names first, else by how a
 * word begins. What could mean several kinds comes back with all of them; nothing is guessed.
 *
 * @example kindsRead({ text: '20 pencilfish, 25 otos', kinds })[1].kinds[0].id // 'otocinclus'
 */
export function kindsRead({ text, kinds }: { text: string; kinds: readonly StockKind[] }): NamedCount[] {
  return text
    .split(/[,;\n]| and /i)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => {
      const [, counted = '', name = part] =
        /^(\d+\s*(?:(?:[-–]|to)\s*\d+|\+)?|no|one|two|three|four|five|six|seven|eight|nine|ten)\s+(.+)$/i.exec(part) ??
        [];
      const read = countRead(counted);
      const said = wordsOf(name);
      const matches = kinds.map((kind) => ({ kind, match: said.length === 0 ? 0 : matchOf(said, kind) }));
      const best = Math.max(0, ...matches.map((m) => m.match));
      return {
        text: part,
        count: read.kind === 'count' ? { lo: read.lo, hi: read.hi } : null,
        kinds: best === 0 ? [] : matches.flatMap((m) => (m.match === best ? [m.kind] : [])),
      };
    });
}
