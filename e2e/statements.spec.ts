import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type OwnBooks } from './books.js';

/** A small year: shares, a sale, rent, a machine on credit. */
async function year({ post, ask }: OwnBooks): Promise<void> {
  await post('2026-02-01', 'Shares', '1010', '3000', '1000.00');
  await post('2026-03-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-04-01', 'Rent', '6100', '1010', '150.00');
  await ask('POST', '/contacts', { name: 'Press Works', roles: ['supplier'] });
  await ask('POST', '/entries', {
    date: '2026-05-01',
    explanation: 'A second press',
    lines: [
      { account: '1500', debit: '600.00' },
      { account: '2100', credit: '600.00', contact: 'Press Works' },
    ],
  });
}

test('the statements of a span carry their figures on, and are saved as they are shown', async ({ own }) => {
  await year(own);
  const { page, open } = own;
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('row', { name: /Net surplus/ })).toContainText('250.00');
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  await expect(sheet.getByRole('row', { name: /Total assets/ })).toContainText('1,850.00');
  await expect(sheet.getByRole('row', { name: /Trade payables/ })).toContainText('600.00');
  await page.getByRole('button', { name: 'Single-step' }).click();
  await expect(income.getByText('Expenses', { exact: true })).toBeVisible();
  await expect(income.getByText('Operating expenses')).toHaveCount(0);
  await expect(page).toHaveURL(/single-step/);
  for (const [link, total] of [
    ['income', 'net-result'],
    ['equity', 'closing-equity'],
    ['balance sheet', 'total-assets'],
    ['cash flow', 'cash-at-end'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: link, exact: true }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/\.csv$/);
    const chunks: Buffer[] = [];
    for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer);
    expect(Buffer.concat(chunks).toString()).toContain(total);
  }
});

test('a span of a month shows that month, its opening being the day before', async ({ own }) => {
  await year(own);
  const { page, open } = own;
  await open('report/statements?from=2026-04-01&to=2026-04-30');
  await expect(page.getByText('for the month ended 30 April 2026').first()).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Income statement' }).getByRole('row', { name: /Net deficit|Net surplus/ }),
  ).toContainText('150.00');
  const equity = page.getByRole('region', { name: /^Statement of changes/ });
  await expect(equity.getByRole('row', { name: /^At 1 April 2026/ })).toContainText('1,400.00');
  await expect(equity.getByRole('row', { name: /^At 30 April 2026/ })).toContainText('1,250.00');
});

test('an account’s ledger runs its balance from what was brought forward', async ({ own }) => {
  await year(own);
  const { page, open } = own;
  await open('check/account?from=2026-03-01&to=2026-12-31');
  await page.getByRole('combobox', { name: 'Account' }).fill('bank');
  await page.getByRole('option').first().click();
  await expect(page.getByRole('heading', { name: '1010 Bank account' })).toBeVisible();
  await expect(page.getByText('brought forward', { exact: true }).locator('..')).toContainText('1,000.00 dr');
  const line = (name: RegExp) => page.getByRole('list', { name: 'Lines' }).getByRole('button', { name });
  await expect(line(/Cider sold/)).toContainText('1,400.00 dr');
  await expect(line(/Rent/)).toContainText('6100 Rent');
  await expect(line(/Rent/)).toContainText('1,250.00 dr');
  // a line opens its entry in its place, by key
  await line(/Cider sold/).press('ArrowDown');
  await expect(line(/Rent/)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Correct it' })).toBeVisible();
  // filtered, its lines have a total and no balance
  await page.getByRole('textbox', { name: 'Find' }).fill('cider');
  await expect(page.getByText('Total of these lines').locator('..')).toContainText('400.00');
  await expect(line(/Rent/)).toHaveCount(0);
  await expect(page.getByText(/1 line$/)).toBeVisible();
});

test('an account stands as a T, and what cancels in it is marked and left out', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-03-05', 'Taken twice', '1010', '4000', '150.00');
  await post('2026-03-06', 'Given back', '4000', '1010', '150.00');
  await open('check/account?account=1010&from=2026-03-01&to=2026-03-31');
  const lines = page.getByRole('list', { name: 'Lines' }).getByRole('listitem');
  await expect(lines).toHaveCount(3);
  await page.getByRole('button', { name: 'Mark what cancels' }).press('Enter');
  await expect(page.getByText('cancels 1')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hide it' }).press('Enter');
  await expect(lines).toHaveCount(1);
  await expect(page.getByText('Total of these lines').locator('..')).toContainText(/400\.000\.00$/);
  await page.getByRole('button', { name: 'Mark what cancels' }).press('Enter');
  await expect(lines).toHaveCount(3);
  await page.getByRole('button', { name: 'T-account' }).press('Enter');
  await expect(page.getByRole('region', { name: 'Debits' })).toContainText(/Cider|4000/);
  await expect(page.getByRole('region', { name: 'Debits' }).getByRole('link')).toHaveCount(2);
  await expect(page.getByRole('region', { name: 'Credits' }).getByRole('link')).toHaveCount(1);
  await expect(page.getByText('Balance', { exact: true }).locator('..')).toContainText('400.00');
  await page.reload();
  await page.getByRole('region', { name: 'Credits' }).getByRole('link').click();
  await expect(page.getByRole('button', { name: /Given back/ })).toHaveAttribute('aria-expanded', 'true');
});

test('long names and large amounts stay within their sheets at 1024 pixels', async ({ own }) => {
  const { page, open, post, ask } = own;
  const name = 'Receivables from members of the neighbouring growers’ association, third season';
  await ask('POST', '/accounts', { number: '1450', name, element: 'asset' });
  await post('2026-02-01', `${name}: ${'a very long explanation '.repeat(6)}`, '1450', '3000', '987654321.09');
  await page.setViewportSize({ width: 1024, height: 768 });
  for (const screen of [
    'prepare/chart',
    'record/journal?from=2026-01-01&to=2026-12-31',
    'check/trial-balance',
    'close/months',
  ]) {
    await open(screen);
    expect([screen, await page.evaluate('document.documentElement.scrollWidth')]).toEqual([screen, 1024]);
  }
  await open('check/trial-balance?from=2026-01-01&to=2026-12-31');
  await expect(page.getByRole('row', { name: /1450/ })).toContainText('987,654,321.09');
});

test('an organisation is renamed and says that it was kept', async ({ own: { page, open } }) => {
  await open('prepare/organisation');
  const keep = page.getByRole('button', { name: 'Save', exact: true });
  await expect(keep).toBeDisabled();
  await page.getByRole('textbox', { name: 'Name' }).fill('Sallow Reach Perry');
  await keep.click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sallow Reach Perry' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'First day in these books' })).toHaveValue('1 Jan 2026');
});

test('a year before stands beside each statement, from the old books where these had not begun', async ({ own }) => {
  await year(own);
  const { page, open, ask } = own;
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  await page.getByRole('combobox', { name: 'Columns' }).click();
  await page.getByRole('option', { name: 'and the year before' }).click();
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('columnheader', { name: '31 Dec 2025' })).toBeVisible();
  await expect(income).toContainText('31 Dec 2025: before these books begin');
  const cells = { date: '2025-12-31' };
  await ask('POST', '/take-on/trays/history/rows', {
    rows: [
      { cells: { ...cells, account: '1010', debit: '90.00' } },
      { cells: { ...cells, account: '4000', debit: '(120.00)' } },
      { cells: { ...cells, account: '6300', debit: '30.00' } },
    ],
  });
  await page.reload();
  await expect(income.getByRole('row', { name: /Insurance/ })).toContainText('–30.00');
  await expect(income.getByRole('row', { name: /Net surplus/ })).toContainText('€250.00€90.00');
  await expect(income).toContainText('31 Dec 2025: from the old books');
  // the position at the end of the old books is the opening one of these, in which nothing was taken on
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  await expect(sheet.getByRole('row', { name: /Total assets/ })).toContainText('€1,850.00');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'income', exact: true }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer);
  expect(Buffer.concat(chunks).toString()).toContain('account,,Insurance,6300,,30.00');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('the cash-flow statement is the fourth link; what moved no cash leads to its entry', async ({ own }) => {
  await year(own);
  const { page, open, post, ask } = own;
  await ask('POST', '/entries', {
    date: '2026-06-01',
    explanation: 'A press on a loan',
    lines: [
      { account: '1500', debit: '900.00' },
      { account: '1010', credit: '100.00' },
      { account: '2600', credit: '800.00' },
    ],
  });
  await post('2026-06-30', 'Wear of the presses', '6500', '1509', '40.00');
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  const cash = page.getByRole('region', { name: 'Cash-flow statement' });
  await expect(cash.getByRole('row', { name: /^Net surplus/ })).toContainText('210.00');
  await expect(cash.getByRole('row', { name: /^Depreciation/ })).toContainText('40.00');
  await expect(cash.getByRole('row', { name: /^Cash from operating/ })).toContainText('250.00');
  await expect(cash.getByRole('row', { name: /^Paid for Equipment/ })).toContainText('(100.00)');
  await expect(cash.getByRole('row', { name: /^Cash at the end/ })).toContainText('1,150.00');
  await expect(cash.getByText('A second press')).toBeVisible();
  // one statement is taken off the desk, one is left alone
  for (const name of ['Income', 'Equity', 'Balance sheet'])
    await page.getByRole('button', { name, exact: true }).click();
  await expect(page.getByRole('region', { name: 'Income statement' })).toHaveCount(0);
  await page.reload();
  await expect(cash).toBeVisible();
  await expect(page.getByRole('region', { name: 'Income statement' })).toHaveCount(0);
  await cash.getByRole('listitem').filter({ hasText: 'A press on a loan' }).getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await expect(page.getByText('A press on a loan').first()).toBeVisible();
});

test('columns are chosen once and hold for the whole chain; a figure leads to the days of its column', async ({
  own,
}) => {
  await year(own);
  const { page, open } = own;
  await open('report/statements?from=2026-04-01&to=2026-05-31');
  await page.getByRole('combobox', { name: 'Columns' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('by');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: 'Apr', exact: true })).toHaveCount(4);
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('row', { name: /^Rent/ })).toContainText('€150.00–€150.00');
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  await expect(sheet.getByRole('row', { name: /^Trade payables/ })).toContainText('–600.00');
  await income.getByRole('row', { name: /^Rent/ }).getByRole('button', { name: '€150.00' }).first().click();
  const source = page.getByRole('region', { name: 'Where this comes from' });
  await expect(source.getByRole('listitem')).toHaveText([/1 Apr 2026.*Rent.*150\.00/]);
  await source.getByRole('link', { name: '6100, its ledger' }).click();
  await expect(page.getByRole('heading', { name: '6100 Rent' })).toBeVisible();
  await expect(page).toHaveURL(/from=2026-04-01&to=2026-04-30/);
  await page.goBack();
  await source.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('combobox', { name: 'Columns' }).click();
  await page.getByRole('option', { name: 'and the period before' }).click();
  await expect(sheet.getByRole('row', { name: /^Total assets/ })).toContainText('€1,850.00€1,400.00450.0032.1');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await expect(sheet.getByRole('columnheader', { name: '%' })).toHaveCount(0);
  await expect(page).toHaveURL(/change=no/);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('statements as they were known on an earlier day say so, and leave out what came later', async ({ own }) => {
  await year(own);
  const { page, open } = own;
  await open('report/statements?from=2026-01-01&to=2026-12-31&statements=income-statement');
  const income = page.getByRole('region', { name: 'Income statement' });
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('250.00');
  await page.getByRole('textbox', { name: 'As known on' }).pressSequentially('31/12/2025');
  await expect(page.getByRole('textbox', { name: 'As known on' })).toHaveValue('31/12/2025');
  await expect(income).toContainText('as known on 31 December 2025');
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('0.00');
  await expect(income.getByRole('row', { name: /^Sales/ })).toHaveCount(0);
  // then and now beside each other, and what was recorded since
  await page.getByRole('button', { name: 'beside now' }).click();
  await expect(income.getByRole('columnheader')).toHaveText([
    'Item',
    'Known now',
    'Known 31 Dec 2025',
    'Change',
    '%',
  ]);
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('€250.00–250.00');
  await income
    .getByRole('row', { name: /^Net surplus/ })
    .getByTitle('Why did this change?')
    .click();
  const why = page.getByRole('region', { name: 'Why did this change?' });
  await expect(why.getByRole('listitem')).toHaveText([/4000.*400\.00/, /6100.*\(150\.00\)/]);
  await why.getByRole('button', { name: /^4000/ }).click();
  await expect(why).toContainText('Cider sold400.00');
  await page.getByRole('textbox', { name: 'As known on' }).fill('');
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('250.00');
});

test('figures are rounded in one place for the whole chain, and stand by the values of a breakdown', async ({
  own,
}) => {
  const { page, open, ask, post } = own;
  await post('2026-02-01', 'Shares', '1010', '3000', '1000.40');
  await post('2026-03-01', 'Cider sold', '1010', '4000', '400.40');
  await ask('POST', '/breakdowns', { name: 'Stall', selfBalancing: false });
  const [{ id } = { id: 0 }] = await ask<{ id: number }[]>('GET', '/breakdowns');
  await ask('POST', `/breakdowns/${id}/values`, { name: 'Ferry Lane' });
  await ask('POST', '/entries', {
    date: '2026-03-02',
    explanation: 'Sold at the stall',
    lines: [
      { account: '1010', debit: '60.00' },
      { account: '4000', credit: '60.00', breakdowns: { Stall: 'Ferry Lane' } },
    ],
  });
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  await expect(sheet.getByRole('row', { name: /^Total assets/ })).toContainText('€1,460.80');
  await page.getByRole('combobox', { name: 'Rounding' }).click();
  await page.getByRole('option', { name: 'in whole units' }).click();
  await expect(sheet).toContainText('as at 31 December 2026, in whole EUR');
  await expect(sheet.getByRole('row', { name: /^Total assets/ })).toContainText(/€1,461$/);
  const income = page.getByRole('region', { name: 'Income statement' });
  // the result is rounded by itself, what was paid in takes up the unit that is left over
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText(/€460$/);
  const equity = page.getByRole('region', { name: /^Statement of changes/ });
  await expect(equity.getByRole('row', { name: /^At 31 December/ })).toContainText('€1,461');
  await page.getByRole('combobox', { name: 'Rounding' }).click();
  await page.getByRole('option', { name: 'to the cent' }).click();
  await page.getByRole('combobox', { name: 'Columns' }).click();
  await page.getByRole('option', { name: 'by stall' }).click();
  await expect(income.getByRole('columnheader')).toHaveText(['Item', 'Ferry Lane', 'No stall', 'Total']);
  await expect(income.getByRole('row', { name: /^Net surplus/ })).toContainText('€60.00€400.40€460.40');
  await income
    .getByRole('row', { name: /^Sales/ })
    .getByRole('button', { name: '€60.00' })
    .click();
  const source = page.getByRole('region', { name: 'Where this comes from' });
  await expect(source.getByRole('listitem')).toHaveText([/Sold at the stall.*60\.00/]);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('charts tell what they draw: result and cash by month, expenses by part, equity over the years', async ({
  own,
}) => {
  const { page, open } = own;
  await open('report/charts?from=2026-01-01&to=2026-12-31');
  await expect(page.getByText('Nothing is posted in these days')).toBeVisible();
  await expect(page.getByRole('figure')).toHaveCount(0);
  await year(own);
  await open('report/statements?from=2026-01-01&to=2026-12-31');
  await page.keyboard.press('g');
  await page.keyboard.press('i');
  await expect(page.getByRole('heading', { name: 'Charts' })).toBeVisible();
  const figures = (figure: string) => page.getByRole('table', { name: `Figures of ${figure}` });
  const result = figures('Result by month');
  await expect(result.getByRole('columnheader')).toHaveText(['What', 'Revenue', 'Expenses', 'Net surplus (deficit)']);
  await expect(result.getByRole('row')).toHaveCount(13);
  await expect(result.getByRole('row', { name: /^Mar/ })).toContainText('400.000.00400.00');
  await expect(result.getByRole('row', { name: /^Apr/ })).toContainText('0.00150.00(150.00)');
  await expect(figures('Cash at the end of each month').getByRole('row').last()).toContainText('1,250.00');
  await expect(figures('Expenses by part').getByRole('row').last()).toContainText(/Rent.*150\.00.*100\.0/);
  await expect(figures('Members’ funds over the years').getByRole('row').last()).toContainText('1,250.00');
  await expect(
    page.getByRole('figure', { name: 'Result by month' }).locator('svg .recharts-bar-rectangle').first(),
  ).toBeAttached();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});
