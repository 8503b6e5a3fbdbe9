/** @jest-environment jsdom */
import { parseCivilDate } from '@just-ledger/core';
import { cleanup, configure, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { DateField } from '../src/ui/date-field.js';

// the calendar is fetched when it is first opened, which takes its time on a busy machine
configure({ asyncUtilTimeout: 20_000 });
afterEach(cleanup);

function Field({ start = '' }: { start?: string }) {
  const [typed, setTyped] = useState(start);
  return <DateField label="Day" near={parseCivilDate('2027-01-18')} value={typed} onChange={setTyped} />;
}

const field = (): HTMLInputElement => screen.getByRole('textbox', { name: 'Day' });

describe('a date field', () => {
  test.each([
    ['3/4', '3 Apr 2027'],
    ['17', '17 Jan 2027'],
    ['2026-12-31', '31 Dec 2026'],
  ])('completes %s when it is left', async (typed, completed) => {
    render(<Field />);
    await userEvent.type(field(), typed);
    expect(field().value).toBe(typed);
    await userEvent.tab();
    expect(field().value).toBe(completed);
  });

  test('keeps what is no date as it was typed', async () => {
    render(<Field />);
    await userEvent.type(field(), 'soon');
    await userEvent.tab();
    expect(field().value).toBe('soon');
  });

  test('opens a calendar by Alt and the arrow down; a day of it is taken, and the focus goes back', async () => {
    render(<Field start="18 Jan 2027" />);
    await userEvent.click(field());
    await userEvent.keyboard('{Alt>}{ArrowDown}{/Alt}');
    expect(await screen.findByText('January 2027')).toBeTruthy();
    await userEvent.click(await screen.findByRole('gridcell', { name: '21' }));
    expect(field().value).toBe('21 Jan 2027');
  });

  test('shows the month of the date it is near where none is typed; Escape leaves it empty', async () => {
    render(<Field />);
    await userEvent.click(screen.getByRole('button', { name: 'Open the calendar' }));
    expect(await screen.findByText('January 2027')).toBeTruthy();
    await userEvent.keyboard('{Escape}');
    expect(field().value).toBe('');
  });
});
