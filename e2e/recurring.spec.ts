import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

const RENT = {
  name: 'Rent of the barn',
  schedule: { unit: 'month', every: 1, from: '2026-11-30', day: 'last' },
  entry: {
    explanation: 'Rent of the barn',
    lines: [
      { account: '6100', debit: '300.00' },
      { account: '1010', credit: '300.00' },
    ],
  },
};

test('what is late is opened, skipped with a reason or posted with another amount, in order, by keys alone', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/recurring-journals', RENT);
  await open('record/recurring');
  const line = page.getByRole('region', { name: 'Line of time' });
  const dates = line.getByRole('button', { name: /Rent of the barn/ });
  await expect(dates.nth(0)).toHaveAccessibleName('Rent of the barn ● late');
  await dates.nth(0).focus();
  await page.keyboard.press('ArrowDown');
  await expect(dates.nth(1)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(line.getByText('The date before it comes first.')).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const first = line.getByRole('form', { name: 'Rent of the barn, what it posts' });
  await first.getByRole('button', { name: 'Skip …' }).press('Enter');
  await expect(first.getByRole('button', { name: 'Skip it' })).toBeDisabled();
  await page.keyboard.type('The landlord let us off');
  await page.keyboard.press('Enter');
  await expect(line.getByText('30 Nov 2026')).toHaveCount(0);
  await dates.nth(0).press('Enter');
  await first.getByLabel('Rent, debit').fill('310');
  await first.getByLabel('Bank account, credit').fill('310');
  await page.keyboard.press('Enter');
  await expect(line.getByText('Nothing is due.')).toBeVisible();
  const { entries } = await ask<{ entries: { date: string; lines: { debit: string | null }[] }[] }>(
    'GET',
    '/entries?source=recurring',
  );
  expect(entries.map(({ date, lines }) => [date, lines[0]?.debit])).toEqual([['2026-12-31', '310.00']]);
});

test('all that is due is posted at once, with its effect said first; the months that come have their sums', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/recurring-journals', RENT);
  await open('record/recurring');
  const line = page.getByRole('region', { name: 'Line of time' });
  await expect(line.getByText(/6100 Rent 600.00 debit/)).toBeVisible();
  await expect(line.getByRole('row', { name: /^February 2027/ })).toContainText('300.00');
  await line.getByRole('button', { name: 'Post all 2 that are due' }).click();
  await expect(line.getByRole('status')).toContainText('Posted 2026-0001, 2026-0002');
  await expect(line.getByText('Nothing is due.')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('a loan is set up with its dates in words, and shows every instalment to the one that clears it', async ({
  own: { page, open },
}) => {
  await open('record/recurring?schedule=new');
  const form = page.getByRole('form', { name: 'New schedule' });
  await form.getByLabel('Name').fill('Van loan');
  await form.getByRole('textbox', { name: 'From' }).fill('28/2/2027');
  await form.getByRole('combobox', { name: 'On the' }).click();
  await page.getByRole('option', { name: 'last day', exact: true }).click();
  await form.getByRole('combobox', { name: 'On a weekend or holiday' }).click();
  await page.getByRole('option', { name: 'business day before' }).click();
  await form.getByLabel('Times').fill('12');
  await expect(
    form.getByText('Monthly, on the last day, or the business day before; from 28 Feb 2027, 12 times.'),
  ).toBeVisible();
  await expect(form.getByText(/Fri 26 Feb 2027 \(for the 28 Feb 2027\), Wed 31 Mar 2027/)).toBeVisible();
  await form.getByRole('combobox', { name: 'The amount is' }).click();
  await page.getByRole('option', { name: 'a loan’s instalment' }).click();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText('“” is no amount.')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await form.getByLabel('Owed').fill('12000');
  await form.getByRole('textbox', { name: 'Interest runs from' }).fill('31/1/2027');
  await form.getByLabel('Per cent a year').fill('6');
  await form.getByRole('combobox', { name: 'The same each time' }).click();
  await page.getByRole('option', { name: 'the principal in it' }).click();
  for (const [label, number] of [
    ['Loan account', '2600'],
    ['Interest account', '6900'],
    ['Paid from', '1010'],
  ] as const) {
    const field = form.getByRole('combobox', { name: label });
    await field.fill(number);
    await field.press('Tab');
  }
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toHaveCount(0);
  await page.getByRole('button', { name: /^Van loan .*monthly/ }).click();
  const sheet = page.getByRole('region', { name: 'Van loan' });
  await expect(sheet.getByRole('row', { name: /28 Feb 2027/ })).toContainText('1,060.00');
  await expect(sheet.getByRole('row', { name: /31 Jan 2028/ })).toContainText('0.00');
  await expect(sheet.getByRole('row', { name: /^Total/ })).toContainText('12,390.00');
});

test('a schedule is begun from an entry, with its lines, a month after it', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/entries', { date: '2027-01-10', explanation: 'Hall hire', lines: RENT.entry.lines });
  await open('record/journal');
  await page.getByRole('button', { name: /Hall hire/ }).click();
  await page.getByRole('link', { name: 'Make it recurring' }).click();
  const form = page.getByRole('form', { name: 'New schedule' });
  await expect(form.getByText(/Monthly, on the 10th; from 10 Feb 2027/)).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: /^Hall hire .*monthly/ })).toBeVisible();
});

test('a schedule is begun from a draft', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/drafts', { date: '2027-01-31', explanation: 'Cleaning', lines: RENT.entry.lines });
  await open('record/drafts');
  await page.getByRole('row', { name: /Cleaning/ }).click();
  await page.getByRole('link', { name: 'Make it recurring' }).click();
  const form = page.getByRole('form', { name: 'New schedule' });
  await expect(form.getByLabel('Name')).toHaveValue('Cleaning');
  await expect(form.getByText(/from 28 Feb 2027/)).toBeVisible();
  await expect(form.getByLabel('Debit, line 1')).toHaveValue('300.00');
});

test('a bill for a year is spread over it; one that has not come is accrued as the last one was, and reversed', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/accounts', { number: '1430', name: 'Paid ahead', element: 'asset' });
  await ask('POST', '/accounts', { number: '2330', name: 'Not yet billed', element: 'liability' });
  await ask('POST', '/entries', { date: '2027-01-10', explanation: 'Insurance', lines: RENT.entry.lines });
  await open('record/journal');
  await page.getByRole('button', { name: /Insurance/ }).click();
  await page.getByRole('link', { name: 'Spread it over time' }).click();
  const form = page.getByRole('form', { name: 'Spread it over time' });
  await form.getByRole('textbox', { name: 'It is for' }).fill('1/2/2027');
  await form.getByRole('textbox', { name: 'To' }).fill('31/1/2028');
  const until = form.getByRole('combobox', { name: 'Until then paid ahead on' });
  await until.fill('1430');
  await until.press('Tab');
  await form.getByRole('button', { name: 'Post it and keep the schedule' }).click();
  const sheet = page.getByRole('region', { name: 'Paid ahead: Insurance' });
  await expect(sheet.getByRole('row', { name: /28 Feb 2027/ })).toContainText('25.00');
  await open('record/journal');
  await page
    .getByRole('button', { name: /^10 Jan.* Insurance/ })
    .last()
    .click();
  await page.getByRole('link', { name: 'Accrue the next one' }).click();
  await expect(page.getByText('accrued, as 2027-0001 of 10 Jan 2027 was')).toBeVisible();
  await expect(page.getByLabel('Date', { exact: true })).toHaveValue('28 Feb 2027');
  const owed = page.getByLabel('Account, line 2');
  await expect(owed).toHaveValue('');
  await owed.fill('2330');
  await owed.press('Tab');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/2027-0003/).first()).toBeVisible();
  const entry = await ask<{ reversesOn: string; kind: string }>('GET', '/entries/2027-0003');
  expect([entry.kind, entry.reversesOn]).toEqual(['adjusting', '2027-03-01']);
});

test('a schedule is changed from a date on; what held before stays to be seen, and it can be paused', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/recurring-journals', { ...RENT, schedule: { unit: 'month', every: 1, from: '2027-02-15' } });
  await open('record/recurring?schedule=1');
  const sheet = page.getByRole('region', { name: 'Rent of the barn' });
  await sheet.getByRole('button', { name: 'Change' }).click();
  const form = page.getByRole('form', { name: 'Change Rent of the barn' });
  await form.getByLabel('Debit, line 1').fill('320');
  await form.getByLabel('Credit, line 2').fill('320');
  await form.getByRole('textbox', { name: 'Holds from' }).fill('1/4/2027');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(sheet.getByRole('row', { name: /15 Mar 2027/ })).toContainText('300.00');
  await expect(sheet.getByRole('row', { name: /15 Apr 2027/ })).toContainText('320.00');
  await expect(sheet.getByRole('listitem').filter({ hasText: 'From 15 Feb 2027' })).toContainText('6100 300.00');
  await sheet.getByRole('button', { name: 'Pause …' }).click();
  await sheet.getByRole('textbox', { name: 'From' }).fill('1/3/2027');
  await sheet.getByRole('textbox', { name: 'Until' }).fill('30/4/2027');
  await sheet.getByRole('button', { name: 'Pause it' }).click();
  await expect(sheet.getByText('Paused from 1 Mar 2027 to 30 Apr 2027.')).toBeVisible();
  await expect(sheet.getByRole('row', { name: /15 Mar 2027/ })).toHaveCount(0);
});

test('a holiday moves what falls on it', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/recurring-journals', {
    ...RENT,
    schedule: { unit: 'month', every: 1, from: '2027-02-15', businessDay: 'after' },
  });
  await open('record/recurring');
  const form = page.getByRole('form', { name: 'Add a holiday' });
  await form.getByRole('textbox', { name: 'Day' }).fill('15/2/2027');
  await form.getByLabel('Name').fill('Fair');
  await form.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('button', { name: 'Remove Fair' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^16 Feb Rent of the barn/ })).toBeVisible();
});

test('a schedule that cannot work says where, and is saved once it can', async ({ own: { page, open, ask } }) => {
  await open('record/recurring');
  await page.getByRole('button', { name: 'Write the first schedule' }).click();
  const form = page.getByRole('form', { name: 'New schedule' });
  await form.getByLabel('Name').fill('Cleaning');
  await form.getByRole('textbox', { name: 'From' }).fill('1/2/2027');
  await form.getByLabel('Explanation of each entry').fill('Cleaning of the shop');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert').first()).toBeVisible();
  await form.getByLabel('Account, line 1').fill('6900');
  await page.getByRole('option').first().click();
  await form.getByLabel('Debit, line 1').fill('40');
  await form.getByLabel('Account, line 2').fill('1010');
  await page.getByRole('option').first().click();
  await form.getByLabel('Credit, line 2').press('=');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Cleaning .*monthly/ })).toBeVisible();
  const journals = await ask<{ next: string[] }[]>('GET', '/recurring-journals');
  expect(journals[0]?.next.slice(0, 2)).toEqual(['2027-02-01', '2027-03-01']);
});

test('a schedule is looked into and ended', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/recurring-journals', { ...RENT, schedule: { unit: 'month', every: 3, from: '2027-02-15' } });
  await open('record/recurring');
  await page
    .getByRole('button', { name: /^Rent of the barn .*every 3 months|^Rent of the barn .*quarterly/ })
    .click();
  const sheet = page.getByRole('region', { name: 'Rent of the barn' });
  await expect(sheet.getByRole('row', { name: /15 May 2027/ })).toBeVisible();
  await sheet.getByRole('button', { name: 'End …' }).click();
  await sheet.getByRole('button', { name: 'End it today' }).click();
  await expect(page.getByText(/; ended 18 Jan 2027/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Back to the line of time' }).click();
  await expect(page.getByText('Nothing is due.')).toBeVisible();
});

test('an entry typed on the accounts of a schedule that is due says so, with a way to it', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/recurring-journals', RENT);
  await open('record/entry');
  for (const [line, { account, debit }] of RENT.entry.lines.entries()) {
    const field = page.getByLabel(`Account, line ${line + 1}`);
    await field.fill(account);
    await field.press('Tab');
    await page.getByLabel(`${debit ? 'Debit' : 'Credit'}, line ${line + 1}`).fill('75');
  }
  const again = page.getByRole('list', { name: 'Look again' });
  await expect(again).toContainText('Due by itself?');
  await again.getByRole('link', { name: RENT.name }).click();
  await expect(page).toHaveURL(/recurring/);
});

test('a bill that has not come, and none like it before, is accrued at the month’s end and reversed', async ({
  own: { page, open, ask },
}) => {
  await open('record/recurring');
  await page.getByRole('link', { name: 'Accrue a missing bill' }).click();
  await expect(page.getByText('a bill that has not come, accrued and reversed')).toBeVisible();
  await page.getByLabel('Explanation').fill('Accrued: audit of the year');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('225');
  await page.getByLabel('Account, line 2').fill('2300');
  for (let cell = 0; cell < 3; cell += 1) await page.keyboard.press('Tab');
  await page.keyboard.press('=');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Posted' }).first()).toBeVisible();
  const { entries } = await ask<{ entries: { date: string; kind: string; amount: string }[] }>('GET', '/entries');
  expect(entries.map(({ date, kind, amount }) => [date, kind, amount])).toEqual([
    ['2027-01-01', 'reversing', '225.00'],
    ['2026-12-31', 'adjusting', '225.00'],
  ]);
});
