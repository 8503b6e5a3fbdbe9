import type {
  AgedBalancesResponse,
  ContactItemsResponse,
  OpenItemsResponse,
  StatementOfAccountResponse,
} from '@just-ledger/contract';
import { agedWithItems } from './aged-items.js';
import { problemCodes, RunningServer } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation();
  for (const [name, role] of [
    ['Low Weir', 'customer'],
    ['Ferry Lane School', 'customer'],
    ['=Nursery', 'supplier'],
  ]) {
    await server.request('POST', `${path}/contacts`, { name, roles: [role] });
  }
  await post('2026-01-10', 'Invoice', '1100', 'Low Weir', 300, '4000', { document: 'A 1', dueDate: '2026-02-09' });
  await post('2026-01-20', 'Invoice', '1100', 'Low Weir', 80.5, '4000', { document: 'A 2', dueDate: '2026-03-31' });
  await post('2026-02-15', 'Part paid', '1100', 'Low Weir', -120, '1010', { document: 'A 1' });
  await post('2026-03-05', 'Credit note', '1100', 'Low Weir', -20, '4000', { document: 'credit 3' });
  // lines that do not say what they are about
  await post('2026-01-05', 'Lessons', '1100', 'Ferry Lane School', 50, '4000');
  await post('2026-02-05', 'Lessons', '1100', 'Ferry Lane School', 70, '4000');
  await post('2026-03-01', 'Paid', '1100', 'Ferry Lane School', -60, '1010');
  await post('2026-02-01', 'Trees', '2100', '=Nursery', -410, '6000', {
    document: '77',
    documentDate: '2026-01-29',
    ownNumber: 'N-9',
    dueDate: '2026-03-03',
  });
});
afterAll(() => server.stop());

/** Posts an amount in the base currency, debit positive, on a control account against another one. */
async function post(
  date: string,
  explanation: string,
  account: string,
  contact: string,
  amount: number,
  other: string,
  more: Record<string, string> = {},
): Promise<void> {
  const [own, against] = amount > 0 ? ['debit', 'credit'] : ['credit', 'debit'];
  const written = Math.abs(amount).toFixed(2);
  const { status, body } = await server.request('POST', `${path}/entries`, {
    date,
    explanation,
    lines: [
      { account, [own as string]: written, contact, ...more },
      { account: other, [against as string]: written },
    ],
  });
  expect([status, body.problems]).toEqual([201, undefined]);
}

const aged = (ledger: string, asAt: string) => agedWithItems(server, path, ledger, asAt);
const statement = async (contact: string, span: string): Promise<StatementOfAccountResponse> =>
  (await server.request('GET', `${path}/reports/statement-of-account?contact=${encodeURIComponent(contact)}&${span}`))
    .body;
/** What is open of a contact, by document and days overdue. */
const open = ({ contacts }: { contacts: ContactItemsResponse[] }, name: string): string[] =>
  (contacts.find((contact) => contact.name === name)?.items ?? []).map(
    ({ document, open: amount, daysOverdue, age }) => `${document ?? '–'} ${amount} ${daysOverdue} ${age}`,
  );

describe('aged balances', () => {
  // 2026-02-09 to 2026-03-31 is 50 days (19 left of February, 31 of March), from 5 March 26, from 5 February 54.
  test('age what is left of each document by its due date', async () => {
    const report = await aged('receivables', '2026-03-31');
    expect(open(report, 'Low Weir')).toEqual([
      'A 1 180.00 50 31-60',
      'credit 3 -20.00 26 1-30',
      'A 2 80.50 0 not-due',
    ]);
    expect(open(report, 'Ferry Lane School')).toEqual(['– 60.00 54 31-60']);
    expect(report.ages).toEqual({
      'not-due': '80.50',
      '1-30': '-20.00',
      '31-60': '240.00',
      '61-90': '0.00',
      'over-90': '0.00',
    });
    expect([report.total, report.control]).toEqual(['300.50', '300.50']);
  });

  test.each<[string, string[], string[], string]>([
    ['2026-01-09', [], ['– 50.00 4 1-30'], '50.00'],
    ['2026-02-09', ['A 1 300.00 0 not-due', 'A 2 80.50 0 not-due'], ['– 50.00 35 31-60', '– 70.00 4 1-30'], '500.50'],
    ['2026-02-10', ['A 1 300.00 1 1-30', 'A 2 80.50 0 not-due'], ['– 50.00 36 31-60', '– 70.00 5 1-30'], '500.50'],
    ['2026-02-15', ['A 1 180.00 6 1-30', 'A 2 80.50 0 not-due'], ['– 50.00 41 31-60', '– 70.00 10 1-30'], '380.50'],
  ])('stand as they stood on %s', async (asAt, weir, school, total) => {
    const report = await aged('receivables', asAt);
    expect([open(report, 'Low Weir'), open(report, 'Ferry Lane School')]).toEqual([weir, school]);
    expect([report.total, report.control]).toEqual([total, total]);
  });

  test('are positive for what is owed by the organisation, too', async () => {
    const report = await aged('payables', '2026-03-31');
    expect(open(report, '=Nursery')).toEqual(['77 410.00 28 1-30']);
    expect([report.total, report.control, report.contacts.length]).toEqual(['410.00', '410.00', 1]);
  });

  test('are sums of what is told of each document', async () => {
    const { contacts } = await aged('receivables', '2026-02-15');
    expect(contacts.map(({ name }) => name)).toEqual(['Ferry Lane School', 'Low Weir']);
    const { body } = await server.request('GET', `${path}/reports/aged-balances?ledger=receivables&asAt=2026-02-15`);
    for (const [index, { ages, total }] of (body as AgedBalancesResponse).contacts.entries()) {
      const items = contacts[index]?.items ?? [];
      const sum = (age?: string): number =>
        items.filter((item) => !age || item.age === age).reduce((all, item) => all + Number(item.open), 0);
      for (const [age, amount] of Object.entries(ages)) expect(sum(age)).toBe(Number(amount));
      expect(sum()).toBe(Number(total));
    }
  });

  test('are told page by page in the order of contacts and due dates, of one contact or of all', async () => {
    const books = await server.organisation();
    for (const name of ['Alder Wharf', 'Beech Hill', 'Cob Lane']) {
      await server.request('POST', `${books}/contacts`, { name, roles: ['customer'] });
    }
    const file = [
      'entry,date,explanation,account,debit,credit,contact,document,due_date',
      ...Array.from({ length: 410 }, (_, index) => {
        const name = ['Alder Wharf', 'Beech Hill', 'Cob Lane'][index < 2 ? 0 : index < 205 ? 1 : 2] ?? '';
        const due = `2026-03-${String(31 - (index % 28)).padStart(2, '0')}`;
        return [
          `${index},2026-02-01,Sold,1100,${index + 1}.00,,${name},D-${index},${due}`,
          `${index},2026-02-01,Sold,4000,,${index + 1}.00,,,`,
        ].join('\n');
      }),
    ];
    expect((await server.request('POST', `${books}/entries/import`, `${file.join('\n')}\n`)).status).toBe(201);
    const pages: OpenItemsResponse[] = [];
    let after = '';
    do {
      const query = `ledger=receivables&asAt=2026-03-31${after && `&after=${after}`}`;
      const { body } = await server.request('GET', `${books}/reports/open-items?${query}`);
      pages.push(body);
      after = body.next ?? '';
    } while (after);
    expect(pages.map(({ contacts, next }) => [contacts.map(({ items }) => items.length), next])).toEqual([
      [[2, 198], '2.198'],
      [[5, 195], '3.195'],
      [[10], null],
    ]);
    const whole = await agedWithItems(server, books, 'receivables', '2026-03-31');
    expect(whole.contacts.map(({ items }) => items.length)).toEqual([2, 203, 205]);
    for (const { items } of whole.contacts) {
      expect(items.map(({ dueDate }) => dueDate)).toEqual(items.map(({ dueDate }) => dueDate).sort());
    }
    const { body: found } = await server.request(
      'GET',
      `${books}/reports/open-items?ledger=receivables&asAt=2026-03-31&contact=Alder+Wharf`,
    );
    expect([found.contacts.length, found.contacts[0].items, found.next]).toEqual([1, whole.contacts[0]?.items, null]);
    const { body: statement } = await server.request(
      'GET',
      `${books}/reports/statement-of-account?contact=Cob+Lane&from=2026-01-01&to=2026-03-31&limit=100`,
    );
    expect([statement.lines.length, statement.items.length, statement.itemCount]).toEqual([100, 200, 205]);
    const lines = [...statement.lines];
    for (let next = statement.next; next;) {
      const { body } = await server.request(
        'GET',
        `${books}/reports/statement-of-account?contact=Cob+Lane&from=2026-01-01&to=2026-03-31&limit=100&after=${next}`,
      );
      expect(body.broughtForward).toBe(lines.at(-1).balance);
      lines.push(...body.lines);
      next = body.next;
    }
    expect([lines.length, lines.at(-1).balance]).toEqual([205, statement.closing]);
    const wrong = await server.request('GET', `${books}/reports/open-items?ledger=receivables&after=nowhere`);
    expect(problemCodes(wrong)).toEqual(['cursor at after']);
  });

  test('are a file with a row for each document and the totals last; no name becomes a formula', async () => {
    const file = async (ledger: string): Promise<string[]> =>
      (await server.request('GET', `${path}/reports/aged-balances.csv?ledger=${ledger}&asAt=2026-03-31`)).body
        .trim()
        .split(/\r?\n/);
    const rows = await file('receivables');
    expect(rows.length).toBe(1 + 4 + 1);
    expect(rows.at(-1)).toMatch(/^,,,,,,,,80\.50,-20\.00,240\.00,0\.00,0\.00,300\.50$/);
    expect((await file('payables'))[1]).toContain(",'=Nursery,77,N-9,2026-01-29,2026-03-03,");
  });
});

describe('a statement of account', () => {
  test('brings forward, tells each line with its balance, and ends at what is open', async () => {
    const { broughtForward, lines, closing, items } = await statement('low weir', 'from=2026-02-01&to=2026-03-31');
    expect(broughtForward).toBe('380.50');
    expect(
      lines.map(({ date, document, debit, credit, balance }) => [date, document, debit, credit, balance]),
    ).toEqual([
      ['2026-02-15', 'A 1', null, '120.00', '260.50'],
      ['2026-03-05', 'credit 3', null, '20.00', '240.50'],
    ]);
    expect(closing).toBe('240.50');
    expect(items.map(({ document, open: amount }) => `${document} ${amount}`)).toEqual([
      'A 1 180.00',
      'credit 3 -20.00',
      'A 2 80.50',
    ]);
  });

  test('of a supplier stands on the credit side', async () => {
    const { closing, lines } = await statement('=Nursery', 'from=2026-01-01&to=2026-03-31');
    expect([closing, lines[0]]).toMatchObject([
      '-410.00',
      { date: '2026-02-01', credit: '410.00', dueDate: '2026-03-03', documentDate: '2026-01-29', ownNumber: 'N-9' },
    ]);
  });

  test('is a file that starts and ends with the balances', async () => {
    const { body } = await server.request(
      'GET',
      `${path}/reports/statement-of-account.csv?contact=Low%20Weir&from=2026-02-01&to=2026-03-31`,
    );
    const rows = (body as string).trim().split(/\r?\n/);
    expect([rows[1], rows.at(-1)]).toEqual([
      '2026-02-01,,brought forward,,,,,,,380.50',
      '2026-03-31,,balance,,,,,,,240.50',
    ]);
  });

  test.each([
    ['contact=Nobody&from=2026-01-01&to=2026-03-31', 'contact-unknown at contact'],
    ['contact=Low%20Weir&from=2026-13-01&to=2026-03-31', 'not-a-date at from'],
  ])('%s is refused', async (query, problem) => {
    const reply = await server.request('GET', `${path}/reports/statement-of-account?${query}`);
    expect([reply.status, problemCodes(reply)]).toEqual([422, [problem]]);
  });
});

describe('open items', () => {
  test('come back where the entry that paid them is reversed', async () => {
    const { body } = await server.request('GET', `${path}/entries?text=Part+paid`);
    const paid = body.entries[0].number as string;
    expect((await server.request('POST', `${path}/entries/${paid}/reverse`, { date: '2026-04-01' })).status).toBe(
      201,
    );
    expect(open(await aged('receivables', '2026-04-01'), 'Low Weir')[0]).toBe('A 1 300.00 51 31-60');
    expect(open(await aged('receivables', '2026-03-31'), 'Low Weir')[0]).toBe('A 1 180.00 50 31-60');
  });

  test('of a merged contact stand with the one that stays, and its old name finds the statement', async () => {
    const before = await aged('receivables', '2026-04-30');
    const contacts = (await server.request('GET', `${path}/contacts`)).body as {
      id: number;
      version: number;
      name: string;
    }[];
    const [weir, school] = ['Low Weir', 'Ferry Lane School'].map((name) =>
      contacts.find((contact) => contact.name === name),
    );
    const merge = { into: weir?.id, version: school?.version };
    expect((await server.request('POST', `${path}/contacts/${school?.id}/merge`, merge)).status).toBe(200);
    const after = await aged('receivables', '2026-04-30');
    expect(after.contacts.map(({ name }) => name)).toEqual(['Low Weir']);
    expect([after.total, after.control, after.ages]).toEqual([before.total, before.control, before.ages]);
    const { name, closing } = await statement('Ferry Lane School', 'from=2026-01-01&to=2026-04-30');
    expect([name, closing]).toEqual(['Low Weir', after.total]);
  });
});

test('the date and our number of a document are sealed, told by their entry and kept by its reversal', async () => {
  const { body: list } = await server.request('GET', `${path}/entries?text=Trees`);
  const number = (list.entries as { number: string }[])[0]?.number ?? '';
  const more = { document: '77', documentDate: '2026-01-29', ownNumber: 'N-9' };
  const told = async (entry: string): Promise<unknown> =>
    (await server.request('GET', `${path}/entries/${entry}`)).body.lines.find(
      (line: { document: string }) => line.document,
    );
  expect(await told(number)).toMatchObject(more);
  const reversed = await server.request('POST', `${path}/entries/${number}/reverse`, { date: '2026-04-01' });
  expect([reversed.status, reversed.body.problems]).toEqual([201, undefined]);
  expect(await told(reversed.body.number)).toMatchObject({ ...more, debit: '410.00' });
  expect((await aged('payables', '2026-04-01')).contacts).toEqual([]);
  const { body } = await server.request('POST', `${path}/proofs/check`);
  expect((body.proofs as { holds: boolean }[]).filter(({ holds }) => !holds)).toEqual([]);
});
