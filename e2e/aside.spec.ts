import { dayMs } from '#core/units';
import { expect, test } from '@playwright/test';
import { entryOf } from '#contracts/book';

const url = (): string => process.env['E2E_ADVICE'] ?? '';

test('what the house fails at is set aside with its content: read, mended, sent again; nothing else waits for it', async ({
  page,
}) => {
  const [bad, good] = [crypto.randomUUID(), crypto.randomUUID()];
  for (const [subjectId, name] of [
    [bad, 'Scullery'],
    [good, 'Porch'],
  ] as const) {
    const happenedAt = new Date(Date.now() - dayMs).toISOString();
    const setUp = entryOf(
      'set-up',
      { id: crypto.randomUUID(), subjectId, happenedAt },
      {
        name,
        roundOrder: 1,
        purpose: 'display',
        practiceId: 'neocaridina-wide',
        bearing: 'usual',
        startedOn: '2025-01-02',
        measuredFillL: 50,
      },
    );
    expect((await page.request.post(`${url()}/api/entries`, { data: { entries: [setUp] } })).ok()).toBeTruthy();
  }
  // The house fails at whatever is about one tank.
  let failing = true;
  await page.route('**/api/entries', async (route) => {
    if (failing && (route.request().postData() ?? '').includes(bad))
      await route.fulfill({
        status: 500,
        contentType: 'application/problem+json',
        body: JSON.stringify({ type: 'about:blank', title: 'Something failed on our side', status: 500 }),
      });
    else await route.continue();
  });
  await page.goto(`${url()}/tanks/${bad}?room=book`);
  await page.getByLabel('A note: what you saw or did').fill('the snail is back');
  await page.getByRole('button', { name: 'Write the note' }).click();
  await expect(page.getByText('1 unsent, kept on this device')).toBeVisible();
  // Another tank's note goes through meanwhile.
  await page.goto(`${url()}/tanks/${good}?room=book`);
  await page.getByLabel('A note: what you saw or did').fill('quiet here');
  await page.getByRole('button', { name: 'Write the note' }).click();
  await expect(page.locator('main').getByText('quiet here').first()).toBeVisible();
  const aside = page.getByRole('alert', { name: 'Set aside' });
  await expect(aside).toContainText('the snail is back');
  await expect(page.getByText('unsent, kept on this device')).toBeHidden();

  // It outlives a reload; broken text is said beside it and kept; mended it is sent.
  await page.reload();
  await page.reload();
  await aside.getByText('What it holds, to mend').click();
  const text = aside.getByRole('textbox');
  const was = await text.inputValue();
  await text.fill(was.slice(0, -5));
  await aside.getByRole('button', { name: 'Send it again' }).click();
  await expect(aside.getByText('What you typed is kept')).toBeVisible();
  failing = false;
  await text.fill(was.replace('the snail is back', 'the snail is back, with young'));
  await aside.getByRole('button', { name: 'Send it again' }).click();
  await expect(aside).toBeHidden();
  await page.goto(`${url()}/tanks/${bad}?room=book`);
  await expect(page.locator('main').getByText('the snail is back, with young').first()).toBeVisible();
});
