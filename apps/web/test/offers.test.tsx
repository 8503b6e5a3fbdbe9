/** @jest-environment jsdom */
import type { AccountResponse, PatternResponse } from '@just-ledger/contract';
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { AccountBlank } from '../src/features/journal/account-blank.js';
import { ExplanationBlank } from '../src/features/journal/explanation-blank.js';
import { ExplanationField } from '../src/features/journal/explanation-field.js';
import type { OfferedSentence } from '../src/features/journal/offered-sentence.js';
import { AccountField } from '../src/ui/account-field.js';
import { NamedField } from '../src/ui/named-field.js';
import { Books } from './books.js';

afterEach(cleanup);

const ACCOUNTS = ['6100 Rent', '6200 Repairs', '6300 Refunds', '6400 Royalties'].map((written, index) => ({
  id: index + 1,
  number: written.slice(0, 4),
  name: written.slice(5),
  balance: '0.00',
  note: '',
})) as unknown as AccountResponse[];

const SAID = ACCOUNTS.map(({ name }) => ({ explanation: name })) as unknown as OfferedSentence[];

const PATTERNS = ACCOUNTS.map(({ id, name }) => ({ id, name, explanation: `${name} again`, lines: [] })) as never[];

interface Typing {
  value: string;
  onChange: (value: string) => void;
}

const FIELDS: readonly (readonly [string, (typing: Typing) => React.ReactNode, string])[] = [
  ['an account', (typing) => <AccountField label="Field" accounts={ACCOUNTS} {...typing} />, '6200'],
  [
    'an account or what is none',
    (typing) => <AccountField label="Field" keepsTyped accounts={ACCOUNTS} {...typing} />,
    '6200',
  ],
  ['a name', (typing) => <NamedField label="Field" options={ACCOUNTS} {...typing} />, 'Repairs'],
  [
    'a name that is gone to',
    (typing) => <NamedField label="Field" takesFirst={false} options={ACCOUNTS} {...typing} />,
    'Rent',
  ],
  [
    'an explanation',
    ({ value, onChange }) => (
      <ExplanationField
        value={value}
        message={undefined}
        patterns={PATTERNS}
        onChange={onChange}
        onPattern={(pattern: PatternResponse) => onChange(pattern.explanation)}
      />
    ),
    'Rent again',
  ],
  [
    'an account in a sentence',
    ({ value, onChange }) => (
      <AccountBlank
        blank="to"
        label="Field"
        value={value}
        accounts={ACCOUNTS}
        said={[]}
        usedBefore={[]}
        problem={undefined}
        offersAt={document.body}
        onChoose={({ number }) => onChange(number)}
        onTyped={onChange}
        onSaid={() => undefined}
      />
    ),
    '6200',
  ],
  [
    'an explanation in a sentence',
    ({ value, onChange }) => (
      <ExplanationBlank
        label="Field"
        value={value}
        said={SAID}
        problem={undefined}
        offersAt={document.body}
        onTyped={onChange}
      />
    ),
    'Rent',
  ],
];

/** A field on a screen that is drawn again for other reasons. */
function Screen({ draw }: { draw: (typing: Typing) => React.ReactNode }) {
  const [value, setValue] = useState('');
  return (
    <>
      {draw({ value, onChange: setValue })}
      <output>{value}</output>
    </>
  );
}

describe('what was gone to by the arrows', () => {
  test.each(FIELDS)('is taken by Enter though the screen was drawn again: %s', async (_, draw, expected) => {
    const user = userEvent.setup();
    const { rerender } = render(<Screen draw={draw} />, { wrapper: Books });
    await user.click(screen.getByRole('combobox'));
    await user.keyboard('re{ArrowDown}');
    rerender(<Screen draw={draw} />);
    rerender(<Screen draw={draw} />);
    await user.keyboard('{Enter}');
    expect(screen.getByRole('status').textContent).toBe(expected);
    expect(screen.queryByRole('listbox')).toBeNull();
  });
});

describe('what nothing is offered for', () => {
  test.each([
    ['typed at once', []],
    ['typed after another one was gone to', ['re{ArrowDown}{ArrowDown}{Escape}']],
  ])('stays as it is: %s', async (_, before) => {
    const user = userEvent.setup();
    const draw = (typing: Typing) => <AccountField label="Field" keepsTyped accounts={ACCOUNTS} {...typing} />;
    render(<Screen draw={draw} />, { wrapper: Books });
    const field = screen.getByRole<HTMLInputElement>('combobox');
    await user.tab();
    for (const keys of before) await user.keyboard(keys);
    field.select();
    await user.paste('9999');
    await user.tab();
    expect(screen.getByRole('status').textContent).toBe('9999');
  });
});
