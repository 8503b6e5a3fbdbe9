import { assertPrintable } from '../src/ui/print-limit.js';

test('a list is printed up to a length that paper can take, and beyond it says what to do', () => {
  expect(() => assertPrintable(20_000, 'lines')).not.toThrow();
  expect(() => assertPrintable(20_001, 'lines')).toThrow(/more than 20,000 lines.*fewer dates.*CSV/);
});
