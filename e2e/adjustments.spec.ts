import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

const YEAR = 'check/adjustments?from=2026-01-01&to=2026-12-31';

test('stock is counted by keys alone: the entry moves as it is typed, is posted, and says how it was found', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/accounts', { number: '1290', name: 'Inventory of casks', element: 'asset' });
  await ask('POST', '/entries', {
    date: '2026-03-01',
    explanation: 'Casks bought',
    lines: [
      { account: '1290', debit: '1000.00' },
      { account: '1010', credit: '1000.00' },
    ],
  });
  await open(YEAR);
  const sheet = page.getByRole('region', { name: 'Adjustments' });
  await expect(sheet.getByText('No schedule makes an adjusting entry in these days.')).toBeVisible();
  const lacking = sheet.getByRole('region', { name: 'On no schedule' });
  await lacking
    .getByRole('listitem')
    .filter({ hasText: 'Inventory of casks' })
    .getByRole('link', { name: 'Write the schedule' })
    .click();
  const form = page.getByRole('form', { name: 'New schedule' });
  await expect(form.getByLabel('Name')).toHaveValue('Count of Inventory of casks');
  await expect(form.getByText(/Yearly, on the last day of December/)).toBeVisible();
  await form.getByRole('combobox', { name: 'Against' }).fill('5000');
  await form.getByRole('button', { name: 'Save the schedule' }).click();
  await expect(form).toHaveCount(0);

  await open(YEAR);
  await expect(sheet.getByText('1 still to be made.')).toBeVisible();
  await sheet.getByRole('button', { name: /Count of Inventory of casks/ }).focus();
  await page.keyboard.press('Enter');
  await expect(sheet.getByLabel('Item, row 1')).toBeFocused();
  await page.keyboard.type('Casks of oak');
  await page.keyboard.press('Enter');
  await page.keyboard.type('28');
  await page.keyboard.press('Enter');
  await page.keyboard.type('dear');
  await expect(sheet.getByRole('alert')).toContainText('“dear” is no cost');
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type('30');
  const found = sheet.getByRole('table', { name: 'How it was found' });
  await expect(found.getByRole('row', { name: /The entry brings/ })).toContainText('(160.00)');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await sheet.getByRole('button', { name: 'Post it so' }).press('Enter');
  await expect(sheet.getByText('1 made.')).toBeVisible();
  await sheet.getByRole('button', { name: /Count of Inventory of casks/ }).press('Enter');
  await expect(found.getByRole('row', { name: /Casks of oak/ })).toContainText('840.00');

  // from the entry back to how it was found
  await sheet.getByRole('link', { name: /^Entry 2026-/ }).click();
  await page.getByRole('link', { name: 'among the adjustments' }).click();
  await expect(found.getByRole('row', { name: /Casks of oak/ })).toContainText('840.00');
});

test('an allowance follows the ages; a document that was looked at has its own percentage', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Ferry Arms', roles: ['customer'] });
  for (const [document, dueDate, amount] of [
    ['F-1', '2026-12-15', '1000.00'],
    ['F-2', '2026-06-01', '500.00'],
  ])
    await ask('POST', '/entries', {
      date: '2026-05-01',
      explanation: 'Cider',
      lines: [
        { account: '1100', debit: amount, contact: 'Ferry Arms', document, dueDate },
        { account: '4000', credit: amount },
      ],
    });
  await ask('POST', '/recurring-journals', {
    name: 'Allowance',
    schedule: { unit: 'year', every: 1, from: '2026-12-31' },
    amounts: 'target',
    target: { account: '1109', against: '6700', by: 'ages', percents: { '1-30': '2', 'over-90': '40' } },
    entry: { explanation: 'Allowance', kind: 'adjusting', lines: [] },
  });
  await open(YEAR);
  const sheet = page.getByRole('region', { name: 'Adjustments' });
  await sheet.getByRole('button', { name: /^Allowance/ }).click();
  const found = sheet.getByRole('table', { name: 'How it was found' });
  await expect(found.getByRole('row', { name: /Over 90 days/ })).toContainText('200.00');
  await expect(found.getByRole('row', { name: /The entry brings/ })).toContainText('220.00');
  await sheet.getByText('Document by document').click();
  await sheet.getByLabel('Per cent of F-2, Ferry Arms').fill('100');
  await expect(found.getByRole('row', { name: /The entry brings/ })).toContainText('520.00');
  await sheet.getByRole('button', { name: 'Post it so' }).click();
  await expect(sheet.getByText('1 made.')).toBeVisible();
});

test('all that is due is posted at once, but what has to be counted; a year end says what is left, with the way there', async ({
  own: { page, open, ask },
}) => {
  const lines = [
    { account: '6100', debit: '95.80' },
    { account: '1010', credit: '95.80' },
  ];
  const schedule = { unit: 'month', every: 1, day: 'last', from: '2026-11-30', count: 2 };
  const entry = { explanation: 'Used up', kind: 'adjusting', lines };
  await ask('POST', '/recurring-journals', { name: 'Used up', schedule, entry });
  await ask('POST', '/recurring-journals', { name: 'Rent', schedule, entry: { ...entry, kind: 'ordinary' } });
  await ask('POST', '/recurring-journals', {
    name: 'Count',
    schedule: { unit: 'year', every: 1, from: '2026-12-31' },
    amounts: 'target',
    target: { account: '1200', against: '5000', by: 'count' },
    entry: { explanation: 'Count', kind: 'adjusting', lines: [] },
  });
  await open('close/year-end?from=2026-01-01&to=2026-12-31');
  await page.getByLabel('Left to be done').getByRole('link', { name: '3 adjustments' }).click();
  const sheet = page.getByRole('region', { name: 'Adjustments' });
  await expect(sheet.getByText('1 more needs a word first.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Post all 2 that are due' }).click();
  await expect(sheet.getByRole('status')).toContainText('Posted 2026-0001, 2026-0002');
  await expect(sheet.getByText('1 still to be made, 2 made.')).toBeVisible();
  const { entries } = await ask<{ entries: { explanation: string }[] }>('GET', '/entries');
  expect(entries.map(({ explanation }) => explanation)).toEqual(['Used up', 'Used up']);
});
