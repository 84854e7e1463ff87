import { expect, test } from '@playwright/test';

const url = (): string => process.env['E2E_EMPTY'] ?? '';

test('an empty house: a source, a tank and the first readings, by following what the page says', async ({ page }) => {
  await page.goto(url());
  await expect(page.getByRole('heading', { name: 'A new ledger' })).toBeVisible();
  await page.getByRole('link', { name: 'The water you have' }).click();
  await page.getByLabel('Name').fill('Kitchen tap');
  await page.getByRole('button', { name: 'Put the source in the book' }).click();
  await expect(page.getByLabel('Tank or source')).toContainText('Kitchen tap');
  await page.getByLabel('General hardness', { exact: true }).fill('11');
  await page.getByLabel('Temperature', { exact: true }).fill('19');
  await page.getByRole('button', { name: 'Write 2 in the book' }).click();
  await expect(page.getByText('2 readings of Kitchen tap in the book.')).toBeVisible();

  await page.getByRole('link', { name: 'Add a tank' }).click();
  await page.getByLabel('Name').fill('Window');
  for (const [label, value] of [
    ['Length outside, cm', '60'],
    ['Width outside, cm', '30'],
    ['Height outside, cm', '30'],
  ] as const)
    await page.getByLabel(label).fill(value);
  await page.getByLabel('Bed depth, cm').fill('90');
  await expect(page.getByText('the bed stands higher than the water')).toBeVisible();
  await page.getByLabel('Bed depth, cm').fill('3');
  await expect(page.getByText(/Gross/)).toContainText('54.0');
  await page.getByRole('button', { name: 'Put the tank in the book' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Window' })).toBeVisible();
  await expect(page.getByText('Nothing has been tested yet.').first()).toBeVisible();

  // On the tank's own page the ledger line needs no name.
  await page.keyboard.press('n');
  const line = page.getByRole('textbox', { name: /Tank, then/ });
  await line.fill('ph 6,8 gh 7 no3 5-10 t 23');
  await expect(page.getByRole('button', { name: 'Write it in the book' })).toBeEnabled();
  await line.press('Enter');
  await expect(line).toBeHidden();
  await expect(page.getByRole('button', { name: /^pH 6.8, show/ })).toBeVisible();

  // A band of the keeper's own outranks the practice's.
  await page.getByRole('tab', { name: 'Set-up' }).click();
  await page.getByRole('link', { name: 'Change the set-up' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('Window');
  await page.getByText('Bands of your own').click();
  await page.getByRole('button', { name: 'A band of your own' }).click();
  await page.getByLabel('From', { exact: true }).fill('9');
  await page.getByLabel('To', { exact: true }).fill('12');
  await page.getByLabel('Why', { exact: true }).fill('the breeder keeps them so');
  await page.getByRole('button', { name: 'Write the new set-up' }).click();
  await expect(page.getByText('General hardness reads 6.5–7.5 °dH, band 9–12: below it.').first()).toBeVisible();

  // The same name again is refused beside its field, and what was typed is kept.
  await page.getByRole('link', { name: 'Add a tank' }).click();
  await page.getByLabel('Name').fill('window');
  for (const label of ['Length outside, cm', 'Width outside, cm', 'Height outside, cm'])
    await page.getByLabel(label).fill('40');
  await page.getByRole('button', { name: 'Put the tank in the book' }).click();
  await expect(page.getByText('is the name of another tank')).toBeVisible();
  await expect(page.getByLabel('Length outside, cm')).toHaveValue('40');
});
