import { expect, test, type Page } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';
import { choose } from './choose';

const url = (): string => process.env['E2E_DEMO'] ?? '';
async function tankId(page: Page, name: string): Promise<string> {
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  return sheet.tanks.find((t) => t.name === name)?.tankId ?? '';
}

test('the evening: round, ledger line with a slip mended, verdict and its working, a change advised against, a wiser one, struck, state back', async ({
  page,
}) => {
  const outside: string[] = [];
  page.on('request', (r) => {
    if (!r.url().startsWith(url()) && !r.url().startsWith('data:')) outside.push(r.url());
  });
  await page.goto(`${url()}/tonight`);
  await expect(page.getByRole('heading', { name: 'Tonight’s round' })).toBeVisible();
  await expect(page.getByText('Wash again; gloves')).toBeVisible();
  const needing = page.locator('.visit', { has: page.getByRole('link', { name: 'Stairwell', exact: true }) });
  await expect(needing).toContainText('act');
  await needing.getByRole('button', { name: /More of Stairwell$/ }).click();
  await expect(needing).toContainText('ceiling 40');

  // A test by ledger line, from the keyboard: 64 °C is questioned, mended, and only then written.
  await page.keyboard.press('n');
  const line = page.getByRole('textbox', { name: /Tank, then/ });
  await line.fill('stairwell no3 40-80 gh 14 t 64');
  await expect(page.getByText(/64 °F = 17.8 °C/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Write it in the book' })).toBeDisabled();
  await line.fill('stairwell no3 80 gh 14 t 24,6');
  await expect(page.getByRole('button', { name: 'Write it in the book' })).toBeEnabled();
  await line.press('Enter');
  await expect(line).toBeHidden();

  // The folio gives the verdict, and the margin its working.
  await needing.getByRole('link', { name: 'Stairwell', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Stairwell' })).toBeVisible();
  await page.getByRole('button', { name: /^Nitrate >60, show/ }).click();
  // Eighty is the last colour of the house’s kit: what it reads may be more.
  await expect(page.getByLabel('Margin')).toContainText('written “80”');
  await expect(page.getByLabel('Margin')).toContainText('Common practice among fish keepers');
  await page.getByRole('button', { name: 'Fold away' }).click();

  // A change that is too large is advised against.
  await page.getByRole('link', { name: 'Plan a change' }).click();
  await choose(page.getByLabel('New water'), 'RO/DI');
  await page.getByLabel('%', { exact: true }).fill('80');
  await expect(page.getByRole('heading', { name: 'Too large a step' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Write it in the book all the same' })).toBeDisabled();
  await page.getByRole('button', { name: /Nitrate after/ }).click();
  await expect(page.getByLabel('Margin')).toContainText('(1 − f) × tank + f × source');
  await page.getByRole('button', { name: 'Fold away' }).click();

  // The wiser one is recorded.
  await choose(page.getByLabel('New water'), 'Tap, aged');
  await page.getByLabel('%', { exact: true }).fill('40');
  await expect(page.getByRole('heading', { name: 'Wise' })).toBeVisible();
  await page.getByRole('button', { name: 'Done: write it in the book' }).click();
  await expect(page.getByText('The change is in the book.')).toBeVisible();

  // Found in the book, struck with a reason; it stays readable and the state is as before.
  const before = (await (
    await page.request.get(`${url()}/api/tanks/${await tankId(page, 'Stairwell')}/folio`)
  ).json()) as { changes: unknown[] };
  await page.keyboard.press('g');
  await page.keyboard.press('b');
  const entry = page.locator('li', { hasText: 'changed 40 %, Tap, aged' }).first();
  await entry.getByRole('button', { name: /Strike/ }).click();
  await page.getByLabel('Why it is wrong').fill('The hose was in the other tank.');
  await page.getByRole('button', { name: 'Strike it' }).click();
  await expect(page.getByText('struck — The hose was in the other tank.')).toBeVisible();
  await expect(page.locator('li .struck', { hasText: 'changed 40 %, Tap, aged' }).first()).toBeVisible();
  const after = (await (
    await page.request.get(`${url()}/api/tanks/${await tankId(page, 'Stairwell')}/folio`)
  ).json()) as { changes: unknown[] };
  expect(after.changes.length).toBe(before.changes.length - 1);
  expect(outside).toEqual([]);
});

test('in an emergency the weighing turns round, and the override keeps its reason', async ({ page }) => {
  await page.goto(`${url()}/water?tank=${await tankId(page, 'Linen Room')}`);
  await choose(page.getByLabel('New water'), 'Soft drum');
  await page.getByLabel('%', { exact: true }).fill('50');
  await expect(page.getByRole('heading', { name: 'Change now: waiting is the greater harm' })).toBeVisible();
  await page.getByLabel(/Why all the same/).fill('Ammonia.');
  await page.getByRole('button', { name: 'Write it in the book all the same' }).click();
  await expect(page.getByText('The change is in the book.')).toBeVisible();
  await page.goto(`${url()}/book?subject=${await tankId(page, 'Linen Room')}`);
  await expect(page.locator('.text', { hasText: 'emergency: Ammonia.' })).toBeVisible();
});

test('looked, fed, fine: one tap for a rack, and the shelf shows it', async ({ page }) => {
  await page.goto(`${url()}/tonight`);
  await page
    .locator('.rack', { hasText: 'Cellar' })
    .getByRole('button', { name: /Whole rack/ })
    .click();
  await expect(page.getByText('Cellar: looked, fed, fine. In the book.')).toBeVisible();
  await expect(page.getByLabel('Shelf').locator('a', { hasText: 'Cellar Rack A' })).toContainText('✓');
});

test('bad input on the screens: nothing is lost, and the fault stands beside its field', async ({ page }) => {
  await page.goto(`${url()}/readings?tank=${await tankId(page, 'Library')}`);
  await page.getByLabel('pH', { exact: true }).fill('74');
  await expect(page.locator('.row', { hasText: 'pH' }).first()).toContainText('Perhaps 7.4?');
  await expect(page.getByRole('button', { name: /in the book/ })).toBeDisabled();
  await page.reload();
  await expect(page.getByLabel('pH', { exact: true })).toHaveValue('74');
  await page.getByLabel('pH', { exact: true }).fill('');
  await page.goto(`${url()}/water?tank=${await tankId(page, 'Library')}`);
  await page.getByLabel('Litres').fill('300');
  await expect(page.getByText(/300.0 L is \d+ % of the/)).toBeVisible();
  await page.goto(`${url()}/tanks/00000000-0000-7000-8000-000000000000`);
  await expect(page.getByText('There is no such tank')).toBeVisible();
});
