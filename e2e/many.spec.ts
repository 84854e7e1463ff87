import { dayMs } from '#core/units';
import { expect, test } from '@playwright/test';
import { entryOf, type SentEntry } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import { pages } from './pages';

const url = (): string => process.env['E2E_MANY'] ?? '';
const tanksCount = 300;
const ago = (days: number): string => new Date(Date.now() - dayMs * days).toISOString();

/** Three hundred tanks of one rack-room, each tested once. */
function manyTanks(): SentEntry[] {
  return Array.from({ length: tanksCount }, (_, i) => {
    const subjectId = crypto.randomUUID();
    return [
      entryOf(
        'set-up',
        { id: crypto.randomUUID(), subjectId, happenedAt: ago(100) },
        {
          name: i === 0 ? 'Lobby' : `Bay ${i}`,
          rack: `Row ${Math.floor(i / 30) + 1}`,
          roundOrder: i,
          purpose: 'breeding',
          practiceId: 'neocaridina-middle',
          bearing: 'usual',
          startedOn: ago(100).slice(0, 10),
          measuredFillL: 30,
        },
      ),
      entryOf(
        'readings',
        { id: crypto.randomUUID(), subjectId, happenedAt: ago(1) },
        { context: 'routine', values: [{ parameter: 'ph', lo: 7, hi: 7.2, text: '7.1', enteredUnit: '' }] },
      ),
    ];
  }).flat();
}

test('every page with 300 tanks: opened, none of it failed, nothing sideways', async ({ page }) => {
  test.setTimeout(400_000);
  // At a second trial they are there already.
  const there = (await (await page.request.get(`${url()}/api/tonight`)).json()) as Tonight;
  const entries = there.tanks.length > 0 ? [] : manyTanks();
  for (let from = 0; from < entries.length; from += 200) {
    const answer = await page.request.post(`${url()}/api/entries`, {
      data: { entries: entries.slice(from, from + 200) },
    });
    expect(answer.ok(), await answer.text()).toBeTruthy();
  }
  const lobbyId = entries[0]?.subjectId ?? there.tanks.find((t) => t.name === 'Lobby')?.tankId ?? '';
  const failed: string[] = [];
  page.on('pageerror', (error) => failed.push(error.message));
  page.on('response', (answer) => {
    if (answer.status() >= 400) failed.push(`${answer.status()} ${answer.url()}`);
  });
  for (const of of pages) {
    const where = of(lobbyId);
    await page.goto(`${url()}${where}`);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    await expect(page.locator('nl-told-note p-skeleton'), where).toHaveCount(0);
    await expect(page.getByText('Not told:'), where).toHaveCount(0);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), where).toBeLessThanOrEqual(1280);
  }
  expect(failed).toEqual([]);

  // The last of them is found without scrolling through the others.
  await page.goto(`${url()}/tonight`);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.keyboard.press('/');
  await page.getByRole('dialog', { name: 'Jump' }).waitFor();
  await page.keyboard.type('bay 299');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Bay 299' })).toBeVisible();
});
