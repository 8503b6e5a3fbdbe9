/** @jest-environment jsdom */
import type { PatternResponse } from '@just-ledger/contract';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { ExplanationField } from '../src/features/journal/explanation-field.js';

afterEach(cleanup);

const PATTERNS = [
  { id: 1, name: 'Monthly rent', explanation: 'Rent of the press house', lines: [] },
  { id: 2, name: 'Power', explanation: 'Power for the press', lines: [] },
] as unknown as PatternResponse[];

/** The field on a sheet that begins what is taken, and a new entry by a button. */
function Sheet({ onPattern }: { onPattern: (name: string) => void }) {
  const [value, setValue] = useState('');
  return (
    <>
      <ExplanationField
        value={value}
        message={undefined}
        patterns={PATTERNS}
        onChange={setValue}
        onPattern={(pattern) => {
          setValue(pattern.explanation);
          onPattern(pattern.name);
        }}
      />
      <button onClick={() => setValue('')}>Next</button>
    </>
  );
}

const field = (): HTMLInputElement => screen.getByLabelText('Explanation');

describe('the explanation of an entry', () => {
  test('takes a pattern by ↓ and Enter, and the same again for the next entry', async () => {
    const user = userEvent.setup();
    const taken: string[] = [];
    render(<Sheet onPattern={(name) => taken.push(name)} />);
    for (let entry = 1; entry <= 2; entry += 1) {
      await user.click(field());
      await user.keyboard('mon{ArrowDown}{Enter}');
      expect(field().value).toBe('Rent of the press house');
      expect(taken).toHaveLength(entry);
      await user.click(screen.getByRole('button', { name: 'Next' }));
    }
  });

  test('never takes one by itself', async () => {
    const user = userEvent.setup();
    const taken: string[] = [];
    render(<Sheet onPattern={(name) => taken.push(name)} />);
    await user.click(field());
    await user.keyboard('mon{Enter}');
    await user.tab();
    expect(field().value).toBe('mon');
    expect(taken).toEqual([]);
  });
});
