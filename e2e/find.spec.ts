import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('anything is found by one key and opens on either sheet; what was opened is offered first', async ({
  own: { page, open, post, ask },
}) => {
  await ask('POST', '/contacts', { name: 'The Punt at Ferry Lane', roles: ['customer'] });
  await post('2026-03-01', 'Ferry toll', '6100', '1010', '1524.23');
  await post('2027-01-11', 'Rent', '6100', '1010', '80.00');
  await open('record/journal');
  await page.keyboard.press('f');
  const text = page.getByRole('combobox', { name: 'Find' });
  await expect(text).toBeFocused();
  await page.keyboard.type('ferry');
  const chosen = page.getByRole('option', { selected: true });
  await expect(chosen).toContainText('The Punt at Ferry Lane');
  await expect(page.getByRole('option')).toHaveCount(2);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // to the next kind, and beside the journal; the entry is of another year
  await page.keyboard.press('Tab');
  await expect(chosen).toContainText('2026-0001');
  await page.keyboard.press('Shift+Enter');
  await expect(page.getByRole('heading', { name: 'Journal', exact: true })).toHaveCount(2);
  await expect(page.getByText('It is of 1 March 2026.')).toBeVisible();
  // an amount, typed and entered at once: Enter waits for the answer
  await page.keyboard.press('Escape');
  await page.locator('body').press('f');
  await page.keyboard.type('80.00');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Rent/ }).first()).toHaveAttribute('aria-expanded', 'true');
  // from within a field, with nothing of it lost
  await open('record/entry');
  await page.getByLabel('Explanation').fill('half typed');
  await page.keyboard.press('Alt+q');
  await expect(page.getByRole('listbox', { name: 'Found' })).toContainText('Opened lately');
  await expect(chosen).toContainText('Rent');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Explanation')).toBeFocused();
  await expect(page.getByLabel('Explanation')).toHaveValue('half typed');
  // an account by words in any order, a screen by its name
  await page.keyboard.press('Alt+q');
  await page.keyboard.type('account bank');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: '1010 Bank account' })).toBeVisible();
  await page.keyboard.press('f');
  await page.keyboard.type('aged bal');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Aged balances' })).toBeVisible();
});

test('a paper is found by what is written in it, with the words around, and opens beside', async ({
  own: { page, open },
}) => {
  await open('record/papers');
  await page.getByLabel('Papers to attach').setInputFiles({
    name: 'scan0012.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Marsh Engineering\nBearing of the bottling line, replaced: 142.00\n'),
  });
  await expect(page.getByText('scan0012.txt').first()).toBeVisible();
  await open('record/journal');
  const item = page.getByRole('option', { name: /scan0012/ });
  // it is read after it was kept: asked again until it was
  await expect(async () => {
    await page.keyboard.press('Escape');
    await page.locator('body').press('f');
    await page.getByRole('combobox', { name: 'Find' }).fill('bottling bearing');
    await expect(item).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await expect(item).toContainText('Marsh Engineering Bearing of the bottling line, replaced: 142.00');
  await expect(item.locator('mark').first()).toHaveText('Bearing');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('Shift+Enter');
  await expect(page.getByText('Bearing of the bottling line')).toBeVisible();
});
