import { hourMs, minuteMs } from '#core/units';
import { expect, test } from '@playwright/test';
import { entryOf, kindAsRead, type SentEntry } from '#contracts/book';
import { choose } from './choose';

const url = (): string => process.env['E2E_HANDS'] ?? '';
const ago = (hours: number): string => new Date(Date.now() - hourMs * hours).toISOString();
const setUp = (subjectId: string, name: string, measuredFillL: number): SentEntry =>
  entryOf(
    'set-up',
    { id: crypto.randomUUID(), subjectId, happenedAt: ago(24 * 200) },
    {
      name,
      roundOrder: 9,
      purpose: 'display',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      startedOn: ago(24 * 200).slice(0, 10),
      measuredFillL,
    },
  );
const arrives = (subjectId: string, count: number): SentEntry =>
  entryOf(
    'stock',
    { id: crypto.randomUUID(), subjectId, happenedAt: ago(24 * 150) },
    { event: 'arrived', kindId: 'cherry-shrimp', count: { lo: count, hi: count } },
  );

test('the evening’s walk on a phone, interrupted and taken up on another device; an outage begins and ends', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const [scullery, boathouse] = [crypto.randomUUID(), crypto.randomUUID()];
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const sent = await phone.request.post(`${url()}/api/entries`, {
    data: { entries: [setUp(scullery, 'Scullery', 40), setUp(boathouse, 'Boat House', 90), arrives(boathouse, 60)] },
  });
  expect(sent.ok(), await sent.text()).toBeTruthy();

  await phone.goto(`${url()}/hands`);
  const stop = (of: typeof phone, name: string) => of.getByRole('listitem').filter({ hasText: name });
  await expect(stop(phone, 'Scullery')).toContainText('look');
  await expect(stop(phone, 'Scullery'), 'nobody lives there').not.toContainText('feed');
  await expect(stop(phone, 'Boat House')).toContainText('feed');
  await expect(phone.getByText('never by mouth')).toBeVisible();
  const written = phone.waitForResponse((r) => r.request().method() === 'POST' && r.url().endsWith('/api/entries'));
  await phone.getByRole('button', { name: 'Done: Scullery' }).click();
  expect((await written).ok()).toBeTruthy();
  await expect(phone.getByText(/Made tonight: .*Scullery/)).toBeVisible();

  // Called away; a desk goes on from there.
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await desk.goto(`${url()}/hands`);
  await expect(desk.getByText(/Made tonight: .*Scullery/)).toBeVisible();
  await expect(desk.getByRole('button', { name: 'Done: Boat House' })).toBeVisible();
  await desk.getByLabel('Tonight I have, min').fill('0');
  await expect(desk.getByText(/more than there are/)).toBeVisible();

  // The lights go out.
  await phone.goto(`${url()}/hands/outage`);
  await expect(phone.getByText('Air first')).toBeVisible();
  await expect(stop(phone, 'Boat House')).toContainText('oxygen:');
  await phone.getByRole('button', { name: 'Start the clock, all tanks' }).click();
  await expect(phone.getByText('Power is out, since')).toBeVisible();
  const sheet = async () =>
    (await (await phone.request.get(`${url()}/api/tonight`)).json()) as {
      tanks: { name: string; contributions: { id: string; loud: boolean }[] }[];
    };
  const outages = async () =>
    (await sheet()).tanks.flatMap((t) => t.contributions.filter((c) => c.id.startsWith('outage:') && c.loud));
  await expect.poll(async () => (await outages()).length).toBeGreaterThanOrEqual(2);
  await phone.getByRole('button', { name: 'It is over' }).click();
  await expect(phone.getByText('never pumped into the tank')).toBeVisible();
  await expect.poll(async () => (await outages()).length).toBe(0);
});

test('a tank moved and watched until seven good days; two weeks away and back', async ({ page }) => {
  test.setTimeout(240_000);
  const [granary, deskTank] = [crypto.randomUUID(), crypto.randomUUID()];
  const moved = crypto.randomUUID();
  const hands = (payload: object, hours: number, id: string = crypto.randomUUID()): SentEntry =>
    entryOf(kindAsRead('hands', payload), { id, subjectId: granary, happenedAt: ago(hours) }, payload as never);
  const sent = await page.request.post(`${url()}/api/entries`, {
    data: {
      entries: [
        setUp(granary, 'Granary', 40),
        setUp(deskTank, 'Malt Floor', 40),
        arrives(deskTank, 60),
        hands({ step: 'moved', how: 'all-in' }, 24 * 7 + 1, moved),
        ...[6, 5, 4, 3, 2, 1].map((d) => hands({ step: 'move-day', movedId: moved, good: true }, 24 * d)),
      ],
    },
  });
  expect(sent.ok(), await sent.text()).toBeTruthy();

  await page.goto(`${url()}/hands/move?tank=${deskTank}`);
  const watch = page.getByRole('region', { name: 'Watched after a move' }).getByRole('listitem');
  await expect(watch.filter({ hasText: 'Granary' })).toContainText('6 of 7 good days running');
  await page.getByLabel('Water with the animals, L').fill('1');
  await expect(page.getByText('That may not last')).toBeVisible();
  await page.getByLabel('Water with the animals, L').fill('-1');
  await expect(page.getByText('Not below 0.1 here.')).toBeVisible();
  await expect(page.getByText('A number is missing for water.')).toBeVisible();
  // A day is good as it was read, not as one would like it.
  await expect(page.getByRole('button', { name: /^Good today/ })).toBeDisabled();
  const nothing = (parameter: 'tanMgPerL' | 'no2MgPerL') => ({ parameter, lo: 0, hi: 0.1, text: '0', enteredUnit: '' });
  const read = await page.request.post(`${url()}/api/entries`, {
    data: {
      entries: [
        entryOf(
          'readings',
          { id: crypto.randomUUID(), subjectId: granary, happenedAt: ago(0) },
          { context: 'routine', values: [nothing('tanMgPerL'), nothing('no2MgPerL')] },
        ),
      ],
    },
  });
  expect(read.ok(), await read.text()).toBeTruthy();
  await page.reload();
  await page.getByRole('button', { name: /^Good today, as read/ }).click();
  await expect(watch.filter({ hasText: 'Granary' })).toHaveCount(0);

  await page.goto(`${url()}/hands/away`);
  const cost = page.getByRole('region', { name: 'What the gap will cost' });
  await expect(cost.getByRole('listitem').filter({ hasText: 'Malt Floor' })).toContainText('4 portions of');
  await page.getByLabel('Whom to call').fill('the neighbour upstairs');
  await expect(page.getByRole('region', { name: 'For the stand-in' })).toContainText('the neighbour upstairs');
  await expect(cost.getByText('reading its book')).toHaveCount(0, { timeout: minuteMs });
  await page.getByRole('button', { name: 'Write it in the book' }).click();
  await expect(page.getByText('The absence: in the book.')).toBeVisible();
  await page.getByRole('link', { name: 'The stand-in’s page' }).click();
  await expect(page.getByText('the neighbour upstairs')).toBeVisible();
  await expect(page.getByRole('region', { name: 'The tanks' })).toContainText('Malt Floor');
  await page.goBack();
  await page.getByRole('button', { name: 'Home again' }).click();
  await expect(page.getByText('Home again: in the book.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Away now' })).toHaveCount(0);
});

test('cleaning on a phone: half of the bed, the flow by a jug, a sponge that is due; a tool carries to the trace', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const [washhouse, loft] = [crypto.randomUUID(), crypto.randomUUID()];
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const step = (daysAgo: number, payload: object): SentEntry =>
    entryOf(
      kindAsRead('hands', payload),
      { id: crypto.randomUUID(), subjectId: washhouse, happenedAt: ago(24 * daysAgo) },
      payload as never,
    );
  const sent = await phone.request.post(`${url()}/api/entries`, {
    data: {
      entries: [
        setUp(washhouse, 'Wash House', 60),
        setUp(loft, 'Drying Loft', 50),
        arrives(washhouse, 20),
        step(31, { step: 'cleaned', what: 'sponge' }),
        step(30, { step: 'flow', secondsPerL: 12 }),
      ],
    },
  });
  expect(sent.ok(), await sent.text()).toBeTruthy();
  const answered = () =>
    phone.waitForResponse((r) => r.request().method() === 'POST' && r.url().endsWith('/api/entries'));

  await phone.goto(`${url()}/hands/clean?tank=${washhouse}`);
  await expect(phone.getByText('never by mouth')).toBeVisible();
  await phone.getByLabel('Seconds for a litre').fill('19');
  const measured = answered();
  await phone.getByRole('button', { name: 'Write it' }).click();
  expect((await measured).ok()).toBeTruthy();
  await expect(phone.getByText('it fell by a third, the sponge is due')).toBeVisible();
  const half = answered();
  await phone.getByRole('button', { name: '16 squares are done' }).click();
  expect((await half).ok()).toBeTruthy();
  // The other half is next, and not tonight: only with a reason.
  await expect(phone.getByText('50 % of it was done tonight')).toBeVisible();
  await expect(phone.getByRole('button', { name: '16 squares are done' })).toBeDisabled();
  await phone.getByLabel('Why it is done all the same').fill('it gases there');
  await expect(phone.getByRole('button', { name: '16 squares are done' })).toBeEnabled();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await phone.goto(`${url()}/hands`);
  await expect(phone.getByRole('listitem').filter({ hasText: 'Wash House' })).toContainText('squeeze the sponge');

  await phone.goto(`${url()}/care/tools`);
  await phone.getByRole('textbox', { name: 'A new tool' }).fill('The deep net');
  await choose(phone.locator('nl-choice[name=home]'), 'Wash House');
  const kept = answered();
  await phone.getByRole('button', { name: 'Keep it' }).click();
  expect((await kept).ok()).toBeTruthy();
  const tool = phone.getByRole('article', { name: 'The deep net' });
  await choose(tool.locator('nl-choice'), 'Drying Loft');
  const used = answered();
  await tool.getByRole('button', { name: 'Used' }).click();
  expect((await used).ok()).toBeTruthy();
  await expect(tool.getByText('It was in Drying Loft and not dipped since')).toBeVisible();
  await phone.goto(`${url()}/care/trace?tank=${washhouse}`);
  await expect(phone.getByText(/1 may have got it/)).toBeVisible();
  await expect(phone.getByRole('region', { name: 'Watch the exposed' })).toContainText('Drying Loft');
});

/** Nine tanks of one evening: three to be changed with one hose, one in doubt, five to be looked at. */
test('an evening of nine tanks on a phone, from the first hand-wash to the last tap, interrupted once', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const names = [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => `Kiln ${n}`);
  const tanks = names.map((name) => ({ name, id: crypto.randomUUID() }));
  const changed = tanks.slice(0, 3);
  const [source, doubtful] = [crypto.randomUUID(), tanks[8]];
  const head = (subjectId: string, hours: number) => ({ id: crypto.randomUUID(), subjectId, happenedAt: ago(hours) });
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const write = async (entries: SentEntry[]): Promise<void> => {
    const sent = await phone.request.post(`${url()}/api/entries`, { data: { entries } });
    expect(sent.ok(), await sent.text()).toBeTruthy();
  };
  const water = { ph: 7.2, ghDegrees: 8, khDegrees: 4, ec25UsPerCm: 300, tempC: 23 } as const;
  const read = (of: Record<string, number>) =>
    Object.entries(of).map(([parameter, value]) => ({
      ...{ parameter: parameter as 'ph', lo: value, hi: value },
      ...{ text: String(value), enteredUnit: '' },
    }));
  await write([
    entryOf('source', head(source, 24 * 190), {
      name: 'Kiln tap',
      state: 'tap-aged',
      chlorine: 'none',
      startedOn: ago(24 * 190).slice(0, 10),
    }),
    ...tanks.flatMap(({ id, name }) => [setUp(id, name, 60), arrives(id, 30)]),
    entryOf('note', head(doubtful?.id ?? '', 2), { text: 'cloudy since noon', mark: 'doubtful' }),
  ]);
  await write([
    ...changed.map(({ id }) =>
      entryOf('change', head(id, 24 * 8), {
        entered: { by: 'litres', changeL: 12 },
        sourceId: source,
        water: { no3MgPerL: 5 },
        how: 'poured',
      }),
    ),
    ...changed.map(({ id }) =>
      entryOf('routine', head(id, 24 * 100), {
        everyDays: 7,
        changeFraction: 0.2,
        sourceId: source,
        how: 'poured',
        changeMinutes: 15,
      }),
    ),
    entryOf('readings', head(source, 24 * 9), { context: 'routine', values: read({ ...water, no3MgPerL: 5 }) }),
    ...changed.map(({ id }) =>
      entryOf('readings', head(id, 3), { context: 'routine', values: read({ ...water, no3MgPerL: 60 }) }),
    ),
  ]);

  const walkOf = async (page: typeof phone): Promise<void> => {
    await page.goto(`${url()}/hands`);
    await page.getByLabel('Tonight I have, min').fill('600');
  };
  await walkOf(phone);
  await expect(phone.getByText(/Hands washed between groups/)).toBeVisible();
  await phone.getByLabel('One hose, in passes').click();
  const run = (page: typeof phone) => page.getByRole('region', { name: /^One hose: .*Kiln 1.*Kiln 2.*Kiln 3/ });
  await expect(run(phone)).toBeVisible();
  const stored = (page: typeof phone) =>
    page.waitForResponse((r) => r.request().method() === 'POST' && r.url().endsWith('/api/entries'));
  const tap = async (page: typeof phone, name: string): Promise<void> => {
    const written = stored(page);
    await page.getByRole('button', { name, exact: true }).click();
    expect((await written).ok()).toBeTruthy();
  };
  for (const pass of ['Look and test', 'Off'])
    for (const { name } of changed) await tap(phone, `${pass}, done: ${name}`);
  // Switched off, each has its own clock and its own end, on every page.
  await expect(phone.getByText('heater off').first()).toBeVisible();
  await expect(phone.getByText(/changes not closed/)).toBeVisible();
  await tap(phone, 'Drain, done: Kiln 1');

  // Called away; the tablet at the rack goes on where the phone stopped.
  await phone.context().close();
  const rack = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await walkOf(rack);
  await rack.getByLabel('One hose, in passes').click();
  await expect(rack.getByRole('button', { name: 'Drain, done: Kiln 1', exact: true })).toBeDisabled();
  for (const name of ['Kiln 2', 'Kiln 3']) await tap(rack, `Drain, done: ${name}`);
  for (const { name } of changed) await tap(rack, `Fill, done: ${name}`);
  for (const { name } of changed) {
    await rack.getByRole('link', { name: `Write the change: ${name}`, exact: true }).click();
    await expect(rack.getByRole('combobox', { name: 'Tank' })).toHaveText(name);
    const written = stored(rack);
    await rack.getByRole('button', { name: 'Done: write it in the book' }).click();
    expect((await written).ok()).toBeTruthy();
    await walkOf(rack);
  }
  // Written, a change is no longer planned; the run stays one until its last pass, and the others are walked by stops.
  for (const { name } of changed) await tap(rack, `On, and after, done: ${name}`);
  for (const { name } of tanks.slice(changed.length)) {
    await tap(rack, `Done: ${name}`);
  }
  await expect(rack.getByText(/^Made tonight: /)).toContainText('Kiln 9');

  // The last tap is shut by its tick.
  await rack.goto(`${url()}/water/doing`);
  for (const { name } of changed) {
    const job = rack.getByRole('region', { name: `Change of ${name}` });
    for (const check of ['Heater', 'Filter', 'Light', 'Lid', 'Animals', 'Taps']) {
      const written = stored(rack);
      await job.getByRole('checkbox', { name: new RegExp(`^${check}`) }).click();
      expect((await written).ok()).toBeTruthy();
    }
    await expect(job).toBeHidden();
  }
  const { jobs } = (await (await rack.request.get(`${url()}/api/water/doing`)).json()) as {
    jobs: { tankName: string }[];
  };
  expect(jobs.filter((j) => names.includes(j.tankName))).toEqual([]);
});
