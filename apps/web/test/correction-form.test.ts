import type { EntryResponse, LineResponse } from '@just-ledger/contract';
import { parseCurrencyCode, parseCivilDate } from '@just-ledger/core';
import { formOfCorrection } from '../src/features/journal/correction-form.js';
import { entryRequest } from '../src/features/journal/entry-request.js';

const EUR = parseCurrencyCode('EUR');
const line = (said: Partial<LineResponse>): LineResponse =>
  ({
    debit: null,
    credit: null,
    note: null,
    contact: null,
    breakdowns: null,
    foreignAmount: null,
    taxCode: null,
    taxRate: null,
    taxBase: null,
    taxSide: null,
    taxAdjustment: null,
    ...said,
  }) as LineResponse;
const posted = {
  number: '2027-0003',
  date: '2027-01-05',
  kind: 'adjusting',
  explanation: 'Hose fittings',
  reference: 'B 7',
  papers: [{ attachment: 4 }, { attachment: 4 }],
  lines: [
    line({ account: '6100', accountName: 'Power', debit: '86.40', breakdowns: { Fund: 'Roof' } }),
    line({ account: '6200', debit: '3.60', currency: 'USD', foreignAmount: '4.00', rate: '0.9' } as never),
    line({ account: '2110', credit: '90.00', contact: 'Low Weir', document: 'B 7', dueDate: '2027-02-05' }),
  ],
} as unknown as EntryResponse;

const corrected = (wrong: readonly number[]) =>
  entryRequest(formOfCorrection(posted, wrong, '5 Jan 2027', EUR), parseCivilDate('2027-01-05'), EUR);

test('takes the wrong lines back and says them again, with their detail', () => {
  const detail = { contact: 'Low Weir', document: 'B 7', dueDate: '2027-02-05' };
  expect(corrected([2])).toEqual({
    date: '2027-01-05',
    kind: 'adjusting',
    explanation: 'Correction of 2027-0003: Hose fittings',
    reference: 'B 7',
    corrects: '2027-0003',
    attachments: [4],
    lines: [
      { account: '2110', debit: '90.00', ...detail },
      { account: '2110', credit: '90.00', ...detail },
    ],
  });
});

test('keeps values and foreign amounts, and marks what each right line was', () => {
  const { lines } = formOfCorrection(posted, [0, 1], '5 Jan 2027', EUR);
  expect(lines.map(({ account, was }) => [account, was])).toEqual([
    ['6100', undefined],
    ['6200', undefined],
    ['6100', '6100'],
    ['6200', '6200'],
    ['', undefined],
  ]);
  expect(corrected([0, 1]).lines).toMatchObject([
    { credit: '86.40', breakdowns: { Fund: 'Roof' } },
    { credit: '3.60', currency: 'USD', foreignAmount: '4.00', rate: '0.9' },
    { debit: '86.40' },
    { debit: '3.60', foreignAmount: '4.00' },
  ]);
});

test('means all lines where none is named, and an explanation never grows too long', () => {
  const long = { ...posted, explanation: 'x'.repeat(500) };
  const form = formOfCorrection(long, [], '5 Jan 2027', EUR);
  expect([form.lines.length, form.explanation.length]).toEqual([7, 500]);
});

test('is reversed by itself on the same day as what it corrects', () => {
  const accrual = { ...posted, reversesOn: '2027-02-01' };
  const { reversesOn } = formOfCorrection(accrual, [0], '5 Jan 2027', EUR);
  expect(reversesOn).toBe('1 Feb 2027');
});

test('takes a wrong line back with its tax, at the rate that it had', () => {
  const taxed = { taxCode: 'HALF', taxRate: '20', taxBase: '100.00' };
  const entry = {
    ...posted,
    reference: null,
    papers: [],
    lines: [
      line({ account: '6100', debit: '110.01', ...taxed, taxAdjustment: '0.02' }),
      line({ account: '1010', credit: '120.02' }),
      line({ account: '1350', debit: '10.01', ...taxed, taxSide: 'debit' }),
    ],
  } as unknown as EntryResponse;
  const form = formOfCorrection(entry, [0, 2], '9 Jan 2027', EUR);
  const request = entryRequest(form, parseCivilDate('2027-01-09'), EUR);
  const tax = { taxCode: 'HALF', amountIs: 'net', taxAdjustment: '0.02' };
  expect([request.date, request.supplyDate, request.lines]).toEqual([
    '2027-01-09',
    '2027-01-05',
    [
      { account: '6100', credit: '100.00', ...tax },
      { account: '6100', debit: '100.00', ...tax },
    ],
  ]);
});
