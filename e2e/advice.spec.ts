import { dayMs, minuteMs } from '#core/units';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { entryOf, type Kind, type PayloadOf, type SentEntry } from '#contracts/book';
import { choose } from './choose';

const url = (): string => process.env['E2E_ADVICE'] ?? '';
const ago = (days: number, minutes = 0): string =>
  new Date(Date.now() - days * dayMs + minutes * minuteMs).toISOString();
/** What the keeper wrote on earlier nights. */
async function written(page: Page, ...entries: SentEntry[]): Promise<void> {
  for (const one of entries) {
    const answer = await page.request.post(`${url()}/api/entries`, { data: { entries: [one] } });
    expect(answer.ok(), await answer.text()).toBeTruthy();
  }
}
const entry = <K extends Kind>(kind: K, subjectId: string, happenedAt: string, payload: PayloadOf<K>): SentEntry =>
  entryOf(kind, { id: crypto.randomUUID(), subjectId, happenedAt }, payload);
const tank = (subjectId: string, name: string, practiceId = 'neocaridina-wide'): SentEntry =>
  entry('set-up', subjectId, ago(150), {
    name,
    roundOrder: 1,
    purpose: 'display',
    practiceId,
    bearing: 'usual',
    startedOn: ago(200).slice(0, 10),
    measuredFillL: 100,
  });
const source = (subjectId: string, name: string, more: Partial<PayloadOf<'source'>>): SentEntry =>
  entry('source', subjectId, ago(150), {
    name,
    state: 'tap-straight',
    chlorine: 'none',
    startedOn: ago(200).slice(0, 10),
    ...more,
  });
const change = (subjectId: string, sourceId: string, happenedAt: string, water: object): SentEntry =>
  entry('change', subjectId, happenedAt, {
    entered: { by: 'litres', changeL: 10 },
    sourceId,
    water,
    how: 'poured',
  });
const read = (subjectId: string, values: Record<string, number>, happenedAt: string): SentEntry =>
  entry('readings', subjectId, happenedAt, {
    context: 'routine',
    values: Object.entries(values).map(([parameter, value]) => ({
      parameter: parameter as 'ph',
      lo: value,
      hi: value,
      text: String(value),
      enteredUnit: '',
    })),
  });
const inBand = { ph: 7.2, ghDegrees: 8, khDegrees: 4, no3MgPerL: 10, tempC: 23 };
const visitOf = (page: Page, name: string): Locator =>
  page.getByRole('listitem').filter({ has: page.locator('.who').getByRole('link', { name, exact: true }) });
const opened = (page: Page, name: string): Promise<void> =>
  visitOf(page, name)
    .getByRole('button', { name: new RegExp(`More of ${name}$`) })
    .click();
async function line(page: Page, text: string): Promise<void> {
  await page.goto(`${url()}/tonight`);
  await expect(page.getByRole('heading', { name: 'Tonight’s round' })).toBeVisible();
  await page.keyboard.press('n');
  const field = page.getByRole('textbox', { name: /Tank, then/ });
  await field.fill(text);
  await field.press('Enter');
  await expect(field).toBeHidden();
}

test('a pen in ppm is held against a band in ppm, and it is said that neither names its factor', async ({ page }) => {
  const id = crypto.randomUUID();
  await written(page, tank(id, 'Parlour', 'neocaridina-middle'), read(id, inBand, ago(2)));
  await line(page, 'parlour tds 340 ppm');
  await expect(visitOf(page, 'Parlour')).toContainText('340 ppm');
  await opened(page, 'Parlour');
  await expect(visitOf(page, 'Parlour')).toContainText('pen against pen: neither says its factor');
});

test('conductivity that climbs while every test is in band is remarked tonight, with the changes that bring it back', async ({
  page,
}) => {
  const [id, tap] = [crypto.randomUUID(), crypto.randomUUID()];
  await written(
    page,
    tank(id, 'Landing'),
    source(tap, 'Soft drum', {}),
    read(tap, { ec25UsPerCm: 200 }, ago(100)),
    ...Array.from({ length: 18 }, (_, week) => {
      const value = 300 + (week % 2) + 9 * Math.max(0, week - 11);
      return [
        read(id, { ...inBand, ec25UsPerCm: value }, ago(7 * (18 - week) - 5)),
        change(id, tap, ago(7 * (18 - week) - 5.1), { ec25UsPerCm: 200 }),
      ];
    }).flat(),
  );
  await page.goto(`${url()}/tonight`);
  await expect(visitOf(page, 'Landing')).toContainText('Conductivity is creeping up');
  await opened(page, 'Landing');
  await expect(visitOf(page, 'Landing')).toContainText(/changes of \d+ %.* bring it back to what was usual/);
  await expect(visitOf(page, 'Landing').locator('nl-state-mark').first()).toHaveText('drifting');
});

test('deaths in a colony that was there already are a loss, not the losses of an arrival', async ({ page }) => {
  const id = crypto.randomUUID();
  await written(page, tank(id, 'Attic'), read(id, inBand, ago(1)));
  await page.goto(`${url()}/stock/tanks/${id}`);
  const form = page.getByRole('form', { name: 'Quick entry' });
  await choose(form.getByLabel('What'), /counted|present/);
  await choose(form.locator('nl-choice[name=kind] [role=combobox]'), /^Cherry shrimp/i);
  await page.getByLabel('How many: 12, 10-15, 10+').fill('40');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/40 cherry shrimp.*in the book\./)).toBeVisible();
  await choose(form.getByLabel('What'), 'found dead');
  await page.getByLabel('How many: 12, 10-15, 10+').fill('6');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/6 cherry shrimp.*in the book\./)).toBeVisible();
  await page.goto(`${url()}/tonight`);
  const visit = visitOf(page, 'Attic');
  await expect(visit.locator('nl-state-mark').first()).toHaveText('act');
  await expect(visit).toContainText('6 ');
  await expect(visit).not.toContainText('is usual: look every day');
});

test('an emergency: the size that brings nitrite below what is urgent, never all of it; the conditioner by its label and by the chlorine', async ({
  page,
}) => {
  const [id, tap] = [crypto.randomUUID(), crypto.randomUUID()];
  await written(
    page,
    tank(id, 'Washroom'),
    source(tap, 'Kitchen tap', { chlorine: 'chlorine' }),
    read(tap, { ...inBand, no2MgPerL: 0, no3MgPerL: 5 }, ago(3)),
    read(id, { ...inBand, no2MgPerL: 4 }, ago(0, -30)),
  );
  await page.goto(`${url()}/water?tank=${id}`);
  await choose(page.getByLabel('New water'), 'Kitchen tap');
  await expect(page.getByText(/\d+ % brings it below what is urgent\./)).toBeVisible();
  await expect(page.getByText('Never all of it')).toBeVisible();
  const litres = Number(await page.getByLabel('Litres', { exact: true }).inputValue());
  expect(litres).toBeGreaterThan(70);
  expect(litres).toBeLessThan(90);
  // 10 mL for 200 L by its label; for half the chlorine the label names, half of that.
  await page.getByLabel('%', { exact: true }).fill('80');
  await page.getByLabel('Label: mL').fill('10');
  await page.getByLabel('treat, L').fill('200');
  await expect(page.getByText('by its label, for 80.0 L of tap')).toBeVisible();
  await expect(page.locator('nl-conditioner-part').getByRole('button', { name: /4\.0/ })).toBeVisible();
  await expect(page.getByText('by the chlorine measured')).toBeHidden();
  await page.getByLabel('Total chlorine in it, mg/L, if measured').fill('1');
  await page.getByLabel('at chlorine of, mg/L, if it says').fill('2');
  await expect(page.getByText('by the chlorine measured; this is what is taken')).toBeVisible();
  await expect(page.locator('nl-conditioner-part').getByRole('button', { name: /2\.0/ })).toBeVisible();
  // Gasping animals wait for no drip.
  await choose(page.getByLabel('Emergency seen'), 'animals gasping');
  await expect(page.locator('nl-choice[name=how]')).toHaveText('poured');
  await choose(page.locator('nl-choice[name=how] [role=combobox]'), 'dripped');
  await expect(page.getByText('Drip it over')).toBeHidden();
});

test('the unit’s two schools of resin each say when, with what is left as a span or one figure', async ({ page }) => {
  const id = crypto.randomUUID();
  await written(page, source(id, 'Garage RO', { state: 'rodi' }));
  await page.goto(`${url()}/sources`);
  const unit = page.getByRole('region', { name: 'Garage RO' });
  for (const [made, out] of [
    ['100', '0'],
    ['400', '1'],
    ['700', '2'],
    ['1000', '4'],
  ] as const) {
    await unit.getByLabel('Litres made, by the meter').fill(made);
    await unit.getByLabel('In, µS/cm').fill('500');
    await unit.getByLabel('Out', { exact: true }).fill(out);
    await unit.getByRole('button', { name: 'Write the line' }).click();
    await expect(
      unit
        .getByText(`${Number(made) - 100} L`, { exact: true })
        .or(unit.getByText('since the resin'))
        .first(),
    ).toBeVisible();
  }
  const schools = unit.getByRole('listitem').filter({ hasText: 'ppm' });
  await expect(schools).toHaveCount(2);
  const said = await schools.allInnerTexts();
  expect(said[0]).not.toEqual(said[1]);
  for (const text of said) {
    expect(text).toMatch(/left|reached|cannot tell/);
    // Equal ends are no span.
    expect(text).not.toMatch(/(\b\d[\d.,]*)–\1 L/);
  }
});

test('the morning after a change a line of moults answers what Tonight asks, and both schools speak', async ({
  page,
}) => {
  const [id, tap] = [crypto.randomUUID(), crypto.randomUUID()];
  await written(
    page,
    tank(id, 'Study'),
    source(tap, 'Aged tap', { state: 'tap-aged' }),
    read(id, inBand, ago(2)),
    entry('stock', id, ago(30), {
      event: 'counted',
      kindId: 'cherry-shrimp',
      strain: '',
      count: { lo: 40, hi: 40 },
    }),
    change(id, tap, ago(1), { no3MgPerL: 0 }),
  );
  await page.goto(`${url()}/tonight`);
  await expect(visitOf(page, 'Study')).toContainText('Changed: what do they do?');
  await line(page, 'study 9 moults');
  await expect(visitOf(page, 'Study')).not.toContainText('Changed: what do they do?');
  await opened(page, 'Study');
  await expect(visitOf(page, 'Study')).toContainText('9 the day after is more than chance');
  await visitOf(page, 'Study').getByRole('link', { name: 'Study', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Study' })).toBeVisible();
  await expect(page.locator('main')).toContainText('9 the day after is more than chance');
});
