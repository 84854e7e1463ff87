import { expect, test } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';
import type { BookPage } from '#contracts/book';
import { choose } from './choose';
import { pagesOf, wordsInSight } from './pages';

const demo = (): string => process.env['E2E_DEMO'] ?? '';
const two = (): string => process.env['E2E_TWO'] ?? '';
const untold = /Nothing is written yet|No source yet|There is no tank yet|A new ledger|Nothing is on the shelf/;

test('a house that fails at every question: no page reads as if there were nothing, and each asks again', async ({
  page,
}) => {
  test.setTimeout(400_000);
  const all = await pagesOf(page, demo());
  let failing = true;
  await page.route('**/api/**', async (route) => {
    const { pathname } = new URL(route.request().url());
    if (failing && route.request().method() === 'GET' && !/house|health/.test(pathname))
      await route.fulfill({
        status: 500,
        contentType: 'application/problem+json',
        body: JSON.stringify({ type: 'about:blank', status: 500, title: 'Something failed' }),
      });
    else await route.continue();
  });
  for (const where of all.filter((p) => !/settings|begin|import/.test(p))) {
    failing = true;
    await page.goto(`${demo()}${where}`);
    const note = page.locator('nl-told-note');
    await expect(note, where).toContainText('Not told:');
    await expect(page.locator('main'), where).not.toContainText(untold);
    failing = false;
    await note.getByRole('button', { name: 'Ask again' }).click();
    await expect(note.getByText('Not told:'), where).toHaveCount(0);
  }
});

test('a slow house shows the bones of the page, then the page', async ({ page }) => {
  await page.route('**/api/tonight', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.goto(`${demo()}/tonight`);
  await expect(page.locator('nl-told-note p-skeleton').first()).toBeVisible();
  await expect(page.locator('nl-visit').first()).toBeVisible();
  await expect(page.locator('nl-told-note p-skeleton')).toHaveCount(0);
});

test('at 320 px, and at 200 %, nothing scrolls sideways', async ({ browser }) => {
  test.setTimeout(300_000);
  for (const viewport of [
    { width: 320, height: 640 },
    { width: 640, height: 400 },
  ]) {
    const page = await (await browser.newContext({ viewport })).newPage();
    for (const where of await pagesOf(page, demo())) {
      // At 200 % the pages of everyday; a page that holds at 320 px holds there, too.
      if (viewport.width > 320 && !/tonight|readings\?|tanks.[^/]+$|settings|begin/.test(where)) continue;
      await page.goto(`${demo()}${where}`);
      await page.getByRole('heading', { level: 1 }).first().waitFor();
      await page.waitForTimeout(300);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth),
        `${where} at ${viewport.width}`,
      ).toBeLessThanOrEqual(viewport.width);
    }
    await page.context().close();
  }
});

test('what is written is told, and undone at one tap', async ({ page }) => {
  // Other walks look at tanks of this house, too: one that nobody has seen tonight.
  const { tanks } = (await (await page.request.get(`${demo()}/api/tonight`)).json()) as Tonight;
  const unseen = tanks.find((t) => !t.lookedTonight)?.name ?? '';
  await page.goto(`${demo()}/tonight`);
  const line = page.locator('nl-visit', { has: page.getByRole('link', { name: unseen, exact: true }) });
  await line.getByRole('button', { name: /Looked, fed, fine/ }).click();
  await expect(line.getByText('seen', { exact: true })).toBeVisible();
  await page.locator('nl-toasts').getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('nl-toasts')).toContainText('Undone');
  await expect(line.getByRole('button', { name: /Looked, fed, fine/ })).toBeVisible();
  const book = (await (await page.request.get(`${demo()}/api/entries?words=undone`)).json()) as BookPage;
  expect(book.entries.some((e) => e.kind === 'strike')).toBe(true);
});

test.describe.serial('a keeper’s first minutes, and the two houses', () => {
  test('three ways in; the demo house is looked round and left, and the own one knows nothing of it', async ({
    page,
  }) => {
    test.setTimeout(400_000);
    await page.goto(`${two()}/tonight`);
    await expect(page.getByRole('heading', { name: 'A new ledger' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Begin', exact: true })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Take in readings' })).toBeVisible();
    await page.getByRole('button', { name: 'Look round' }).click();
    await expect(page.locator('nl-visit')).toHaveCount(9, { timeout: 240_000 });
    await expect(page.getByRole('link', { name: 'demo', exact: true })).toBeVisible();
    // A house in which nobody has written yet: the whole round in sight, in few words.
    await expect(page.locator('nl-visit').last()).toBeInViewport();
    // While the forecasts are made, the sheet says so in a line of its own.
    await expect.poll(() => wordsInSight(page), { timeout: 60_000 }).toBeLessThanOrEqual(120);
    await page.getByRole('button', { name: 'Looked, fed, fine: Lobby' }).click();
    await expect(page.locator('nl-visit', { hasText: 'Lobby' }).getByText('seen', { exact: true })).toBeVisible();
    // The own house, asked by name, has no tank and no line.
    const own = { headers: { 'x-night-ledger-house': 'own' } };
    expect(((await (await page.request.get(`${two()}/api/tonight`, own)).json()) as Tonight).tanks).toEqual([]);
    expect(((await (await page.request.get(`${two()}/api/entries`, own)).json()) as BookPage).entries).toEqual([]);
    await page.getByRole('link', { name: 'demo', exact: true }).click();
    await page.getByRole('button', { name: 'To your own house' }).click();
    await expect(page.getByRole('heading', { name: 'A new ledger' })).toBeVisible();
  });
  test('the water, one tank, and at once what fits and what to do tonight', async ({ page }) => {
    await page.goto(`${two()}/begin`);
    await page.getByLabel('General hardness').fill('8');
    await page.getByLabel('pH').fill('7,2');
    await page.getByLabel('Carbonate hardness').fill('4');
    await page.getByLabel('Conductivity').fill('320');
    await page.getByRole('button', { name: 'Keep it, and on' }).click();
    await page.getByLabel('The tank’s name').fill('Window');
    await page.getByLabel('Length outside, cm').fill('60');
    await page.getByLabel('Width outside, cm').fill('30');
    await page.getByLabel('Height outside, cm').fill('34');
    await expect(page.getByText(/About .* of water/)).toContainText(' L');
    await page.getByRole('button', { name: 'Keep it, and on' }).click();
    await expect(page.getByText(/of 97 kinds fit as it is/)).toBeVisible();
    await page.getByRole('link', { name: 'To tonight’s round' }).click();
    await expect(page.locator('nl-visit')).toHaveCount(1);
    await expect(page.locator('nl-visit')).toContainText('Window');
  });
  test('the keeper’s units: chosen once, honoured in fields and words, canonical in the book', async ({ page }) => {
    await page.goto(`${two()}/settings`);
    await choose(page.locator('nl-choice[name=temperature] [role=combobox]'), 'degrees Fahrenheit');
    await expect(page.locator('.example')).toContainText('76.1 °F');
    await choose(page.locator('nl-choice[name=volume] [role=combobox]'), 'US gallons');
    await expect(page.locator('.example')).toContainText('14.27 US gal');
    const { tanks } = (await (await page.request.get(`${two()}/api/tonight`)).json()) as Tonight;
    await page.goto(`${two()}/readings?tank=${tanks[0]?.tankId ?? ''}`);
    await page.getByLabel('Temperature', { exact: true }).fill('77');
    await page.getByLabel('pH', { exact: true }).fill('7.2');
    await page
      .getByRole('button', { name: /Write|Put/ })
      .first()
      .click();
    await expect(page.getByRole('status').filter({ hasText: 'readings of Window in the book' })).toBeVisible();
    const book = (await (await page.request.get(`${two()}/api/entries?kind=readings`)).json()) as BookPage;
    const payload = book.entries[0]?.payload as {
      values: { parameter: string; lo: number; hi: number; text: string; enteredUnit: string }[];
    };
    const value = payload.values.find((v) => v.parameter === 'tempC');
    expect(value?.lo).toBeGreaterThan(24.5);
    expect(value?.hi).toBeLessThan(25.5);
    expect([value?.text, value?.enteredUnit]).toEqual(['77', '°F']);
    // A figure in whole degrees is half a degree to each side; the line says it as it was typed.
    expect(book.entries[0]?.line).toContain('Temp 77,');
  });
});

test('the record on paper: black on white, the page alone, nothing cut off at its edge', async ({ page }) => {
  const { tanks } = (await (await page.request.get(`${demo()}/api/tonight`)).json()) as Tonight;
  const lobby = tanks.find((t) => t.name === 'Lobby')?.tankId ?? '';
  await page.goto(`${demo()}/tanks/${lobby}/record`);
  await expect(page.locator('table.book tr').nth(5)).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  // A sheet of A4 between margins of 1 cm.
  await page.setViewportSize({ width: 718, height: 1046 });
  for (const aside of ['header', 'nav', '.shelf', '.do'])
    for (const part of await page.locator(aside).all()) await expect(part, aside).toBeHidden();
  const paper = await page.evaluate(() => {
    const { color, backgroundColor } = getComputedStyle(document.documentElement);
    return { color, backgroundColor, wideCount: document.documentElement.scrollWidth };
  });
  expect(paper.color).toBe('rgb(0, 0, 0)');
  expect(paper.backgroundColor).toBe('rgb(255, 255, 255)');
  expect(paper.wideCount).toBeLessThanOrEqual(718);
  await expect(page.getByRole('heading', { level: 2, name: 'What was done and seen' })).toBeVisible();
});
