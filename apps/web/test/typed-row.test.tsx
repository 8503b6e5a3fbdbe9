/** @jest-environment jsdom */
import { parseCurrencyCode, type TrayColumn, TRAYS } from '@just-ledger/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { useOrganisationMutation } from '../src/api/use-organisation-mutation.js';
import type { Cells } from '../src/features/take-on/completions.js';
import { useTypedRow } from '../src/features/take-on/use-typed-row.js';

const columns = TRAYS.history.columns;
const column = (key: string): TrayColumn => {
  const found = columns.find((column) => column.key === key);
  if (!found) throw new Error(`there is no column ${key}`);
  return found;
};
const moved = column('moved');
const completions = {
  findAccount: () => undefined,
  accountName: () => undefined,
  usualValues: () => ({}),
} as unknown as Parameters<typeof useTypedRow>[3];

/** What has been asked for and not been answered yet. */
function answers() {
  const waiting: { readonly asked: unknown; readonly answer: () => void; readonly refuse: () => void }[] = [];
  const ask = (asked: unknown): Promise<void> =>
    new Promise((answer, refuse) => waiting.push({ asked, answer, refuse: () => refuse(new Error('away')) }));
  return { waiting, ask };
}

const settle = (): Promise<void> => act(async () => Promise.resolve());

describe('a row that is typed', () => {
  test('is sent again when a cell is left after it could not be kept, and only then', async () => {
    const { waiting, ask } = answers();
    const row = { id: 7, cells: {}, problems: [], remarks: [], amount: null, proposed: null, version: 1 };
    const line = { current: null };
    const { result } = renderHook(() =>
      useTypedRow(columns, row, parseCurrencyCode('EUR'), completions, line, (cells) => ask(cells)),
    );
    act(() => result.current.type(moved.key, '5.00'));
    act(() => result.current.leave(moved));
    act(() => result.current.leave(moved));
    expect(waiting.map(({ asked }) => asked)).toEqual([{ [moved.key]: '5.00' }]);
    waiting[0]?.refuse();
    await settle();
    expect(result.current.typed).toEqual({ [moved.key]: '5.00' });
    act(() => result.current.leave(moved));
    expect(waiting.length).toBe(2);
    waiting[1]?.answer();
    await settle();
    act(() => result.current.leave(moved));
    expect(waiting.length).toBe(2);
  });

  test('keeps what is typed on while what was typed before is answered', async () => {
    const { waiting, ask } = answers();
    const line = { current: null };
    const { result, rerender } = renderHook(
      ({ cells }: { cells: Cells }) => {
        const row = {
          id: 7,
          cells: { ...cells },
          problems: [],
          remarks: [],
          amount: null,
          proposed: null,
          version: 1,
        };
        return useTypedRow(columns, row, parseCurrencyCode('EUR'), completions, line, (typed) => ask(typed));
      },
      { initialProps: { cells: {} } },
    );
    act(() => result.current.type('account', '1010'));
    act(() => result.current.leave(column('account')));
    act(() => result.current.type(moved.key, '5.00'));
    act(() => result.current.leave(moved));
    // an answer from before the second change
    rerender({ cells: { account: '1010' } });
    expect(result.current.typed).toEqual({ account: '1010', [moved.key]: '5.00' });
    for (const { answer } of waiting) answer();
    await settle();
    rerender({ cells: { account: '1010', [moved.key]: '6.00' } });
    expect(result.current.typed).toEqual({ account: '1010', [moved.key]: '6.00' });
  });

  test('is sent in the order in which it was typed, each change once the one before has been answered', async () => {
    const { waiting, ask } = answers();
    const client = new QueryClient();
    const around = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>
        <MemoryRouter initialEntries={['/o/1/take-on']}>{children}</MemoryRouter>
      </QueryClientProvider>
    );
    const { result } = renderHook(() => useOrganisationMutation(ask, 'history'), { wrapper: around });
    act(() => result.current.mutate('-4'));
    act(() => result.current.mutate('(5.00)'));
    await settle();
    expect(waiting.map(({ asked }) => asked)).toEqual(['-4']);
    waiting[0]?.answer();
    await settle();
    await settle();
    expect(waiting.map(({ asked }) => asked)).toEqual(['-4', '(5.00)']);
    waiting[1]?.answer();
    await settle();
  });
});
