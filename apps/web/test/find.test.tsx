/** @jest-environment jsdom */
import { expect, test } from '@jest/globals';
import { fireEvent, render, screen } from '@testing-library/react';
import { Find } from '../src/features/find/find.js';
import { Books } from './books.js';

function finding() {
  render(
    <Books>
      <Find screens={[]} stages={new Map()} />
    </Books>,
  );
}

const field = (): HTMLElement => screen.getByRole('combobox', { name: 'Find' });
const opens = (): boolean => fireEvent.keyDown(document.body, { key: 'q', code: 'KeyQ', altKey: true });

test('what is typed goes into the field, also where it is opened again before it has quite gone', () => {
  finding();
  opens();
  expect(document.activeElement).toBe(field());
  fireEvent.change(field(), { target: { value: 'ferry' } });
  fireEvent.keyDown(field(), { key: 'Escape' });
  fireEvent.keyUp(document.body, { key: 'q', code: 'KeyQ', altKey: true });
  opens();
  expect(document.activeElement).toBe(field());
  expect((field() as HTMLInputElement).value).toBe('');
});
