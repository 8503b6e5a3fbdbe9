import { minor, parseCurrencyCode } from '@just-ledger/core';
import fc from 'fast-check';
import { emptyForm, type EntryForm, type FormEvent } from '../src/features/journal/entry-form.js';
import {
  type EntryHistory,
  firstDifference,
  type HistoryEvent,
  historyReducer,
} from '../src/features/journal/entry-history.js';
import { historyOf } from '../src/ui/typed-history.js';
import type { FormLine } from '../src/features/journal/form-line.js';

const EUR = parseCurrencyCode('EUR');
const begun = (): EntryHistory => historyOf(emptyForm('18 Jan 2027'));
const after = (history: EntryHistory, ...events: HistoryEvent[]): EntryHistory =>
  events.reduce(historyReducer, history);
const typed = (index: number, change: Partial<FormLine>): FormEvent => ({ type: 'line', at: index, change });
const UNDO = { type: 'undo' } as const;
const REDO = { type: 'redo' } as const;
/** What is written, without the keys that only drawing needs. */
const written = ({ now: form }: EntryHistory): string =>
  JSON.stringify({ ...form, lines: form.lines.map(({ key, ...line }) => (void key, line)) });

describe('the steps of an entry', () => {
  test('typing into a cell and leaving it is one of them', () => {
    const history = after(
      begun(),
      typed(0, { debit: '1' }),
      typed(0, { debit: '12' }),
      typed(0, { debit: '12/4' }),
      { type: 'settled', at: 0, side: 'debit', currency: EUR },
      typed(1, { credit: '3' }),
    );
    expect(history.before).toHaveLength(2);
    expect(after(history, UNDO).now.lines[0]?.debit).toBe('3.00');
    expect(written(after(history, UNDO, UNDO))).toBe(written(begun()));
    expect(after(history, UNDO, UNDO, REDO).now.lines[0]?.debit).toBe('3.00');
  });

  test('a paste over three hundred lines is one of them', () => {
    const lines = Array.from({ length: 300 }, (_, index) => ({ account: `${1000 + index}`, debit: '1.00' }));
    const history = after(begun(), typed(0, { note: 'before' }), { type: 'pasted', at: 0, lines });
    expect(history.now.lines).toHaveLength(301);
    expect(after(history, UNDO).now.lines[0]).toMatchObject({ note: 'before', account: '' });
    expect(after(history, UNDO, REDO).now).toBe(history.now);
  });

  test('what changes nothing is none, and what was taken back can still be done again after it', () => {
    const history = after(begun(), typed(0, { debit: '5.00' }), typed(1, { credit: '5.00' }), UNDO);
    const left = after(history, { type: 'settled', at: 0, side: 'debit', currency: EUR });
    expect(after(left, REDO).now.lines[1]?.credit).toBe('5.00');
    expect(after(begun(), UNDO)).toEqual(expect.objectContaining({ before: [] }));
    expect(after(history, REDO, REDO).now.lines[1]?.credit).toBe('5.00');
  });

  test('a rate that comes by itself is none', () => {
    const foreign = after(begun(), typed(0, { currency: 'GBP', foreignAmount: '100', settles: 'debit' }));
    const rated = after(foreign, { type: 'rate-of-day', at: 0, currency: EUR, held: { way: 'rate', text: '1.2' } });
    expect(rated.now.lines[0]?.debit).toBe('120.00');
    expect(rated.before).toHaveLength(1);
  });

  test('an entry that is begun has none', () => {
    const form = emptyForm('19 Jan 2027');
    expect(after(begun(), typed(0, { debit: '5' }), { type: 'start', form })).toEqual({
      now: form,
      before: [],
      after: [],
    });
  });

  test('lead the caret to what they changed', () => {
    const { now: form } = after(begun(), typed(0, { account: '1010' }));
    const read = (event: FormEvent): unknown => firstDifference(form, after(historyOf(form), event).now);
    expect(read(typed(1, { debit: '5' }))).toEqual({ index: 1, field: 'debit' });
    expect(read({ type: 'remove', at: 0 })).toEqual({ index: 0, field: 'account' });
    expect(read({ type: 'head', change: { explanation: 'Rent' } })).toBeUndefined();
  });

  const anyEvent = fc.oneof(
    fc
      .record({ at: fc.nat(5), text: fc.constantFrom('', '5', '12/4', '-7') })
      .map(({ at, text }) => typed(at, { debit: text })),
    fc
      .record({ at: fc.nat(5), text: fc.constantFrom('1010', '6100') })
      .map(({ at, text }) => typed(at, { account: text })),
    fc.nat(5).map((index): FormEvent => ({ type: 'settled', at: index, side: 'debit', currency: EUR })),
    fc.nat(5).map((index): FormEvent => ({ type: 'repeat-above', at: index })),
    fc.nat(5).map((index): FormEvent => ({ type: 'remove', at: index })),
    fc.nat(5).map((index): FormEvent => ({ type: 'insert', at: index })),
    fc.nat(5).map((index): FormEvent => ({
      type: 'balanced-here',
      at: index,
      currency: EUR,
      missing: { side: 'debit', amount: minor(700) },
    })),
    fc
      .record({ at: fc.nat(5), by: fc.constantFrom<1 | -1>(1, -1) })
      .map((move): FormEvent => ({ type: 'move', ...move })),
    fc.constantFrom('Rent', 'Wages').map((explanation): FormEvent => ({ type: 'head', change: { explanation } })),
  );

  test('all taken back lead to the beginning, all done again to the end', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 40 }), (events) => {
        const start = begun();
        const end = after(start, ...events);
        const steps = end.before.length;
        const back = after(end, ...Array.from({ length: steps }, () => UNDO));
        expect(written(back)).toBe(written(start));
        expect(written(after(back, ...Array.from({ length: steps }, () => REDO)))).toBe(written(end));
      }),
      { seed: 20_270_118, numRuns: 300 },
    );
  });

  test('keep an empty line to go on with, and a key for each line', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 40 }), (events) => {
        const { lines }: EntryForm = after(begun(), ...events).now;
        expect(new Set(lines.map(({ key }) => key)).size).toBe(lines.length);
        expect(lines.at(-1)?.account).toBe('');
      }),
      { seed: 20_270_119, numRuns: 300 },
    );
  });
});
