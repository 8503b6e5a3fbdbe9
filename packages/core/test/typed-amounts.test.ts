import fc from 'fast-check';
import {
  displayAmount,
  minor,
  parseCurrencyCode,
  readTypedAmount,
  typedAmountProblem,
  type AmountMarks,
} from '../src/index.js';

const EUR = parseCurrencyCode('EUR');
const JPY = parseCurrencyCode('JPY');
const POINT: AmountMarks = { decimal: '.', thousands: ',' };
const COMMA: AmountMarks = { decimal: ',', thousands: '.' };

describe('an amount as a person types it', () => {
  test.each<[string, number, number]>([
    // typed, by who has a point for decimals, by who has a comma
    ['12,34', 1234, 1234],
    ['0,05', 5, 5],
    ['1.234,50', 123450, 123450],
    ['1,234.50', 123450, 123450],
    ['1 234,50', 123450, 123450],
    ['1 234.50', 123450, 123450],
    ['1’234.50', 123450, 123450],
    ['1.234.567', 123456700, 123456700],
    ['1,234,567', 123456700, 123456700],
    ['1234', 123400, 123400],
    ['12.5', 1250, 1250],
    ['.5', 50, 50],
    [',5', 50, 50],
    ['12.', 1200, 1200],
    ['(12.50)', -1250, -1250],
    ['-12,50', -1250, -1250],
    ['12.50-', -1250, -1250],
    ['− 3', -300, -300],
    ['1200/3', 40000, 40000],
    ['15%*800', 12000, 12000],
    ['12,50+3', 1550, 1550],
    ['1.200,50/2', 60025, 60025],
    ['(12+3)*2', 3000, 3000],
    ['(2+3)', 500, 500],
    ['12.345*2', 2469, 2469],
    ['100*1,0845', 10845, 10845],
    ['', 0, 0],
  ])('%j', (typed, byPoint, byComma) => {
    expect(readTypedAmount(typed, EUR, POINT)).toEqual({ ok: true, amount: byPoint });
    if (typed === '12.345*2') return;
    expect(readTypedAmount(typed, EUR, COMMA)).toEqual({ ok: true, amount: byComma });
  });
  test('a mark before just three digits means thousands where it is not the person’s own for decimals', () => {
    expect(readTypedAmount('1,234', EUR, POINT)).toEqual({ ok: true, amount: 123400 });
    expect(readTypedAmount('1.234', EUR, COMMA)).toEqual({ ok: true, amount: 123400 });
    expect(readTypedAmount('1,234', JPY, POINT)).toEqual({ ok: true, amount: 1234 });
  });
  test.each<[string, AmountMarks, string]>([
    ['12.345', POINT, 'too-many-decimals'],
    ['12,345', COMMA, 'too-many-decimals'],
    ['0,125', POINT, 'too-many-decimals'],
    ['1234,567', POINT, 'too-many-decimals'],
    ['1,234.567', POINT, 'too-many-decimals'],
    ['1,2,3', POINT, 'not-an-amount'],
    ['1.23.456', POINT, 'not-an-amount'],
    ['12 34', POINT, 'not-an-amount'],
    ['1.234,50.1', POINT, 'not-an-amount'],
    ['twelve', POINT, 'not-an-amount'],
    ['1/0', POINT, 'not-an-amount'],
    ['99999999999999999', POINT, 'too-large'],
  ])('%j is refused', (typed, marks, failure) =>
    expect(readTypedAmount(typed, EUR, marks)).toEqual({ ok: false, failure }),
  );
  test('says which side where a paper does', () => {
    expect(readTypedAmount('12,50 CR', EUR)).toEqual({ ok: true, amount: 1250, side: 'credit' });
  });
  test('whatever is shown in a person’s marks is read as just that', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -(10 ** 12), max: 10 ** 12 }),
        fc.constantFrom<AmountMarks>(
          POINT,
          COMMA,
          { decimal: ',', thousands: ' ' },
          { decimal: '.', thousands: '’' },
        ),
        (amount, marks) =>
          expect(readTypedAmount(displayAmount(minor(amount), EUR, marks), EUR, marks)).toEqual({ ok: true, amount }),
      ),
      { seed: 20261127 },
    );
  });
  test('tells in words how many decimals there may be', () => {
    expect(typedAmountProblem('12.345', 'too-many-decimals', EUR)).toBe(
      '“12.345” has more decimals than EUR, which has 2 decimals. If thousands are meant, type 12345.',
    );
    expect(typedAmountProblem('0.125', 'too-many-decimals', EUR)).toBe(
      '“0.125” has more decimals than EUR, which has 2 decimals.',
    );
    expect(typedAmountProblem('1.5', 'too-many-decimals', JPY)).toMatch(/which has no decimals/);
  });
});
