import { dayMs, minuteMs } from '#core/units';
import { expect, test, type Page } from '@playwright/test';
import { v7 } from 'uuid';
import { entryOf, type NewEntry } from '#contracts/book';
import { ensureDatabase } from '../tools/postgres.mjs';
import { serveHouse, throwawayCluster } from '../tools/house.mjs';

test.use({ serviceWorkers: 'allow' });

test('without its house the app opens, says how old what it shows is, takes entries, and hands them over later', async ({
  page,
}) => {
  const { cluster, end } = await throwawayCluster({ durable: true });
  const databaseUrl = await ensureDatabase(cluster, 'away');
  let house = await serveHouse({ databaseUrl, args: ['--empty'] });
  try {
    const [porch, attic] = [v7(), v7()];
    const happenedAt = new Date(Date.now() - dayMs).toISOString();
    const entries: NewEntry[] = (
      [
        [porch, 'Porch'],
        [attic, 'Attic'],
      ] as const
    ).flatMap(([subjectId, name]) => [
      entryOf(
        'set-up',
        { id: v7(), subjectId, happenedAt },
        {
          name,
          roundOrder: 1,
          purpose: 'display',
          practiceId: 'neocaridina-wide',
          bearing: 'usual',
          startedOn: '2025-01-02',
          measuredFillL: 50,
        },
      ),
    ]);
    for (const entry of entries)
      expect((await page.request.post(`${house.url}/api/entries`, { data: { entries: [entry] } })).ok()).toBeTruthy();
    const note = entryOf('note', { id: v7(), subjectId: attic, happenedAt }, { text: 'young snails at the back' });
    expect((await page.request.post(`${house.url}/api/entries`, { data: { entries: [note] } })).ok()).toBeTruthy();

    // One visit is enough: the worker keeps the pages, and learns what was never opened.
    await page.goto(`${house.url}/tonight`);
    await expect(page.getByRole('link', { name: 'Porch' }).first()).toBeVisible();
    const keeps = (path: string): Promise<boolean> =>
      page.evaluate(async (p) => (await caches.match(p)) !== undefined, path);
    await expect.poll(() => keeps(`/api/tanks/${attic}/folio?days=365`), { timeout: minuteMs }).toBe(true);
    await expect.poll(() => keeps('/index.html'), { timeout: minuteMs }).toBe(true);
    await expect.poll(() => notKept(page), { timeout: minuteMs }).toEqual([]);
    await house.stop('SIGKILL');

    // Opened anew, with nobody there; a tank that this browser never showed.
    await page.goto(`${house.url}/tonight`);
    await expect(page.getByText('The house does not answer.')).toBeVisible();
    await expect(page.getByText(/What is shown is \d+ minutes? old/)).toBeVisible();
    await page.getByRole('link', { name: 'Attic' }).first().click();
    await page.getByRole('tab', { name: 'Book' }).click();
    await expect(page.locator('main').getByText('young snails at the back').first()).toBeVisible();
    await page.getByLabel('A note: what you saw or did').fill('fed, all in sight');
    await page.getByRole('button', { name: 'Write the note' }).click();
    await expect(page.getByText('1 unsent, kept on this device')).toBeVisible();

    // Every page of the menu opens, from its address; the entry outlives it.
    const paths = await page
      .getByRole('navigation', { name: 'Pages' })
      .getByRole('link')
      .evaluateAll((links) => links.map((l) => (l as HTMLAnchorElement).pathname));
    expect(paths.length).toBeGreaterThan(5);
    for (const path of paths) {
      await page.goto(`${house.url}${path}`);
      await expect(page.locator('main h1').first(), path).toBeVisible();
      await expect(page.getByText('1 unsent, kept on this device'), path).toBeVisible();
    }
    // What to do first where minutes count, of a tank whose trouble was never opened.
    await page.goto(`${house.url}/trouble/${attic}`);
    await expect(page.getByRole('heading', { level: 1, name: 'Attic: what is wrong?' })).toBeVisible();
    const see = page.getByRole('region', { name: 'What do you see?' });
    await page.getByRole('region', { name: 'Who lives here' }).getByLabel('fish').check();
    await see.getByRole('textbox').fill('gasping');
    await see
      .getByRole('group', { name: /gulping at the surface/ })
      .getByRole('button', { name: 'Seen', exact: true })
      .click();
    await expect(page.locator('.atOnce')).toContainText('Now: minutes count');
    await expect(page.getByRole('region', { name: 'First', exact: true }).getByRole('listitem').first()).toBeVisible();

    await page.goto(`${house.url}/almanac`);
    await expect(page.locator('main').getByText('Neocaridina').first()).toBeVisible();

    // The house is back: told, handed over, and shown anew, without a reload.
    await page.goto(`${house.url}/tanks/${attic}`);
    await expect(page.getByText('The house does not answer.')).toBeVisible();
    house = await serveHouse({ databaseUrl, port: house.port });
    await expect(page.getByText('The house does not answer.')).toBeHidden({ timeout: 30_000 });
    await expect(page.getByText('1 unsent, kept on this device')).toBeHidden({ timeout: 30_000 });
    await expect(page.locator('main').getByText('fed, all in sight').first()).toBeVisible();
  } finally {
    await house.stop();
    end();
  }
});

test('a page that was opened moments ago opens again without its house, before the other pages are kept', async ({
  page,
}) => {
  const { cluster, end } = await throwawayCluster();
  const house = await serveHouse({ databaseUrl: await ensureDatabase(cluster, 'moments'), args: ['--empty'] });
  try {
    await page.goto(`${house.url}/tanks`);
    await expect(page.locator('main h1').first()).toBeVisible();
    const opened = () =>
      page.evaluate(async () => {
        const own = performance
          .getEntriesByType('resource')
          .map(({ name }) => new URL(name).pathname)
          .filter((path) => path.endsWith('.js') && !path.includes('worker'));
        const there = await Promise.all([...own, '/index.html'].map((path) => caches.match(path)));
        return [own.length > 5, there.every((kept) => kept !== undefined)];
      });
    await expect.poll(opened, { timeout: minuteMs }).toEqual([true, true]);
    await house.stop('SIGKILL');
    await page.reload();
    await expect(page.locator('main h1').first()).toBeVisible();
  } finally {
    await house.stop();
    end();
  }
});

/** Files of the pages that the worker does not have yet. */
const notKept = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const { assetGroups } = (await (await fetch('/ngsw.json')).json()) as { assetGroups: { urls: string[] }[] };
    const missing: string[] = [];
    for (const url of assetGroups.flatMap((group) => group.urls)) if (!(await caches.match(url))) missing.push(url);
    return missing;
  });
