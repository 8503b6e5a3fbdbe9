import { expect, test } from './books.js';

test('a tax code is begun from a shape, tried on an amount, and gets a new rate from a day on', async ({
  own: { page, open, ask },
}) => {
  await open('prepare/tax-codes');
  await page.getByRole('button', { name: 'Add the first one' }).click();
  await page.getByRole('combobox', { name: 'Kind of tax' }).click();
  await page.getByRole('option', { name: 'on purchases, reclaimed in part' }).click();
  await page.getByRole('textbox', { name: 'Code' }).fill('P20H');
  await page.getByRole('textbox', { name: 'Name' }).fill('Half of it reclaimed');
  await page.getByLabel('Rate of part 1, from the beginning').fill('20');
  await page.getByLabel('Rate of part 2, from the beginning').fill('20');
  const example = page.getByRole('region', { name: 'What it does to an amount' });
  await expect(example.getByRole('row', { name: /1350 Tax to be reclaimed/ })).toContainText('10.00');
  await example.getByRole('button', { name: 'gross' }).click();
  await page.getByLabel('Amount to try').fill('120');
  await expect(example.getByRole('row', { name: /tax that is not reclaimed/ })).toContainText('10.00');
  await page.getByLabel('Share of part 2, from the beginning').fill('40');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('come to 90 %, not 100');
  await page.getByLabel('Share of part 2, from the beginning').fill('50');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('button', { name: /^P20H Half of it reclaimed/ })).toContainText('20 %');
  await page.getByRole('button', { name: 'another rate from a day on' }).click();
  await page.getByLabel('Rate from').nth(1).fill('1/7/2027');
  for (const part of [1, 2]) await page.getByLabel(`Rate of part ${part}, from 1/7/2027`).fill('22');
  await page.getByLabel('Day to try').fill('2/7/2027');
  await expect(example.getByRole('row', { name: /tax that is not reclaimed/ })).toContainText('11.00');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: /^P20H/ })).toContainText('22 % from 1 Jul 2027');
  expect(await ask('GET', '/tax-codes')).toMatchObject([
    {
      code: 'P20H',
      rates: [{ from: null }, { from: '2027-07-01', parts: [{ rate: '22', account: '1350' }, { account: null }] }],
    },
  ]);
});

test('an account is told its usual tax code', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/tax-codes', { code: 'S7', name: 'Sales', side: 'sales', rates: [{ parts: [] }] });
  await open('prepare/chart');
  await page.getByRole('row', { name: /4000 / }).focus();
  await page.keyboard.press('d');
  await page.getByRole('combobox', { name: 'Usual tax code' }).click();
  await page.getByRole('option', { name: 'S7 Sales' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /^4000 / })).toContainText('tax S7');
});

test('rates are typed either way, doubted when turned round, and read from a file', async ({
  own: { page, open },
}) => {
  await open('prepare/currencies');
  await page.getByRole('button', { name: 'Add the first one' }).click();
  await page.getByRole('combobox', { name: 'Currency' }).click();
  await page.getByRole('option', { name: /^GBP / }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const day = page.getByLabel('Day of the rate');
  await day.fill('4/1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('0.8518');
  await expect(page.getByLabel('1 GBP in EUR')).toHaveAttribute('placeholder', '1.17398');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('listitem')).toContainText('0.8518');
  await expect(day).toBeFocused();
  await page.keyboard.type('11/1');
  await page.keyboard.press('Enter');
  await page.keyboard.type('0.86');
  await expect(page.getByRole('status')).toContainText('Is 0.86 meant the other way?');
  await page.keyboard.type('x');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('not a rate above zero');
  await page.getByRole('link', { name: 'Files in and out' }).click();
  await page.getByLabel('File to read').setInputFiles({
    name: 'rates.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('currency,date,rate_per_base\nGBP,2027-01-11,0.84\n'),
  });
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByRole('button', { name: /^GBP British Pound/ })).toContainText('1.19048');
});

test('a foreign line takes the rate of its day, or says what the amounts come to', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/accounts', { number: '1030', name: 'Pound account', role: 'cash', currency: 'GBP' });
  await ask('POST', '/currencies', { currency: 'GBP' });
  await ask('PUT', '/exchange-rates/GBP/2026-03-02', { ratePerBase: '0.8' });
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('8/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Pounds bought');
  await page.getByLabel('Account, line 1').fill('1030');
  await page.keyboard.press('Tab');
  await page.getByLabel('Amount in GBP, line 1').fill('-3*50');
  await expect(page.getByLabel('Rate, line 1')).toHaveAttribute('placeholder', '0.8');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Credit, line 1')).toHaveValue('187.50');
  await expect(page.getByRole('row', { name: /in GBP/ })).toContainText('GBP for one EUR of 2 Mar 2026');
  await page.getByLabel('Credit, line 1').fill('180');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('row', { name: /in GBP/ })).toContainText('comes to 1.2');
  await page.getByLabel('Account, line 2').fill('1010');
  await page.keyboard.press('Tab');
  await page.getByLabel('Debit, line 2').fill('180');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  expect(await ask('GET', '/entries/2026-0001')).toMatchObject({
    lines: [{ foreignAmount: '150.00', rate: null, ratePerBase: null, credit: '180.00' }, { debit: '180.00' }],
  });
});
