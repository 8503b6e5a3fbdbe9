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

test('a schedule is written, falls due on the last days of months, and is posted or skipped in order', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/recurring-journals', RENT);
  await open('record/recurring');
  const due = page.getByRole('region', { name: /^Due by/ });
  await expect(due.getByText('Rent of the barn')).toHaveCount(2);
  await expect(due.getByText('30 Nov 2026')).toBeVisible();
  await expect(due.getByText('31 Dec 2026 · after the one before')).toBeVisible();
  await due.getByRole('button', { name: 'skip …' }).click();
  await expect(due.getByRole('button', { name: 'skip it' })).toBeDisabled();
  await due.getByLabel('Why it is skipped').fill('The landlord let us off');
  await due.getByRole('button', { name: 'skip it' }).click();
  await expect(due.getByText('Rent of the barn')).toHaveCount(1);
  await due.getByRole('button', { name: 'Post it' }).click();
  await expect(due.getByRole('status')).toContainText('Posted 2026-0001');
  await expect(due.getByText('Nothing is due.')).toBeVisible();
  await expect(page.getByRole('img', { name: /2026-11-30 skipped|2027-01-31 to-come/ })).toBeVisible();
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
  await expect(page.getByRole('button', { name: /Cleaning/ })).toBeVisible();
  const journals = await ask<{ next: string[] }[]>('GET', '/recurring-journals');
  expect(journals[0]?.next.slice(0, 2)).toEqual(['2027-02-01', '2027-03-01']);
});

test('a schedule is looked into and ended', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/recurring-journals', { ...RENT, schedule: { unit: 'month', every: 3, from: '2027-02-15' } });
  await open('record/recurring');
  await page.getByRole('button', { name: /Rent of the barn/ }).click();
  await expect(page.getByText(/15 Feb 2027, 15 May 2027/)).toBeVisible();
  await page.getByRole('button', { name: 'end it today' }).click();
  await expect(page.getByText(/, ended 18 Jan 2027/)).toBeVisible();
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
