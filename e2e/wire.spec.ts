import { expect, test } from '@playwright/test';
import mqtt from 'mqtt';
import { startInstruments } from '../tools/house.mjs';
import { choose } from './choose';

const url = (): string => process.env['E2E_DEMO'] ?? '';

test('a pen on the wire: found by itself, held until steady, taken once, its end said', async ({ page }) => {
  await page.goto(`${url()}/readings/instruments`);
  await expect(page.getByText(/No broker answers/)).toBeVisible();
  const instruments = await startInstruments({ port: Number(process.env['E2E_BROKER_PORT']) });
  const hand = await mqtt.connectAsync(instruments.url);
  const ask = (deviceId: string, what: object) =>
    hand.publishAsync(`night-ledger/v1/${deviceId}/simulate`, JSON.stringify(what), { qos: 1 });
  try {
    await expect(page.getByText(`Connected to ${instruments.url}`)).toBeVisible({ timeout: 30_000 });
    await expect(page.getByRole('button', { name: /Its last days/ })).toHaveCount(5);
    await ask('grey-ec-pen', { hold: { ec25UsPerCm: 350, tempC: 23 } });

    await page.goto(`${url()}/readings/bench`);
    const cell = (tank: string) => page.getByLabel(`${tank}, Conductivity`);
    await cell('Cellar Rack A').focus();
    await expect(page.getByRole('button', { name: 'Hold until steady for Cellar Rack A' })).toBeVisible();
    await page.keyboard.press('=');
    // It may have settled before the key: then it is taken at once, and nobody has to wait.
    await expect(page.getByText(/Cellar Rack A, Conductivity: 3\d\d taken from Grey conductivity pen/)).toBeVisible({
      timeout: 45_000,
    });
    await expect(cell('Cellar Rack A')).toHaveValue(/^3[45]\d$/);

    // Still in the water of the last tank: not taken for the next.
    await cell('Cellar Rack B').focus();
    await page.keyboard.press('=');
    await expect(page.getByText(/not moved since its last value/)).toBeVisible();
    await expect(cell('Cellar Rack B')).toHaveValue('');

    await ask('grey-ec-pen', { batteryFraction: 0.12 });
    await ask('grey-ec-pen', { awayS: 60 });
    await expect(page.getByText(/Nothing was taken for Cellar Rack B/)).toBeVisible();

    await page.goto(`${url()}/readings/instruments`);
    await expect(page.getByText('Battery at 12 %', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: /Its last days Library thermometer/ }).click();
    await expect(page.getByRole('img', { name: /^Temperature: \d{3,} points/ })).toBeVisible();
  } finally {
    await hand.endAsync();
    instruments.stop();
  }
});

test('the chart compares tanks, takes a span by date, and saves files that are what they say', async ({ page }) => {
  const sheet = (await (await page.request.get(`${url()}/api/tonight`)).json()) as {
    tanks: { tankId: string; name: string }[];
  };
  const tank = sheet.tanks.find((t) => t.name === 'Breakfast Bar');
  await page.goto(`${url()}/tanks/${tank?.tankId ?? ''}?room=time`);
  await choose(page.getByLabel('Compare with'), 'Library');
  await expect(page.getByRole('button', { name: 'leave out Library' })).toBeVisible();
  await page.getByLabel('Span from').fill('2026-01-01');
  await page.getByLabel('to', { exact: true }).fill('2026-02-28');
  const figures = page.getByRole('table', { name: 'Figures of the span' });
  await expect(figures.getByRole('row', { name: /Nitrate Library [1-9]/ })).toBeVisible();
  await page.getByRole('button', { name: 'Only this span' }).click();
  const saved = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `Save as ${name}` }).click(),
    ]);
    const chunks: Buffer[] = [];
    for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks);
  };
  const svg = (await saved('SVG')).toString('utf8');
  expect(svg.startsWith('<svg')).toBe(true);
  expect(svg).toContain('Nitrate');
  const png = await saved('PNG');
  expect(png.subarray(0, 8).toString('hex')).toBe('89504e470d0a1a0a');
  expect(png.readUInt32BE(16)).toBeGreaterThan(1000);
});
