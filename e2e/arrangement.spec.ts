import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('the statements are arranged by keys: moved, put under a name, called otherwise, kept, and back', async ({
  own: { page, open, ask },
}) => {
  const post = (explanation: string, debit: string, credit: string, amount: string): Promise<unknown> =>
    ask('POST', '/entries', {
      date: '2026-03-10',
      explanation,
      lines: [
        { account: debit, debit: amount },
        { account: credit, credit: amount },
      ],
    });
  await post('Sold', '1010', '4000', '900.00');
  await post('Rent', '6100', '1010', '120.00');
  await post('Heating', '6200', '1010', '80.00');
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  await page.keyboard.press('g');
  await page.keyboard.press('o');
  await expect(page.getByRole('heading', { name: 'Arrangement of the statements' })).toBeVisible();
  const outline = page.getByRole('treegrid', { name: 'What the statements list' });
  const drawn = page.getByRole('region', { name: 'The statements with it' });
  const row = (key: string) => outline.locator(`[data-key="${key}"]`);
  await expect(drawn.getByText(/each once in the statements: .*EUR either way/)).toBeVisible();
  // two accounts under a name, as one figure
  await row('account 6100').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(outline.getByRole('row', { selected: true })).toHaveCount(2);
  await page.keyboard.press('t');
  await page.keyboard.type('Premises');
  await page.keyboard.press('Enter');
  await expect(outline.locator(':focus')).toContainText('Premises');
  await expect(drawn.getByRole('row', { name: /^Rent/ })).toBeVisible();
  await page.keyboard.press('o');
  await expect(drawn.getByRole('row', { name: /^Premises/ })).toContainText('200.00');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(outline.locator(':focus')).toContainText('Premises');
  // other words, for a deficit too
  await row('term net-result').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Surplus for the year');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Deficit for the year');
  await page.keyboard.press('Enter');
  await expect(drawn.getByRole('row', { name: /^Surplus for the year/ }).first()).toContainText('700.00');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // it outlasts a reload, then is kept
  await page.reload();
  await expect(drawn.getByRole('row', { name: /^Surplus for the year/ }).first()).toBeVisible();
  await row('term net-result').focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('The statements are drawn like this.')).toBeVisible();
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('row', { name: /^Surplus for the year/ })).toContainText('700.00');
  await income
    .getByRole('row', { name: /^Premises/ })
    .getByRole('button')
    .first()
    .click();
  const source = page.getByRole('region', { name: 'Where this comes from' });
  await expect(source.getByRole('listitem')).toHaveText([/120\.00/, /80\.00/]);
  // and back to the usual, which can be taken back before it is kept
  await open('report/arrangement');
  await page.getByRole('button', { name: 'All as usual' }).click();
  await expect(row('term net-result')).toContainText('Net surplus');
  await row('term net-result').focus();
  await page.keyboard.press('Control+z');
  await expect(row('term net-result')).toContainText('Surplus for the year');
  await page.getByRole('button', { name: 'All as usual' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('The statements are drawn like this.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'All as usual' })).toBeDisabled();
});

test('what somebody else kept meanwhile is said, and nothing of it is written over', async ({
  own: { page, open, ask },
}) => {
  await open('report/arrangement');
  const outline = page.getByRole('treegrid', { name: 'What the statements list' });
  await outline.locator('[data-key="part revenue"]').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Income');
  await page.keyboard.press('Enter');
  const words = [{ key: 'revenue', word: 'Takings' }];
  await ask('PUT', '/reports/arrangement', { version: 0, order: [], parts: [], words });
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Somebody arranged the statements meanwhile')).toBeVisible();
  await expect(outline.locator('[data-key="part revenue"]')).toContainText('Income');
  await page.getByRole('button', { name: 'Begin anew from theirs' }).click();
  await expect(outline.locator('[data-key="part revenue"]')).toContainText('Takings');
});
