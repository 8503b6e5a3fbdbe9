import { MOST_PAPER_BYTES, PAPER_TYPE_KEYS, paperTypeOf } from '../src/index.js';

const text = (said: string): Uint8Array => new TextEncoder().encode(said);

// what first bytes stand for is read by a library; here is what becomes of that
test.each<[string | undefined, Uint8Array, string, string | undefined]>([
  ['pdf', text('%PDF-1.7'), 'bill.pdf', 'pdf'],
  ['png', text('.PNG'), 'bill.pdf', 'png'],
  ['jpg', text(''), 'photo', 'jpg'],
  ['heif', text(''), 'photo.heic', 'heic'],
  ['xlsx', text('PK'), 'a.csv', 'xlsx'],
  ['zip', text('PK'), 'a.xlsx', undefined],
  ['xml', text('<?xml'), 'a.svg', undefined],
  ['exe', text('MZ'), 'a.pdf', undefined],
  // kinds of text are told by their name alone, and a known kind of bytes is never taken for text
  ['txt', text('a'), 'a.txt', undefined],
  [undefined, text('date,amount'), 'bank.csv', 'csv'],
  [undefined, text('date,amount'), 'bank.CSV', 'csv'],
  [undefined, text('From: a'), 'offer.eml', 'eml'],
  [undefined, text('<html><script>'), 'page.html', 'txt'],
  [undefined, text('élan\t“7”\r\n'), 'note', 'txt'],
  [undefined, new Uint8Array([0x61, 0, 0x62]), 'note.txt', undefined],
  [undefined, new Uint8Array(), 'note.txt', undefined],
])('bytes of %s are taken as what they hold, called %s', (found, begin, name, type) => {
  expect(paperTypeOf(found, begin, name)).toBe(type);
});

test('nine kinds are taken, up to 20 MB', () => {
  expect([PAPER_TYPE_KEYS.length, MOST_PAPER_BYTES]).toEqual([9, 20_971_520]);
});
