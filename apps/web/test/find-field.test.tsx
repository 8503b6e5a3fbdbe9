/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { FindField } from '../src/features/journal/find-field.js';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

const typed = (): string => screen.getByRole<HTMLInputElement>('textbox', { name: 'Find' }).value;
const type = (text: string): void => {
  fireEvent.change(screen.getByRole('textbox', { name: 'Find' }), { target: { value: text } });
};

describe('the field that finds', () => {
  test('keeps what is typed on while the address takes over what was typed before', () => {
    const found: string[] = [];
    const field = (value: string) => <FindField value={value} onChange={(text) => found.push(text)} />;
    const { rerender } = render(field(''));
    type('invoice');
    act(() => jest.runOnlyPendingTimers());
    type('bill');
    rerender(field('invoice'));
    expect(typed()).toBe('bill');
    act(() => jest.runOnlyPendingTimers());
    expect(found).toEqual(['invoice', 'bill']);
  });

  test('takes over what the address says when it was changed elsewhere', () => {
    const field = (value: string) => <FindField value={value} onChange={() => undefined} />;
    const { rerender } = render(field('invoice'));
    rerender(field(''));
    expect(typed()).toBe('');
    rerender(field('invoice'));
    expect(typed()).toBe('invoice');
  });
});
