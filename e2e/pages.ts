import type { Page } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';

/** Every page of the house, with a tank where it wants one. */
export const pages: readonly ((lobbyId: string) => string)[] = [
  () => '/tonight',
  () => '/tanks',
  (id) => `/tanks/${id}`,
  (id) => `/tanks/${id}/set-up`,
  (id) => `/tanks/${id}/end`,
  (id) => `/readings?tank=${id}`,
  (id) => `/water?tank=${id}`,
  () => '/water/evening',
  () => '/water/mix',
  () => '/water/mix?do=find',
  () => '/water/mix?do=blend',
  () => '/water/mix?do=minerals',
  () => '/water/batches',
  (id) => `/water/routines?tank=${id}`,
  () => '/water/doing',
  () => '/sources',
  () => '/stock',
  () => '/stock/fits',
  (id) => `/stock/fits?tank=${id}`,
  (id) => `/stock/arrival?tank=${id}`,
  () => '/stock/kinds?kind=bee-shrimp',
  (id) => `/stock/tanks/${id}`,
  () => '/trouble',
  (id) => `/trouble/${id}`,
  (id) => `/trouble/${id}/history`,
  () => '/care',
  (id) => `/care/course?tank=${id}&agent=D07`,
  (id) => `/care/salt?tank=${id}`,
  () => '/care/dip',
  () => '/care/tools',
  (id) => `/care/trace?tank=${id}`,
  () => '/almanac/care',
  () => '/hands',
  (id) => `/hands/clean?tank=${id}`,
  (id) => `/hands/plants?tank=${id}`,
  () => '/hands/away',
  () => '/hands/learnt',
  () => '/hands/stand-in',
  (id) => `/hands/move?tank=${id}`,
  () => '/hands/outage',
  () => '/supplies',
  (id) => `/tanks/${id}/record`,
  () => '/readings/bench',
  () => '/readings/instruments',
  () => '/book/import',
  () => '/book',
  () => '/almanac',
  () => '/almanac/trouble',
  () => '/settings',
  () => '/begin',
];
export async function pagesOf(page: Page, url: string): Promise<string[]> {
  const sheet = (await (await page.request.get(`${url}/api/tonight`)).json()) as Tonight;
  const id = sheet.tanks.find((t) => t.name === 'Lobby')?.tankId ?? '';
  return pages.map((of) => of(id));
}

/**
 * On to another page of the house as a link leads there, where the app is open: it is not loaded anew. Every address by
 * itself is opened in e2e/house.spec.ts.
 */
export async function goOn(page: Page, url: string): Promise<void> {
  if (!page.url().startsWith(new URL(url).origin)) {
    await page.goto(url);
    return;
  }
  await page.evaluate((to) => {
    document.querySelector('main router-outlet + *')?.setAttribute('data-left', '');
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, url);
  // Where one page serves both addresses it stays, and only what it asks for changes.
  await page
    .locator('[data-left]')
    .waitFor({ state: 'detached', timeout: 700 })
    .catch(() => page.evaluate(() => document.querySelector('[data-left]')?.removeAttribute('data-left')));
}

/** Words in sight on the page itself, as they are read: what is cut off at the end of its line is not. */
export const wordsInSight = (page: Page): Promise<number> =>
  page.evaluate(() => {
    let count = 0;
    const walk = document.createTreeWalker(document.querySelector('main') ?? document.body, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      const range = document.createRange();
      range.selectNodeContents(node);
      const { top, width, height } = range.getBoundingClientRect();
      const hidden = node.parentElement?.closest('.visuallyHidden');
      if (hidden || width <= 1 || height <= 1 || top >= innerHeight) continue;
      // What is cut off at the end of its line is not read.
      const { clientWidth = 1, scrollWidth = 1 } = node.parentElement ?? {};
      const share = clientWidth > 0 ? Math.min(1, clientWidth / scrollWidth) : 1;
      count += share * (node.textContent ?? '').split(/\s+/).filter(Boolean).length;
    }
    return Math.round(count);
  });
