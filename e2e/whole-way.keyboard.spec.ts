import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Types a text where the keyboard is. */
const write = (page: Page, text: string): Promise<void> => page.keyboard.type(text);

/** Presses keys one after the other. */
async function keys(page: Page, ...pressed: string[]): Promise<void> {
  for (const key of pressed) await page.keyboard.press(key);
}

/** Goes on with a key until something with a name has the focus. */
async function walkTo(page: Page, key: 'Tab' | 'Enter', name: string | RegExp): Promise<void> {
  const focused = page.locator(':focus');
  const wanted = focused.and(
    typeof name === 'string'
      ? page
          .getByLabel(name, { exact: true })
          .or(page.getByRole('link', { name, exact: true }))
          .or(page.getByRole('button', { name, exact: true }))
      : page.getByLabel(name).or(page.getByRole('link', { name })).or(page.getByRole('button', { name })),
  );
  for (let step = 0; step < 120; step += 1) {
    if ((await wanted.count()) > 0) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${String(name)} cannot be reached by ${key}`);
}

/** Chooses an account by what is typed; the keyboard goes on to the note. */
async function choose(page: Page, line: number, typed: string): Promise<void> {
  await write(page, typed);
  await expect(page.getByRole('option').first()).toBeVisible();
  await keys(page, 'Enter');
  await expect(page.getByLabel(`Note, line ${line}`)).toBeFocused();
}

/** Writes an entry of two lines: debit, then credit by the key that puts in what is missing. */
async function entry(
  page: Page,
  date: string,
  explanation: string,
  debit: string,
  amount: string,
  credit: string,
  contact = '',
): Promise<void> {
  await expect(page.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  await write(page, date);
  await keys(page, 'Tab', 'Tab');
  await write(page, explanation);
  await walkTo(page, 'Tab', 'Account, line 1');
  await choose(page, 1, debit);
  if (contact) {
    await walkTo(page, 'Enter', 'Contact, line 1');
    await write(page, contact);
    await walkTo(page, 'Tab', `new: add “${contact}”`);
    await keys(page, 'Enter');
    await expect(page.getByRole('button', { name: `new: add “${contact}”` })).toHaveCount(0);
  }
  await walkTo(page, contact ? 'Tab' : 'Enter', 'Debit, line 1');
  await write(page, amount);
  await walkTo(page, 'Enter', 'Account, line 2');
  await choose(page, 2, credit);
  await walkTo(page, 'Enter', 'Credit, line 2');
  await keys(page, '=', 'Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as');
}

test('the whole way by keyboard only: from the first start to the closed year and its statements', async ({
  page,
  empty,
}) => {
  test.slow();
  await page.goto(empty);

  // the first start: one's own sign-in, then an organisation with the short chart of its kind
  await expect(page.getByRole('heading', { name: 'These books are yours' })).toBeVisible();
  await write(page, 'Hazel Birch');
  await keys(page, 'Tab');
  await write(page, 'hazel@hollow-bank.test');
  await keys(page, 'Tab');
  await write(page, 'a long enough password');
  await keys(page, 'Enter');
  await expect(page.getByRole('heading', { name: 'Whose books will you keep?' })).toBeVisible();
  await write(page, 'Hollow Bank Hurdles');
  await walkTo(page, 'Tab', 'of the year');
  await keys(page, 'Enter', 'ArrowDown', 'Enter');
  await expect(page.getByLabel('What this leads to')).toContainText('31 December 2025');
  await walkTo(page, 'Tab', 'Begin these books');
  await keys(page, 'Enter');
  await expect(page.getByRole('heading', { name: 'Papers to gather' })).toBeVisible();
  await keys(page, 'g', 'p');
  await expect(page.getByRole('heading', { name: 'Chart of accounts' })).toBeVisible();

  // chart: one more account
  await walkTo(page, 'Tab', 'Add an account');
  await keys(page, 'Enter');
  await write(page, '6800');
  await keys(page, 'Tab');
  await write(page, 'Hurdle-making courses given away');
  await keys(page, 'Enter');
  await expect(page.getByRole('link', { name: 'Hurdle-making courses given away' })).toBeVisible();

  // the old trial balance, typed on the bench: out of balance at first, kept all the same
  await keys(page, 'g', 't');
  await expect(page.getByLabel('Account, row 1')).toBeFocused();
  await write(page, 'cash in hand');
  await walkTo(page, 'Enter', 'Debit, row 1');
  await write(page, '120');
  await walkTo(page, 'Enter', 'Account, row 2');
  await expect(page.getByLabel('Account, row 1')).toHaveValue('1000');
  await write(page, '1010');
  await walkTo(page, 'Enter', 'Debit, row 2');
  await write(page, '4000+880');
  await walkTo(page, 'Enter', 'Account, row 3');
  await write(page, '3000');
  await walkTo(page, 'Enter', 'Credit, row 3');
  await write(page, '4900');
  await keys(page, 'Tab');
  await expect(page.getByRole('link', { name: /Old trial balance out by 100.00/ })).toBeVisible();
  await keys(page, 'Shift+Tab');
  const credit = page.getByLabel('Credit, row 3');
  await expect(credit).toBeFocused();
  await keys(page, 'Control+a');
  await write(page, '5000');
  await expect(credit).toHaveValue('5000');
  await keys(page, 'Tab');
  await expect(page.getByRole('link', { name: /Old trial balance balances/ })).toBeVisible();
  await keys(page, 'Control+Enter');
  await expect(page.getByRole('link', { name: '2026-0001' })).toBeVisible();

  // manual entries: plain, with arithmetic, on a control account with a contact made on the way
  await keys(page, 'Escape', 'n');
  await entry(page, '5/2/2026', 'Hurdles for the show', 'bank', '3*1200', '4000');
  await entry(page, '7/3/2026', 'Hazel rods bought', '5000', '700.40', '1010');
  await entry(page, '9/3/2026', 'Delivery to Ryefield Nursery', '1100', '450', 'sales', 'Ryefield Nursery');
  await entry(page, '31/3/2026', 'Drawn for the household', 'drawings', '1000', '1010');

  // an entry that cannot be posted says why, at its field
  await write(page, '1/4/2026');
  await walkTo(page, 'Tab', 'Account, line 1');
  await choose(page, 1, '6100');
  await walkTo(page, 'Enter', 'Debit, line 1');
  await write(page, '80');
  await keys(page, 'Control+Enter');
  await expect(page.getByText('Say what the entry is for.')).toBeVisible();
  await expect(page.getByText('80.00 missing')).toBeVisible();

  // a recurring journal, and all that is due posted at once
  await keys(page, 'Escape', 'g', 'r');
  await walkTo(page, 'Tab', 'Recurring');
  await keys(page, 'Enter');
  await walkTo(page, 'Tab', 'Write the first schedule');
  await keys(page, 'Enter');
  await expect(page.getByRole('form', { name: 'New schedule' }).getByLabel('Name')).toBeFocused();
  await write(page, 'Rent of the yard');
  await walkTo(page, 'Tab', /^From/);
  await keys(page, 'Control+a');
  await write(page, '31/10/2026');
  await walkTo(page, 'Tab', 'Account, line 1');
  await choose(page, 1, '6100');
  await walkTo(page, 'Enter', 'Debit, line 1');
  await write(page, '50');
  await walkTo(page, 'Enter', 'Account, line 2');
  await choose(page, 2, '1010');
  await walkTo(page, 'Enter', 'Credit, line 2');
  await keys(page, '=');
  await walkTo(page, 'Tab', 'Save the schedule');
  await keys(page, 'Enter');
  await expect(page.getByText('monthly, on the 31st', { exact: true })).toBeVisible();
  await walkTo(page, 'Tab', 'Post all 3 that are due');
  await keys(page, 'Enter');
  await expect(page.getByRole('status')).toContainText('Posted 2026-0006, 2026-0007, 2026-0008');

  // trial balance at the year's end
  await walkTo(page, 'Tab', /^Type a date or span/);
  await write(page, '2026');
  await keys(page, 'Enter', 'Escape', 'g', 'c');
  await expect(page.getByRole('heading', { name: 'Trial balance' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Total/ })).toContainText('9,050.00');

  // closing rehearsal, posted
  await keys(page, 'g', 'l');
  await walkTo(page, 'Tab', 'Rehearse the year end');
  await keys(page, 'Enter');
  await expect(page.getByRole('heading', { name: 'Closing entries 2026' })).toBeVisible();
  await expect(page.getByText('4 · Close drawings to equity')).toBeVisible();
  await keys(page, 'Control+Enter');
  await expect(page.getByRole('status')).toContainText('2026 is closed and locked.');
  for (const number of ['2026-0009', '2026-0010', '2026-0011', '2026-0012'])
    await expect(page.getByRole('link', { name: number, exact: true })).toBeVisible();

  // the statement chain: revenue 4,050 less 700.40 and 150 rent
  await keys(page, 'g', 's');
  await expect(page.getByRole('region', { name: 'Income statement' })).toContainText(
    'for the year ended 31 December 2026',
  );
  await expect(page.getByRole('region', { name: 'Income statement' })).toContainText('€3,199.60');
  await expect(page.getByRole('region', { name: 'Statement of owner’s equity' })).toContainText('€7,199.60');
  await expect(page.getByRole('region', { name: 'Balance sheet' })).toContainText('€7,199.60');
  await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);
});
