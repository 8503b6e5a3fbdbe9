/** @jest-environment jsdom */
import type { AccountResponse } from '@just-ledger/contract';
import { parseCurrencyCode } from '@just-ledger/core';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useReducer } from 'react';
import { emptyForm, formReducer } from '../src/features/journal/entry-form.js';
import { EntryLines } from '../src/features/journal/entry-lines.js';

const EUR = parseCurrencyCode('EUR');
const account = (number: string, name: string): AccountResponse =>
  ({
    number,
    name,
    element: 'expense',
    control: null,
    currency: null,
    breakdowns: [],
    note: '',
  }) as unknown as AccountResponse;
const ACCOUNTS = [account('1010', 'Bank'), account('6100', 'Rent'), account('6200', 'Insurance')];

function Lines() {
  const [form, dispatch] = useReducer(formReducer, emptyForm('18 Jan 2027'));
  return (
    <EntryLines
      form={form}
      accounts={ACCOUNTS}
      contacts={[]}
      breakdowns={[]}
      currency={EUR}
      wrongAt={() => undefined}
      dispatch={dispatch}
      onNewContact={() => undefined}
    />
  );
}
const cell = (label: string): HTMLInputElement => screen.getByRole('textbox', { name: label });
const accountCell = (line: number): HTMLInputElement =>
  screen.getByRole('combobox', { name: `Account, line ${line}` });

afterEach(cleanup);
beforeEach(async () => {
  render(<Lines />);
  await userEvent.click(accountCell(1));
});

describe('the lines of an entry, by keyboard', () => {
  test('Enter takes the account that fits, and goes on cell by cell', async () => {
    await userEvent.keyboard('rent{Enter}');
    expect(accountCell(1).value).toBe('6100 Rent');
    expect(document.activeElement).toBe(cell('Note, line 1'));
    await userEvent.keyboard('{Enter}');
    expect(document.activeElement).toBe(cell('Debit, line 1'));
  });

  test('Enter goes from an amount to the next line, which proposes what is missing; = writes it', async () => {
    await userEvent.keyboard('6100{Tab}{Tab}1200/3{Enter}');
    expect(cell('Debit, line 1').value).toBe('400.00');
    expect(document.activeElement).toBe(accountCell(2));
    await userEvent.keyboard('1010{Tab}{Tab}{Tab}');
    expect(cell('Credit, line 2').placeholder).toBe('400.00');
    await userEvent.keyboard('=');
    expect(cell('Credit, line 2').value).toBe('400.00');
  });

  test('Alt ↑ repeats the line above; Alt Backspace removes a line and stays at its place', async () => {
    await userEvent.keyboard('6100{Tab}deposit{Tab}10{Enter}');
    await userEvent.keyboard('{Alt>}{ArrowUp}{/Alt}');
    expect(accountCell(2).value).toBe('6100 Rent');
    expect(cell('Note, line 2').value).toBe('deposit');
    await userEvent.keyboard('{Alt>}{Backspace}{/Alt}');
    expect(accountCell(2).value).toBe('');
    expect(document.activeElement).toBe(accountCell(2));
  });

  test('a minus moves an amount to the other side', async () => {
    await userEvent.keyboard('6100{Tab}{Tab}-12{Tab}');
    expect(cell('Debit, line 1').value).toBe('');
    expect(cell('Credit, line 1').value).toBe('12.00');
  });
});
