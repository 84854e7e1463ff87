// @ts-check
/** `npm run pictures`: one current picture of each main view, from the demo data, into docs/screenshots/ (or --to FOLDER). */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { browserArgs } from './browser.mjs';
import { build } from './build.mjs';
import { openHouse, startInstruments } from './house.mjs';
import { freePort } from './postgres.mjs';
import { fail, step } from './say.mjs';
import { installChromium, installPackages, root } from './setup.mjs';

const at = process.argv.indexOf('--to');
const folder = at > 0 ? path.resolve(process.argv[at + 1] ?? '.') : path.join(root, 'docs/screenshots');
const only = process.argv.indexOf('--only');
const wanted = only > 0 ? (process.argv[only + 1] ?? '').split(',') : null;

/** @typedef {{ page: import('@playwright/test').Page, url: string, tank: (name: string) => string, source: (name: string) => string }} Room */
/** @param {import('@playwright/test').Locator} field @param {string | RegExp} word */
async function pick(field, word) {
  await field.click();
  await field
    .page()
    .getByRole('option', { name: word, exact: typeof word === 'string' })
    .click();
}

/** @type {Record<string, { lamp: 'lit' | 'out', phone?: boolean, spare?: boolean, take: (room: Room) => Promise<void> }>} */
const views = {
  tonight: { lamp: 'out', take: async ({ page, url }) => void (await page.goto(`${url}/tonight`)) },
  'tonight-phone': {
    lamp: 'out',
    phone: true,
    take: async ({ page, url }) => void (await page.goto(`${url}/tonight`)),
  },
  folio: {
    lamp: 'lit',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/tanks/${tank('Breakfast Bar')}`);
      await page.getByRole('button', { name: /Conductivity.*working/ }).click();
    },
  },
  'folio-chart': {
    lamp: 'out',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/tanks/${tank('Stairwell')}?room=time`);
      await page.getByRole('heading', { name: 'Over the year' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 420);
      await page.locator('nl-tide-chart svg').waitFor();
    },
  },
  'ledger-line': {
    lamp: 'lit',
    spare: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/tanks/${tank('Library')}`);
      await page.getByRole('region', { name: 'Tide marks' }).waitFor();
      await page.keyboard.press('n');
      await page.getByRole('textbox', { name: /Tank, then/ }).fill('library ph 6,1 gh 4 ec 215 no3 5-10 t 64');
    },
  },
  'readings-phone': {
    lamp: 'lit',
    spare: true,
    phone: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/readings?tank=${tank('Lobby')}`);
      await page.getByLabel('pH', { exact: true }).fill('7,1');
      await page.getByLabel('Nitrate', { exact: true }).fill('20-40');
    },
  },
  bench: {
    lamp: 'lit',
    take: async ({ page, url }) => {
      await page.goto(`${url}/readings/bench`);
      const type = async (/** @type {string} */ cell, /** @type {string} */ text) => page.getByLabel(cell).fill(text);
      await type('Breakfast Bar, pH', '7.1');
      await type('Breakfast Bar, General hardness', '7');
      await type('Breakfast Bar, Conductivity', '402');
      await type('Library, pH', '6.3');
      await type('Library, Conductivity', '246');
      await type('Stairwell, General hardness', '12');
      await type('Stairwell, Conductivity', '90');
    },
  },
  trouble: {
    lamp: 'lit',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/trouble/${tank('Linen Room')}`);
      await page.getByRole('heading', { name: 'What fits' }).waitFor();
      await page.getByRole('button', { name: /How fish behave/ }).click();
    },
  },
  care: {
    lamp: 'out',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/care/course?tank=${tank('Lobby')}&agent=D04`);
      await page.getByLabel(/^One pack/).fill('40');
      await page.getByLabel(/^Days with a dose/).fill('1 4 7');
      await page.getByLabel(/^Changes, as/).fill('4 30%, 7 30%, 10 50%');
      await page.getByRole('region', { name: 'Lobby' }).waitFor();
    },
  },
  hands: {
    lamp: 'lit',
    take: async ({ page, url }) => {
      await page.goto(`${url}/hands`);
      await page.getByLabel('Tonight I have, min').fill('60');
      await page.getByRole('heading', { name: 'Waits for another evening' }).waitFor();
    },
  },
  instruments: {
    lamp: 'out',
    spare: true,
    take: async ({ page, url }) => {
      await page.goto(`${url}/readings/instruments`);
      await page.getByText('Grey conductivity pen').first().waitFor();
    },
  },
  wire: {
    lamp: 'lit',
    spare: true,
    take: async ({ page, url }) => {
      await page.goto(`${url}/readings/instruments`);
      await page.waitForTimeout(9000);
      await page.getByRole('button', { name: /Its last days Grey/ }).click();
      await page.locator('nl-device-chart svg').first().waitFor();
      await page.getByRole('heading', { name: 'On the wire' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 400);
    },
  },
  'bench-live': {
    lamp: 'out',
    spare: true,
    take: async ({ page, url }) => {
      await page.goto(`${url}/readings/bench`);
      await page.getByLabel('Library, Conductivity').focus();
      await page.getByRole('button', { name: /Hold until steady/ }).waitFor();
      await page.getByLabel('Library, Conductivity').press('=');
      await page.getByText('waiting for Library').waitFor();
    },
  },
  compare: {
    lamp: 'lit',
    spare: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/tanks/${tank('Breakfast Bar')}?room=time`);
      await page.getByRole('heading', { name: 'Over the year' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 420);
      await pick(page.getByLabel('Compare with'), 'Library');
      await page.getByLabel('Span from').fill('2025-12-01');
      await page.locator('nl-tide-chart svg').waitFor();
      const box = await page.locator('nl-tide-chart svg').boundingBox();
      if (!box) return;
      await page.mouse.move(box.x + 500, box.y + 60);
      await page.mouse.down();
      await page.mouse.move(box.x + 800, box.y + 90, { steps: 6 });
      await page.mouse.up();
    },
  },
  water: {
    lamp: 'lit',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/water?tank=${tank('Library')}`);
      await pick(page.getByLabel('New water'), 'Tap, aged');
      await page.getByLabel('%', { exact: true }).fill('50');
      await page.getByRole('heading', { name: 'Too large a step' }).waitFor();
      await page.getByText('Or begin from an aim').click();
      await pick(page.locator('nl-choice[name=aim] [role=combobox]'), 'General hardness');
      await pick(page.locator('nl-choice[name=aimSide] [role=combobox]'), 'at least');
      await page.locator('input[name=aimValue]').fill('5');
    },
  },
  evening: {
    lamp: 'out',
    take: async ({ page, url }) => {
      await page.goto(`${url}/water/evening`);
      await page.getByRole('button', { name: 'Plan fourteen nights' }).click();
      await page.getByText(/Worked out in/).waitFor();
    },
  },
  mix: {
    lamp: 'lit',
    take: async ({ page, url }) => {
      await page.goto(`${url}/water/mix?do=find`);
      await page.getByRole('heading', { name: 'The water it makes' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 420);
    },
  },
  routines: {
    spare: true,
    lamp: 'lit',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/water/routines?tank=${tank('Lobby')}`);
      await page.getByRole('button', { name: 'Twice the food' }).click();
      await page.getByRole('button', { name: 'Every second one skipped' }).click();
      await page.getByRole('button', { name: 'Half a year ahead' }).click();
      await page.getByRole('columnheader', { name: 'After half a year' }).waitFor();
      await page.getByRole('heading', { name: 'What if' }).evaluate((at) => at.scrollIntoView());
    },
  },
  batches: {
    spare: true,
    lamp: 'lit',
    take: async ({ page, url }) => {
      await page.goto(`${url}/water/batches`);
      await page.getByLabel('conductivity, µS/cm').nth(1).fill('391');
      await page.getByRole('button', { name: 'Measured' }).nth(1).click();
      await page.getByText('out of range', { exact: true }).waitFor();
    },
  },
  'doing-phone': {
    lamp: 'out',
    phone: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/water?tank=${tank('Stairwell')}`);
      await page.getByRole('button', { name: 'Begin: show the steps' }).click();
      await page.getByRole('button', { name: /pump draining/ }).click();
      await page.getByText('Timer set').waitFor();
      await page.getByRole('heading', { name: 'Doing it' }).scrollIntoViewIfNeeded();
    },
  },
  tanks: { lamp: 'lit', take: async ({ page, url }) => void (await page.goto(`${url}/tanks`)) },
  stock: { lamp: 'out', take: async ({ page, url }) => void (await page.goto(`${url}/stock`)) },
  fits: {
    lamp: 'lit',
    take: async ({ page, url, source }) => {
      await page.goto(`${url}/stock/fits?source=${source('Tap, aged')}`);
      await page.getByRole('heading', { name: /Would fit/ }).waitFor();
    },
  },
  'stock-tank': {
    lamp: 'lit',
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/stock/tanks/${tank('Breakfast Bar')}`);
      await page.getByRole('heading', { name: 'How many there are' }).waitFor();
      await page.locator('nl-tide-chart svg').first().waitFor();
    },
  },
  arrival: {
    lamp: 'out',
    spare: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/stock/arrival?tank=${tank('Library')}`);
      await pick(page.getByLabel('Who'), /^Bee shrimp/i);
      await page.getByLabel('How many').fill('30');
      await page.getByLabel('GH, °dH').fill('9');
      await page.getByRole('heading', { name: 'Drip them over' }).waitFor();
    },
  },
  kinds: {
    lamp: 'lit',
    spare: true,
    take: async ({ page, url }) => {
      await page.goto(`${url}/stock/kinds?kind=bee-shrimp`);
      await page.getByLabel('Name').first().fill('shrimp');
    },
  },
  supplies: {
    lamp: 'out',
    spare: true,
    take: async ({ page, url }) => {
      await page.goto(`${url}/supplies`);
      await page.getByText('GH mineral').first().waitFor();
    },
  },
  sources: { lamp: 'lit', take: async ({ page, url }) => void (await page.goto(`${url}/sources`)) },
  book: {
    lamp: 'lit',
    take: async ({ page, url, tank }) => void (await page.goto(`${url}/book?subject=${tank('Linen Room')}`)),
  },
  almanac: { lamp: 'lit', take: async ({ page, url }) => void (await page.goto(`${url}/almanac`)) },
  'set-up': {
    lamp: 'lit',
    spare: true,
    take: async ({ page, url, tank }) => {
      await page.goto(`${url}/tanks/${tank('Stairwell')}/set-up`);
      await page.getByLabel('Height outside, cm').waitFor();
    },
  },
};

async function main() {
  installPackages();
  const executablePath = installChromium();
  await build();
  mkdirSync(folder, { recursive: true });
  const instruments = await startInstruments({ port: await freePort() });
  const house = await openHouse({
    database: 'pictures',
    args: ['--tonight', '2026-03-14'],
    broker: instruments.url,
  });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath, args: browserArgs });
  try {
    const json = async (/** @type {string} */ where) => (await fetch(`${house.url}${where}`)).json();
    const [{ tanks }, { sources }] = await Promise.all([json('/api/tonight'), json('/api/sources')]);
    const idIn = (/** @type {any[]} */ list, /** @type {(x: any) => boolean} */ is) => list.find(is);
    for (const [name, view] of Object.entries(views)) {
      // Spare views are for looking at, not for the README.
      if (wanted ? !wanted.includes(name) : view.spare) continue;
      const context = await browser.newContext({
        viewport: view.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
        colorScheme: view.lamp === 'out' ? 'dark' : 'light',
        reducedMotion: 'reduce',
        timezoneId: 'UTC',
      });
      const page = await context.newPage();
      await view.take({
        page,
        url: house.url,
        tank: (n) => idIn(tanks, (t) => t.name === n).tankId,
        source: (n) => idIn(sources, (s) => s.setUp.name === n).sourceId,
      });
      await page.locator('main h1').first().waitFor();
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(500);
      await page.screenshot({ path: path.join(folder, `${name}.png`) });
      step(`${name}.png`);
      await context.close();
    }
  } finally {
    await browser.close();
    await house.close();
    instruments.stop();
  }
}

main().catch(fail);
