import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Another tab of the same books, at the same screen. */
async function otherTab(page: Page): Promise<Page> {
  const other = await page.context().newPage();
  await other.goto(page.url());
  return other;
}

test('a contact that is changed in another tab keeps that change, and the form what was typed', async ({
  own: { page, open, ask },
}) => {
  await page.clock.install();
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await open('prepare/contacts');
  await page.getByRole('button', { name: /1 Low Weir Inn/ }).click();
  const form = page.getByRole('form', { name: 'Change Low Weir Inn' });
  await form.getByRole('textbox', { name: 'Terms' }).fill('45');
  const other = await otherTab(page);
  await other.getByRole('textbox', { name: 'Name' }).fill('The Low Weir');
  await other.getByRole('button', { name: 'Save' }).click();
  // coming back after a while, the list is read again, the form is not
  await expect(other.getByRole('button', { name: /1 The Low Weir/ })).toBeVisible();
  await page.clock.fastForward(20_000);
  await page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
  await expect(page.getByRole('button', { name: /1 The Low Weir/ })).toBeVisible();
  await expect(form.getByRole('textbox', { name: 'Terms' })).toHaveValue('45');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText('This contact has been changed since you opened it.')).toBeVisible();
  await expect(form.getByRole('textbox', { name: 'Terms' })).toHaveValue('45');
  expect(await ask('GET', '/contacts')).toMatchObject([{ name: 'The Low Weir', terms: null }]);

  // taken over, what was typed is saved with it, and changed once more from where it was kept
  await form.getByRole('button', { name: 'Take over what was changed' }).click();
  const again = page.getByRole('form', { name: 'Change The Low Weir' });
  await expect(again.getByText('Taken over: Name.')).toBeVisible();
  await expect(again.getByText('has been changed since you opened it')).toHaveCount(0);
  await expect(again.getByRole('textbox', { name: 'Terms' })).toHaveValue('45');
  for (const terms of ['45', '60']) {
    await again.getByRole('textbox', { name: 'Terms' }).fill(terms);
    await again.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('button', { name: new RegExp(`The Low Weir customer ${terms} days`) })).toBeVisible();
  }
});

test('an account that is renamed in another tab keeps its name', async ({ own: { page, open, ask } }) => {
  await open('prepare/chart');
  const openRent = async (tab: Page): Promise<void> =>
    tab
      .getByRole('row', { name: /6100 Rent/ })
      .getByRole('button', { name: 'change' })
      .click();
  await openRent(page);
  const form = page.getByRole('form', { name: 'Change 6100' });
  await form.getByRole('textbox', { name: 'Name' }).fill('Rent of the yard');
  const other = await otherTab(page);
  await openRent(other);
  await other.getByRole('textbox', { name: 'Name' }).fill('Rent of the barn');
  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByRole('link', { name: 'Rent of the barn' })).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText('This account has been changed since you opened it.')).toBeVisible();
  await expect(form.getByRole('textbox', { name: 'Name' })).toHaveValue('Rent of the yard');
  expect(await ask('GET', '/accounts')).toContainEqual(expect.objectContaining({ name: 'Rent of the barn' }));
  await form.getByRole('button', { name: 'Take over what was changed' }).click();
  await expect(
    form.getByText('Changed by somebody else too, and left as you typed it: Name (theirs: Rent of the barn).'),
  ).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: 'Rent of the yard' })).toBeVisible();
});

test('what somebody else changed of a tax code or of a schedule is taken over, and what was typed stays', async ({
  own: { page, open, ask },
}) => {
  const part = { rate: '20', share: '100', side: 'credit', account: '2200' };
  const code = { code: 'STD', name: 'Standard', side: 'sales', rates: [{ from: null, parts: [part] }] };
  const { id } = await ask<{ id: number }>('POST', '/tax-codes', code);
  await open('prepare/tax-codes');
  await page.getByRole('button', { name: /STD/ }).click();
  const form = page.getByRole('form', { name: 'Change STD' });
  await form.getByRole('textbox', { name: 'Name' }).fill('Standard rate');
  await ask('PUT', `/tax-codes/${id}`, {
    ...code,
    rates: [{ from: null, parts: [{ ...part, rate: '21' }] }],
    version: 1,
  });
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText('has been changed since you opened it')).toBeVisible();
  await form.getByRole('button', { name: 'Take over what was changed' }).click();
  await expect(form.getByText('Taken over: Rates.')).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect
    .poll(() => ask('GET', '/tax-codes'))
    .toMatchObject([{ name: 'Standard rate', rates: [{ parts: [{ rate: '21' }] }], version: 3 }]);

  const lines = (amount: string) => [
    { account: '6100', debit: amount },
    { account: '1010', credit: amount },
  ];
  const rent = {
    name: 'Rent of the barn',
    schedule: { unit: 'month', every: 1, from: '2027-02-15' },
    amounts: 'fixed',
    entry: { explanation: 'Rent', lines: lines('300.00') },
    byItself: 'waits',
  };
  await ask('POST', '/recurring-journals', rent);
  await open('record/recurring?schedule=1');
  await page.getByRole('region', { name: rent.name }).getByRole('button', { name: 'Change' }).click();
  const schedule = page.getByRole('form', { name: 'Change Rent of the barn' });
  await schedule.getByRole('textbox', { name: 'Name' }).fill('Rent of the yard');
  await ask('PUT', '/recurring-journals/1', {
    ...rent,
    schedule: { ...rent.schedule, every: 3 },
    entry: { explanation: 'Rent', lines: lines('310.00') },
    version: 1,
  });
  await schedule.getByRole('button', { name: 'Save' }).click();
  await schedule.getByRole('button', { name: 'Take over what was changed' }).click();
  await expect(schedule.getByText('Taken over: When it falls due, The entry.')).toBeVisible();
  await expect(schedule.getByLabel('Debit, line 1')).toHaveValue('310.00');
  await schedule.getByRole('button', { name: 'Save' }).click();
  await expect
    .poll(() => ask('GET', '/recurring-journals'))
    .toMatchObject([{ name: 'Rent of the yard', schedule: { every: 3 }, amount: '310.00' }]);
});

test('two who type into one row of a take-on keep what both have typed; of one cell they are told', async ({
  own: { page, open, ask },
}) => {
  const tray = '/take-on/trays/customers';
  const rows = async (): Promise<{ id: number; cells: Record<string, string>; version: number }[]> =>
    (await ask<{ rows: { id: number; cells: Record<string, string>; version: number }[] }>('GET', tray)).rows;
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await ask('POST', `${tray}/rows`, { rows: [{ cells: { contact: 'Low Weir Inn', document: 'A 1', unpaid: '5' } }] });
  const other = async (cells: Record<string, string>): Promise<void> => {
    const [row] = await rows();
    await ask('PUT', `${tray}/rows/${row?.id}`, { cells: { ...row?.cells, ...cells }, version: row?.version });
  };
  await open('take-on/bench?tray=customers');
  await page.getByLabel('Unpaid, row 1').fill('7');
  await other({ document: 'A 2' });
  await page.keyboard.press('Tab');
  await expect.poll(rows).toMatchObject([{ cells: { contact: 'Low Weir Inn', document: 'A 2', unpaid: '7' } }]);

  await page.getByLabel('Unpaid, row 1').fill('8');
  await other({ unpaid: '9.00' });
  await page.keyboard.press('Tab');
  const told =
    'Somebody else has just written “9.00” where you wrote “8”. Theirs stands; type yours again if it is meant.';
  await expect(page.getByText(told)).toBeVisible();
  await expect(page.getByLabel('Unpaid, row 1')).toHaveValue('9.00');
  expect(await rows()).toMatchObject([{ cells: { unpaid: '9.00' } }]);
  await page.getByLabel('Unpaid, row 1').fill('8');
  await page.keyboard.press('Tab');
  await expect.poll(rows).toMatchObject([{ cells: { document: 'A 2', unpaid: '8' } }]);
  await expect(page.getByText(told)).toHaveCount(0);
});

test('what is typed of the organisation stays while somebody else changes it; untouched it shows what they changed', async ({
  own: { page, open },
}) => {
  await page.clock.install();
  await open('prepare/organisation');
  const other = await otherTab(page);
  const rename = async (name: string): Promise<void> => {
    await other.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
    await other.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(other.getByText('Saved.')).toBeVisible();
    // coming back after a while, the organisation is read again
    await page.clock.fastForward(20_000);
    const read = page.waitForResponse((response) => /\/api\/organisations\/\d+$/.test(response.url()));
    await page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
    await read;
  };
  const form = page.getByRole('form', { name: 'The organisation' });
  const name = form.getByRole('textbox', { name: 'Name', exact: true });
  await rename('Osier Growers');
  await expect(name).toHaveValue('Osier Growers');
  const people = form.getByRole('textbox', { name: 'Two people from' });
  await people.fill('500');
  await rename('Osier and Reed Growers');
  await expect(page.getByText('Osier and Reed Growers').first()).toBeVisible();
  await expect(people).toHaveValue('500');
  await expect(name).toHaveValue('Osier Growers');
  await form.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(form.getByText(/has been changed since you opened it/)).toBeVisible();
  await expect(people).toHaveValue('500');
  await form.getByRole('button', { name: 'Take over what was changed' }).click();
  await expect(name).toHaveValue('Osier and Reed Growers');
  await expect(people).toHaveValue('500');
  await form.getByRole('button', { name: 'Undo changes' }).click();
  await expect(people).not.toHaveValue('500');
  await expect(name).toHaveValue('Osier and Reed Growers');
});
