/** @jest-environment jsdom */
import { expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { Find } from '../src/features/find/find.js';

function finding() {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  client.setQueryData(['session'], {
    person: { email: 'wren@sallow-reach.test', name: 'Wren' },
    today: '2027-01-18',
  });
  client.setQueryData(['organisation', '1', 'itself'], {
    id: 1,
    name: 'Sallow Reach',
    baseCurrency: 'EUR',
    firstDay: '2026-01-01',
    fiscalYearStartMonth: 1,
    fiscalYearStartDay: 1,
    role: 'owner',
  });
  client.setQueryData(['organisation', '1', 'fiscal-years'], {
    today: '2027-01-18',
    years: [{ year: '2027', from: '2027-01-01', to: '2027-12-31', periods: [] }],
  });
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={['/1/record/journal']}>
        <Suspense>
          <Routes>
            <Route path=":organisation/:stage/:screen" element={<Find screens={[]} stages={new Map()} />} />
          </Routes>
        </Suspense>
      </MemoryRouter>
    </QueryClientProvider>,
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
