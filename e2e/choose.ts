import type { Locator } from '@playwright/test';

/** One of the choices of a field, as a keeper takes it: opened, searched where it can be, clicked. */
export async function choose(field: Locator, word: string | RegExp): Promise<void> {
  const page = field.page();
  await field.click();
  const option = page.getByRole('option', { name: word, exact: typeof word === 'string' });
  await option.click();
}
