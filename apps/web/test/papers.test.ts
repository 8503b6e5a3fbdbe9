import { FIRST_LOOK, scaleOf, turned, zoomed } from '../src/features/attachments/page-look.js';
import { paperSize } from '../src/features/attachments/paper-size.js';
import { emptyForm, formReducer, isTyped, papersOf } from '../src/features/journal/entry-form.js';
import { draftRequest, entryRequest, formOf } from '../src/features/journal/entry-request.js';
import { patternRequest } from '../src/features/journal/pattern-form.js';
import { parseCivilDate, parseCurrencyCode } from '@just-ledger/core';
import type { DraftResponse } from '@just-ledger/contract';

const EUR = parseCurrencyCode('EUR');
const near = parseCivilDate('2027-01-18');

describe('how a page is looked at', () => {
  const page = { width: 200, height: 400 };
  const room = { width: 400, height: 400 };
  test.each([
    [FIRST_LOOK, 2],
    [{ ...FIRST_LOOK, fit: 'whole' as const }, 1],
    [{ ...FIRST_LOOK, zoom: 1.5 }, 3],
  ])('%j draws it %d times its size', (look, times) => expect(scaleOf(look, page, room)).toBe(times));
  test('steps of size have ends, and four turns are none', () => {
    let look = FIRST_LOOK;
    for (let step = 0; step < 20; step += 1) look = zoomed(look, 1);
    expect(look.zoom).toBe(4);
    for (let step = 0; step < 20; step += 1) look = zoomed(look, -1);
    expect(look.zoom).toBe(0.5);
    expect(turned(turned(turned(turned(FIRST_LOOK))))).toEqual(FIRST_LOOK);
  });
});

test.each([
  [999, '999 bytes'],
  [13_400, '13 kB'],
  [1_234_567, '1.2 MB'],
])('%d bytes are told as %s', (bytes, told) => expect(paperSize(bytes)).toBe(told));

describe('papers of an entry being written', () => {
  const begun = emptyForm('18 Jan 2027');
  const whole = formReducer(begun, { type: 'paper-attached', paper: 7 });
  const both = formReducer(whole, { type: 'paper-attached', paper: 8, line: 1 });
  test('belong to the whole or to a line, each once', () => {
    const again = formReducer(both, { type: 'paper-attached', paper: 8, line: 1 });
    expect(papersOf(again)).toEqual([7, 8]);
    expect([isTyped(whole, begun), isTyped(both, whole)]).toEqual([true, true]);
    expect(papersOf(formReducer(both, { type: 'paper-removed', paper: 8, line: 1 }))).toEqual([7]);
    expect(papersOf(formReducer(both, { type: 'paper-removed', paper: 7 }))).toEqual([8]);
  });
  test('are sent with it, kept in a draft and found again there; a pattern has none', () => {
    const sent = { attachments: [7], lines: [{ attachments: [8] }] };
    expect(entryRequest(both, near, EUR)).toMatchObject(sent);
    const kept = draftRequest(both, near, EUR);
    expect(kept).toMatchObject(sent);
    expect(papersOf(formOf(kept as DraftResponse, EUR))).toEqual([7, 8]);
    expect(JSON.stringify(patternRequest(both, near, EUR, true))).not.toContain('attachments');
  });
  test('are not said where there are none', () => {
    expect(Object.keys(draftRequest(begun, near, EUR))).not.toContain('attachments');
  });
});
