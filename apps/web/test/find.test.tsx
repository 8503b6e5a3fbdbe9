/** @jest-environment jsdom */
import { expect, test } from '@jest/globals';
import type { QueryClient } from '@tanstack/react-query';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Find } from '../src/features/find/find.js';
import type { ScreenRoute } from '../src/ui/screen-route.js';
import { Books, booksRead } from './books.js';

function finding(screens: ScreenRoute[] = []): QueryClient {
  const client = booksRead();
  render(
    <Books client={client}>
      <Find screens={screens} stages={new Map()} />
    </Books>,
  );
  return client;
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

test('the row that was gone to stays the one that opens, though the books have answered meanwhile', async () => {
  globalThis.fetch = () => new Promise(() => undefined);
  Element.prototype.scrollIntoView = () => undefined; // nothing is laid out here
  const screens = ['Ferry desk', 'Ferry lists'].map((label) => ({ path: label, stage: 'record', label }));
  const client = finding(screens as unknown as ScreenRoute[]);
  opens();
  fireEvent.change(field(), { target: { value: 'ferry' } });
  fireEvent.keyDown(field(), { key: 'ArrowDown' });
  const chosen = (): string | null | undefined => screen.getByRole('option', { selected: true }).textContent;
  expect(chosen()).toContain('Ferry lists');
  act(() => {
    client.setQueryData(['organisation', '1', 'accounts', '2027-01-18'], []);
    client.setQueryData(['organisation', '1', 'find', 'ferry'], {
      text: 'ferry',
      contacts: [{ id: 7, number: '7', name: 'Ferry House', roles: ['customer'] }],
      entries: [],
      entryCount: 0,
      ofAmount: [],
      papers: [],
      patterns: [],
      drafts: [],
    });
  });
  expect(await screen.findByRole('option', { name: /Ferry House/ })).toBeDefined();
  expect(chosen()).toContain('Ferry lists');
});
