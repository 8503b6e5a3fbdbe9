import type { AccountResponse, TaxCodeResponse } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import {
  emptyPart,
  fieldsOf,
  fieldsOfShape,
  rateAnswerOn,
  rateFieldsOn,
  rateOfFields,
  takes,
  taxCodeRequest,
  withNextRate,
  type Shape,
} from '../src/features/tax-codes/tax-fields.js';

const account = (id: number, number: string, name: string, element: string): AccountResponse =>
  ({ id, number, name, element, active: true, heading: false }) as AccountResponse;
const ACCOUNTS = [account(1, '1350', 'Tax to be reclaimed', 'asset'), account(2, '2200', 'VAT owed', 'liability')];
const near = parseCivilDate('2027-01-18');
const CODE: TaxCodeResponse = {
  id: 1,
  code: 'P20',
  name: 'Purchases',
  side: 'purchases',
  rounding: 'document',
  active: true,
  rates: [
    { from: null, parts: [{ rate: '20', share: '100', side: 'debit', account: '1350' }] },
    { from: '2027-07-01', parts: [{ rate: '21', share: '100', side: 'debit', account: null }] },
  ],
  usedBy: [],
  version: 1,
};

describe('the fields of a tax code', () => {
  test('sent as they came are the code itself', () => {
    const { id, usedBy, version, rates, ...plain } = CODE;
    expect([id, usedBy, version]).toEqual([1, [], 1]);
    expect(taxCodeRequest(fieldsOf(CODE), near)).toEqual({
      ...plain,
      rates: [
        { parts: rates[0]?.parts },
        { from: '2027-07-01', parts: [{ rate: '21', share: '100', side: 'debit' }] },
      ],
    });
  });
  test('days are completed, and what is none is sent as it was typed', () => {
    const [first, second] = withNextRate(fieldsOf(CODE).rates.slice(0, 1));
    if (!first || !second) throw new Error('no rates');
    const sent = (from: string): string | undefined =>
      taxCodeRequest({ ...fieldsOf(CODE), rates: [first, { ...second, from }] }, near).rates[1]?.from;
    expect([sent('1/7'), sent('1/7/2028'), sent('soon')]).toEqual(['2027-07-01', '2028-07-01', 'soon']);
    expect(second.parts.map(({ rate }) => rate)).toEqual(['20']);
    expect(second.parts[0]?.key).not.toBe(first.parts[0]?.key);
  });
  test.each<[Shape, string[]]>([
    ['sales', ['credit 2200 100']],
    ['purchases', ['debit 1350 100']],
    ['partly-reclaimed', ['debit 1350 50', 'debit  50']],
    ['reverse-charge', ['debit 1350 100', 'credit 2200 100']],
    ['none', []],
  ])('begun as %s propose accounts by their names', (shape, parts) => {
    const [rate] = fieldsOfShape(shape, ACCOUNTS, '7').rates;
    expect(rate?.parts.map(({ side, account: to, share }) => `${side} ${to} ${share}`)).toEqual(parts);
    expect(rate?.parts.every((part) => part.rate === '7')).toBe(true);
  });
});

describe('what holds on a day', () => {
  test('in an answer and in the fields, also while a day is being typed', () => {
    expect([rateAnswerOn(CODE, '2027-06-30')?.from, rateAnswerOn(CODE, '2027-07-01')?.from]).toEqual([
      null,
      '2027-07-01',
    ]);
    const { rates } = fieldsOf(CODE);
    const held = (day: string): string | undefined => rateFieldsOn(rates, parseCivilDate(day))?.parts[0]?.rate;
    expect([held('2027-06-30'), held('2027-07-01')]).toEqual(['20', '21']);
    const typing = rates.map((rate, index) => (index === 1 ? { ...rate, from: 'soon' } : rate));
    expect(rateFieldsOn(typing, parseCivilDate('2027-08-01'))?.parts[0]?.rate).toBe('20');
    const later = rates.slice(1);
    expect(rateFieldsOn(later, parseCivilDate('2027-06-30'))).toBeUndefined();
  });
});

describe('parts as core computes with them', () => {
  test('are read once all of them are numbers', () => {
    const part = { ...emptyPart('debit'), rate: '20', account: '1350' };
    expect(rateOfFields({ parts: [part] }, ACCOUNTS)).toEqual({
      parts: [{ rate: '20', share: '100', side: 'debit', account: 1 }],
    });
    expect(rateOfFields({ parts: [{ ...part, share: '', account: '' }] }, ACCOUNTS)?.parts[0]).toEqual({
      rate: '20',
      share: '100',
      side: 'debit',
    });
    expect(rateOfFields({ parts: [part, emptyPart('debit')] }, ACCOUNTS)).toBeUndefined();
  });
  test.each([
    [[], 'no tax'],
    [[{ rate: '20', share: '100', side: 'debit', account: null }], '20 %'],
    [
      [
        { rate: '20', share: '60', side: 'debit', account: '1350' },
        { rate: '20', share: '40', side: 'debit', account: null },
      ],
      '20 %',
    ],
    [
      [
        { rate: '20', share: '100', side: 'debit', account: null },
        { rate: '20', share: '100', side: 'credit', account: null },
      ],
      '20 % reverse',
    ],
    [
      [
        { rate: '5', share: '100', side: 'debit', account: null },
        { rate: '9.975', share: '100', side: 'debit', account: null },
      ],
      '14.975 %',
    ],
  ])('%j takes %s', (parts, words) =>
    expect(takes(parts as TaxCodeResponse['rates'][number]['parts'], 'purchases')).toBe(words),
  );
});
