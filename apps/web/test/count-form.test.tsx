/** @jest-environment jsdom */
import { parseCurrencyCode } from '@just-ledger/core';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { CountForm } from '../src/features/recurring/count-form.js';
import type { Facts } from '../src/features/recurring/use-reckoning.js';
import { plainNumber, setOwnWays } from '../src/ui/own-ways.js';

const EUR = parseCurrencyCode('EUR');
const CASKS = { item: 'Casks', quantity: '', cost: '30.50' };
let facts: Facts | undefined;
const shown = (
  before: (typeof CASKS)[] = [],
  wrong: (path: string) => string | undefined = () => undefined,
): void => {
  render(<CountForm currency={EUR} before={before} wrong={wrong} onFacts={(told) => (facts = told)} />);
};
const cell = (name: string): HTMLInputElement => screen.getByRole('textbox', { name });

beforeEach(() => (facts = undefined));
afterEach(() => {
  cleanup();
  setOwnWays();
});

test('what was counted before is proposed with its cost, and counts once it is said how many there are', async () => {
  shown([CASKS, { ...CASKS, item: 'Labels', cost: '0.05' }]);
  expect(cell('Counted, row 1')).toBe(document.activeElement);
  expect(facts).toBeUndefined();
  await userEvent.keyboard('12');
  expect(facts).toEqual({ counted: [{ item: 'Casks', quantity: '12', cost: '30.50' }] });
  expect(screen.getByText('366.00')).toBeDefined();
});
test('Enter leads from cell to cell and posts nothing', async () => {
  shown();
  await userEvent.keyboard('Casks{Enter}2{Enter}1.5{Enter}');
  expect(cell('Item, row 2')).toBe(document.activeElement);
  expect(facts).toEqual({ counted: [{ item: 'Casks', quantity: '2', cost: '1.5' }] });
});
test('cells are pasted from a spreadsheet, and a file is read', async () => {
  shown([CASKS]);
  await userEvent.click(cell('Item, row 1'));
  await userEvent.paste('Item\tQty\tCost\nLabels\t1,000\t0.05\n');
  expect(facts).toEqual({ counted: [{ item: 'Labels', quantity: '1000', cost: '0.05' }] });
  const file = new File(['Item;Quantity;Unit cost\nCorks;10;0,20\n'], 'count.csv', { type: 'text/csv' });
  await userEvent.upload(screen.getByLabelText('File of the count'), file);
  await screen.findByDisplayValue('Corks');
  expect(facts?.counted?.at(-1)).toEqual({ item: 'Corks', quantity: '10', cost: '0.20' });
});
test('of two thousand items the first stand in cells, and all count', async () => {
  shown();
  const rows = Array.from({ length: 2_000 }, (_, index) => `Item ${index};2;0.50`);
  await userEvent.upload(
    screen.getByLabelText('File of the count'),
    new File([`Item;Quantity;Cost\n${rows.join('\n')}\n`], 'count.csv'),
  );
  await screen.findByText('and 1,900 more that were read; all of them count.');
  expect(facts?.counted).toHaveLength(2_000);
  expect(screen.queryByLabelText('Item, row 2001')).not.toBeNull();
  expect(screen.queryByLabelText('Item, row 101')).toBeNull();
});
test('a file without items says so and takes nothing away', async () => {
  shown();
  await userEvent.keyboard('Casks{Enter}2{Enter}1.5');
  await userEvent.upload(screen.getByLabelText('File of the count'), new File(['Dear Sirs'], 'letter.csv'));
  await screen.findByText('No items could be read from it.');
  expect(facts?.counted).toHaveLength(1);
});
test('one sum may be said instead, and what was typed item by item is still there', async () => {
  shown();
  await userEvent.keyboard('Casks{Enter}2{Enter}1.5');
  await userEvent.click(screen.getByRole('button', { name: 'in one sum' }));
  expect(facts).toBeUndefined();
  await userEvent.type(screen.getByLabelText('What was counted comes to'), '850');
  expect(facts).toEqual({ countedSum: '850.00' });
  await userEvent.click(screen.getByRole('button', { name: 'item by item' }));
  expect(facts).toEqual({ counted: [{ item: 'Casks', quantity: '2', cost: '1.5' }] });
});
test('what was not counted is said, and what is wrong stands at its own cell', async () => {
  shown([CASKS, { ...CASKS, item: 'Labels' }], (path) => (path === 'counted.0.quantity' ? 'no quantity' : undefined));
  expect(screen.queryByText(/not counted yet/)).toBeNull();
  await userEvent.type(cell('Counted, row 2'), 'some');
  expect(screen.getByText('1 item is not counted yet: without a number there is none of it.')).toBeDefined();
  expect(cell('Counted, row 1').getAttribute('aria-invalid')).toBe('false');
  expect(cell('Counted, row 2').getAttribute('aria-invalid')).toBe('true');
});
test('what is wrong stands at its cell', () => {
  shown([{ ...CASKS, quantity: 'a few' }], (path) => (path === 'counted.0.quantity' ? 'no quantity' : undefined));
  expect(cell('Counted, row 1').getAttribute('aria-invalid')).toBe('true');
  expect(cell('One costs, row 1').getAttribute('aria-invalid')).toBe('false');
});

describe('a number as it is typed', () => {
  test.each([
    ['1,000', '1000'],
    ['1,234,567.5', '1234567.5'],
    ['12.5', '12.5'],
    ['12,5', '12,5'],
    ['1,00', '1,00'],
    ['-3', '-3'],
    ['', ''],
  ])('to whom a comma parts thousands: %s', (typed, plain) => expect(plainNumber(typed)).toBe(plain));
  test.each([
    ['1.000', '1000'],
    ['1.000,25', '1000.25'],
    ['12,5', '12.5'],
    ['12.5', '12.5'],
  ])('to whom a comma parts decimals: %s', (typed, plain) => {
    setOwnWays({ amounts: 'comma', dates: 'day-first' } as never);
    expect(plainNumber(typed)).toBe(plain);
  });
});
