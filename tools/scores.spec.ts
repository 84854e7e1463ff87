import { readdirSync, readFileSync } from 'node:fs';

/** Folders of the core in which nothing can go wrong by itself: published check values. */
const without = ['checks'];
/** Not counted yet: a row takes a folder off this list, and no folder comes onto it. */
const uncounted = ['before'];
const slicesWithoutRow = (page: string): string[] =>
  readdirSync('core/src', { withFileTypes: true })
    .filter((folder) => folder.isDirectory() && ![...without, ...uncounted].includes(folder.name))
    .map((folder) => folder.name)
    .filter(
      (slice) =>
        !new RegExp(`^\\| core/src/${slice}(/[\\w-]+\\.ts)? \\| \\d+ \\| \\d+ \\| \\d+ % \\|$`, 'm').test(page),
    );

describe('the scores of docs/tests.md', () => {
  const page = readFileSync('docs/tests.md', 'utf8');
  it('have a row for every slice of the core: one that nobody put mistakes into is named', () => {
    expect(slicesWithoutRow(page)).toEqual([]);
  });
  it('miss a row that goes', () => {
    expect(slicesWithoutRow(page.replaceAll('core/src/care', 'core/src/cure'))).toEqual(['care']);
  });
  it('add up, and each share is that of its row', () => {
    let [made, noticed] = [0, 0];
    let tables = 0;
    for (const line of page.split('\n')) {
      const [, name, mistakes, seen, percent] = /^\| ([^|]+) \| (\d+) \| (\d+) \| (\d+) % \|$/.exec(line) ?? [];
      if (name === undefined) continue;
      const share = Number(mistakes) === 0 ? 100 : Math.round((100 * Number(seen)) / Number(mistakes));
      expect(Math.abs(share - Number(percent)))
        .withContext(line)
        .toBeLessThanOrEqual(1);
      if (name === 'together') {
        expect([Number(mistakes), Number(seen)])
          .withContext(line)
          .toEqual([made, noticed]);
        [made, noticed] = [0, 0];
        tables += 1;
      } else [made, noticed] = [made + Number(mistakes), noticed + Number(seen)];
    }
    expect(tables).toBe(4);
  });
});
