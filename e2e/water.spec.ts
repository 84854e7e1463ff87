import { expect, test, type Page } from '@playwright/test';
import type { DoingView } from '#contracts/doing';
import type { Diary } from '#contracts/stock';
import type { Tonight } from '#contracts/tonight';
import type { BatchList, EveningView } from '#contracts/water';
import { choose } from './choose';

const url = (): string => process.env['E2E_WATER'] ?? '';
const read = async <T>(page: Page, where: string): Promise<T> =>
  (await (await page.request.get(`${url()}${where}`)).json()) as T;
const tankId = async (page: Page, name: string): Promise<string> =>
  (await read<Tonight>(page, '/api/tonight')).tanks.find((t) => t.name === name)?.tankId ?? '';
const cherry = ['Breakfast Bar', 'Cellar Rack A', 'Cellar Rack B'] as const;
const writeChange = async (page: Page): Promise<void> => {
  const done = page.getByRole('button', { name: 'Done: write it in the book' });
  await expect(done).toBeEnabled();
  await done.click();
  await expect(page.getByText('The change is in the book.')).toBeVisible();
};

test('one evening’s water: three tanks planned, one drum mixed too strong, corrected and used, and each change closed', async ({
  page,
}) => {
  await page.goto(`${url()}/water/evening`);
  await expect(page.getByRole('heading', { name: 'The evening’s water' })).toBeVisible();
  await page.getByText(/^\s*Not due: /).click();
  for (const name of cherry) await page.getByLabel(`Change ${name} tonight all the same`).click();
  for (const name of ['Stairwell', 'Linen Room'])
    await page.getByLabel(`Change ${name} tonight`, { exact: true }).click();
  const evening = await read<EveningView>(page, '/api/water/evening');
  const litres = evening.tanks.filter((t) => cherry.some((c) => c === t.name)).reduce((sum, t) => sum + t.changeL, 0);
  await expect(page.getByText(new RegExp(`^One drum, ${Math.round(litres)} litres for 3 tanks`))).toBeVisible();

  // The drum: what to pour and weigh, then into the book.
  await page.getByRole('link', { name: /^Mix it ?: Cherry drum/ }).click();
  await expect(page.getByText('GH and KH mineral')).toBeVisible();
  await page.getByLabel('Litres').fill('30');
  await expect(page.getByText(/6\.0 g/)).toBeVisible();
  await page.getByLabel('Drum', { exact: true }).fill('wheeled drum');
  await page.getByRole('button', { name: 'It is mixed: write the batch' }).click();

  // Measured too strong: refused, the correction computed; measured again: ready.
  const batchOf = async () => (await read<BatchList>(page, '/api/water/batches')).batches[0];
  await expect.poll(async () => (await batchOf())?.made.madeL).toBe(30);
  const code = (await batchOf())?.code ?? '';
  const batch = page.getByRole('region', { name: `Batch ${code}` });
  await expect(batch).toContainText('not measured');
  await batch.getByLabel('conductivity, µS/cm').fill('396');
  await batch.getByRole('button', { name: 'Measured' }).click();
  await expect(batch).toContainText('out of range');
  // 30 L of 396 to 330 with pure water of 4 µS/cm: 30 × 66 / 326 = 6.1 L.
  await expect(batch).toContainText('Add 6.1 L of pure water: 36.1 L in the drum');
  await batch.getByRole('button', { name: 'It is done: corrected' }).click();
  await expect(batch).toContainText('Corrected, and not measured since');
  await batch.getByLabel('conductivity, µS/cm').fill('331');
  await batch.getByRole('button', { name: 'Measured' }).click();
  await expect(batch).toContainText('ready');

  // Used for three tanks in one evening, from the plan, each from this batch.
  let used = 0;
  for (const name of cherry) {
    await page.goto(`${url()}/water/evening`);
    const line = evening.tanks.find((t) => t.name === name);
    await page.getByText(/^\s*Not due: /).click();
    await page.getByRole('link', { name: new RegExp(`^Change it ?: ${name}$`) }).click();
    await expect(page.getByRole('combobox', { name: 'Tank' })).toHaveText(name);
    await expect(page.getByLabel('Litres')).toHaveValue(String(Math.round((line?.changeL ?? 0) * 10) / 10));
    await choose(page.getByLabel('From the batch'), `${code}, ${(36.1 - used).toFixed(1)} L left`);
    await writeChange(page);
    used += Math.round((line?.changeL ?? 0) * 10) / 10;
  }
  await expect.poll(async () => (await batchOf())?.uses.length).toBe(3);
  expect((await batchOf())?.leftL).toBeCloseTo(36.07 - used, 1);

  // The end of each stands open on every page until it is ticked.
  await page.goto(`${url()}/tonight`);
  await expect(page.getByText('3 changes not closed')).toBeVisible();
  await page.getByRole('link', { name: 'What is still off?' }).click();
  for (const name of cherry) {
    const job = page.getByRole('region', { name: `Change of ${name}` });
    for (const check of ['Heater', 'Filter', 'Light', 'Lid', 'Animals', 'Taps']) {
      const box = job.getByRole('checkbox', { name: new RegExp(`^${check}`) });
      await box.click();
      if (check !== 'Taps') await expect(box).toBeDisabled();
    }
    await expect(job).toBeHidden();
  }
  expect((await read<DoingView>(page, '/api/water/doing')).jobs).toEqual([]);
});

test('a change refused as unsafe is done as a sequence; its next step stands on the evening’s plan', async ({
  page,
}) => {
  const library = await tankId(page, 'Library');
  await page.goto(`${url()}/water?tank=${library}`);
  await choose(page.getByLabel('New water'), 'Cherry drum');
  await choose(page.getByLabel('From the batch'), 'no batch');
  await page.getByLabel('%', { exact: true }).fill('40');
  await expect(page.getByRole('heading', { name: 'Too large a step' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Write it in the book all the same' })).toBeDisabled();
  // No value asks for it: the keeper says what it is for.
  await expect(page.getByText('nothing asks for this change')).toBeVisible();
  await page.getByText('Or begin from an aim').click();
  await choose(page.locator('nl-choice[name=aim] [role=combobox]'), 'General hardness');
  await choose(page.locator('nl-choice[name=aimSide] [role=combobox]'), 'at least');
  await page.locator('input[name=aimValue]').fill('5');
  await expect(page.getByRole('heading', { name: 'The shortest way there' })).toBeVisible();
  await expect(page.getByText(/^\d+ changes$/)).toBeVisible();
  await page.getByRole('button', { name: 'Plan it so: first step tonight' }).click();
  await expect(page.getByText('The sequence is planned.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Wise', exact: true })).toBeVisible();
  await writeChange(page);
  const line = (await read<EveningView>(page, '/api/water/evening')).tanks.find((t) => t.tankId === library);
  expect(line?.sequence?.stepIndex).toBe(2);
  expect(line?.dueDays).toBeGreaterThan(0.9);

  // It ends when the animals have recovered, with its reason, and the routine goes on.
  await page.goto(`${url()}/water?tank=${library}&sequence=${line?.sequence?.sequenceId ?? ''}`);
  await choose(page.getByLabel('End it, because'), 'they have recovered');
  await page.getByRole('button', { name: 'End the sequence' }).click();
  await expect(page.getByText('The sequence is ended')).toBeVisible();
  const after = (await read<EveningView>(page, '/api/water/evening')).tanks.find((t) => t.tankId === library);
  expect(after?.sequence).toBeNull();
});

test('a batch that nobody measured goes into no tank without a reason', async ({ page }) => {
  await page.goto(`${url()}/water/mix?litres=20`);
  await choose(page.getByRole('combobox', { name: 'Water' }), 'Soft drum');
  await page.getByRole('button', { name: 'It is mixed: write the batch' }).click();
  await expect(page.getByText('not measured', { exact: true })).toBeVisible();
  const [made] = (await read<BatchList>(page, '/api/water/batches')).batches;

  // Its label: a code to read, and the same to scan, which opens the batch.
  await page.evaluate(() => {
    window.print = () => undefined;
  });
  await page
    .getByRole('region', { name: `Batch ${made?.code ?? ''}` })
    .getByRole('button', { name: 'Label' })
    .click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.label')).toContainText(made?.code ?? '?');
  expect((await page.locator('.label svg').boundingBox())?.width).toBeGreaterThan(100);
  await page.emulateMedia({ media: 'screen' });
  await page.goto(`${url()}/water/batches/${made?.batchId ?? ''}`);
  await expect(page.getByRole('region', { name: /^Batch / })).toHaveCount(1);
  const conservatory = await tankId(page, 'Conservatory');
  await page.goto(`${url()}/water?tank=${conservatory}&changeL=5&batch=${made?.batchId ?? ''}`);
  await choose(page.getByLabel('New water'), 'Soft drum');
  await expect(page.getByText('Not measured yet. Not into a tank without a reason.')).toBeVisible();
  const done = page.getByRole('button', { name: 'Done: write it in the book' });
  await expect(done).toBeDisabled();
  await page.getByLabel('Use it all the same, because').fill('The pen is at the mender’s.');
  await expect(done).toBeEnabled();
});

test('targets that fight are named, the nearest is shown, and what on the shelf would end it', async ({ page }) => {
  await page.goto(`${url()}/water/mix?do=find`);
  // 4.755 g of the pure salt; the shelf's is 98 % pure.
  await expect(page.getByText('4.9 g').first()).toBeVisible();
  // The same six degrees as a bottle would say them.
  await page.getByLabel('GH wanted').fill('107,1 ppm');
  await expect(page.getByText(/^= 6\.0/)).toBeVisible();
  await expect(page.getByText('4.9 g').first()).toBeVisible();
  for (const salt of ['calcium sulphate dihydrate', 'magnesium sulphate heptahydrate'])
    await page.getByRole('checkbox', { name: new RegExp(`^${salt}`) }).uncheck();
  await expect(page.getByText(/^These fight: GH/)).toBeVisible();
  await expect(page.getByText('magnesium chloride hexahydrate').first()).toBeVisible();
});

test('a salt that is bought stands on the shelf of recipes with its purity and price, and what is weighed is taken off it', async ({
  page,
}) => {
  await page.goto(`${url()}/supplies`);
  await choose(page.getByLabel('Sort'), 'salt');
  await choose(page.getByLabel('Which salt'), 'potassium chloride');
  await expect(page.getByLabel('Name')).toHaveValue('potassium chloride');
  await page.getByLabel('Pure, % by its label').fill('95');
  await page.getByLabel('There is now').fill('200');
  await page.getByLabel('A pack holds, g').fill('500');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('A price needs both')).toBeVisible();
  await page.getByLabel('and costs').fill('6');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('salt, 95 %, 12.00 a kg')).toBeVisible();

  // A cheaper pack: changed in place, the name kept.
  await page.getByRole('button', { name: 'change potassium chloride' }).click();
  await page.getByLabel('and costs').fill('5');
  await page.getByRole('button', { name: 'Write the change' }).click();
  await expect(page.getByText('salt, 95 %, 10.00 a kg')).toBeVisible();

  await page.goto(`${url()}/water/mix?do=find`);
  await expect(page.getByRole('checkbox', { name: /^potassium chloride/ })).toBeChecked();
  await expect(page.getByLabel('Purity of potassium chloride, %')).toHaveValue('95');
  await expect(page.getByText(/^\s*It costs about \d+\.\d\d\.\s*$/)).toBeVisible();

  // Twenty litres for the lake: 1.1 g of chalk are no longer on the shelf.
  await page.goto(`${url()}/water/mix?litres=20`);
  await page.getByRole('button', { name: 'Mix it : Lake drum' }).click();
  await expect(page.getByText('1.1 g')).toBeVisible();
  await page.getByRole('button', { name: 'It is mixed: write the batch' }).click();
  await expect(page.getByRole('heading', { name: 'Batches' })).toBeVisible();
  const { entries } = await read<Diary>(page, '/api/diary?kinds=supply-log');
  const used = entries.flatMap((e) => {
    const { event, value } = e.payload as { event: string; value: number };
    return event === 'used' ? [value] : [];
  });
  expect(used.slice(-3)).toEqual([1.1, 1.8, 0.5]);
});

test('every routine at a glance: which hold, what decides, and the way into one', async ({ page }) => {
  await page.goto(`${url()}/water/routines`);
  const row = page.getByRole('row', { name: /^Bathhouse/ });
  await expect(row).toContainText('Carbonate hardness');
  await expect(row).toContainText(/cannot tell|holds/);
  await expect(page.getByRole('row', { name: /^Lobby/ })).toContainText('up to 40');
  await expect(page.getByRole('row', { name: /^All/ })).toContainText(/\d{4,}/);
  await row.getByRole('link', { name: 'Bathhouse' }).click();
  await expect(page.getByRole('heading', { name: 'Where it settles' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^pure and mineral in turn/ })).toBeVisible();
});

test('a source whose ions cannot be true is refused by name, and can be reckoned by its hardness alone', async ({
  page,
}) => {
  await page.goto(`${url()}/water/mix?do=find`);
  await choose(page.getByRole('combobox', { name: 'Water 1' }), 'Tap, aged');
  await expect(page.getByRole('alert')).toContainText('The analysis of Tap, aged cannot be true');
  await page.getByRole('button', { name: /^Reckon Tap, aged/ }).click();
  await expect(page.getByText('Tap, aged: by GH, KH and conductivity alone')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The water it makes' })).toBeVisible();
});

test('fourteen nights are planned with a reason for each tank; half a year ahead can be looked at', async ({
  page,
}) => {
  await page.goto(`${url()}/water/evening`);
  await page.getByRole('button', { name: 'Plan fourteen nights' }).click();
  await expect(page.getByText(/Worked out in/)).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText('no evening kept').first()).toBeVisible();
  await page.goto(`${url()}/water/routines?tank=${await tankId(page, 'Lobby')}`);
  await expect(page.getByText('Blend drum: conductivity seems to be about')).toBeVisible();
  await page.getByRole('button', { name: 'Twice the food' }).click();
  await page.getByRole('button', { name: 'Half a year ahead' }).click();
  await expect(page.getByRole('columnheader', { name: 'After half a year' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^twice the food/ }).last()).toContainText('%');
});

test('a running hose is an alarm on every page until it is answered', async ({ page }) => {
  await page.goto(`${url()}/water/doing`);
  await choose(page.getByLabel('What runs'), 'hose running');
  await choose(page.getByLabel('Where'), 'Lobby');
  await page.getByLabel('Minutes').fill('0.1');
  // Leaving the page before the house has answered would leave the write to the outbox.
  const written = page.waitForResponse((r) => r.request().method() === 'POST' && r.url().endsWith('/api/entries'));
  await page.getByRole('button', { name: 'Start' }).click();
  await written;
  await page.goto(`${url()}/almanac`);
  await expect(page.getByRole('alert')).toContainText('hose running', { timeout: 40_000 });
  await page.getByRole('button', { name: /^It is off/ }).click();
  await expect(page.getByRole('alert')).toBeHidden();
});
