import { RunningServer, problemCodes, type Reply } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation({ kind: 'partnership', changeoverDate: '2025-12-31' });
  await server.member(path, 'Gil', 'reader');
});
afterAll(() => server.stop());

const ask = (method: string, to: string, body?: unknown): Promise<Reply> =>
  server.request(method, `${path}${to}`, body);
const done = (method: string, to: string, body?: unknown): Promise<Reply['body']> =>
  server.done(method, `${path}${to}`, body);

/** Something that two people look at, and then change, post or remove one after the other. */
interface LookedAt {
  /** Puts it there. @returns where it is, and the version that both look at */
  readonly begin: () => Promise<{ readonly address: string; readonly seen: object }>;
  readonly first: Change;
  readonly second: Change;
  /** What it says now, which the second must leave as the first made it. */
  readonly now: (address: string) => Promise<unknown>;
  /** Whether the first adds something beside it, which names no version. */
  readonly isBeside?: true;
}
type Change = readonly [method: 'PUT' | 'POST' | 'DELETE', below: string, body?: object];

const halves = [
  { account: '6100', debit: '5.00' },
  { account: '1010', credit: '5.00' },
];
const draft = { date: '2026-05-04', explanation: 'Rent', lines: halves };
const rent = { name: 'Rent', schedule: { unit: 'month', every: 1, from: '2026-12-31' }, entry: draft };
const { date: _, ...entryOfRent } = draft;
const journal = { ...rent, entry: entryOfRent };

async function kept(list: string, body: object): Promise<{ address: string; seen: object }> {
  const { id, version } = await done('POST', list, body);
  return { address: `${list}/${id}`, seen: { version } };
}
const inList = (address: string): Promise<unknown> => server.versionAt(`${path}${address}`);
async function within(address: string, key: string, name: string): Promise<{ address: string; seen: object }> {
  const items: { version: number; [field: string]: unknown }[] = await done('GET', address);
  return { address, seen: { version: items.find((item) => item[key] === name)?.version ?? 0 } };
}
let count = 0;
const fresh = (name: string): string => `${name} ${(count += 1)}`;

/** Board papers with something in them. */
async function printable(): Promise<{ address: string; seen: object }> {
  const report = { name: fresh('Month'), screen: 'statements', settings: [], shared: true, span: 'last-month' };
  const { id } = await done('POST', '/kept-reports', report);
  return kept('/board-papers', { name: fresh('Papers'), subtitle: '', reports: [id], signed: false });
}

async function row(): Promise<{ address: string; seen: object }> {
  const tray = '/take-on/trays/customers';
  const { ids } = await done('POST', `${tray}/rows`, { rows: [{ cells: { contact: 'Low Weir', unpaid: '5' } }] });
  const { rows } = await done('GET', tray);
  const added = (rows as { id: number; version: number }[]).find(({ id }) => id === ids[0]);
  return { address: `${tray}/rows/${ids[0]}`, seen: { version: added?.version ?? 0 } };
}

const cases: readonly (readonly [what: string, of: LookedAt])[] = [
  [
    'a draft that is posted',
    {
      begin: () => kept('/drafts', draft),
      first: ['PUT', '', { ...draft, explanation: 'Rent of May' }],
      second: ['POST', '/post'],
      now: (address) => done('GET', address),
    },
  ],
  [
    'a draft that is sent back',
    {
      begin: () => kept('/drafts', { ...draft, forReview: true }),
      first: ['PUT', '', { ...draft, explanation: 'Rent of May' }],
      second: ['POST', '/send-back', { reason: 'Which month?' }],
      now: (address) => done('GET', address),
    },
  ],
  [
    'a draft that is discarded',
    {
      begin: () => kept('/drafts', draft),
      first: ['PUT', '', { ...draft, explanation: 'Rent of May' }],
      second: ['DELETE', ''],
      now: (address) => done('GET', address),
    },
  ],
  [
    'a pattern',
    {
      begin: () => kept('/patterns', { name: fresh('Rent'), entry: draft }),
      first: ['PUT', '', { name: 'Rent of the barn', entry: draft }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'a recurring journal that is approved',
    {
      begin: async () => {
        const preparer = await server.member(path, `Pip${(count += 1)}`, 'preparer');
        const made = await preparer.done('POST', `${path}/recurring-journals`, { ...journal, byItself: 'posts' });
        return { address: `/recurring-journals/${made.id}`, seen: { version: made.version } };
      },
      first: ['PUT', '', { ...journal, byItself: 'posts', name: 'Rent, ten times as much' }],
      second: ['POST', '/approve'],
      now: async (address) => (await done('GET', address)).approvedBy,
    },
  ],
  ...(
    [
      ['posted', '/post', { date: '2026-12-31' }],
      ['laid as a draft', '/draft', { date: '2026-12-31' }],
      ['skipped', '/skip', { date: '2026-12-31', reason: 'a month free' }],
      ['paused', '/pause', { from: '2027-02-01' }],
    ] as const
  ).map(
    ([name, act, body]) =>
      [
        `a recurring journal whose date is ${name}`,
        {
          begin: () => kept('/recurring-journals', journal),
          first: ['PUT', '', { ...journal, name: 'Rent of the barn' }],
          second: ['POST', act, body],
          now: async (address: string) => done('GET', address),
        },
      ] as const,
  ),
  [
    'a recurring journal that is ended',
    {
      begin: () => kept('/recurring-journals', journal),
      first: ['POST', '/pause', { from: '2027-02-01' }],
      second: ['DELETE', ''],
      now: async (address) => done('GET', address),
    },
  ],
  [
    'an account',
    {
      begin: () => kept('/accounts', { number: String(7800 + (count += 1)), name: 'Jar', element: 'expense' }),
      first: ['PUT', '', { number: String(7900 + (count += 1)), name: 'Jam jars', element: 'expense' }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'a contact',
    {
      begin: () => kept('/contacts', { name: fresh('High Weir'), roles: ['supplier'] }),
      first: ['PUT', '', { name: 'Higher Weir', roles: ['supplier'] }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'a breakdown',
    {
      begin: () => kept('/breakdowns', { name: fresh('Site') }),
      first: ['PUT', '', { name: fresh('Place') }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'a value of a breakdown',
    {
      begin: async () => {
        const { address } = await kept('/breakdowns', { name: fresh('Site') });
        const { version } = await done('POST', `${address}/values`, { name: 'Orchards' });
        return { address, seen: { version } };
      },
      first: ['PUT', '/values/1', { name: 'The orchards' }],
      second: ['PUT', '/values/1', { name: 'Orchard' }],
      now: inList,
    },
  ],
  [
    'a value of a breakdown that is removed',
    {
      begin: async () => {
        const { address } = await kept('/breakdowns', { name: fresh('Site') });
        const { version } = await done('POST', `${address}/values`, { name: 'Orchards' });
        return { address, seen: { version } };
      },
      first: ['PUT', '/values/1', { name: 'The orchards' }],
      second: ['DELETE', '/values/1'],
      now: inList,
    },
  ],
  [
    'a tax code',
    {
      begin: () =>
        kept('/tax-codes', { code: `S${(count += 1)}`, name: 'Standard', side: 'sales', rates: [{ parts: [] }] }),
      first: ['PUT', '', { code: `S${(count += 1)}`, name: 'Nothing', side: 'sales', rates: [{ parts: [] }] }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'a currency',
    {
      begin: async () => {
        const { version } = await done('POST', '/currencies', { currency: 'USD' });
        return { address: '/currencies/USD', seen: { version } };
      },
      first: ['PUT', '', { currency: 'USD', realisedGain: '4000' }],
      second: ['DELETE', ''],
      now: inList,
    },
  ],
  [
    'the rate of a day',
    {
      begin: async () => {
        await ask('POST', '/currencies', { currency: 'GBP' });
        return { address: '/exchange-rates/GBP/2026-05-04', seen: { version: 0 } };
      },
      first: ['PUT', '', { rate: '1.15' }],
      second: ['PUT', '', { rate: '1.51' }],
      now: () => done('GET', '/exchange-rates?currency=GBP'),
    },
  ],
  [
    'the rate of a day that is removed',
    {
      begin: async () => {
        const { version } = await done('PUT', '/exchange-rates/GBP/2026-05-05', { rate: '1.15' });
        return { address: '/exchange-rates/GBP/2026-05-05', seen: { version } };
      },
      first: ['PUT', '', { rate: '1.16' }],
      second: ['DELETE', ''],
      now: () => done('GET', '/exchange-rates?currency=GBP'),
    },
  ],
  [
    'what somebody may do',
    {
      begin: async () => {
        const people: { id: number; name: string; version: number }[] = await done('GET', '/people');
        const gil = people.find(({ name }) => name === 'Gil');
        return { address: `/people/${gil?.id}`, seen: { version: gil?.version } };
      },
      first: ['PUT', '', { role: 'preparer' }],
      second: ['PUT', '', { role: 'owner' }],
      now: () => done('GET', '/people'),
    },
  ],
  [
    'somebody whose place is taken away',
    {
      begin: async () => {
        const people: { id: number; name: string; version: number }[] = await done('GET', '/people');
        const gil = people.find(({ name }) => name === 'Gil');
        return { address: `/people/${gil?.id}`, seen: { version: gil?.version } };
      },
      first: ['PUT', '', { role: 'approver' }],
      second: ['DELETE', ''],
      now: () => done('GET', '/people'),
    },
  ],
  [
    'holidays',
    {
      begin: async () => ({ address: '/holidays', seen: { version: (await done('GET', '/holidays')).version } }),
      first: ['PUT', '', { holidays: [{ date: '2026-12-25', name: 'Christmas Day' }] }],
      second: ['PUT', '', { holidays: [{ date: '2026-05-01', name: 'May Day' }] }],
      now: () => done('GET', '/holidays'),
    },
  ],
  [
    'a paper to gather',
    {
      begin: async () => ({ ...(await within('/papers', 'key', 'trial-balance')), address: '/papers/trial-balance' }),
      first: ['PUT', '', { state: 'at-hand', note: 'in the blue folder' }],
      second: ['PUT', '', { state: 'wanted', note: '' }],
      now: () => done('GET', '/papers'),
    },
  ],
  [
    'what was agreed between partners from a day',
    {
      begin: async () => ({ address: '/sharing', seen: {} }),
      first: [
        'PUT',
        '',
        { from: '2026-01-01', interest: '5', partners: [{ account: '3010', salary: '0', weight: 1 }] },
      ],
      second: [
        'PUT',
        '',
        { from: '2026-01-01', interest: '6', partners: [{ account: '3010', salary: '0', weight: 1 }] },
      ],
      now: () => done('GET', '/sharing'),
    },
  ],
  [
    'the day on which an entry is reversed by itself',
    {
      begin: async () => {
        const { number } = await done('POST', '/entries', { ...draft, kind: 'adjusting' });
        return { address: `/entries/${number}`, seen: {} };
      },
      first: ['PUT', '/planned-reversal', { date: '2027-02-01' }],
      second: ['PUT', '/planned-reversal', { date: '2027-03-01' }],
      now: (address) => done('GET', address),
    },
  ],
  [
    'a reversal that is given up',
    {
      begin: async () => {
        const planned = { ...draft, kind: 'adjusting', reversesOn: '2027-02-01' };
        const { number } = await done('POST', '/entries', planned);
        return { address: `/entries/${number}`, seen: { was: '2027-02-01' } };
      },
      first: ['PUT', '/planned-reversal', { date: '2027-03-01' }],
      second: ['POST', '/planned-reversal/give-up', { reason: 'It stays' }],
      now: (address) => done('GET', address),
    },
  ],
  [
    'a row of a take-on',
    {
      begin: row,
      first: ['PUT', '', { cells: { contact: 'Low Weir', unpaid: '6' } }],
      second: ['PUT', '', { cells: { contact: 'Low Weir', unpaid: '7' } }],
      now: () => done('GET', '/take-on/trays/customers'),
    },
  ],
  [
    'a row of a take-on that is removed',
    {
      begin: row,
      first: ['PUT', '', { cells: { contact: 'Low Weir', unpaid: '6' } }],
      second: ['DELETE', ''],
      now: () => done('GET', '/take-on/trays/customers'),
    },
  ],
  ...(
    [
      ['posted', 'POST', '/trays/customers/posting'],
      ['emptied', 'DELETE', '/trays/customers/rows'],
    ] as const
  ).map(
    ([name, method, act]) =>
      [
        `a tray that is ${name}`,
        {
          begin: async () => {
            const { version } = await done('GET', '/take-on/trays/customers');
            return { address: '/take-on', seen: { version } };
          },
          first: ['POST', '/trays/customers/rows', { rows: [{ cells: { contact: 'Low Weir', unpaid: '8' } }] }],
          second: [method, act],
          now: () => done('GET', '/take-on/trays/customers'),
          isBeside: true,
        },
      ] as const,
  ),
  [
    'a take-on that is signed off',
    {
      begin: async () => ({ address: '/take-on', seen: { version: (await done('GET', '/take-on')).version } }),
      first: ['POST', '/trays/customers/rows', { rows: [{ cells: { contact: 'Low Weir', unpaid: '9' } }] }],
      second: ['POST', '/sign-off'],
      now: async () => (await done('GET', '/take-on')).signedOff,
      isBeside: true,
    },
  ],
  [
    'where an old year is closed into',
    {
      begin: async () => ({ address: '/take-on', seen: { version: (await done('GET', '/take-on')).version } }),
      first: ['PUT', '', { closesInto: '3010' }],
      second: ['PUT', '', { closesInto: '3020' }],
      now: async () => (await done('GET', '/take-on')).closesInto,
    },
  ],
  [
    'what was said of a finding',
    {
      begin: async () => ({ address: '/findings/unusual-side.1010', seen: {} }),
      first: ['PUT', '', { state: 'looked-at', reason: 'A refund' }],
      second: ['PUT', '', { state: 'looked-at', reason: 'Never mind' }],
      now: () => done('GET', '/findings'),
    },
  ],
  [
    'a closing whose rehearsal was looked at',
    {
      begin: async () => {
        const { version } = await done('GET', '/fiscal-years/2026/closing');
        return { address: '', seen: { version } };
      },
      first: ['POST', '/entries', { ...draft, explanation: 'A late bill' }],
      second: ['POST', '/fiscal-years/2026/closing', {}],
      now: async () => (await done('GET', '/fiscal-years/2026/closing')).closed,
      isBeside: true,
    },
  ],
  [
    'board papers that are issued',
    {
      begin: () => kept('/board-papers', { name: fresh('Papers'), subtitle: '', reports: [], signed: false }),
      first: ['PUT', '', { name: 'Papers of May', subtitle: '', reports: [], signed: true }],
      second: ['POST', '/issue', {}],
      now: () => done('GET', '/board-papers/issued'),
    },
  ],
  [
    'board papers that somebody else issues',
    {
      begin: () => printable(),
      first: ['POST', '/issue', {}],
      second: ['POST', '/issue', { recipients: ['chair@ferry-lane.test'], words: '' }],
      now: () => done('GET', '/board-papers/issued'),
    },
  ],
  [
    'issued papers that somebody else sends',
    {
      begin: async () => {
        const { address, seen } = await printable();
        const { place, version } = await done('POST', `${address}/issue`, seen);
        return { address: `/board-papers/issued/${place}`, seen: { version } };
      },
      first: ['POST', '/send', { recipients: ['chair@ferry-lane.test'], words: '' }],
      second: ['POST', '/send', { recipients: ['Chair@Ferry-Lane.test'], words: 'Here they are.' }],
      now: () => done('GET', '/board-papers/issued'),
    },
  ],
];

async function send(address: string, [method, below, body]: Change, seen: object): Promise<Reply> {
  const said = { ...body, ...seen };
  if (method !== 'DELETE') return ask(method, `${address}${below}`, said);
  return ask(method, `${address}${below}${'version' in seen ? `?version=${String(seen.version)}` : ''}`);
}

describe('two people who look at the same', () => {
  test.each(cases)(
    '%s: who comes second is told, and so is who names no version; neither changes anything',
    async (_, { begin, first, second, now, isBeside }) => {
      const { address, seen } = await begin();
      const before = await send(address, first, isBeside ? {} : seen);
      expect([before.status < 300, before.body?.problems]).toEqual([true, undefined]);
      const standing = await now(address);
      const late = await send(address, second, seen);
      expect([late.status, problemCodes(late)[0]?.split(' ')[0]]).toEqual([409, 'changed-since']);
      if (second[1].endsWith('/closing')) return; // heeded only where it is named: scripts close without looking
      const blind = await send(address, second, {});
      expect([409, 422]).toContain(blind.status);
      expect(problemCodes(blind)[0]).toMatch(/^changed-since at |^invalid at (version|was)$/);
      expect(await now(address)).toEqual(standing);
    },
  );
});
