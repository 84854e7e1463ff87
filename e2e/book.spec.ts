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

  writeFileSync(file, Buffer.from([0xff, 0xfe, 0x44, 0x00, 0xe4, 0x00]));
  await page.goto(`${demo()}/book/import`);
  await page.getByLabel('The file').setInputFiles(file);
  await expect(page.getByText('This is not text in UTF-8')).toBeVisible();
});
