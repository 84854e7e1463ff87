import { expect, test } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';
import { choose } from './choose';

const url = (): string => process.env['E2E_BENCH'] ?? '';

test('the evening of nine tanks on the bench: at most twelve keys a tank, no pointer, a question answered, nothing lost on reload', async ({
  page,
}) => {
  let keyCount = 0;
  const press = async (key: string): Promise<void> => {
    keyCount += 1;
    await page.keyboard.press(key);
  };
  const type = async (text: string): Promise<void> => {
    for (const key of text) await press(key);
  };
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  const tankCount = sheet.tanks.length;
  await page.goto(`${url()}/readings/bench`);
  await expect(page.getByRole('heading', { name: 'The bench' })).toBeVisible();
  await expect(page.locator('td input').first()).toBeFocused();
  // Tonight pH, conductivity and nitrate: the other columns are put away by keyboard, once for all evenings.
  await page.getByText('Columns and order').focus();
  await page.keyboard.press('Enter');
  for (const column of ['Temp', 'GH', 'KH', 'Deaths', 'Moults', 'Berried']) {
    await page.getByRole('checkbox', { name: column, exact: true }).focus();
    await page.keyboard.press('Space');
  }
  const wide = 3;
  await expect(page.locator('tbody tr').first().locator('input')).toHaveCount(wide);
  const row = (i: number, column: number) => page.locator('td input').nth(i * wide + column);
  /** The same as last time: the figure, or the colour of the chart that lies in the span. */
  const lastOf = async (i: number, column: number): Promise<string> => {
    const shown = (await row(i, column).getAttribute('placeholder')) ?? '';
    const [lo = 0, hi = lo] = (shown.match(/[\d.]+/g) ?? []).map(Number);
    const colour = [5, 10, 20, 40, 80, 160].find((step) => step > lo && step < hi);
    return String(colour ?? lo).slice(0, 3);
  };

  await row(0, 0).focus();
  for (let i = 0; i < tankCount; i++) {
    const before = keyCount;
    for (let column = 0; column < wide; column++) {
      await expect(row(i, column)).toBeFocused();
      await type(await lastOf(i, column));
      await press('Enter');
    }
    expect(keyCount - before).toBeLessThanOrEqual(12);
  }
  expect(keyCount).toBeGreaterThan(tankCount * 3);
  await expect(page.getByRole('button', { name: `Write ${tankCount} tanks in the book` })).toBeVisible();

  // What is typed survives a reload.
  await page.reload();
  await expect(row(0, 0)).not.toHaveValue('');

  // A slip is held back, the others are written; a mark behind it says it is right.
  await row(0, 0).fill('');
  await row(0, 0).focus();
  await type('3.1');
  await expect(page.getByText(/outside what fresh-water tanks usually are/)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(`${tankCount - 1} tanks in the book. 1 still on the bench.`)).toBeVisible();
  await row(0, 0).fill('7.0');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('1 tank in the book.')).toBeVisible();
  await expect(row(0, 0)).toHaveValue('');
  await page.goto(`${url()}/book`);
  await expect(page.getByText(/tested: pH .*EC .*NO₃/).first()).toBeVisible();
});

test('the ledger line writes a change, counts and a note in one go, and asks which tank is meant', async ({ page }) => {
  await page.goto(`${url()}/tonight`);
  await expect(page.getByRole('heading', { name: 'Tonight’s round' })).toBeVisible();
  await page.keyboard.press('n');
  const line = page.getByRole('textbox', { name: /Tank, then/ });
  await line.fill('cellar ph 7');
  await expect(page.getByText('Cellar Rack A or Cellar Rack B')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Write it in the book' })).toBeDisabled();
  await line.fill('bathh');
  await line.press('Tab');
  await expect(line).toHaveValue('bathhouse ');
  await line.pressSequentially('2 moults, eating "lid was open"');
  await line.press('Enter');
  await expect(line).toBeHidden();
  await page.goto(`${url()}/book`);
  await expect(page.getByText('lid was open').first()).toBeVisible();
  await expect(page.getByText('seen: 2 moults, grazing').first()).toBeVisible();
});

test('a new kit is put in the book, calibrated off its standard, and doubted on the bench', async ({ page }) => {
  await page.goto(`${url()}/readings/instruments`);
  await page.getByRole('textbox', { name: 'Name' }).fill('Blue pH probe');
  await choose(page.getByLabel('Sort'), /probe/i);
  await choose(page.getByLabel('Measures'), 'pH');
  await page.getByLabel('Last digit').fill('0.01');
  await page.getByRole('button', { name: 'Put it in the book' }).click();
  await expect(page.getByText('Blue pH probe: in the book.')).toBeVisible();
  await page.getByRole('button', { name: 'Calibrate or put away Blue pH probe' }).click();
  await page.getByLabel(/^Standard/).fill('7');
  await page.getByLabel(/^It showed/).fill('6.6');
  await page.getByRole('button', { name: 'Write the calibration' }).click();
  await expect(page.getByText('Showed 6.6 in a standard of 7', { exact: false })).toBeVisible();
  await page.goto(`${url()}/readings/bench`);
  await choose(page.getByLabel('pH, read with'), 'Blue pH probe');
  await expect(page.locator('.caution', { hasText: 'Blue pH probe.' })).toContainText('Showed 6.6');
});

test('two tabs over one draft: what each types is in both, a row is written once, and nothing is sent without the house', async ({
  page,
  context,
}) => {
  const bookOf = async (): Promise<{ id: string; subjectId: string; kind: string }[]> =>
    ((await (await page.request.get(`${url()}/api/book/export.json`)).json()) as { entries: [] }).entries;
  const before = (await bookOf()).length;
  await page.goto(`${url()}/readings/bench`);
  const other = await context.newPage();
  await other.goto(`${url()}/readings/bench`);
  const cell = (where: typeof page, tank: string) => where.getByLabel(`${tank}, pH`, { exact: true });
  await cell(page, 'Lobby').fill('6.9');
  await cell(other, 'Bathhouse').fill('8.1');
  await expect(cell(other, 'Lobby')).toHaveValue('6.9');
  await expect(cell(page, 'Bathhouse')).toHaveValue('8.1');

  // The connection is lost: what is written waits on the device, the rows leave the bench in both tabs.
  await context.route('**/api/entries', (route) => route.abort('connectionfailed'));
  await page.keyboard.press('Control+Enter');
  await cell(page, 'Lobby').press('Control+Enter');
  await expect(page.getByText(/unsent, kept on this device/)).toBeVisible();
  await expect(cell(page, 'Lobby')).toHaveValue('');
  await expect(cell(other, 'Bathhouse')).toHaveValue('');
  await other.reload();
  await expect(cell(other, 'Lobby')).toHaveValue('');
  await expect(other.getByText(/unsent, kept on this device/)).toBeVisible();

  await context.unroute('**/api/entries');
  await expect(page.getByText(/unsent, kept on this device/)).toBeHidden({ timeout: 30_000 });
  await expect(other.getByText(/unsent, kept on this device/)).toBeHidden({ timeout: 30_000 });
  const after = await bookOf();
  expect(after.length - before).toBe(2);
  expect(new Set(after.map((e) => e.id)).size).toBe(after.length);
  await other.close();
});

test('the day after a change: what was seen in a few taps, both schools on moults, tied to that change', async ({
  page,
}) => {
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  const tank = sheet.tanks.find((t) => t.contributions.some((c) => c.reason.id === 'after-change'));
  expect(tank).toBeDefined();
  await page.goto(`${url()}/tonight`);
  await page
    .getByRole('link', { name: /what do they do/ })
    .first()
    .click();
  await page.goto(`${url()}/tanks/${tank?.tankId ?? ''}?room=care`);
  const part = page.getByRole('region', { name: 'What was seen' });
  await expect(part).toContainText('What do they do?');
  for (let i = 0; i < 2; i++) await part.getByRole('button', { name: 'One moults more' }).click();
  await part.getByRole('button', { name: 'grazing', exact: true }).click();
  await expect(part).toContainText('Moults as a warning.');
  await expect(part).toContainText('Moults as a good sign.');
  await part.getByRole('button', { name: 'Write what was seen' }).click();
  await expect(part).toContainText('What was seen: in the book.');
  await expect(part).toContainText('Somebody has looked since');
  const again = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  const said = again.tanks.find((t) => t.tankId === tank?.tankId)?.contributions.map((c) => c.reason.id);
  expect(said).not.toContain('after-change');
});
