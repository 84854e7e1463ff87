import { hourMs } from '#core/units';
import { expect, test } from '@playwright/test';
import { entryOf, type SentEntry } from '#contracts/book';
import { choose } from './choose';

const url = (): string => process.env['E2E_ADVICE'] ?? '';
const ago = (hours: number): string => new Date(Date.now() - hourMs * hours).toISOString();

test('deaths in a tank: the case opened, five answers, first aid, the change planned, looked again, closed', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const subjectId = crypto.randomUUID();
  const head = (happenedAt: string) => ({ id: crypto.randomUUID(), subjectId, happenedAt });
  const entries: SentEntry[] = [
    entryOf('set-up', head(ago(24 * 200)), {
      name: 'Loft',
      roundOrder: 1,
      purpose: 'display',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      startedOn: ago(24 * 200).slice(0, 10),
      measuredFillL: 80,
    }),
    entryOf('stock', head(ago(24 * 150)), {
      event: 'arrived',
      kindId: 'ember-tetra',
      count: { lo: 20, hi: 20 },
    }),
    entryOf('stock', head(ago(3)), { event: 'died', kindId: 'ember-tetra', count: { lo: 3, hi: 3 } }),
    entryOf('job', head(ago(60)), { step: 'started', work: { kind: 'sponge', note: 'under the tap' } }),
    entryOf('readings', head(ago(2)), {
      context: 'routine',
      values: [
        { parameter: 'tanMgPerL', lo: 0.8, hi: 1.2, text: '1', enteredUnit: '' },
        { parameter: 'ph', lo: 7.9, hi: 8.1, text: '8', enteredUnit: '' },
        { parameter: 'tempC', lo: 24.9, hi: 25.1, text: '25', enteredUnit: '' },
      ],
    }),
  ];
  const sent = await page.request.post(`${url()}/api/entries`, { data: { entries } });
  expect(sent.ok(), await sent.text()).toBeTruthy();

  await page.goto(`${url()}/trouble`);
  await expect(page.getByText('Add air or raise the outlet')).toBeVisible();
  await choose(page.locator('nl-choice[name=tank]'), 'Loft');
  await page.getByRole('button', { name: 'Look into it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Loft: what is wrong?' })).toBeVisible();

  // What the book knows is not asked for.
  const book = page.getByRole('region', { name: 'What the book says' });
  await expect(book).toContainText('Many within 24 h');
  await expect(book).toContainText('Filter media washed');
  await expect(book).toContainText('TAN 1');

  // Five answers: by words and by place.
  const see = page.getByRole('region', { name: 'What do you see?' });
  const answer = async (question: RegExp, word: string): Promise<void> => {
    await see.getByRole('group', { name: question }).getByRole('button', { name: word, exact: true }).click();
  };
  const search = see.getByRole('textbox');
  await search.fill('gasping');
  await answer(/gulping at the surface/, 'Seen');
  await search.fill('flashing');
  await answer(/rub or flick/, 'Not there');
  await search.fill('white spots');
  await answer(/white grains/, 'Not there');
  await search.fill('');
  await see.getByRole('button', { name: /How fish behave/ }).click();
  await answer(/gill covers beating fast/, 'Seen');
  await answer(/Not eating/, 'Seen');

  await expect(page.getByRole('status').filter({ hasText: 'Now: minutes count' })).toBeVisible();
  const fits = page.getByRole('region', { name: 'What fits' });
  await expect(fits.getByRole('listitem').first()).toContainText('Ammonia');
  await expect(page.getByRole('region', { name: 'First', exact: true })).toContainText('A matched change');

  await page.getByRole('button', { name: /Open a case/ }).click();
  await expect(page.getByText('A case is open.')).toBeVisible();

  // The change with its emergency weighing, and back.
  await page.getByRole('link', { name: /emergency weighing/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'One change' })).toBeVisible();
  await page.goBack();

  // What was done, from the ladder of what leads.
  await fits.getByRole('button', { name: /Ammonia/ }).click();
  await expect(fits).toContainText('Do not:');
  await fits
    .getByRole('button', { name: /Done: look again/ })
    .first()
    .click();
  await expect(page.getByText('What was done: in the book.')).toBeVisible();

  // Tonight carries it, and leads back.
  await page.goto(`${url()}/tonight`);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as {
    tanks: { name: string; contributions: { id: string }[] }[];
  };
  expect(sheet.tanks.find((t) => t.name === 'Loft')?.contributions.some((c) => c.id.startsWith('case:'))).toBeTruthy();

  await page.goto(`${url()}/trouble`);
  await page.getByRole('region', { name: 'Open cases' }).getByRole('link', { name: 'Loft' }).click();
  await page.getByRole('button', { name: 'Looked: better' }).click();
  await expect(page.getByText('Looked again: better: in the book.')).toBeVisible();
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(
    page.getByText('Closed: recovered.').or(page.getByText('The case is closed: in the book.')).first(),
  ).toBeVisible();
  await page.goto(`${url()}/trouble`);
  await expect(page.getByRole('region', { name: 'Closed cases' })).toContainText('recovered');
});

test('the history for a veterinarian of a tank with a long book is printed on two pages', async ({ page }) => {
  const demo = process.env['E2E_DEMO'] ?? '';
  const sheet = (await (await page.request.get(`${demo}/api/tonight`)).json()) as {
    tanks: { name: string; tankId: string }[];
  };
  const tankId = sheet.tanks.find((t) => t.name === 'Linen Room')?.tankId ?? '';
  await page.goto(`${demo}/trouble/${tankId}/history`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForLoadState('networkidle');
  const printed = (await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page\b/g) ?? [];
  expect(printed.length).toBeGreaterThanOrEqual(1);
  expect(printed.length).toBeLessThanOrEqual(2);
});

test('trouble on a phone: what to do stands above the questions, and buttons are for a wet thumb', async ({
  browser,
}) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const demo = process.env['E2E_DEMO'] ?? '';
  const { tanks } = (await (await page.request.get(`${demo}/api/tonight`)).json()) as {
    tanks: { name: string; tankId: string }[];
  };
  const stairwell = tanks.find((t) => t.name === 'Stairwell')?.tankId ?? '';
  await page.goto(`${demo}/trouble/${stairwell}`);
  await expect(page.locator('.atOnce')).toBeVisible();
  const seen = page.locator('nl-finding-picker .answers button').first();
  await seen.waitFor();
  const box = await seen.boundingBox();
  expect(box?.height ?? 0).toBeGreaterThanOrEqual(44);
  await page.context().close();
});
