import { AxeBuilder } from '@axe-core/playwright';
import { expect, type OwnBooks, test } from './books.js';

/** Codes of sales and purchases, proposed by an account each. */
async function withTaxes({ ask }: OwnBooks): Promise<void> {
  const part = (rate: string, side: string, account: string) => [{ parts: [{ rate, side, account }] }];
  await ask('POST', '/tax-codes', { code: 'S20', name: 'Sales', side: 'sales', rates: part('20', 'credit', '2200') });
  await ask('POST', '/tax-codes', {
    code: 'P20',
    name: 'Purchases',
    side: 'purchases',
    rates: part('20', 'debit', '1350'),
  });
  const accounts = await ask<{ id: number; number: string; version: number }[]>('GET', '/accounts');
  for (const [number, taxCode] of [
    ['4000', 'S20'],
    ['6100', 'P20'],
  ]) {
    const account = accounts.find((account) => account.number === number);
    if (!account) throw new Error(`no account ${number}`);
    await ask('PUT', `/accounts/${account.id}`, { ...asRequest(account), taxCode });
  }
  await ask('POST', '/accounts', { number: '2290', name: 'Tax due', classification: 'current-liabilities' });
}

/** What an account says of itself, as it is asked for. */
function asRequest(account: object): object {
  const { id, normalBalance, heading, lines, balance, foreignBalance, ...said } = account as Record<string, unknown>;
  void [id, normalBalance, heading, lines, balance, foreignBalance];
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== null));
}

interface Posted {
  readonly supplyDate: string | null;
  readonly lines: Record<string, string | null>[];
}
const told = ({ lines }: Posted): string[] =>
  lines.map(({ account, debit, credit, taxCode }) =>
    [account, debit ? `dr ${debit}` : `cr ${credit}`, taxCode].filter(Boolean).join(' '),
  );

test('a taxed entry is written by keyboard: its code proposed, gross, a cent more as on the paper', async ({
  own,
}) => {
  const { page, open, ask } = own;
  await withTaxes(own);
  await open('record/entry');
  await page.getByLabel('Explanation').fill('Hose mended');
  await page.getByLabel('Account, line 1').focus();
  await page.keyboard.type('6100');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('100');
  await page.keyboard.press('Alt+t');
  await expect(page.getByLabel('Tax, line 1')).toBeFocused();
  await expect(page.getByLabel('Tax, line 1')).toHaveValue('P20');
  await page.getByLabel('Tax amount, line 1').fill('20.01');
  await page.getByLabel('Account, line 2').focus();
  await page.keyboard.type('1010');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.press('=');
  await expect(page.getByLabel('Credit, line 2')).toHaveValue('120.01');
  await expect(page.getByRole('rowgroup', { name: 'Tax by itself' })).toContainText('P20 20 % of 100.00');
  const effect = page.getByRole('region', { name: 'Effect if posted' });
  await expect(effect).toContainText('1350 Tax to be reclaimed');
  await page.getByLabel('Supplied on').fill('31/12/2026');
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  expect((await axe.analyze()).violations.map(({ id }) => id)).toEqual([]);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Posted' }).first()).toBeVisible();
  const { entries } = await ask<{ entries: Posted[] }>('GET', '/entries?limit=1');
  const [entry] = entries;
  if (!entry) throw new Error('nothing was posted');
  expect([entry.supplyDate, told(entry)]).toEqual([
    '2026-12-31',
    ['6100 dr 100.00 P20', '1010 cr 120.01', '1350 dr 20.01 P20'],
  ]);
});

test('a sentence has the usual tax in its amount', async ({ own }) => {
  const { page, open, ask } = own;
  await withTaxes(own);
  await open('record/entry?as=line');
  await page.getByLabel('Amount').fill('60');
  await page.getByLabel('Account from').fill('1010');
  await page.keyboard.press('Tab');
  await page.getByLabel('Account to').fill('6100');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Tax to')).toHaveValue('P20');
  await page.getByLabel('Explanation').fill('Hose');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: 'Held line 1' })).toContainText('tax P20 in it');
  await page.keyboard.press('Control+Enter');
  await expect
    .poll(async () => (await ask<{ entries: Posted[] }>('GET', '/entries')).entries.map(told))
    .toEqual([['6100 dr 50.00 P20', '1010 cr 60.00', '1350 dr 10.00 P20']]);
});

test('a quarter is read code by code, followed to its entries and settled; what comes later goes into the next', async ({
  own,
}) => {
  const { page, open, ask } = own;
  await withTaxes(own);
  const sell = (date: string, amount: string): Promise<unknown> =>
    ask('POST', '/entries', {
      date,
      explanation: 'Cider sold',
      lines: [
        { account: '4000', credit: amount, taxCode: 'S20', amountIs: 'gross' },
        { account: '1010', debit: amount },
      ],
    });
  await sell('2026-07-10', '1200.00');
  await sell('2026-08-10', '120.00');
  await open('report/tax?from=2026-07-01&to=2026-09-30');
  await expect(page.getByText('220.00 is owed')).toBeVisible();
  const table = page.getByRole('table', { name: 'Tax by code' });
  await table.getByRole('row', { name: /^S20 Sales/ }).focus();
  await page.keyboard.press('Enter');
  const behind = page.getByRole('table', { name: 'Entries behind it' });
  await expect(behind.getByRole('row')).toHaveCount(4);
  await expect(behind.getByRole('row').last()).toContainText('1,100.00220.00');
  await page.getByRole('button', { name: 'Accounts of tax' }).click();
  await expect(page.getByText('explained, and as the report says')).toBeVisible();
  const settlement = page.getByRole('region', { name: 'Settlement' });
  await expect(settlement.getByRole('button', { name: 'Settle the period' })).toBeDisabled();
  await settlement.getByLabel('Account of what is owed').fill('2290');
  await page.keyboard.press('Tab');
  await expect(settlement.getByRole('list', { name: 'What it posts' })).toContainText('220.00 credit');
  await settlement.getByRole('button', { name: 'Settle the period' }).click();
  await expect(settlement).toContainText('220.00 is owed, on 2290 Tax due');
  await open('record/entry');
  await page.getByLabel('Date', { exact: true }).fill('10/9/2026');
  await page.getByLabel('Account, line 1').fill('4000');
  for (let cell = 0; cell < 3; cell += 1) await page.keyboard.press('Tab');
  await page.keyboard.type('10');
  await expect(page.getByRole('list', { name: 'Look again' })).toContainText(
    'The tax up to 30 Sep 2026 is settled by',
  );
  await sell('2026-09-10', '12.00');
  await open('report/tax?from=2026-07-01&to=2026-09-30');
  await expect(table).toContainText('Posted since this period was settled; goes into the next');
  await page.getByRole('button', { name: /^The quarter after/ }).click();
  await expect(table).toContainText('Late: posted into periods that were settled');
  await expect(page.getByText('2.00 is owed')).toBeVisible();
});

test('of days without tax the screen says where codes are set up', async ({ own: { page, open } }) => {
  await open('report/tax');
  await page.getByRole('link', { name: 'Tax codes' }).click();
  await expect(page.getByRole('heading', { name: 'Tax codes', level: 1 })).toBeVisible();
});

test('the tax of a sentence is in its amount or on top of it; what is held and posted is what went', async ({
  own,
}) => {
  const { page, open, ask } = own;
  await withTaxes(own);
  await open('record/entry?as=line');
  await expect(page.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  for (const text of ['5/3/2026', '100', '1010', '6100']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await page.keyboard.type('Hose mended');
  await page.keyboard.press('Shift+Tab');
  const onTop = page.getByRole('button', { name: /^to: its tax is/ });
  await expect(onTop).toBeFocused();
  await page.keyboard.press('Space');
  await expect(onTop).toHaveText('on top');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: 'Held line 1' })).toContainText(/120\.00.*tax P20 on top of 100\.00/);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted');
  await expect
    .poll(async () => (await ask<{ entries: Posted[] }>('GET', '/entries')).entries.map(told))
    .toEqual([['6100 dr 100.00 P20', '1010 cr 120.00', '1350 dr 20.00 P20']]);
});
