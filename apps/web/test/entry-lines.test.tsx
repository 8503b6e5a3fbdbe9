/** @jest-environment jsdom */
import type { AccountResponse } from '@just-ledger/contract';
import { parseCivilDate, parseCurrencyCode } from '@just-ledger/core';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { emptyForm } from '../src/features/journal/entry-form.js';
import { EntryLines } from '../src/features/journal/entry-lines.js';
import { reckonedTax } from '../src/features/journal/form-tax.js';
import { useEntryHistory } from '../src/features/journal/use-entry-history.js';

const EUR = parseCurrencyCode('EUR');
const TODAY = parseCivilDate('2027-01-18');
const NO_TAXES = { codes: [], accounts: [] };
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
  const { form, dispatch, onKeyDown } = useEntryHistory(() => ({
    ...emptyForm('18 Jan 2027'),
    explanation: 'Rent of March',
  }));
  return (
    <div onKeyDown={onKeyDown}>
      <EntryLines
        form={form}
        accounts={ACCOUNTS}
        contacts={[]}
        breakdowns={[]}
        currency={EUR}
        tax={reckonedTax(form, EUR, TODAY, NO_TAXES)}
        wrongAt={() => undefined}
        dispatch={dispatch}
        onNewContact={() => undefined}
      />
    </div>
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

  test('arrows go to the cells around, unless the caret is at work within a cell', async () => {
    await userEvent.keyboard('6100{Tab}{ArrowDown}');
    expect(document.activeElement).toBe(cell('Note, line 2'));
    await userEvent.keyboard('{ArrowRight}{ArrowUp}');
    expect(document.activeElement).toBe(cell('Debit, line 1'));
    await userEvent.keyboard('12{ArrowLeft}{ArrowLeft}');
    expect(document.activeElement).toBe(cell('Debit, line 1'));
    await userEvent.keyboard('{ArrowDown}');
    expect(cell('Debit, line 1').value).toBe('12.00');
    await userEvent.keyboard('{ArrowLeft}{ArrowLeft}');
    expect(document.activeElement).toBe(accountCell(2));
    await userEvent.keyboard('{Shift>}{Enter}{/Shift}');
    expect(document.activeElement).toBe(cell('Credit, line 1'));
  });

  test('an arrow in a list that hangs open chooses in it; Alt ↓ opens one', async () => {
    await userEvent.keyboard('{Alt>}{ArrowDown}{/Alt}{ArrowDown}{Enter}');
    expect(accountCell(1).value).toBe('6200 Insurance');
    expect(document.activeElement).toBe(cell('Note, line 1'));
  });

  test('a line is moved with the caret in it, and one is put in above', async () => {
    await userEvent.keyboard('6100{Tab}{Tab}7{Enter}1010{Tab}');
    await userEvent.keyboard('{Alt>}{Shift>}{ArrowUp}{/Shift}{/Alt}');
    expect([accountCell(1).value, accountCell(2).value]).toEqual(['1010 Bank', '6100 Rent']);
    expect(document.activeElement).toBe(cell('Note, line 1'));
    await userEvent.keyboard('{Alt>}{Enter}{/Alt}');
    expect([accountCell(1).value, accountCell(2).value, accountCell(3).value]).toEqual([
      '',
      '1010 Bank',
      '6100 Rent',
    ]);
    expect(document.activeElement).toBe(accountCell(1));
  });

  test('Ctrl Z takes steps back, Ctrl Y and Ctrl Shift Z do them again, each where it was done', async () => {
    await userEvent.keyboard('6100{Tab}{Tab}7{Enter}1010{Tab}');
    await userEvent.keyboard('{Control>}zz{/Control}');
    expect([accountCell(2).value, cell('Debit, line 1').value]).toEqual(['', '']);
    expect(document.activeElement).toBe(cell('Debit, line 1'));
    await userEvent.keyboard('{Control>}y{/Control}');
    expect(cell('Debit, line 1').value).toBe('7.00');
    await userEvent.keyboard('{Control>}{Shift>}Z{/Shift}{/Control}');
    expect(accountCell(2).value).toBe('1010 Bank');
    expect(document.activeElement).toBe(accountCell(2));
    await userEvent.keyboard('ins{Control>}z{/Control}');
    expect(accountCell(2).value).toBe('1010 Bank');
  });

  test('the explanation stands for a note until one is written', async () => {
    expect(cell('Note, line 1').placeholder).toBe('');
    await userEvent.keyboard('6100{Tab}');
    expect(cell('Note, line 1').placeholder).toBe('Rent of March');
  });
});

describe('what was pasted', () => {
  test('is said as long as it stands, amounts alone as well', async () => {
    await userEvent.keyboard('6100{Tab}{Tab}');
    await userEvent.paste('7.00\t\n\t7.00');
    expect(screen.getByRole('status').textContent).toContain('2 lines pasted, read as debit, credit.');
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(cell('Debit, line 1').value).toBe('');
    expect(screen.queryByRole('status')).toBeNull();
  });
});

describe('very many lines', () => {
  test('are drawn as far as they are in sight, and hold what was pasted', async () => {
    const rows = Array.from({ length: 2_000 }, (_, index) => `6100\tnote ${index}\t\t1.00`).join('\n');
    await userEvent.paste(rows);
    expect(screen.getAllByRole('textbox').length).toBeLessThan(2_000);
    expect(screen.getAllByText('2,000.00', { exact: false })).toHaveLength(2);
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(screen.queryByText('2,000.00', { exact: false })).toBeNull();
  });
});
