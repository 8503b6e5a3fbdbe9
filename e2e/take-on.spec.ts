import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './books.js';
import { paste } from './clipboard.js';

/** Types the cells of a row one after the other, as Tab goes through them. */
async function typeRow(page: Page, row: number, first: string, ...cells: string[]): Promise<void> {
  await page.getByLabel(`${first}, row ${row}`).click();
  for (const cell of cells) {
    if (cell !== '') await page.keyboard.type(cell);
    await page.keyboard.press('Tab');
  }
}

const tray = (page: Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Trays' }).getByRole('link', { name });

test('detail first, totals last: typed, pasted, posted, signed off at zero, reopened', async ({
  own: { page, open, ask },
}) => {
  test.slow();
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await open('take-on/bench?tray=customers');
  await expect(page.getByText('Each side waits here for the other.')).toBeVisible();
  await typeRow(page, 1, 'Contact', 'Low Weir Inn', 'A 1', '3 dec 2025', '2 jan 2026', '410');
  await expect(tray(page, /Customers/)).toContainText('no total yet');
  await page.getByRole('button', { name: 'Post this tray' }).click();
  await expect(page.getByText('In the ledger as it stands here.')).toBeVisible();
  await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText('Take-on clearing ≠ 0');

  await tray(page, /Old trial balance/).click();
  await paste(page, 'Account, row 1', 'Account\tDebit\tCredit\n1010\t5.000,00\t\n1100\t410,00\t\n3000\t\t5.410,00\n');
  await expect(page.getByRole('status').first()).toContainText('3 rows pasted. 5.000,00 was read as 5,000.00.');
  await expect(tray(page, /Old trial balance/)).toContainText('balances');
  await expect(tray(page, /Customers/)).toContainText('agrees');
  await expect(page.getByText('Nothing is left to explain.')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await page.getByRole('button', { name: 'Sign off' }).click();
  await expect(page.getByRole('heading', { name: 'Signed off' })).toBeVisible();
  await expect(page.getByLabel('Debit, row 1')).not.toBeEditable();
  await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await page.getByRole('button', { name: 'Reopen', exact: true }).click();
  await expect(page.getByText('Say why.')).toBeVisible();
  await page.getByLabel('Why it is reopened').fill('another invoice turned up');
  await page.getByRole('button', { name: 'Reopen', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Sign off' })).toBeVisible();
});

test('a slip is found, and the way leads straight to its line', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  const rows = (...cells: object[]): { rows: object[] } => ({ rows: cells.map((cell) => ({ cells: cell })) });
  await ask(
    'POST',
    '/take-on/trays/customers/rows',
    rows(
      { contact: 'Low Weir Inn', document: 'A 1', unpaid: '1,460.00' },
      { contact: 'Low Weir Inn', document: 'A 2', unpaid: '300' },
    ),
  );
  await ask(
    'POST',
    '/take-on/trays/trial-balance/rows',
    rows({ account: '1100', debit: '1940' }, { account: '3000', credit: '1940' }),
  );
  await open('take-on/bench?tray=customers');
  await expect(page.getByText('difference 180.00').first()).toBeVisible();
  const first = page.getByRole('region', { name: 'Where it may come from' }).getByRole('listitem').first();
  await expect(first).toContainText('Low Weir Inn A 1, 1,460.00: perhaps 1,640.00.');
  await first.getByRole('link').click();
  await expect(page).toHaveURL(/row=\d+/);
  await page.getByLabel('Unpaid, row 1').fill('1,640.00');
  await page.getByLabel('Unpaid, row 1').press('Tab');
  await expect(page.getByText('Nothing is left to explain.')).toBeVisible();
});

test('what cannot be read says so at its cell; an unknown contact is added on the spot', async ({
  own: { page, open },
}) => {
  await open('take-on/bench?tray=suppliers');
  await typeRow(page, 1, 'Contact', 'Nettlebed Nursery', '77', '', '', 'lots');
  await expect(page.getByText('“lots” is not an amount.')).toBeVisible();
  await expect(page.getByLabel('Unpaid, row 1')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Unpaid, row 1').fill('95');
  await page.getByLabel('Unpaid, row 1').press('Tab');
  await expect(page.getByText('There is no contact “Nettlebed Nursery”.')).toBeVisible();
  await page.getByRole('button', { name: 'Add Nettlebed Nursery as a contact' }).click();
  await expect(page.getByText('There is no contact')).toHaveCount(0);
  await expect(tray(page, /Suppliers/)).toContainText('95.00');
  await page.reload();
  await expect(page.getByLabel('Contact, row 1')).toHaveValue('Nettlebed Nursery');
  await page.getByRole('button', { name: 'Remove row 1' }).click();
  await expect(page.getByLabel('Contact, row 1')).toHaveValue('');
});

test('equity may be what is left over, once the figure has been seen', async ({ own: { page, open } }) => {
  await open('take-on/bench');
  await typeRow(page, 1, 'Account', '1010', '5000');
  await expect(tray(page, /Old trial balance/)).toContainText('out by 5,000.00');
  const equity = page.getByRole('region', { name: 'The difference as equity' });
  await expect(equity).toContainText('5,000.00 credit');
  await equity.getByRole('combobox').click();
  await page.getByRole('option', { name: /^3000/ }).click();
  await equity.getByRole('button', { name: 'Accept' }).click();
  await expect(tray(page, /Old trial balance/)).toContainText('balances');
});

test('a tray is read from a file with foreign headings, and its template is written', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await open('take-on/bench?tray=customers');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Template' }).click();
  expect((await download).suggestedFilename()).toBe('tray-customers.xlsx');
  await page.getByRole('link', { name: 'Read a file' }).click();
  const csv =
    'Customer;Invoice;Due date;Outstanding\nLow Weir Inn;A 1;2026-01-02;1.234,50\nNobody yet;A 2;;(80,00)\n';
  await page
    .getByLabel('File to read')
    .setInputFiles({ name: 'open.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await expect(page.getByRole('status')).toContainText('2 to add');
  await expect(page.getByText('1.234,50 is read as 1,234.50')).toBeVisible();
  await expect(page.getByText('1 row waits in the tray to be mended.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByLabel('Unpaid, row 1')).toHaveValue('1,234.50');
  await expect(page.getByLabel('Unpaid, row 2')).toHaveValue('-80.00');
  await expect(page.getByText('There is no contact “Nobody yet”.')).toBeVisible();
});

test('a name that is nearly there is proposed; an account that is not there is added by its number', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Ferry Lane School', roles: ['customer'] });
  await open('take-on/bench?tray=customers');
  const offer = page.getByRole('button', { name: 'It is Ferry Lane School' });
  await page.getByLabel('Contact, row 1').click();
  await page.keyboard.type('Ferry Ln School');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Unpaid is missing.')).toBeVisible();
  const offered = await offer.boundingBox();
  await typeRow(page, 1, 'Their number', 'A 1', '', '', '80');
  await expect(page.getByText('Unpaid is missing.')).toHaveCount(0);
  // what is said of a row changes with each answer: what may be pressed stays where it is
  expect(await offer.boundingBox()).toEqual(offered);
  await offer.click();
  await expect(page.getByText('There is no contact')).toHaveCount(0);
  await tray(page, /Old trial balance/).click();
  await typeRow(page, 1, 'Account', '1888', '80');
  await page.getByLabel('Name of a new account 1888').fill('Deposits of tenants');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('There is no account')).toHaveCount(0);
  await expect(page.getByRole('row').getByText('Deposits of tenants')).toBeVisible();
});

test('an old trial balance with its own chart: like accounts are proposed, the others added as they are named', async ({
  own: { page, open },
}) => {
  await open('take-on/bench');
  await paste(
    page,
    'Account, row 1',
    '1015\tBank acount\t500,00\t\n1777\tLamps and lanterns\t40,00\t\n1200\tDebtors\t10,00\t\n2777\tOwed to the mill\t\t550,00\n',
  );
  await expect(page.getByText('The old books call it “Debtors”, the chart “Inventory”.')).toBeVisible();
  await page.getByRole('button', { name: 'It is 1010 Bank account' }).click();
  await expect(page.getByLabel('Account, row 1', { exact: true })).toHaveValue('1010');
  await page.getByRole('button', { name: 'Add all 2 as they are named' }).click();
  await expect(page.getByText('There is no account')).toHaveCount(0);
  await expect(page.getByRole('row').getByText('Lamps and lanterns').first()).toBeVisible();
  await expect(tray(page, /Old trial balance/)).toContainText('balances');
});

test('a row typed while the server is slow or busy is kept as typed, and once', async ({ own: { page, open } }) => {
  await open('take-on/bench?tray=banks');
  const sent: string[] = [];
  await page.route('**/trays/banks/rows', async (route) => {
    sent.push(route.request().postData() ?? '');
    if (sent.length === 1) {
      const problems = [{ code: 'busy', path: '', message: 'The books are busy.' }];
      return route.fulfill({ status: 429, json: { type: 'about:blank', title: 'Busy', status: 429, problems } });
    }
    await new Promise((resolve) => setTimeout(resolve, 700));
    return route.continue();
  });
  await page.getByLabel('Account, row 1').fill('1010');
  await page.getByLabel('Account, row 1').press('Tab');
  await expect(page.getByRole('alert')).toContainText('busy');
  await expect(page.getByLabel('Account, row 1')).toHaveValue('1010');
  // sent again as soon as a cell is left; what is typed while it is on its way follows
  await page.getByLabel('Account, row 1').focus();
  await page.keyboard.press('Tab');
  await page.getByLabel('On the statement, row 1').fill('50.00');
  await page.getByLabel('On the statement, row 1').press('Tab');
  await expect(tray(page, /Banks/)).toContainText('50.00');
  expect(sent.length).toBe(2);
  await page.reload();
  await expect(page.getByLabel('On the statement, row 1')).toHaveValue('50.00');
  await expect(page.getByLabel('Account, row 2')).toHaveValue('');
});

test('earlier years lead to the opening balances, or the row says where not', async ({
  own: { page, open, ask },
}) => {
  const rows = (...cells: object[]): { rows: object[] } => ({ rows: cells.map((cell) => ({ cells: cell })) });
  await ask(
    'POST',
    '/take-on/trays/trial-balance/rows',
    rows({ account: '1010', debit: '95' }, { account: '3000', credit: '95' }),
  );
  await open('take-on/bench?tray=history');
  await page.getByRole('button', { name: /^Also .*moved by/ }).click();
  await typeRow(page, 1, 'Account', '1010', '30 nov 2025', '', '100');
  await typeRow(page, 2, 'Account', '3000', '30 nov 2025', '', '', '100');
  // the rows of the tray are answered late: what is typed meanwhile holds
  const late: (() => void)[] = [];
  let isLate = true;
  await page.route(/trays\/history$/, async (route) => {
    const response = await route.fetch();
    if (isLate && route.request().method() === 'GET') await new Promise<void>((answer) => late.push(answer));
    await route.fulfill({ response });
  });
  await typeRow(page, 3, 'Account', '1010', '31 dec 2025', '-4');
  await typeRow(page, 4, 'Account', '3000', '31 dec 2025', '5');
  await expect(page.getByText('one account is not as taken on')).toBeVisible();
  const move = async (amount: string): Promise<void> => {
    await page.getByLabel('Moved by, row 3').fill(amount);
    await page.getByLabel('Moved by, row 3').press('Tab');
  };
  await move('(5.00)');
  isLate = false;
  for (const answer of late) answer();
  await expect(page.getByText('leads to the opening balances')).toBeVisible();
  await move('-4');
  await expect(page.getByText('The old trial balance says 95.00.')).toBeVisible();
  await move('(5.00)');
  await expect(page.getByText('leads to the opening balances')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('an open item is paid by an entry that names its document', async ({ own: { page, open, ask } }) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await ask('POST', '/take-on/trays/customers/rows', {
    rows: [
      { cells: { contact: 'Low Weir Inn', document: 'A 1', date: '2025-12-03', reference: 'P 7', unpaid: '410' } },
    ],
  });
  const { version } = (await ask('GET', '/take-on/trays/customers')) as { version: number };
  await ask('POST', '/take-on/trays/customers/posting', { version });
  await open('record/entry');
  await page.getByLabel('Explanation').first().fill('The inn pays');
  for (const [line, account] of ['1100', '1010'].entries()) {
    await page.getByRole('combobox', { name: `Account, line ${line + 1}` }).fill(account);
    await page.keyboard.press('Enter');
  }
  await page.getByLabel('Contact, line 1').fill('Low Weir Inn');
  await page.getByLabel('Document, line 1').fill('A 1');
  await expect(page.getByText('open 410.00 dr')).toBeVisible();
  await page.getByLabel('Document, line 1').press('Tab');
  await expect(page.getByLabel('Credit, line 1')).toHaveValue('410.00');
  await page.getByLabel('Debit, line 2').fill('410');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status').first()).toContainText('2027-0001');
  await open('check/aged?documents=all');
  await expect(page.getByText('Nothing is open at this date.')).toBeVisible();
  await open('check/aged?documents=all&from=2026-01-01&to=2026-12-31');
  await expect(page.getByText('ours P 7, of 3 Dec 2025')).toBeVisible();
});

test('a heading that no column is called by is asked about before a row is taken; the paste can be undone', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await open('take-on/bench?tray=customers');
  await paste(page, 'Contact, row 1', 'Contact\tInvoice\tStill open\nLow Weir Inn\tA 1\t410,00\n');
  const asked = page.getByRole('form', { name: 'What the pasted headings mean' });
  await expect(asked).toContainText('Still open, such as 410,00');
  await expect(asked.getByRole('button', { name: 'Take the rows' })).toBeDisabled();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await asked.getByLabel(/^Still open/).click();
  await page.getByRole('option', { name: 'Unpaid' }).click();
  await asked.getByRole('button', { name: 'Take the rows' }).click();
  await expect(page.getByLabel('Unpaid, row 1')).toHaveValue('410.00');
  await paste(page, 'Unpaid, row 1', '500,00\n70,00\n');
  await expect(page.getByLabel('Unpaid, row 1')).toHaveValue('500.00');
  await expect(page.getByLabel('Unpaid, row 2')).toHaveValue('70.00');
  await page.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByLabel('Unpaid, row 1')).toHaveValue('410.00');
  await expect(page.getByLabel('Unpaid, row 2')).toHaveValue('');
});
