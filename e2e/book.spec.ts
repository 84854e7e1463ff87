import { writeFileSync } from 'node:fs';
import { expect, test, type APIRequestContext } from '@playwright/test';

const demo = (): string => process.env['E2E_DEMO'] ?? '';
const copy = (): string => process.env['E2E_COPY'] ?? '';
interface Book {
  format: string;
  house: string;
  entries: { id: string; sequence: number; payload: unknown; payloadHash: string }[];
}
const exported = async (request: APIRequestContext, url: string): Promise<Book> =>
  (await (await request.get(`${url}/api/book/export.json`)).json()) as Book;
const contents = (book: Book): unknown => book.entries.map(({ sequence: _sequence, ...entry }) => entry);

test('the whole book, exported and taken into an empty house, is the same book; an altered row is named and nothing is written', async ({
  page,
}, info) => {
  const book = await exported(page.request, demo());
  const file = info.outputPath('book.json');
  const altered = structuredClone(book);
  const victim = altered.entries.findIndex((e) => JSON.stringify(e.payload).includes('"text"'));
  const entry = altered.entries[victim];
  if (entry) entry.payload = JSON.parse(JSON.stringify(entry.payload).replace(/"text":"/, '"text":"x')) as unknown;
  writeFileSync(file, JSON.stringify(altered));
  await page.goto(`${copy()}/book/import`);
  await page.getByLabel('The file').setInputFiles(file);
  await expect(page.getByText('was altered after it was exported', { exact: false })).toBeVisible({ timeout: 60_000 });
  expect((await exported(page.request, copy())).entries.length).toBe(0);

  writeFileSync(file, JSON.stringify(book));
  await page.reload();
  await page.getByLabel('The file').setInputFiles(file);
  await expect(
    page.getByText(`${book.entries.length} entries, ${book.entries.length} new, 0 here already`),
  ).toBeVisible({
    timeout: 60_000,
  });
  expect((await exported(page.request, copy())).entries.length).toBe(0);
  await page.getByRole('button', { name: 'Take all of it in' }).click();
  await expect(page.getByText('It is in the book.')).toBeVisible({ timeout: 60_000 });
  expect(contents(await exported(page.request, copy()))).toEqual(contents(book));
  // Once more: everything is known, nothing is written twice.
  await page.reload();
  await page.getByLabel('The file').setInputFiles(file);
  await expect(page.getByText(`0 new, ${book.entries.length} here already`, { exact: false })).toBeVisible({
    timeout: 60_000,
  });
});

test('the record of a tank on paper: what it is, its water, what was done; no page furniture, ink on white', async ({
  page,
}) => {
  await page.goto(`${demo()}/tanks`);
  await page.getByRole('link', { name: 'Linen Room' }).first().click();
  await page.getByRole('link', { name: 'On paper' }).click();
  await expect(page.getByRole('heading', { name: 'Record of Linen Room' })).toBeVisible();
  await expect(page.getByText(/breeding tubercles/)).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Pages' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print, or save as PDF' })).toBeHidden();
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor)).toBe(
    'rgb(255, 255, 255)',
  );
});

test('a table of somebody else’s is mapped, its faults are named by row and column, and it is written whole', async ({
  page,
}, info) => {
  const file = info.outputPath('old.csv');
  writeFileSync(file, 'Day;Tank;pH;Nitrate;Remarks\n10.03.2026;Lobby;7,0;10-20;"=SUM(A1)"\n31.02.2026;Lobby;74;10;\n');
  await page.goto(`${demo()}/book/import`);
  await page.getByLabel('The file').setInputFiles(file);
  await expect(page.getByText(/Row 3, Day: .*no date/)).toBeVisible();
  await expect(page.getByText(/Row 3, pH: .*Perhaps 7.4/)).toBeVisible();
  await expect(page.getByRole('button', { name: /in the book/ })).toBeDisabled();
  writeFileSync(file, 'Day;Tank;pH;Nitrate;Remarks\n10.03.2026;Lobby;7,0;10-20;"=SUM(A1)"\n');
  await page.getByLabel('The file').setInputFiles(file);
  await page.getByRole('button', { name: 'Write 2 entries in the book' }).click();
  await expect(page.getByText('2 entries in the book.')).toBeVisible();
  // A formula stays text, here and in what is exported again.
  await page.goto(`${demo()}/book`);
  await page.getByLabel('Words').fill('sum');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByText('=SUM(A1)', { exact: true })).toBeVisible();
  const csv = await (await page.request.get(`${demo()}/api/book/export.csv`)).text();
  expect(csv).toContain("'=SUM(A1)");

  writeFileSync(file, Buffer.from([0x44, 0xe4, 0x2c, 0x42, 0x0a, 0x31]));
  await page.goto(`${demo()}/book/import`);
  await page.getByLabel('The file').setInputFiles(file);
  await expect(page.getByText('This file is not UTF-8')).toBeVisible();
});

test('a slip is put right in one step by its line; the old one stays readable; all of one animal is found', async ({
  page,
}) => {
  await page.goto(`${demo()}/tanks`);
  await page.getByRole('link', { name: 'Lobby' }).first().click();
  await expect(page.getByRole('heading', { name: 'Lobby', level: 1 })).toBeVisible();
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: /Tank, then/ }).fill('lobby gh 7 kh 4');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /Tank, then/ })).toBeHidden();
  await page.getByRole('tab', { name: 'Book' }).click();
  await page.getByRole('link', { name: 'All of this tank’s book' }).click();
  await page
    .getByRole('button', { name: /^Amend ?: Lobby, tested: GH/ })
    .first()
    .click();
  const line = page.getByLabel('As it should read');
  await expect(line).toHaveValue(/^Lobby 2026-03-14 21:30 .*gh 7/i);
  await line.fill((await line.inputValue()).replace(/gh 7/i, 'gh 8 xyzzy'));
  await expect(page.getByRole('button', { name: 'Put it right' })).toBeDisabled();
  await line.fill((await line.inputValue()).replace(' xyzzy', ''));
  await line.press('Enter');
  await expect(page.getByText('Put right. The old line is struck and stays readable.')).toBeVisible();
  await expect(page.getByText('struck — amended')).toBeVisible();
  await expect(page.getByText(/tested: GH 8, KH/).first()).toBeVisible();

  const tank = new URL(page.url()).searchParams.get('subject') ?? '';
  await page.goto(`${demo()}/stock/tanks/${tank}`);
  await page
    .getByRole('link', { name: /all that was written of them/ })
    .first()
    .click();
  await expect(page).toHaveURL(/animal=/);
  await expect(page.locator('.row').first()).toBeVisible();
  await expect(page.locator('.row .text', { hasText: 'tested' })).toHaveCount(0);
});

test('a photo comes into the book and goes with it into another house; what is no picture is said and loses nothing', async ({
  page,
}, info) => {
  const { Jimp } = await import('jimp');
  const file = info.outputPath('moss.png');
  await new Jimp({ width: 640, height: 480, color: 0x2e6b4fff }).write(file as `${string}.png`);
  const bad = info.outputPath('moss.jpg');
  writeFileSync(bad, 'no picture at all');
  await page.goto(`${demo()}/tanks`);
  await page.getByRole('link', { name: 'Cellar Rack B' }).first().click();
  await page.getByRole('tab', { name: 'Inside' }).click();
  const part = page.getByRole('region', { name: 'Photos' });
  await part.getByLabel('What it shows').fill('the moss wall');
  await part.getByLabel('A photo').setInputFiles(bad);
  await part.getByRole('button', { name: 'Put it in the book' }).click();
  await expect(part.getByText('cannot read it as a picture', { exact: false })).toBeVisible();
  await expect(part.getByLabel('What it shows')).toHaveValue('the moss wall');
  await part.getByLabel('A photo').setInputFiles(file);
  await part.getByRole('button', { name: 'Put it in the book' }).click();
  await expect(part.getByText('The photo: in the book.')).toBeVisible({ timeout: 60_000 });
  const thumb = part.getByRole('img', { name: 'the moss wall' });
  await expect.poll(() => thumb.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(320);

  const parcel = info.outputPath('book.zip');
  writeFileSync(parcel, await (await page.request.get(`${demo()}/api/book/export.zip`)).body());
  await page.goto(`${copy()}/book/import`);
  await page.getByLabel('The file').setInputFiles(parcel);
  await expect(page.getByText(/here already, 1 photos/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Take all of it in' }).click();
  await expect(page.getByText('It is in the book.')).toBeVisible({ timeout: 60_000 });
  const { entries } = (await (await page.request.get(`${demo()}/api/entries?kind=photo`)).json()) as {
    entries: { payload: { photoHash: string } }[];
  };
  const hash = entries[0]?.payload.photoHash ?? '';
  const [here, there] = await Promise.all(
    [demo(), copy()].map(async (url) => (await page.request.get(`${url}/api/photos/${hash}`)).body()),
  );
  expect(there?.equals(here ?? Buffer.alloc(0))).toBe(true);
});
