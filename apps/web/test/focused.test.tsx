/** @jest-environment jsdom */
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { walkAmong } from '../src/ui/focused.js';

afterEach(cleanup);

/** Three rows; the second has a button and a field of its own. */
const shown = (): void => {
  render(
    <div onKeyDown={(event) => walkAmong(event, '[data-row]')}>
      <button type="button">before</button>
      {['a', 'b', 'c'].map((name) => (
        <div key={name} data-row tabIndex={0} aria-label={name} role="row">
          {name === 'b' && (
            <>
              <button type="button">act</button>
              <input aria-label="reason" />
            </>
          )}
        </div>
      ))}
    </div>,
  );
};
const pressFrom = async (element: HTMLElement, ...keys: string[]): Promise<string | null | undefined> => {
  element.focus();
  for (const key of keys) await userEvent.keyboard(`{${key}}`);
  return document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent;
};

test.each([
  ['from one to the next', 'a', ['ArrowDown'], 'b'],
  ['and back', 'c', ['ArrowUp', 'ArrowUp'], 'a'],
  ['not past the last', 'c', ['ArrowDown'], 'c'],
  ['nor before the first', 'a', ['ArrowUp'], 'a'],
])('up and down lead %s', async (_, from, keys, to) => {
  shown();
  expect(await pressFrom(screen.getByRole('row', { name: from }), ...keys)).toBe(to);
});
test.each([
  ['before', 'ArrowDown', 'a'],
  ['act', 'ArrowDown', 'c'],
  ['act', 'ArrowUp', 'b'],
])('from the button “%s” %s leads to the nearest', async (name, key, to) => {
  shown();
  expect(await pressFrom(screen.getByRole('button', { name }), key)).toBe(to);
});
test('what is typed into keeps its arrows', async () => {
  shown();
  expect(await pressFrom(screen.getByRole('textbox'), 'ArrowDown')).toBe('reason');
});
