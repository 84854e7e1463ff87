import { readdirSync, readFileSync } from 'node:fs';
import { troubleKnowledge } from '#almanac/trouble';

describe('knowledge is data', () => {
  const source = new URL('../core/src/trouble/', import.meta.url);
  const files = readdirSync(source).filter((f) => f.endsWith('.ts') && !f.endsWith('.spec.ts'));
  /** Words of the book that are findings or causes, too: what an entry says, and what water carries. */
  const wordsOfTheBook = ['gasping', 'young-not-growing', 'power-cut', 'light-more', 'chlorine'];
  const ids = [...troubleKnowledge.findings, ...troubleKnowledge.causes].flatMap((row) => [row.id, row.code]);
  const namedIn = (text: string): string[] =>
    ids.filter((id) => text.includes(`'${id}'`) && !wordsOfTheBook.includes(id));
  it('no finding and no cause is named where they are weighed', () => {
    expect(files.length).toBeGreaterThan(10);
    for (const file of files)
      expect(namedIn(readFileSync(new URL(file, source), 'utf8').replace(/\/\*\*[\s\S]*?\*\//g, '')))
        .withContext(file)
        .toEqual([]);
    expect(namedIn("case 'copper-poisoning': return seen('W05')")).toEqual(['copper-poisoning', 'W05']);
  });
});
