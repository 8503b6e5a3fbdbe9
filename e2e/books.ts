import { test as base, expect, type Page } from '@playwright/test';
import { copySamples, DEMO, end, newFolder, serve, SERVER } from './served.js';

/** An organisation made for one test, beside the samples, and a page that is signed in. */
export interface OwnBooks {
  readonly page: Page;
  /** Goes to a screen of these books. */
  open(screen: string): Promise<void>;
  /** Asks the API in the name of the page. @returns what it answers */
  ask<T = unknown>(method: 'GET' | 'POST' | 'PUT' | 'PATCH', path: string, body?: object | string): Promise<T>;
  /** Posts an entry of two lines. @returns its number */
  post(date: string, explanation: string, debit: string, credit: string, amount: string): Promise<string>;
}

/** The account of a page that has signed in to the samples; how signing in looks is the matter of its own tests. */
const DEMO_EMAIL = 'demo@sallow-reach.test';

/**
 * Tests with books of their own: `demo` holds the samples, `empty` has never been started, `own` is a new organisation
 * with a short chart and calendar years from 2026, a co-operative unless `beginning` says more.
 */
export const test = base.extend<
  { empty: string; signedIn: Page; beginning: object; own: OwnBooks },
  { demo: string }
>({
  beginning: [{}, { option: true }],
  demo: [
    // eslint-disable-next-line no-empty-pattern -- fixtures name what they need, here nothing
    async ({}, use) => {
      const served = await serve(DEMO, copySamples());
      await use(served.url);
      await end(served);
    },
    { scope: 'worker', timeout: 300_000 },
  ],
  // eslint-disable-next-line no-empty-pattern -- fixtures name what they need, here nothing
  empty: async ({}, use) => {
    const served = await serve(SERVER, newFolder(), { JUST_LEDGER_TODAY: '2027-01-18' });
    await use(served.url);
    await end(served);
  },
  signedIn: async ({ page, demo }, use) => {
    const trouble: string[] = [];
    page.on('pageerror', (error) => trouble.push(error.message));
    page.on(
      'console',
      (message) =>
        message.type() === 'error' &&
        !message.text().includes('the server responded with a status of 4') &&
        trouble.push(message.text()),
    );
    const credentials = { email: DEMO_EMAIL, password: 'sallow reach demo' };
    expect((await page.request.post(`${demo}/api/session`, { data: credentials })).ok()).toBe(true);
    await use(page);
    expect(trouble).toEqual([]);
  },
  own: async ({ signedIn: page, demo, beginning }, use, { title }) => {
    const ask = async <T>(method: string, path: string, body?: object | string): Promise<T> => {
      const reply = await page.request.fetch(`${demo}/api${path}`, {
        method,
        ...(body !== undefined && { data: body }),
        ...(typeof body === 'string' && { headers: { 'content-type': 'text/csv' } }),
      });
      if (!reply.ok()) throw new Error(`${method} ${path}: ${reply.status()} ${await reply.text()}`);
      const text = await reply.text();
      return (text === '' ? undefined : JSON.parse(text)) as T;
    };
    const { id } = await ask<{ id: number }>('POST', '/organisations', {
      name: title.slice(0, 100),
      kind: 'co-operative',
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2026-01-01',
      starterChart: true,
      ...beginning,
    });
    await use({
      page,
      open: async (screen) => {
        await page.goto(`${demo}/${id}/${screen}`);
        await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toBeVisible();
      },
      ask: (method, path, body) => ask(method, `/organisations/${id}${path}`, body),
      post: async (date, explanation, debit, credit, amount) =>
        (
          await ask<{ number: string }>('POST', `/organisations/${id}/entries`, {
            date,
            explanation,
            lines: [
              { account: debit, debit: amount },
              { account: credit, credit: amount },
            ],
          })
        ).number,
    });
  },
});

export { expect };
