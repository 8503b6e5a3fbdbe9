import {
  checkContact,
  CONTACT_DETAILS,
  contactFromRow,
  CONTACT_COLUMNS,
  contactRows,
  contactParticulars,
  type Contact,
  type Problem,
  readTexts,
  textsOr,
} from '../src/index.js';

const person = { name: 'Low Weir Dairy', roles: ['supplier'] };
const known = {
  email: 'office@low-weir.test',
  phone: '+44 20 7946 0000',
  address: '1 Weir Lane\nLow Weir',
  ourNumber: 'C-118',
};

describe('the details of a contact', () => {
  test.each<[string, object, string]>([
    ['an address without a sign', { email: 'low-weir' }, 'contact-email at email'],
    ['255 characters', { email: `${'x'.repeat(250)}@a.b` }, ''],
    ['256 characters', { email: `${'x'.repeat(252)}@a.b` }, 'contact-email at email'],
    ['letters in a telephone number', { phone: 'ask Ada' }, 'contact-phone at phone'],
    ['six lines', { address: 'a\nb\nc\nd\ne\nf' }, ''],
    ['seven lines', { address: 'a\nb\nc\nd\ne\nf\ng' }, 'contact-address at address'],
    ['two lines where there is one', { ourNumber: 'C\n118' }, 'contact-ourNumber at ourNumber'],
    ['spaces only', { ourNumber: '   ' }, ''],
  ])('%s', (_, given, expected) => {
    const problems: Problem[] = [];
    readTexts(CONTACT_DETAILS, 'contact', given, problems);
    expect(problems.map(({ code, path }) => `${code} at ${path}`).join()).toBe(expected);
  });
  test('go trimmed through check, file and trail, every one of them', () => {
    const checked = checkContact({
      ...person,
      ...known,
      phone: ` ${known.phone} `,
      address: '1 Weir Lane\r\nLow Weir ',
    });
    if (!checked.ok) throw new Error('is in order');
    expect(checked.value).toMatchObject(known);
    expect(Object.keys(CONTACT_DETAILS).sort()).toEqual(Object.keys(known).sort());
    const contact = { ...checked.value, id: 1, number: '7' } as Contact;
    const [cells = []] = contactRows([contact]);
    const row = Object.fromEntries(CONTACT_COLUMNS.map((column, index) => [column, cells[index]]));
    expect(contactFromRow({ line: 2, cells: row })).toMatchObject({ ok: true, value: known });
    expect(Object.values(contactParticulars(contact))).toEqual(
      expect.arrayContaining([known.email, known.phone, '1 Weir Lane, Low Weir', known.ourNumber]),
    );
  });
  test('that a file says nothing of stay, those it empties too', () => {
    const before = { ...person, ...known, id: 1, number: '7', active: true } as unknown as Contact;
    expect(
      contactFromRow({ line: 2, cells: { number: '7', phone: '020 7946 0001', email: '' } }, before),
    ).toMatchObject({
      ok: true,
      value: { ...known, phone: '020 7946 0001' },
    });
  });
  test('are null, or whatever is wanted, where there are none', () => {
    expect(textsOr(CONTACT_DETAILS, { phone: '' }, null)).toEqual({
      email: null,
      phone: null,
      address: null,
      ourNumber: null,
    });
    expect(textsOr(CONTACT_DETAILS, undefined, '').ourNumber).toBe('');
  });
});
