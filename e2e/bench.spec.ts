import { expect, test } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';

const url = (): string => process.env['E2E_DEMO'] ?? '';

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
  const wide = await page.locator('tbody tr').first().locator('input').count();
  expect(wide).toBe(3);
  const row = (i: number, column: number) => page.locator('td input').nth(i * wide + column);
  const lastOf = async (i: number, column: number): Promise<string> =>
    /[\d.]+/.exec((await row(i, column).getAttribute('placeholder')) ?? '')?.[0] ?? '';

  await row(0, 0).focus();
  for (let i = 0; i < tankCount; i++) {
    const before = keyCount;
    for (let column = 0; column < wide; column++) {
      await expect(row(i, column)).toBeFocused();
      await type((await lastOf(i, column)).slice(0, 3));
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
  await page.getByLabel('Sort').selectOption('probe');
  await page.getByLabel('Measures').selectOption('ph');
  await page.getByLabel('Last digit').fill('0.01');
  await page.getByRole('button', { name: 'Put it in the book' }).click();
  await expect(page.getByText('Blue pH probe: in the book.')).toBeVisible();
  await page.getByRole('button', { name: 'Calibrate or put away Blue pH probe' }).click();
  await page.getByLabel(/^Standard/).fill('7');
  await page.getByLabel(/^It showed/).fill('6.6');
  await page.getByRole('button', { name: 'Write the calibration' }).click();
  await expect(page.getByText('Showed 6.6 in a standard of 7', { exact: false })).toBeVisible();
  await page.goto(`${url()}/readings/bench`);
  await page.getByLabel('pH, read with').selectOption({ label: 'Blue pH probe' });
  await expect(page.locator('.caution', { hasText: 'Blue pH probe.' })).toContainText('Showed 6.6');
});
