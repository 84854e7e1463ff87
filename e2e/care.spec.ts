import { hourMs } from '#core/units';
import { expect, test } from '@playwright/test';
import { entryOf, type SentEntry } from '#contracts/book';
import { choose } from './choose';

const url = (): string => process.env['E2E_ADVICE'] ?? '';
const ago = (hours: number): string => new Date(Date.now() - hourMs * hours).toISOString();
const setUp = (subjectId: string, name: string, purpose: 'display' | 'quarantine', measuredFillL: number): SentEntry =>
  entryOf(
    'set-up',
    { id: crypto.randomUUID(), subjectId, happenedAt: ago(24 * 200) },
    {
      name,
      roundOrder: 8,
      purpose,
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      startedOn: ago(24 * 200).slice(0, 10),
      measuredFillL,
    },
  );
const arrives = (subjectId: string, kindId: string, count: number, hours: number): SentEntry =>
  entryOf(
    'stock',
    { id: crypto.randomUUID(), subjectId, happenedAt: ago(hours) },
    { event: 'arrived', kindId, count: { lo: count, hi: count } },
  );

test('new fish: a quarantine, a course blocked by shrimp in the display and begun in the pen, a dose missed, ended, left with a reason', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const [attic, pantry] = [crypto.randomUUID(), crypto.randomUUID()];
  const sent = await page.request.post(`${url()}/api/entries`, {
    data: {
      entries: [
        setUp(attic, 'Mangle Room', 'display', 120),
        setUp(pantry, 'Ice Cellar', 'quarantine', 40),
        arrives(attic, 'cherry-shrimp', 20, 24 * 150),
        arrives(pantry, 'ember-tetra', 12, 20),
      ],
    },
  });
  expect(sent.ok(), await sent.text()).toBeTruthy();

  await page.goto(`${url()}/care`);
  await choose(page.locator('nl-choice[name=pen]'), 'Ice Cellar');
  await page.getByRole('button', { name: 'Open a quarantine' }).click();
  const pen = page.getByRole('article', { name: 'Quarantine Ice Cellar' });
  await expect(pen).toContainText('its days are over: not yet');
  await pen.getByRole('button', { name: 'a sign was seen' }).click();
  await expect(pen).toContainText('No end while a sign is there');

  // In the display shrimp stand in the way; in the pen they do not.
  await page.goto(`${url()}/care/course?tank=${attic}&agent=D04`);
  await expect(page.getByRole('region', { name: 'Mangle Room', exact: true })).toContainText('Not like this');
  await expect(page.getByRole('region', { name: 'Ice Cellar', exact: true })).toContainText('With caution');
  await choose(page.locator('nl-choice[name=tank]'), 'Ice Cellar');
  await page.getByLabel('Name on the pack').fill('A spot treatment');
  await page.getByLabel(/^One pack/).fill('40');
  await page.getByLabel(/^Days with a dose/).fill('1 4 7');
  await page.getByLabel(/^Changes, as/).fill('4 30%, 7 30%, 10 50%');
  for (const words of ['Water tested tonight', 'Carbon, resin', 'Air up', 'A way out'])
    await page.getByRole('checkbox', { name: new RegExp(words) }).check();
  await page.getByRole('button', { name: 'Begin the course tonight' }).click();

  const course = page.getByRole('article', { name: 'Ice Cellar, A spot treatment' });
  await expect(course).toContainText('Day 1: Give 1 pack');
  await course.getByRole('button', { name: /^Missed/ }).click();
  await expect(course).toContainText('Nothing is due tonight');
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as {
    tanks: { name: string; contributions: { id: string }[] }[];
  };
  expect(
    sheet.tanks.find((t) => t.name === 'Ice Cellar')?.contributions.some((c) => c.id.startsWith('course:')),
  ).toBeTruthy();

  await course.getByText('End it').click();
  for (const words of ['Carbon or resin', 'UV and ozone', 'Light, lid', 'Ammonia and nitrite daily for'])
    await course.getByRole('checkbox', { name: new RegExp(words) }).check();
  await course.getByRole('button', { name: 'Ended: better' }).click();
  await expect(page.getByRole('article', { name: 'Ended: Ice Cellar, A spot treatment' })).toContainText('better');

  await pen.getByRole('button', { name: 'It leaves' }).click();
  await expect(pen).toContainText('is needed');
  await pen.getByRole('textbox').fill('a refuge was needed elsewhere');
  await pen.getByRole('button', { name: 'It leaves' }).click();
  await expect(pen).toBeHidden();
});

test('plants are dipped: the caution first, then the clock, on every page until it is answered', async ({ page }) => {
  const tub = crypto.randomUUID();
  await page.request.post(`${url()}/api/entries`, { data: { entries: [setUp(tub, 'Boot Room', 'display', 30)] } });
  await page.goto(`${url()}/care/dip`);
  await page.getByLabel(/^Per cent on the label/).fill('5');
  await choose(page.locator('nl-choice[name=dipTank]'), 'Boot Room');
  const clock = page.getByRole('button', { name: 'In: the clock runs 1.5 min' });
  await expect(clock).toBeDisabled();
  await page.getByRole('checkbox', { name: /^Read, and gloves/ }).check();
  await clock.click();
  await expect(page.getByText('The clock: in the book.')).toBeVisible();
  await page.goto(`${url()}/almanac/care`);
  // It runs on every page; out early or when it rings, it is answered.
  const bar = page.getByRole('status').filter({ hasText: 'Boot Room' });
  await expect(bar).toContainText('bleach dip');
  await bar.getByRole('button', { name: /^Done early/ }).click();
  await expect(bar).toBeHidden();
});
