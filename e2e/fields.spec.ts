import { expect, test } from '@playwright/test';
import { goOn, pagesOf } from './pages';

const demo = (): string => process.env['E2E_DEMO'] ?? '';
/** As keepers write figures; the last is none. */
const notations = [
  ...['7', '7,5', '4-5', '4 to 5', '~8', '<5', '>160', '30 ppm', '5 °dH', '75 °F', '10 gal', 'no figure'],
];
interface Found {
  field: string;
  text: string;
  wrong: string;
}

test('every field of a measured value on every page, in twelve notations: taken, or refused beside it; a form with one that is refused sends nothing', async ({
  page,
}) => {
  test.setTimeout(1_200_000);
  let sentCount = 0;
  await page.route('**/api/entries', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    sentCount++;
    return route.abort();
  });
  let fieldsCount = 0;
  for (const where of await pagesOf(page, demo())) {
    await goOn(page, `${demo()}${where}`);
    await expect(page.locator('main h1, main h2').first(), where).toBeVisible();
    await page.waitForTimeout(400);
    const { count, found } = await page.evaluate(async (all) => {
      for (const details of document.querySelectorAll('main details')) details.setAttribute('open', '');
      const frame = (): Promise<void> => new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn, 0)));
      await frame();
      const wrongs: Found[] = [];
      const ofPage = 'main input[inputmode=decimal], main nl-value-field input';
      const fields = [...document.querySelectorAll<HTMLInputElement>(ofPage)].filter(
        (f) => f.getClientRects().length > 0 && !f.disabled && !f.readOnly && !f.closest('nl-bench-row'),
      );
      for (const field of fields) {
        const before = field.value;
        // As one types: what a page gives back is not written under one's hands.
        field.focus();
        const type = async (text: string): Promise<void> => {
          field.value = text;
          field.dispatchEvent(new Event('input', { bubbles: true }));
          await frame();
        };
        for (const text of all) {
          if (!field.isConnected) break;
          await type(text);
          const refused = field.hasAttribute('data-refused');
          const around =
            field.closest('nl-value-field') ?? field.closest('nl-field, label, td, li') ?? field.parentElement;
          const said = (around?.querySelector('.fault')?.textContent ?? '').trim();
          const wrong =
            text === 'no figure' && !refused
              ? 'words are taken for a number'
              : refused && said === ''
                ? 'refused without a word'
                : field.value !== text
                  ? `what was typed is gone: ${field.value}`
                  : '';
          if (wrong) wrongs.push({ field: field.getAttribute('aria-label') ?? field.name, text, wrong });
        }
        if (!field.isConnected) continue;
        const form = field.closest('form');
        form?.querySelector<HTMLButtonElement>('button:not([type=button])')?.click();
        form?.requestSubmit();
        await frame();
        await type(before);
      }
      return { count: fields.length, found: wrongs };
    }, notations);
    fieldsCount += count;
    expect(found, where).toEqual([]);
    expect(sentCount, `${where}: nothing is sent over a refused value`).toBe(0);
  }
  // The pages of the demo house as they open: fewer would mean that they were not found.
  expect(fieldsCount).toBeGreaterThan(60);
});
