import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Types blank by blank, Tab between them; the last is followed by Enter. */
async function say(page: Page, ...blanks: string[]): Promise<void> {
  for (const [index, text] of blanks.entries()) {
    await page.keyboard.type(text);
    await page.keyboard.press(index === blanks.length - 1 ? 'Enter' : 'Tab');
  }
}
const held = (page: Page) => page.getByRole('table', { name: 'Held, not yet posted' });
const date = (page: Page) => page.getByRole('textbox', { name: 'Date', exact: true });
/** Opens the sheet, whose first blank waits to be typed into. */
async function begin(page: Page, open: (path: string) => Promise<void>): Promise<void> {
  await open('record/entry?as=line');
  await expect(date(page)).toBeFocused();
}

test('simple entries are a run of sentences, posted together by one key', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '1000.00');
  await begin(page, open);
  await say(page, '5/3/2026', '48.60', '1010', '6200', 'Power for the press');
  await expect(held(page).getByRole('row', { name: 'Held line 1' })).toContainText('6200');
  await expect(date(page)).toBeFocused();
  await expect(date(page)).toHaveValue('5 Mar 2026');
  await say(page, '6', '100/3', '1010', '6100', 'Rent');
  // what was said before is found by its words, where an account is asked for; Enter holds what is whole
  await say(page, '7', '51.40', 'pow');
  await expect(held(page).getByRole('row', { name: 'Held line 3' })).toContainText('Power for the press');
  const effect = page.getByRole('region', { name: 'Effect of all 3' });
  await expect(effect).toContainText('lines 1–3');
  await expect(effect).toContainText(/debits = credits\s*both \+ 133\.33/);
  // a half-said sentence stands in the way, and says what it lacks
  await say(page, '8', '5', '6100x');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('alert')).toContainText('There is no such account.');
  await page.getByRole('combobox', { name: 'Account from' }).fill('1010');
  await page.keyboard.press('Enter');
  await say(page, '6100', 'Rent');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0002 to 2026-0005, 4 entries.');
});

test('held lines are corrected, dropped and taken back where they stand, and outlast a reload', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '1000.00');
  await begin(page, open);
  await say(page, '5/3/2026', '10', '1010', '6200', 'Power');
  await say(page, '6/3', '20', '1010', '6100', 'Rent');
  await say(page, '7/3', '-30', '4000', '1010', 'Cider given back');
  await expect(held(page).getByRole('row', { name: 'Held line 3' })).toContainText(/1010[^0-9]*4000/);
  await expect(held(page)).toContainText('60.00');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Amount, correction' })).toBeFocused();
  await page.keyboard.type('22.50');
  await expect(page.getByRole('region', { name: 'Effect of all 3' })).toContainText(/both \+ 62\.50/);
  await page.keyboard.press('Enter');
  await expect(held(page).getByRole('row', { name: 'Held line 2' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.type('99');
  await page.keyboard.press('Escape');
  await expect(held(page).getByRole('row', { name: 'Held line 2' })).toContainText('22.50');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Alt+Backspace');
  await expect(held(page)).toContainText('2 lines');
  await page.keyboard.press('Control+z');
  await expect(held(page)).toContainText('3 lines');
  await page.reload();
  await expect(page.getByRole('status')).toContainText('what you typed');
  await expect(held(page)).toContainText('62.50');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0002 to 2026-0004, 3 entries.');
  await expect(date(page)).toBeFocused();
  await page.reload();
  await expect(held(page)).toHaveCount(0);
});

test('what was said before fills the sentence; the same again is pointed out', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-02', 'Power for the press', '6200', '1010', '51.40');
  await begin(page, open);
  await say(page, '2/3/2026', '51.40', 'pow');
  await expect(date(page)).toBeFocused();
  const line = held(page).getByRole('row', { name: 'Held line 1' });
  await expect(line).toContainText('Power for the press');
  await expect(held(page)).toContainText('Posted before? 2026-0001 of 2 Mar 2026');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('textbox', { name: 'Amount', exact: true })).toHaveValue('51.40');
  await page.keyboard.press('Enter');
  await expect(held(page)).toContainText('Held twice? Line 1 has the same day, amount and accounts.');
});

test('a supplier is asked for, a refused set is kept whole, and drafts are kept of it', async ({
  own: { page, open },
}) => {
  await begin(page, open);
  await say(page, '5/3/2026', '10', '1010', '2100');
  // 2100 wants a contact: Enter in the account leads to it
  await page.getByRole('combobox', { name: 'Contact to' }).fill('Low Weir Inn');
  await page.getByRole('option', { name: 'new: add “Low Weir Inn”' }).click();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Paid on account');
  await page.keyboard.press('Enter');
  await expect(held(page).getByRole('row', { name: 'Held line 1' })).toContainText('Low Weir Inn');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'Save as draft' }).click();
  await expect(page.getByRole('status')).toContainText('1 draft kept');
});

test('what is half typed goes along from one line to the full entry and back', async ({ own: { page, open } }) => {
  await begin(page, open);
  await say(page, '5/3/2026', '10', '1010', '6200', 'Power');
  await page.keyboard.type('6/3');
  await page.keyboard.press('Tab');
  await page.keyboard.type('12');
  await page.keyboard.press('Tab');
  await page.keyboard.type('1010');
  await page.keyboard.press('Alt+s');
  await expect(page.getByLabel('Account, line 2')).toHaveValue(/^1010/);
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('12.00');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Rent');
  await page.keyboard.press('Alt+s');
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Rent');
  await expect(held(page).getByRole('row', { name: 'Held line 1' })).toContainText('Power');
});
