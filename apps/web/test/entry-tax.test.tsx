/** @jest-environment jsdom */
import type { AccountResponse } from '@just-ledger/contract';
import { parseCivilDate, parseCurrencyCode } from '@just-ledger/core';
import { cleanup, render, screen, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { emptyForm, type EntryForm } from '../src/features/journal/entry-form.js';
import { EntryLines } from '../src/features/journal/entry-lines.js';
import { entryRequest } from '../src/features/journal/entry-request.js';
import { reckonedTax } from '../src/features/journal/form-tax.js';
import { useEntryHistory } from '../src/features/journal/use-entry-history.js';
import { taxCodeOf } from '../src/features/tax-codes/use-taxes.js';

const EUR = parseCurrencyCode('EUR');
const TODAY = parseCivilDate('2027-01-18');
const account = (id: number, number: string, name: string, taxCode: string | null = null): AccountResponse =>
  ({
    id,
    number,
    name,
    element: 'expense',
    control: null,
    currency: null,
    breakdowns: [],
    note: '',
    taxCode,
  }) as unknown as AccountResponse;
const ACCOUNTS = [
  account(1, '1010', 'Bank'),
  account(2, '6100', 'Repairs', 'STD'),
  account(3, '1350', 'Tax to be reclaimed'),
  account(4, '2200', 'Tax owed'),
];
const code = (id: number, name: string, parts: object[]) =>
  taxCodeOf(
    {
      id,
      code: name,
      name,
      side: 'purchases',
      rounding: 'line',
      active: true,
      rates: [{ from: null, parts: parts.map((part) => ({ rate: '20', share: '100', ...part })) as never }],
      usedBy: [],
      version: 1,
    },
    ACCOUNTS,
  );
const TAXES = {
  accounts: ACCOUNTS,
  codes: [
    code(1, 'STD', [{ side: 'debit', account: '1350' }]),
    code(2, 'RC', [
      { side: 'debit', account: '1350' },
      { side: 'credit', account: '2200' },
    ]),
    code(3, 'HALF', [
      { side: 'debit', account: '1350', share: '50' },
      { side: 'debit', account: null, share: '50' },
    ]),
  ],
};

let form: EntryForm;
function Lines() {
  const history = useEntryHistory(() => emptyForm('18 Jan 2027'));
  form = history.form;
  return (
    <EntryLines
      form={form}
      accounts={ACCOUNTS}
      contacts={[]}
      breakdowns={[]}
      currency={EUR}
      tax={reckonedTax(form, EUR, TODAY, TAXES)}
      wrongAt={(row, field) => (form.lines[row]?.doubts as Record<string, string> | undefined)?.[field]}
      dispatch={history.dispatch}
      onNewContact={() => undefined}
    />
  );
}
const cell = (label: string): HTMLInputElement => screen.getByRole('textbox', { name: label });
const accountCell = (line: number): HTMLInputElement =>
  screen.getByRole('combobox', { name: `Account, line ${line}` });
const taxRows = (): string[] => {
  const table = screen.queryByRole('rowgroup', { name: 'Tax by itself' });
  return table
    ? within(table)
        .getAllByRole('row')
        .map((row) => (row.textContent ?? '').replaceAll('\u00a0', ' '))
    : [];
};
const sent = () => entryRequest(form, TODAY, EUR).lines;

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});
beforeEach(async () => {
  render(<Lines />);
  await userEvent.click(accountCell(1));
  await userEvent.keyboard('6100{Tab}{Tab}100{Enter}');
});

test('an account proposes its usual code; the tax stands under the lines and counts in what is missing', async () => {
  expect(taxRows()).toEqual(['1350 Tax to be reclaimedSTD 20 % of 100.0020.00']);
  await userEvent.click(accountCell(2));
  await userEvent.keyboard('1010{Tab}{Tab}{Tab}');
  expect(cell('Credit, line 2').placeholder).toBe('120.00');
  await userEvent.keyboard('=');
  expect(sent()).toEqual([
    { account: '6100', debit: '100.00', taxCode: 'STD', amountIs: 'net' },
    { account: '1010', credit: '120.00' },
  ]);
});

test('gross, the tax is in the amount, and is proposed so for the next line', async () => {
  await userEvent.click(screen.getByRole('button', { name: 'gross' }));
  expect(taxRows()).toEqual(['1350 Tax to be reclaimedSTD 20 % of 83.3316.67']);
  expect(screen.getByText('−16.67')).toBeTruthy();
  await userEvent.click(accountCell(2));
  await userEvent.keyboard('6100{Tab}');
  expect(form.lines[1]).toMatchObject({ taxCode: 'STD', amountIs: 'gross' });
});

test('the tax is written as it stands on the paper; another tax is not', async () => {
  const tax = cell('Tax amount, line 1');
  await userEvent.clear(tax);
  await userEvent.type(tax, '20.01{Tab}');
  expect([form.lines[0]?.taxAdjustment, taxRows()]).toEqual([
    '0.01',
    ['1350 Tax to be reclaimedSTD 20 % of 100.0020.01'],
  ]);
  await userEvent.clear(tax);
  await userEvent.type(tax, '25{Tab}');
  expect([form.lines[0]?.taxAdjustment, screen.getByRole('alert').textContent]).toEqual([
    '0.01',
    'At STD it is 20.00; a cent or so more or less is rounding, this is another tax.',
  ]);
  await userEvent.clear(tax);
  await userEvent.tab();
  expect(form.lines[0]?.taxAdjustment).toBe('');
});

test('Alt T goes to the tax of a line that has none; another code is chosen there, or none', async () => {
  await userEvent.click(accountCell(2));
  await userEvent.keyboard('1010{Tab}{Alt>}t{/Alt}');
  expect(document.activeElement).toBe(screen.getByRole('combobox', { name: 'Tax, line 2' }));
  const tax = screen.getByRole('combobox', { name: 'Tax, line 1' });
  await userEvent.clear(tax);
  await userEvent.type(tax, 'rc{Tab}');
  expect(taxRows()).toEqual([
    '1350 Tax to be reclaimedRC 20 % of 100.0020.00',
    '2200 Tax owedRC 20 % of 100.0020.00',
  ]);
  expect(screen.getByText('owed and reclaimed')).toBeTruthy();
  await userEvent.clear(tax);
  await userEvent.tab();
  expect([taxRows(), sent()]).toEqual([[], [{ account: '6100', debit: '100.00' }, { account: '1010' }]]);
});

test('what is not reclaimed is added to the cost', async () => {
  const tax = screen.getByRole('combobox', { name: 'Tax, line 1' });
  await userEvent.clear(tax);
  await userEvent.type(tax, 'half{Tab}');
  expect([taxRows(), screen.getByText('+10.00').tagName]).toEqual([
    ['1350 Tax to be reclaimedHALF 20 % of 100.0010.00'],
    'DIV',
  ]);
});

test('another account takes its own usual code, one that was chosen stays', async () => {
  await userEvent.click(accountCell(1));
  await userEvent.clear(accountCell(1));
  await userEvent.keyboard('1010{Tab}');
  expect(form.lines[0]?.taxCode).toBe('');
});
