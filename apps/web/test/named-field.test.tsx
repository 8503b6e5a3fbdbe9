/** @jest-environment jsdom */
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { NamedField, type Offered } from '../src/ui/named-field.js';

afterEach(cleanup);

const OPTIONS: Offered[] = [
  { name: 'Low Weir Farm Shop', number: '1' },
  { name: 'Reed Yard', number: '2', said: 'open 12.50' },
  { name: 'Reed End', number: '3' },
];

function Field({ onNew, ...more }: { onNew?: (name: string) => void; takesFirst?: boolean; usedBefore?: string[] }) {
  const [value, setValue] = useState('');
  return (
    <>
      <NamedField options={OPTIONS} label="Who" value={value} onChange={setValue} onNew={onNew} {...more} />
      <input aria-label="next" />
    </>
  );
}

const field = (): HTMLInputElement => screen.getByLabelText('Who');

describe('a field that names something', () => {
  test.each([
    ['re', '{Tab}', 'Reed Yard'],
    ['shop', '{Enter}', 'Low Weir Farm Shop'],
    ['weir lo', '{Tab}', 'Low Weir Farm Shop'],
    ['3', '{Enter}', 'Reed End'],
    ['re', '{ArrowDown}{Enter}', 'Reed End'],
    ['Nobody', '{Tab}', 'Nobody'],
  ])('takes of %s by %s: %s', async (typed, keys, expected) => {
    const user = userEvent.setup();
    render(<Field />);
    await user.click(field());
    await user.keyboard(typed + keys);
    expect(field().value).toBe(expected);
  });

  test('takes the first by Enter again, after another one was gone to and more was typed', async () => {
    const user = userEvent.setup();
    render(<Field />);
    await user.click(field());
    await user.keyboard('re{ArrowDown}{ArrowDown}ed y{Enter}');
    expect(field().value).toBe('Reed Yard');
  });

  test('offers what was used before first', async () => {
    const user = userEvent.setup();
    render(<Field usedBefore={['Reed End']} />);
    await user.click(field());
    await user.keyboard('re{Enter}');
    expect(field().value).toBe('Reed End');
  });

  test('adds what is not there by Enter, and never by going on', async () => {
    const user = userEvent.setup();
    const added: string[] = [];
    render(<Field onNew={(name) => added.push(name)} />);
    await user.click(field());
    await user.keyboard('Hatch Orchards');
    expect(screen.getByText('new: add “Hatch Orchards”')).toBeTruthy();
    await user.keyboard('{Tab}');
    expect([field().value, added]).toEqual(['Hatch Orchards', []]);
    await user.click(field());
    await user.keyboard(' 2{Enter}');
    expect([field().value, added]).toEqual(['Hatch Orchards 2', ['Hatch Orchards 2']]);
    // what is there by name or number is not offered to be added
    await user.clear(field());
    await user.keyboard('reed yard');
    expect(screen.queryByText(/new: add/)).toBeNull();
  });

  test('keeps a number that begins as one that is there, where the first is not taken', async () => {
    const user = userEvent.setup();
    render(<Field takesFirst={false} />);
    await user.click(field());
    await user.keyboard('Reed{Enter}');
    expect(field().value).toBe('Reed');
    await user.keyboard('{Tab}');
    expect(field().value).toBe('Reed');
    await user.clear(field());
    await user.keyboard('Reed{ArrowDown}{ArrowDown}{Enter}');
    expect(field().value).toBe('Reed End');
  });
});
