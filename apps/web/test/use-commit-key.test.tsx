/** @jest-environment jsdom */
import { Dialog } from '@mui/material';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { useCommitKey } from '../src/ui/use-commit-key.js';

let committed: string[] = [];

/** A sheet whose field is settled when it is left, as a cell of an entry is. */
function Sheet({ hasDialog }: { hasDialog: boolean }) {
  const [settled, setSettled] = useState('');
  useCommitKey(() => committed.push(settled));
  return (
    <section data-sheet tabIndex={-1}>
      <input aria-label="Amount" onBlur={(event) => setSettled(`${event.target.value}.00`)} />
      <Dialog open={hasDialog}>
        <input aria-label="Password" />
      </Dialog>
    </section>
  );
}

beforeEach(() => {
  committed = [];
});
afterEach(cleanup);

describe('the key that does what a sheet is for', () => {
  test('takes what was being typed as it is once its field has been left', async () => {
    render(<Sheet hasDialog={false} />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Amount' }), '12');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(committed).toEqual(['12.00']);
  });

  test('does nothing from a dialog over the sheet', async () => {
    render(<Sheet hasDialog />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Password' }), 'secret');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(committed).toEqual([]);
  });
});
