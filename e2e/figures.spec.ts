import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

const NOTE = { name: 'till roll.txt', mimeType: 'text/plain', buffer: Buffer.from('Sold for cash at the gate') };

test('a figure is followed to its accounts, their entries and the paper by keys, and back', async ({ own }) => {
  const { page, open, post } = own;
  await post('2026-02-01', 'Shares', '1010', '3000', '1000.00');
  await post('2026-03-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-03-08', 'Cider sold at the gate', '1020', '4000', '60.00');
  await post('2026-04-01', 'Rent', '6100', '1010', '150.00');
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  const income = page.getByRole('region', { name: 'Income statement' });
  const figure = (row: RegExp) => income.getByRole('row', { name: row }).getByRole('button').last();
  await figure(/^Net surplus/).focus();
  await page.keyboard.press('Enter');
  const source = page.getByRole('region', { name: 'Where this comes from' });
  const parts = source.getByRole('listitem');
  await expect(parts).toHaveText([/4000.*460\.00/, /6100.*\(150\.00\)/]);
  await expect(source).toContainText('Together310.00');
  await expect(source).toContainText('This is the whole figure.');
  await expect(parts.first().getByRole('button')).toBeFocused();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(parts).toHaveText([/8 Mar 2026.*at the gate.*60\.00/, /1 Mar 2026.*Cider sold.*400\.00/]);
  await expect(source).toContainText('2 lines460.00');
  await expect(parts.first().getByRole('button')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(source.getByText('Cider sold at the gate')).toBeVisible();
  await source.getByLabel('Papers to attach').setInputFiles(NOTE);
  await source.getByRole('button', { name: 'till roll.txt', exact: true }).click();
  await expect(page.getByText('Sold for cash at the gate')).toBeVisible();
  // back the same way, the paper stays on the second sheet
  await source.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(parts).toHaveCount(2);
  await expect(parts.first().getByRole('img', { name: '1 paper' })).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(source).toContainText('Together310.00');
  await page.keyboard.press('Escape');
  await expect(source).toHaveCount(0);
  await expect(figure(/^Net surplus/)).toBeFocused();
});

test('arrows go from figure to figure, the tab key from statement to statement; the address keeps what is asked', async ({
  own,
}) => {
  const { page, open, post } = own;
  await post('2026-02-01', 'Shares', '1010', '3000', '1000.00');
  await post('2026-03-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-04-01', 'Rent', '6100', '1010', '150.00');
  await open('report/statements?from=2026-04-01&to=2026-12-31&statements=income-statement.equity-statement');
  const income = page.getByRole('region', { name: 'Income statement' });
  const equity = page.getByRole('region', { name: /^Statement of changes/ });
  await income.getByRole('button').first().focus();
  await expect(income.getByRole('button').first()).toHaveText('€150.00');
  await page.keyboard.press('End');
  await expect(income.getByRole('button').last()).toBeFocused();
  await expect(income.locator('[data-figure][tabindex="0"]')).toHaveText(['(€150.00)']);
  await expect(equity.locator('[data-figure][tabindex="0"]')).toHaveText(['€1,000.00']);
  await equity.locator('[data-figure][tabindex="0"]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  const total = equity
    .getByRole('row', { name: /^At 1 April/ })
    .getByRole('button')
    .last();
  await expect(total).toBeFocused();
  await page.keyboard.press('Enter');
  const source = page.getByRole('region', { name: 'Where this comes from' });
  // what was not closed stands on the account that brought it
  await expect(source.getByRole('listitem')).toHaveText([/3000.*1,000\.00/, /4000.*400\.00/]);
  await page.reload();
  await expect(source).toContainText('Together1,400.00');
  await expect(total).toHaveAttribute('aria-pressed', 'true');
  // of another column, the days of that
  await open('report/statements?from=2026-04-01&to=2026-04-30&columns=periods:1&statements=balance-sheet');
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  await sheet
    .getByRole('row', { name: /^Bank account/ })
    .getByRole('button', { name: '€1,400.00' })
    .click();
  await expect(source.getByRole('listitem')).toHaveText([/Cider sold/, /Shares/]);
  await expect(source).toContainText('2 lines1,400.00');
});
