import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('a report is kept with everything that was chosen, opened again by keys, changed and taken away', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-02', 'Sold', '1010', '4000', '400.00');
  await open('report/kept');
  await expect(page.getByText('Open a report and choose “Keep this report” over it.')).toBeVisible();
  await open('report/statements?from=2026-01-01&to=2026-12-31&columns=years:1&statements=income-statement');
  await page.getByRole('button', { name: 'Keep this report' }).click();
  const dialog = page.getByRole('dialog', { name: 'Keep this report' });
  await dialog.getByLabel('Name').fill('For the board');
  await expect(dialog.getByLabel('Days')).toContainText('last year');
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText('For the board')).toBeVisible();
  // other settings go into the one that is open
  await page.getByRole('combobox', { name: 'Rounding' }).click();
  await page.getByRole('option', { name: 'in whole units' }).click();
  await page.getByRole('button', { name: 'Keep this report' }).click();
  await dialog.getByRole('button', { name: /Put these settings into/ }).click();
  await expect(dialog).toHaveCount(0);
  await page.keyboard.press('g');
  await page.keyboard.press('k');
  const row = page.getByRole('row', { name: /For the board/ });
  await expect(row).toContainText('last year');
  await expect(row).toContainText('1 January 2026 to 31 December 2026');
  await expect(row).toContainText('statements: and the year before, income, in whole units');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await row.getByRole('link', { name: 'For the board' }).focus();
  await page.keyboard.press('Enter');
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('€400');
  await expect(income).toContainText('in whole EUR');
  // what changed since it was kept: nothing yet
  await open('report/kept');
  await row.getByRole('link', { name: 'Changed since' }).click();
  await expect(page.getByRole('heading', { name: /^Changed since 18 January 2027/ })).toBeVisible();
  await expect(page.getByText('Nothing that is dated in these days was posted since')).toBeVisible();
  // another name, for oneself
  await open('report/kept');
  await row.getByRole('button', { name: 'Change' }).click();
  const form = page.getByRole('form', { name: 'Change For the board' });
  await form.getByLabel('Name').fill('For me');
  await form.getByLabel('For', { exact: true }).click();
  await page.getByRole('option', { name: 'only me' }).click();
  await form.getByRole('button', { name: 'Save' }).click();
  const mine = page.getByRole('row', { name: /For me/ });
  await expect(mine).toContainText('only me');
  await mine.getByRole('button', { name: 'Remove' }).click();
  await expect(mine).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep it again' }).click();
  await expect(mine).toContainText('last year');
});
