import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RunningServer } from '../../apps/server/test/running-server.js';
import { DEMO_SIGN_IN, DEMO_TODAY } from '../dist/demo-sign-in.js';
import { writeDemo } from '../dist/write-demo.js';

/** Days at which positions are drawn up, and spans of flows: month ends, mid-month, before and after the books. */
const DAYS = ['2025-03-31', '2025-07-15', '2026-03-31', '2026-04-01', '2026-09-10', '2026-12-31', '2027-01-18'];
const SPANS = ['from=2025-04-01&to=2026-03-31', 'from=2026-01-01&to=2026-12-31', 'from=2026-11-05&to=2027-01-18'];

describe('sample books taken in from their own archives', () => {
  const folder = join(mkdtempSync(join(tmpdir(), 'just-ledger-demo-')), 'books');
  let server: RunningServer;
  beforeAll(async () => {
    await writeDemo(folder);
    server = await RunningServer.start({ folder, today: DEMO_TODAY });
    await server.signIn({ email: DEMO_SIGN_IN.email, password: DEMO_SIGN_IN.password });
  });
  afterAll(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  /** Every path whose answer tells of the books, with what differs by being other books left out. */
  async function everything(text: string): Promise<Record<string, unknown>> {
    const accounts = (await server.request('GET', `${text}/accounts`)).body as { number: string }[];
    const entries = (await server.request('GET', `${text}/entries.csv`)).body as string;
    const paths = [
      ...DAYS.flatMap((day) => [
        `reports/balance-sheet?asAt=${day}`,
        `proofs?asAt=${day}`,
        ...['unadjusted', 'adjusted', 'post-closing'].map(
          (stage) => `reports/trial-balance?asAt=${day}&stage=${stage}`,
        ),
        `reports/trial-balance.csv?asAt=${day}&asKnownOn=2026-06-30`,
      ]),
      ...SPANS.flatMap((span) => [`reports/income-statement?${span}`, `reports/equity-statement?${span}`]),
      ...accounts.map(({ number }) => `reports/account-ledger?account=${number}&from=2025-04-01&to=2027-01-18`),
      ...[
        'accounts.csv',
        'contacts',
        'breakdowns',
        'tax-codes',
        'currencies',
        'exchange-rates.csv',
        'drafts',
        'fiscal-years',
        'papers',
        'recurring-journals',
      ],
      ...['chart', 'contacts', 'breakdown-values', 'rates'].map((subject) => `exports/${subject}.csv`),
    ];
    const answers = { 'entries.csv': entries } as Record<string, unknown>;
    for (const path of paths) {
      const { status, body } = await server.request('GET', `${text}/${path}`);
      answers[path] = [
        status,
        // versions count changes in this installation
        JSON.stringify(body)
          .replaceAll(/"(updatedAt|checkedAt)":"[^"]*"/g, '')
          .replaceAll(/"version":\d+/g, '')
          // that it was taken in is a record of its own
          .replaceAll(/("leftLabel":"Records and what they leave".*?"left":")\d+(".*?"right":")\d+"/g, '$1$2')
          // the minute in which a proof was read in full
          .replaceAll(/Checked on [^"]* UTC\./g, ''),
      ];
    }
    return answers;
  }

  test.each([1, 2, 3])(
    'organisation %i: every report is equal to the cent, and so is everything else',
    async (id) => {
      const archive = await fetch(`${server.url}/api/organisations/${id}/archive.zip`, {
        headers: { cookie: server.session },
      });
      const sent = await fetch(`${server.url}/api/archives`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream', cookie: server.session },
        body: await archive.arrayBuffer(),
      });
      let job = (await sent.json()) as { id: string; state: string; organisation: number | null };
      const settle = async (): Promise<void> => {
        while (['reading', 'writing'].includes(job.state)) {
          await new Promise((resolve) => setTimeout(resolve, 20));
          job = (await server.request('GET', `/api/archives/${job.id}`)).body as typeof job;
        }
      };
      await settle();
      const { name } = (await server.request('GET', `/api/organisations/${id}`)).body as { name: string };
      job = (await server.request('POST', `/api/archives/${job.id}/taking`, { name })).body as typeof job;
      await settle();
      expect(job).toMatchObject({ state: 'done' });
      const [before, after] = [
        await everything(`/api/organisations/${id}`),
        await everything(`/api/organisations/${job.organisation}`),
      ];
      expect(Object.keys(before).length).toBeGreaterThan(60);
      for (const [path, answer] of Object.entries(before)) expect([path, after[path]]).toEqual([path, answer]);
    },
  );
});
