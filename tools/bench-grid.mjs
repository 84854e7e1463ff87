// @ts-check
/** Measures the bench grid in a real browser: 300 tanks by ten columns, scrolled and typed through. */
import { chromium } from '@playwright/test';
import { browserArgs } from './browser.mjs';

const p95 = (/** @type {number[]} */ xs) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length * 0.95)] ?? 0;
/**
 * Types a value into every seventh row with the arrow keys between, as fast as the keys come, and counts what arrived.
 * @param {string} url @param {string} executablePath
 */
export async function measureGrid(url, executablePath) {
  const browser = await chromium.launch({
    executablePath,
    args: browserArgs,
  });
  try {
    // Without the first visit's fetching of all pages by the service worker, which comes once.
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const opened = performance.now();
    await page.goto(`${url}/readings/bench`);
    await page.locator('td input').first().waitFor();
    const openedMs = performance.now() - opened;
    await page.locator('details.columns summary').click();
    for (const box of await page.locator('.choices input').all()) {
      const label = (await box.locator('xpath=ancestor::label').textContent())?.trim() ?? '';
      const wanted = ['Temp', 'pH', 'GH', 'KH', 'EC', 'NO₃', 'NO₂', 'TAN', 'PO₄', 'Ca'].includes(label);
      if ((await box.isChecked()) !== wanted && !label.startsWith('Enter')) await box.click();
    }
    const shape = await page.evaluate(() => ({
      rows: document.querySelectorAll('tbody tr').length,
      cells: document.querySelectorAll('tbody tr').length * (document.querySelectorAll('thead th').length - 1),
    }));
    await page.evaluate(() => {
      /** @type {any} */ (window).gaps = [];
      let last = performance.now();
      const tick = () => {
        const now = performance.now();
        /** @type {any} */ (window).gaps.push(now - last);
        last = now;
        requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
    });
    await page.locator('td input').first().focus();
    /** @type {number[]} */
    const keyMs = [];
    const press = async (/** @type {string} */ key) => {
      const from = performance.now();
      await page.keyboard.press(key);
      keyMs.push(performance.now() - from);
    };
    let typedCount = 0;
    for (let row = 0; row + 1 < shape.rows && typedCount < 60; row++) {
      if (row % 5 === 0) {
        for (const key of '23.1') await press(key);
        typedCount += 1;
      }
      await press('ArrowDown');
    }
    const arrived = await page.evaluate(
      () =>
        [...document.querySelectorAll('td input')].filter((i) => /** @type {HTMLInputElement} */ (i).value === '23.1')
          .length,
    );
    await page.mouse.move(640, 400);
    for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? 400 : -400);
    await page.waitForTimeout(200);
    const gaps = await page.evaluate(() => /** @type {number[]} */ (/** @type {any} */ (window).gaps));
    return {
      ...shape,
      openedMs,
      typedCount,
      arrived,
      keyMedianMs: [...keyMs].sort((a, b) => a - b)[keyMs.length >> 1] ?? 0,
      keyP95Ms: p95(keyMs),
      frameP95Ms: p95(gaps),
      longestFrameMs: Math.max(...gaps),
    };
  } finally {
    await browser.close();
  }
}

/**
 * How long Tonight's page takes from the house's answer to all visits being there and drawn. @param {string} url
 * @param {string} executablePath
 */
export async function measureTonightPage(url, executablePath) {
  const browser = await chromium.launch({ executablePath, args: browserArgs });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.addInitScript(() => {
      new MutationObserver((_, observer) => {
        if (document.querySelectorAll('.visit').length === 0) return;
        observer.disconnect();
        // The second frame after it: then the first has been painted.
        requestAnimationFrame(() =>
          requestAnimationFrame(() => void Object.assign(window, { drawnAtMs: performance.now() })),
        );
      }).observe(document, { childList: true, subtree: true });
    });
    /** @type {number[]} */
    const took = [];
    for (let i = 0; i < 6; i++) {
      await page.goto(`${url}/tonight`);
      await page.waitForFunction(() => 'drawnAtMs' in window);
      took.push(
        await page.evaluate(() => {
          const answer = performance.getEntriesByType('resource').find((r) => r.name.endsWith('/api/tonight'));
          const { drawnAtMs } = /** @type {any} */ (window);
          return drawnAtMs - /** @type {PerformanceResourceTiming} */ (answer).responseEnd;
        }),
      );
    }
    // The first opening compiles the scripts.
    return took.slice(1);
  } finally {
    await browser.close();
  }
}

const walked = [
  '/tanks',
  '/readings',
  '/readings/bench',
  '/readings/instruments',
  '/water',
  '/water/evening',
  '/water/mix',
  '/water/batches',
  '/water/routines',
  '/water/doing',
  '/sources',
  '/stock',
  '/stock/fits',
  '/stock/kinds',
  '/supplies',
  '/book',
  '/book/import',
  '/almanac',
  '/settings',
  '/tonight',
];

/**
 * What each page fetches beyond the first load (charts apart), and how long a change to it takes once it is there, to
 * the second frame after its heading. @param {string} url @param {string} executablePath
 */
export async function measurePages(url, executablePath) {
  const browser = await chromium.launch({ executablePath, args: browserArgs });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    let fetchedBytes = 0;
    /** @type {Promise<void>[]} */
    const told = [];
    page.on('response', (answer) => {
      if (!answer.url().endsWith('.js')) return;
      const weighed = async () => {
        const drawing = (await answer.text()).includes('_echarts_instance_');
        if (!drawing) fetchedBytes += (await answer.request().sizes()).responseBodySize;
      };
      told.push(weighed());
    });
    await page.goto(`${url}/tonight`);
    await page.locator('nl-visit').first().waitFor();
    /** @param {string} to @returns {Promise<number>} */
    const change = (to) =>
      page.evaluate(async (where) => {
        const before = document.querySelector('main h1');
        const from = performance.now();
        history.pushState({}, '', where);
        dispatchEvent(new PopStateEvent('popstate', { state: {} }));
        await new Promise((done) => {
          const look = () => {
            const now = document.querySelector('main h1');
            if (now && now !== before) requestAnimationFrame(() => requestAnimationFrame(done));
            else setTimeout(look, 2);
          };
          look();
        });
        return performance.now() - from;
      }, to);
    /** @type {{ where: string, bytes: number, changeMs: number }[]} */
    const pages = [];
    for (const where of walked) {
      fetchedBytes = 0;
      await change(where);
      await page.waitForLoadState('networkidle');
      await Promise.all(told);
      pages.push({ where, bytes: fetchedBytes, changeMs: 0 });
    }
    for (const one of pages) {
      one.changeMs = await change(one.where);
      await page.waitForLoadState('networkidle');
    }
    return pages;
  } finally {
    await browser.close();
  }
}
