import fc from 'fast-check';
import {
  displayAmount,
  minor,
  parseCurrencyCode,
  readWrittenAmount,
  recogniseMarks,
  type AmountMarks,
} from '../src/index.js';

const EUR = parseCurrencyCode('EUR');
const POINT: AmountMarks = { decimal: '.', thousands: ',' };
const COMMA: AmountMarks = { decimal: ',', thousands: '.' };

describe('an amount as papers write it', () => {
  test.each<[string, AmountMarks, number, 'debit' | 'credit' | '']>([
    ['1234.50', POINT, 123450, ''],
    ['1,234.50', POINT, 123450, ''],
    ['1.234,50', COMMA, 123450, ''],
    ['1 234,50', COMMA, 123450, ''],
    ['1\u00a0234,50', COMMA, 123450, ''],
    ['1’234.50', POINT, 123450, ''],
    ['(1,234.50)', POINT, -123450, ''],
    ['( 1,234.50 )', POINT, -123450, ''],
    ['-1,234.50', POINT, -123450, ''],
    ['1,234.50-', POINT, -123450, ''],
    ['−12', POINT, -1200, ''],
    ['+12', POINT, 1200, ''],
    ['1,234.50 CR', POINT, 123450, 'credit'],
    ['1,234.50Cr.', POINT, 123450, 'credit'],
    ['DR 12', POINT, 1200, 'debit'],
    ['12 D', POINT, 1200, 'debit'],
    ['€ 12', POINT, 1200, ''],
    ['12 €', POINT, 1200, ''],
    ['-€12', POINT, -1200, ''],
    ['($12.00)', POINT, -1200, ''],
    ['EUR 12,00', COMMA, 1200, ''],
    ['', POINT, 0, ''],
    ['-', POINT, 0, ''],
    ['12.500', POINT, 1250, ''],
    ['0.00', POINT, 0, ''],
  ])('%j', (text, marks, amount, side) =>
    expect(readWrittenAmount(text, EUR, marks)).toEqual({ ok: true, amount, ...(side && { side }) }),
  );
  test.each<[string, AmountMarks, string]>([
    ['twelve', POINT, 'not-an-amount'],
    ['1,2,3', POINT, 'not-an-amount'],
    ['12,34', POINT, 'not-an-amount'],
    ['1.2.3', POINT, 'not-an-amount'],
    ['12.345', POINT, 'too-many-decimals'],
    ['1e3', POINT, 'not-an-amount'],
    ['99999999999999999', POINT, 'too-large'],
    ['--1', POINT, 'not-an-amount'],
    ['((1))', POINT, 'not-an-amount'],
  ])('%j is none', (text, marks, failure) =>
    expect(readWrittenAmount(text, EUR, marks)).toEqual({ ok: false, failure }),
  );
  test('whatever is shown in a custom is read in it, and the custom is recognised from it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -(10 ** 12), max: 10 ** 12 }), { minLength: 1, maxLength: 30 }),
        fc.constantFrom(POINT, COMMA),
        (amounts, marks) => {
          const texts = amounts.map((amount) => displayAmount(minor(amount), EUR, marks));
          expect(recogniseMarks(texts)).toEqual({ marks, isDoubtful: false });
          for (const [index, text] of texts.entries())
            expect(readWrittenAmount(text, EUR, marks)).toEqual({ ok: true, amount: amounts[index] });
        },
      ),
      { seed: 20261126 },
    );
  });
});

test.each<[string, string[], AmountMarks, boolean]>([
  ['a point and a comma in one amount', ['1,200.00'], POINT, false],
  ['a comma before two digits', ['3,50', '1.200'], COMMA, false],
  ['a mark that stands twice', ['1.200.000'], COMMA, false],
  ['nothing but thousands, or decimals of a third', ['1.200', '12.000'], POINT, true],
  ['no marks at all', ['12', '300'], POINT, false],
  ['two customs in one column', ['1,5', '1.5'], POINT, true],
])('marks are recognised from %s', (_, texts, marks, isDoubtful) =>
  expect(recogniseMarks(texts)).toEqual({ marks, isDoubtful }),
);
