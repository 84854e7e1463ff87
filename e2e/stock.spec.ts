import { hourMs } from '#core/units';
import { expect, test, type Page } from '@playwright/test';
import type { Tonight } from '#contracts/tonight';
import { choose } from './choose';

const url = (): string => process.env['E2E_KEEPER'] ?? '';
const demo = (): string => process.env['E2E_DEMO'] ?? '';
const agoIso = (hours: number): string => new Date(Date.now() - hours * hourMs).toISOString();
const agoDate = (days: number): string => agoIso(24 * days).slice(0, 10);

async function tankId(page: Page, where: string, name: string): Promise<string> {
  const sheet = (await (await page.request.get(`${where}/api/tonight`)).json()) as Tonight;
  return sheet.tanks.find((t) => t.name === name)?.tankId ?? '';
}
const fillAll = async (page: Page, values: Record<string, string>): Promise<void> => {
  for (const [label, value] of Object.entries(values)) await page.getByLabel(label, { exact: true }).fill(value);
};

test('a new keeper: what fits my tap, what would after 45 % RO, and a first tank that is cycled and stocked', async ({
  page,
}) => {
  // The tap: hard, tested once.
  await page.goto(`${url()}/sources?new=1`);
  await page.getByLabel('Name').fill('Kitchen tap');
  await page.getByRole('button', { name: 'Put the source in the book' }).click();
  await expect(page.getByLabel('Tank or source')).toContainText('Kitchen tap');
  await fillAll(page, { 'General hardness': '22', 'Carbonate hardness': '6', pH: '7,8', Conductivity: '700' });
  await page.getByRole('button', { name: 'Write 4 in the book' }).click();
  await expect(page.getByText('4 readings of Kitchen tap in the book.')).toBeVisible();
  await page.goto(`${url()}/sources`);
  await expect(page.getByText('Chlorine or chloramine: not known')).toBeVisible();
  await page.getByRole('link', { name: 'What can live in it' }).click();
  const shelf = (name: string) => page.getByRole('region', { name });
  await expect(shelf('Fit as it is').getByRole('link', { name: 'platy', exact: true })).toBeVisible();
  const cherry = shelf('Would fit after a change').getByRole('listitem').filter({ hasText: 'Neocaridina davidi' });
  await expect(cherry).toContainText('45 % RO');
  await expect(cherry).toContainText('or pure RO, GH +');
  await expect(cherry).toContainText('Schools differ at GH 21.5–22.5: Hard tap keeps them in it; ');
  await expect(cherry).toContainText('moult gets stuck');
  await expect(shelf('Fit as it is').getByRole('link', { name: 'cardinal tetra' })).toHaveCount(0);

  // The tank, ten weeks old, of a shape that is not a box.
  await page.goto(`${url()}/tanks/new`);
  await page.getByLabel('Name').fill('Corner');
  await page.getByLabel('Running since').fill(agoDate(70));
  await choose(page.getByLabel('Shape'), /hexagon/i);
  await fillAll(page, {
    'One side outside, cm': '25',
    'Height outside, cm': '40',
    'On the label, L': '65',
    'Its shelf may carry, kg': '60',
  });
  await expect(page.getByText('More than the shelf is rated for.')).toBeVisible();
  await expect(page.getByText(/A dose by the label would be/)).toContainText('too strong');
  await page.getByRole('button', { name: 'Put the tank in the book' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Corner' })).toBeVisible();
  const id = await tankId(page, url(), 'Corner');

  // Its cycle by seeded media: begun, dosed, tested clean the next day.
  await page.goto(`${url()}/stock/tanks/${id}`);
  await page.getByRole('button', { name: 'Begin by seeded media' }).click();
  await expect(page.getByText('Nothing feeds it.')).toBeVisible();
  await page.getByLabel('Ammonia to, mg/L as N').fill('1');
  await expect(page.getByRole('button', { name: /^Dose of ammonia/ })).toBeVisible();
  await page.request.post(`${url()}/api/entries`, {
    data: {
      entries: [
        {
          id: crypto.randomUUID(),
          kind: 'cycling',
          kindVersion: 1,
          subjectId: id,
          happenedAt: agoIso(20),
          payload: { step: 'dosed', tanMgPerL: 1 },
        },
      ],
    },
  });
  await page.goto(`${url()}/readings?tank=${id}`);
  await fillAll(page, {
    Temperature: '23',
    pH: '7,4',
    'General hardness': '12',
    'Carbonate hardness': '4',
    Nitrate: '10',
    Nitrite: '0',
    'Total ammonia': '0',
  });
  await page.getByRole('button', { name: 'Write 7 in the book' }).click();
  await expect(page.getByText('7 readings of Corner in the book.')).toBeVisible();
  await page.goto(`${url()}/stock/tanks/${id}`);
  await expect(page.getByText('Cycled by its school’s own test.')).toBeVisible();

  // Stocked: too many first, said and not forbidden; then fifteen.
  await page.goto(`${url()}/stock/arrival?tank=${id}`);
  await choose(page.getByLabel('Who'), /^Cherry shrimp/i);
  await choose(page.getByLabel('Cycled'), 'yes');
  await page.getByLabel('How many').fill('35');
  await expect(page.getByText('35 at once is a crowd')).toBeVisible();
  await expect(page.getByRole('button', { name: /They are here/ })).toBeDisabled();
  await page.getByLabel('How many').fill('15');
  await expect(page.getByText('at once is a crowd')).toBeHidden();
  await fillAll(page, { 'GH, °dH': '8', 'Temperature, °C': '22', 'Conductivity, µS/cm': '300' });
  await expect(page.getByRole('heading', { name: 'Drip them over' })).toBeVisible();
  await page.getByRole('button', { name: 'They are here: start the drip' }).click();
  await expect(page.getByRole('heading', { name: /Dripping: Corner/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: /Dripping: Corner/ })).toBeVisible();
  // Equal conductivity with unequal hardness is not done.
  const box = page.getByRole('region', { name: 'Drip into Corner' });
  await box.getByLabel('GH in the box').fill('9');
  await box.getByLabel('Temp in the box').fill('23');
  await box.getByRole('button', { name: 'Measured' }).click();
  await expect(box).toContainText('GH 25 %');
  await expect(box.getByText('Brought over: net them across.')).toBeHidden();
  await box.getByRole('button', { name: 'They are over' }).click();
  await expect(page.getByRole('heading', { name: /Dripping: Corner/ })).toBeHidden();
  await page.goto(`${url()}/tonight`);
  await expect(page.getByText('New: cherry shrimp')).toBeVisible();
});

test('counts and animals by keyboard; what cannot be is said beside its field and nothing is lost', async ({
  page,
}) => {
  const id = await tankId(page, demo(), 'Cellar Rack A');
  await page.goto(`${demo()}/stock/tanks/${id}`);
  const count = page.getByLabel('How many: 12, 10-15, 10+');
  await count.fill('many');
  await page.keyboard.press('Enter');
  await expect(page.getByText('a number, or a span such as 10-15')).toBeVisible();
  await choose(page.getByRole('form', { name: 'Quick entry' }).getByLabel('What'), 'given away');
  await count.fill('5000');
  await page.keyboard.press('Enter');
  await expect(page.getByText('the book knows of at most 80 there; count them first; perhaps 80')).toBeVisible();
  await expect(count).toHaveValue('5000');
  await count.fill('10-12');
  await page.keyboard.press('Enter');
  await expect(page.getByText('10-12 cherry shrimp given away: in the book.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^cherry shrimp.* blue 4/ })).toContainText(/4\d–70/);
});

test('the register: sorted, found, staged in place, cloned, saved as CSV and refused as CSV', async ({ page }) => {
  await page.goto(`${demo()}/tanks`);
  await page.getByRole('button', { name: 'Net' }).click();
  await page.getByLabel('by rack').uncheck();
  await expect(page.getByRole('row').nth(1)).toContainText('Library');
  await page.getByPlaceholder('name, rack, animal').fill('platy');
  await expect(page.getByRole('row')).toHaveCount(2);
  await choose(page.getByLabel('Stage of Stairwell'), 'maturing');
  await expect(page.getByText('Stairwell: maturing: in the book.')).toBeVisible();
  await page.getByRole('button', { name: 'Clone Stairwell' }).click();
  await expect(page.getByText('Stairwell 2, set up as Stairwell is')).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('night-ledger-tanks.csv');
  await page.getByLabel('Read a CSV').setInputFiles({
    name: 'tanks.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,length cm,width cm,height cm\nLobby,60,30,30\nShelf,60,30,cold\n'),
  });
  await expect(page.getByText('“Lobby” is a tank already')).toBeVisible();
  await expect(page.getByRole('row', { name: /3 height cm/ })).toContainText('“cold” is not a number');
  await page.getByLabel('Read a CSV').setInputFiles({
    name: 'tanks.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,length cm,width cm,height cm\nShelf 1,60,30,30\nShelf 2,60,30,30\n'),
  });
  await page.getByRole('button', { name: 'Put all of them in the book' }).click();
  await expect(page.getByText('2 tanks from the file: in the book.')).toBeVisible();
});

test('a breeder’s figures are laid over the book, and the unit’s log says when the resin goes', async ({ page }) => {
  await page.goto(`${demo()}/stock/kinds?kind=tiger-shrimp`);
  await page.getByRole('button', { name: 'My breeder’s figures for this kind' }).click();
  await page.getByLabel('GH from').fill('9');
  await page.getByLabel('GH to').fill('5');
  await page.getByRole('button', { name: 'Lay them over the book' }).click();
  await expect(page.getByText('must lie above 9').first()).toBeVisible();
  await page.getByLabel('GH to').fill('12');
  await page.getByRole('button', { name: 'Lay them over the book' }).click();
  await expect(page.getByRole('row', { name: /tiger shrimp/ }).first()).toContainText('your own figures');
  await page.goto(`${demo()}/sources`);
  const ro = page.getByRole('region', { name: 'RO/DI' });
  await expect(ro).toContainText('The membrane rejects');
  await ro.getByLabel('Litres made, by the meter').fill('5300');
  await ro.getByLabel('In, µS/cm').fill('20');
  await ro.getByLabel('Out', { exact: true }).fill('500');
  await ro.getByRole('button', { name: 'Write the line' }).click();
  await expect(ro.getByText('are the two swapped?')).toBeVisible();
  await page.goto(`${demo()}/supplies`);
  await expect(page.getByText(/^To order:/)).toContainText('Conditioner');
});
