import { expect, test, type Locator, type Page } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';

const url = (): string => process.env['E2E_DEMO'] ?? '';

/** A hand that has only keys: what it presses to get somewhere and to choose, and the letters and figures it writes. */
class Hand {
  private keysCount = 0;
  private lettersCount = 0;
  readonly done: string[] = [];
  constructor(private readonly page: Page) {}
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.keysCount++;
      await this.page.keyboard.press(key);
    }
  }
  async write(text: string): Promise<void> {
    this.lettersCount += text.length;
    await this.page.keyboard.type(text);
  }
  /** By Tab alone. */
  async to(wanted: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
    const there = (): Promise<boolean> =>
      wanted.evaluate((e) => e === document.activeElement || e.contains(document.activeElement));
    await wanted.waitFor();
    for (let i = 0; i < 80 && !(await there()); i++) await this.press(key);
    expect(await there(), 'reached by Tab').toBeTruthy();
  }
  /** To a page or tank by its name. */
  async jump(name: string): Promise<void> {
    if (await this.page.evaluate(() => /INPUT|TEXTAREA/.test(document.activeElement?.tagName ?? '')))
      await this.press('Escape');
    await this.press('/');
    await this.page.getByRole('dialog', { name: 'Jump' }).waitFor();
    await this.write(name);
    await this.press('Enter');
  }
  job(name: string, mostKeys: number): void {
    this.done.push(`${name}: ${this.keysCount} keys, ${this.lettersCount} letters`);
    expect(this.keysCount, name).toBeLessThanOrEqual(mostKeys);
    this.keysCount = 0;
    this.lettersCount = 0;
  }
}

test('ten jobs of an evening by keyboard alone, each within so many keys', async ({ page }, { annotations }) => {
  test.setTimeout(300_000);
  const hand = new Hand(page);
  const { tanks } = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  const round = page.getByRole('heading', { name: 'Tonight’s round' });
  await page.goto(`${url()}/tonight`);
  await round.waitFor();

  // Three values of one tank.
  await hand.press('n');
  await page.getByRole('textbox', { name: /Tank, then/ }).waitFor();
  await hand.write('bathhouse ph 8 gh 5 no3 5');
  await hand.press('Enter');
  await expect(page.getByRole('textbox', { name: /Tank, then/ })).toBeHidden();
  hand.job('Log three values of one tank', 2);

  // Conductivity of nine tanks.
  await hand.jump('bench');
  await expect(page.locator('td input').first()).toBeFocused();
  const wide = await page.locator('tbody tr').first().locator('input').count();
  const column = (await page.locator('thead th').allTextContents()).findIndex((t) => t.trim().startsWith('pH')) - 1;
  for (let i = 0; i < column; i++) await hand.press('ArrowRight');
  for (let row = 0; row < 9; row++) {
    await expect(page.locator('td input').nth(row * wide + column)).toBeFocused();
    const shown =
      (await page
        .locator('td input')
        .nth(row * wide + column)
        .getAttribute('placeholder')) ?? '';
    await hand.write(/[\d.]+/.exec(shown)?.[0] ?? '7.0');
    await hand.press('ArrowDown');
  }
  await hand.press('Control+Enter');
  await expect(page.getByText(/in the book/).first()).toBeVisible();
  hand.job('Log a value of nine tanks', 18);

  // Looked, fed, fine for a rack.
  const unseen = ((await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight).tanks.filter(
    (t) => !t.lookedTonight,
  );
  // Other walks look at tanks of this house, too, and may have been here before.
  const rack = unseen.filter((t) => t.rack === 'Cellar').length > 1 ? 'Cellar' : undefined;
  if (rack !== undefined) {
    await hand.jump(`${rack}: the`);
    await expect(page.getByRole('button', { name: `Whole rack looked, fed, fine: ${rack}` })).toBeFocused();
    await hand.press('Enter');
    await expect(page.getByText(`${rack}: looked, fed, fine. In the book.`)).toBeVisible();
  }
  hand.job('Looked, fed, fine for a rack', 5);

  // Why a tank is red.
  await hand.jump('linen');
  await expect(page.getByRole('heading', { level: 1, name: 'Linen Room' })).toBeVisible();
  await expect(page.getByText(/ammonia/).first()).toBeVisible();
  // One more than that to leave the bench's field, where other walks have looked at the whole rack before.
  hand.job('See why a tank is red', rack === undefined ? 3 : 2);

  // A change planned and recorded, from the folio on.
  await hand.jump('breakfast');
  await hand.to(page.getByRole('link', { name: 'Plan a change' }));
  await hand.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'One change' })).toBeVisible();
  await page.getByRole('button', { name: 'Done: write it in the book' }).waitFor();
  await hand.press('Control+Enter');
  await expect(page.getByText('The change is in the book.')).toBeVisible();
  hand.job('Plan and record a change', 40);

  // A drum mixed.
  await hand.jump('mix a');
  const mix = page.getByRole('button', { name: /^Mix it/ }).first();
  await hand.to(mix);
  await hand.press('Enter');
  await hand.to(page.getByRole('button', { name: 'It is mixed' }));
  hand.job('Mix a drum', 35);

  // Who can live in my tap.
  await hand.jump('what fits');
  await expect(page.getByRole('heading', { level: 1, name: /fits/ })).toBeVisible();
  await expect(page.getByText('Fit as it is')).toBeVisible();
  await expect(page.locator('nl-choice').first()).toContainText('Tap');
  hand.job('Who can live in my tap', 2);

  // What was done three weeks ago.
  await hand.press('Escape', 'g', 'b');
  await expect(page.getByRole('heading', { level: 1, name: 'Book' })).toBeVisible();
  await hand.to(page.locator('nl-day[name=to] input'));
  await hand.write('21 Feb 2026');
  await hand.press('Enter');
  await expect(page.getByText(/21 Feb|20 Feb/).first()).toBeVisible();
  hand.job('Find what was done three weeks ago', 25);

  // A wrong line struck.
  await hand.press('Escape', 'n');
  await page.getByRole('textbox', { name: /Tank, then/ }).waitFor();
  await hand.write('lobby "wrong tank"');
  await hand.press('Enter');
  await expect(page.getByRole('textbox', { name: /Tank, then/ })).toBeHidden();
  await expect(page.locator('nl-toasts').getByRole('button', { name: 'Undo' })).toBeVisible();
  await hand.press('u');
  await expect(page.locator('nl-toasts')).toContainText('Undone');
  hand.job('Write a line and strike it', 6);

  // A tank added.
  await hand.jump('add a');
  await hand.to(page.getByLabel('Name', { exact: true }));
  const name = `Pantry ${tanks.length}`;
  await hand.write(name);
  for (const [label, value] of [
    ['Length outside, cm', '60'],
    ['Width outside, cm', '30'],
    ['Height outside, cm', '34'],
  ] as const) {
    await hand.to(page.getByLabel(label));
    await page.keyboard.press('Control+a');
    await hand.write(value);
  }
  await hand.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  hand.job('Add a tank', 25);

  for (const line of hand.done) annotations.push({ type: 'job', description: line });
});
