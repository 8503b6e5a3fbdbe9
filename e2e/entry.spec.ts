import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './books.js';
import { paste } from './clipboard.js';

/** Chooses an account on a line. */
async function account(page: Page, line: number, number: string): Promise<void> {
  await page.getByLabel(`Account, line ${line}`).fill(number);
  await page.getByRole('option').first().click();
}

test('an entry proposes what is missing, shows its effect, and is posted', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '1000.00');
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('5/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Power for the press');
  await account(page, 1, '6200');
  await page.getByLabel('Debit, line 1').fill('12.50*4');
  await account(page, 2, '1010');
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('50.00');
  await expect(page.getByLabel('Credit, line 2')).toHaveAttribute('placeholder', '50.00');
  await expect(page.getByText('50.00 missing')).toBeVisible();
  const effect = page.getByRole('region', { name: 'Effect' });
  await expect(effect).toContainText('debits ≠ credits so far');
  await page.getByLabel('Credit, line 2').press('=');
  await expect(page.getByLabel('Credit, line 2')).toHaveValue('50.00');
  await expect(effect).toContainText(/debits = credits\s*both \+ 50\.00/);
  await expect(effect).toContainText(/equity = balance sheet\s*both − 50\.00/);
  await expect(effect).toContainText('1,000.00');
  await expect(effect).toContainText('950.00');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0002');
  await expect(page.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('');
});

test('every problem stands where it was made, and goes when it is mended', async ({ own: { page, open } }) => {
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('5/3/2026');
  await account(page, 1, '1100');
  await page.getByLabel('Debit, line 1').fill('10');
  await account(page, 3, '4000');
  await page.getByLabel('Credit, line 3').fill('9');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Contact, line 1')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('1.00 missing')).toBeVisible();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Cider to the inn');
  await page.getByLabel('Credit, line 3').fill('10');
  await page.getByLabel('Contact, line 1').fill('Low Weir Inn');
  await page.getByRole('option', { name: 'new: add “Low Weir Inn”' }).click();
  await expect(page.getByRole('button', { name: /^new: add/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
});

test('a line is repeated, taken away, and an amount moved to its side by a minus', async ({
  own: { page, open },
}) => {
  await open('record/entry');
  await account(page, 1, '6900');
  await page.getByLabel('Note, line 1').fill('Sundries');
  await page.getByLabel('Debit, line 1').fill('-4');
  await page.getByLabel('Note, line 2').focus();
  await expect(page.getByLabel('Credit, line 1')).toHaveValue('4.00');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByLabel('Note, line 2')).toHaveValue('Sundries');
  await page.keyboard.press('Alt+Backspace');
  await expect(page.getByLabel('Note, line 2')).toHaveValue('');
});

test('a draft is kept as it was typed, gone on with, and gone once it is posted', async ({ own: { page, open } }) => {
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('7/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Waiting for the bill');
  await account(page, 1, '6400');
  await page.getByRole('button', { name: 'Save as draft' }).click();
  await expect(page).toHaveURL(/draft=\d+/);
  await open('record/drafts');
  await expect(page.getByText('1 entry not yet posted')).toBeVisible();
  await page.getByRole('link', { name: 'Waiting for the bill' }).click();
  await page.getByLabel('Debit, line 1').fill('20');
  await account(page, 2, '1010');
  await page.getByLabel('Credit, line 2').press('=');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page).not.toHaveURL(/draft=/);
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  await open('record/drafts');
  await expect(page.getByText('0 entries not yet posted')).toBeVisible();
});

test('an account kept in dollars asks for the amount there and its rate', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/accounts', { number: '1030', name: 'Dollar account', element: 'asset', currency: 'USD' });
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('8/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Export');
  await account(page, 1, '1030');
  await page.getByLabel('Amount in USD, line 1').fill('100');
  await page.getByLabel('Rate, line 1').fill('0.92');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('92.00');
  await account(page, 2, '4000');
  await page.getByLabel('Credit, line 2').fill('92');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  expect(await ask('GET', '/entries/2026-0001')).toMatchObject({
    lines: [{ currency: 'USD', foreignAmount: '100.00', rate: '0.92', debit: '92.00' }, { credit: '92.00' }],
  });
});

test('typing outlives a reload; a refusal takes the eye to the first field that is wrong', async ({
  own: { page, open },
}) => {
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('5/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Half typed');
  await account(page, 1, '6900');
  await page.getByLabel('Debit, line 1').fill('12,50');
  await page.getByLabel('Note, line 1').focus();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Half typed');
  await expect(page.getByLabel('Account, line 1')).toHaveValue(/^6900 /);
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('12.50');
  await page.getByLabel('Account, line 2').fill('9999');
  await page.getByLabel('Credit, line 2').fill('12,50');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByLabel('Account, line 2')).toBeFocused();
  await expect(page.getByLabel('Account, line 2')).toHaveValue('9999');
  await account(page, 2, '1010');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('');
});

test('what was typed in a window that has been closed is offered in the next, and gone on with', async ({
  own: { page, open, ask },
}) => {
  await open('record/entry');
  const other = await page.context().newPage();
  await other.goto(page.url());
  await other.getByRole('combobox', { name: 'Explanation' }).fill('Left behind');
  await account(other, 1, '6400');
  await other.getByLabel('Debit, line 1').fill('20');
  await account(other, 2, '1010');
  await other.getByLabel('Credit, line 2').press('=');
  await other.close();
  await page.reload();
  await expect(page.getByText('“Left behind”, 2 lines, typed at')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByLabel('Credit, line 2')).toHaveValue('20.00');
  await page.reload();
  await expect(page.getByText('is here again')).toBeVisible();
  await page.getByRole('combobox', { name: 'Explanation' }).press('Control+Enter');
  await expect(page.getByText('Posted as 2027-0001')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('');
  expect(await ask('GET', '/entries/2027-0001')).toMatchObject({ explanation: 'Left behind' });
});

test('three hundred lines are pasted, moved about, taken back step by step, and posted to the cent', async ({
  own: { page, open, ask },
}) => {
  await open('record/entry');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Takings of the year');
  const rows = Array.from({ length: 299 }, (_, index) => `4000\tday ${index + 1}\t\t\t${index + 1}.07`);
  await paste(page, 'Account, line 1', ['1010\tall days\t\t44,870.93\t', ...rows].join('\n'));
  await expect(page.getByText('300 lines pasted, read as account, note, contact, debit, credit.')).toBeVisible();
  await expect(page.getByText(/\d missing$/)).toHaveCount(0);
  await page.getByRole('region', { name: 'Entry' }).evaluate((sheet) => sheet.scrollTo(0, sheet.scrollHeight));
  await expect(page.getByLabel('Note, line 300', { exact: true })).toBeInViewport();
  await page.getByRole('region', { name: 'Entry' }).evaluate((sheet) => sheet.scrollTo(0, 0));
  await page.getByLabel('Note, line 2', { exact: true }).press('Alt+Backspace');
  await expect(page.getByText('1.07 missing')).toBeVisible();
  await page.getByLabel('Note, line 2', { exact: true }).press('Alt+Shift+ArrowDown');
  await expect(page.getByLabel('Note, line 3', { exact: true })).toHaveValue('day 2');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/\d missing$/)).toHaveCount(0);
  await expect(page.getByLabel('Note, line 2', { exact: true })).toHaveValue('day 1');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Posted as 2027-0001')).toBeVisible();
  const { lines } = await ask<{ lines: { debit?: string; credit?: string }[] }>('GET', '/entries/2027-0001');
  expect([lines.length, lines[0]?.debit, lines[299]?.credit]).toEqual([300, '44870.93', '299.07']);
});

test('an entry is like one before: its accounts are offered first, its lines by one key, or all of it from the journal', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-02-01', 'Rent of the mill', '6400', '1010', '450.00');
  await post('2026-02-03', 'Paint', '6900', '1010', '12.00');
  await open('record/entry');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('rent of the mill');
  await expect(page.getByText('As on 1 February 2026:')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByLabel('Account, line 1').press('Alt+ArrowDown');
  await expect(page.getByRole('option').first()).toContainText('6400');
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'Explanation' }).press('Alt+l');
  await expect(page.getByLabel('Debit, line 1')).toBeFocused();
  await page.keyboard.type('460');
  await page.getByLabel('Credit, line 2').press('=');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Posted as 2027-0001')).toBeVisible();
  await open('record/journal?entry=2027-0001');
  await page.getByRole('link', { name: 'Write another like it' }).click();
  await expect(page.getByText('like 2027-0001 of')).toBeVisible();
  await expect(page.getByLabel('Credit, line 2')).toHaveValue('460.00');
  await expect(page.getByRole('list', { name: 'Look again' })).toContainText(
    'Posted before? 2027-0001 of 18 Jan 2027',
  );
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Posted as 2027-0002')).toBeVisible();
  await expect(page.getByLabel('Credit, line 2')).toHaveValue('');
  // what has been reversed was wrong: it is neither offered nor held to have been posted before
  for (const number of ['2027-0001', '2027-0002'])
    await ask('POST', `/entries/${number}/reverse`, { date: '2027-01-18' });
  await page.reload();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('rent of the mill');
  await expect(page.getByText('As on 1 February 2026:')).toBeVisible();
});

test('an account that the chart has not is added from the line, and the entry goes on', async ({
  own: { page, open, ask },
}) => {
  await open('record/entry');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Diesel for the press');
  await page.getByLabel('Account, line 1').fill('6455 Fuel');
  await page.getByLabel('Account, line 1').press('Tab');
  await page.getByLabel('Debit, line 1').fill('60');
  await expect(page.getByLabel('Name to add, line 1')).toHaveValue('Fuel');
  await expect(page.getByText('expense', { exact: true })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByLabel('Name to add, line 1').press('Enter');
  await expect(page.getByLabel('Account, line 1')).toHaveValue('6455 Fuel');
  await expect(page.getByLabel('Note, line 1')).toBeFocused();
  await expect(page.getByLabel('Name to add, line 1')).toHaveCount(0);
  await account(page, 2, '1010');
  await page.getByLabel('Credit, line 2').press('=');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Posted as 2027-0001')).toBeVisible();
  expect(await ask('GET', '/entries/2027-0001')).toMatchObject({ lines: [{ accountName: 'Fuel' }, {}] });
});

test('the date of an entry follows the rail until one is typed', async ({ own: { page, open } }) => {
  const date = page.getByRole('textbox', { name: 'Date', exact: true });
  await open('record/entry?from=2026-03-01&to=2026-03-31');
  await expect(date).toHaveValue('31 Mar 2026');
  await expect(page.getByText('in the dates chosen')).toBeVisible();
  await page.getByRole('button', { name: /^May/ }).click();
  await expect(date).toHaveValue('31 May 2026');
  await date.fill('7/4/2026');
  await date.press('Tab');
  await page.getByRole('button', { name: /^June?/ }).click();
  await expect(date).toHaveValue('7 Apr 2026');
  await expect(page.getByText('The date lies outside the dates chosen at the left.')).toBeVisible();
});

test('a whole entry goes by Enter, from the date to the line after the last', async ({ own: { page, open } }) => {
  await open('record/entry');
  await expect(page.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  await page.keyboard.type('5/3/2026');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toBeFocused();
  await page.keyboard.type('Sundries');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Account, line 1')).toBeFocused();
  await page.keyboard.type('6900');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Account, line 1')).toHaveValue(/^6900 /);
  await page.getByLabel('Debit, line 1').fill('12,34');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Account, line 2')).toBeFocused();
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('12.34');
});

test('a draft open in two tabs is kept and posted by one of them only', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/drafts', { date: '', kind: 'ordinary', explanation: 'Seen twice', reference: '', lines: [] });
  await open('record/drafts');
  await page.getByRole('link', { name: 'Seen twice' }).click();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Seen twice');
  const other = await page.context().newPage();
  await other.goto(page.url());
  await other.getByRole('combobox', { name: 'Explanation' }).fill('Changed over there');
  await other.getByRole('button', { name: 'Save as draft' }).click();
  await expect(other.getByRole('status')).toBeVisible();
  await page.bringToFront();
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('7/3/2026');
  await account(page, 1, '6400');
  await page.getByLabel('Debit, line 1').fill('20');
  await account(page, 2, '1010');
  await page.getByLabel('Credit, line 2').press('=');
  await page.keyboard.press('Control+Enter');
  // both versions stand there, and neither is lost
  const versions = page.getByRole('alert', { name: 'Two versions' });
  await expect(versions.getByRole('row', { name: /Explanation/ })).toContainText(/Seen twice.*Changed over there/);
  await expect(versions.getByRole('row', { name: /Line 1/ })).toContainText('6400 · debit 20.00');
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('20.00');
  expect(await ask<unknown[]>('GET', '/drafts')).toHaveLength(1);
  await versions.getByRole('button', { name: /Take the other version/ }).click();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Changed over there');
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('');
  await page.getByRole('combobox', { name: 'Explanation' }).press('Control+z');
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Seen twice');
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('20.00');
  await other.getByRole('combobox', { name: 'Explanation' }).fill('Changed once more');
  await other.getByRole('button', { name: 'Save as draft' }).click();
  await expect.poll(async () => (await ask<{ version: number }[]>('GET', '/drafts'))[0]?.version).toBe(3);
  await page.keyboard.press('Control+Enter');
  await expect(versions.getByRole('row', { name: /Explanation/ })).toContainText('Changed once more');
  await versions.getByRole('button', { name: 'Go on with what stands here' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  await other.close();
});

test('lines pasted from a worksheet fill the entry; one decimal comma and one thousand stay what they were', async ({
  own: { page, open },
}) => {
  await open('record/entry');
  await paste(page, 'Account, line 1', '6900\tPaper\t1.234,50\t\n1010\tBank\t\t1.234,50\n');
  await expect(page.getByLabel('Account, line 2')).toHaveValue(/^1010 /);
});

test('a contact is taken by Tab and by Enter as an account is; the next entry is ordinary again unless that is said', async ({
  own: { page, open, ask },
}) => {
  for (const name of ['Low Weir Inn', 'Osier Beds']) await ask('POST', '/contacts', { name, roles: ['customer'] });
  await open('record/entry');
  await page.keyboard.press('Tab');
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'Adjusting' }).click();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Bad debt');
  await account(page, 1, '6900');
  await page.getByLabel('Debit, line 1').fill('20');
  await account(page, 2, '1100');
  await page.getByLabel('Contact, line 2').pressSequentially('weir');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Contact, line 2')).toHaveValue('Low Weir Inn');
  await page.getByLabel('Contact, line 2').fill('osi');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Contact, line 2')).toHaveValue('Osier Beds');
  await page.getByLabel('Credit, line 2').press('=');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0001');
  await expect(page.getByRole('combobox', { name: 'Kind' })).toHaveText('Ordinary');
  await page.getByRole('link', { name: 'Skip to the sheet' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  expect(await page.evaluate(() => document.activeElement?.closest('#desk') !== null)).toBe(true);
});

test('an entry is kept as a pattern and begun again by its name, with its amounts or without', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-02', 'Rent of the press house', '6100', '1010', '800.00');
  await open('record/journal?from=2026-01-01&to=2026-12-31');
  await page.getByText('Rent of the press house').click();
  await page.getByRole('button', { name: 'Save as a pattern' }).click();
  await page.getByRole('textbox', { name: 'Name of the pattern' }).fill('Monthly rent');
  await page.getByRole('checkbox', { name: 'with its amounts' }).uncheck();
  await page.getByRole('textbox', { name: 'Name of the pattern' }).press('Enter');
  await expect(page.getByText('Saved as the pattern “Monthly rent”.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Monthly rent' })).toBeVisible();
  await open('record/drafts?from=2026-01-01&to=2026-12-31');
  await page.getByRole('link', { name: 'Entries like it' }).click();
  await expect(page.getByText('Rent of the press house')).toBeVisible();
  await open('record/entry');
  const explanation = page.getByRole('combobox', { name: 'Explanation' });
  await page.getByLabel('Note, line 1').fill('typed before');
  await explanation.fill('mon');
  await expect(page.getByRole('option', { name: /Monthly rent/ })).toBeVisible();
  await explanation.press('ArrowDown');
  await explanation.press('Enter');
  await expect(explanation).toHaveValue('Rent of the press house');
  await expect(page.getByLabel('Note, line 1')).toHaveValue('typed before');
  await expect(page.getByLabel('Account, line 2')).toHaveValue(/^6100/);
  await expect(page.getByLabel('Account, line 3')).toHaveValue(/^1010/);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Account, line 2')).toHaveValue('');
  await explanation.fill('month');
  await expect(page.getByRole('option', { name: /Monthly rent/ })).toBeVisible();
  await explanation.press('ArrowDown');
  await explanation.press('Enter');
  await expect(page.getByLabel('Account, line 2')).toHaveValue(/^6100/);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Account, line 2')).toHaveValue('');
  await explanation.fill('Lease');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Account, line 1').press('Tab');
  await page.getByLabel('Debit, line 1').fill('750');
  await page.getByRole('button', { name: 'Save as a pattern' }).click();
  await page.getByRole('textbox', { name: 'Name of the pattern' }).fill('monthly RENT');
  await page.getByRole('button', { name: 'Replace “Monthly rent”' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'saved as the pattern' })).toBeVisible();
  await open('record/drafts');
  await expect(page.getByRole('row', { name: /monthly RENT/ })).toContainText('saved');
  await page
    .getByRole('row', { name: /monthly RENT/ })
    .getByRole('button', { name: 'Discard' })
    .click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await page.getByRole('link', { name: 'monthly RENT' }).click();
  await expect(page.getByLabel('Debit, line 1')).toHaveValue('750.00');
  await expect(page.getByText('from the pattern “monthly RENT”')).toBeVisible();
});

test('an amount far out of what its account usually sees is pointed out, with the way to what it sees', async ({
  own: { page, open, ask },
}) => {
  const rows = Array.from(
    { length: 9 },
    (_, n) => `${n},2027-01-0${n + 1},Rent,6100,8${n}.00,\n${n},,,1010,,8${n}.00`,
  );
  await ask('POST', '/entries/import', `entry,date,explanation,account,debit,credit\n${rows.join('\n')}\n`);
  await open('record/entry');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Debit, line 1').fill('95');
  await page.getByLabel('Account, line 2').fill('1010');
  await page.getByLabel('Credit, line 2').press('=');
  await expect(page.getByRole('region', { name: 'Effect if posted' })).toContainText('95.00');
  const doubts = page.getByRole('list', { name: 'Look again' });
  await expect(doubts).toHaveCount(0);
  await page.getByLabel('Debit, line 1').fill('950');
  await expect(doubts).toContainText(
    '950.00 is far out of what 6100 usually sees: the median of its last 9 lines is 84.00.',
  );
  await doubts.getByRole('link', { name: '6100' }).click();
  await expect(page.getByRole('list', { name: 'Lines' }).getByText('80.00 dr')).toBeVisible();
});
