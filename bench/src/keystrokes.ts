import { chromium, type Page } from '@playwright/test';
import { BENCH_OWNER } from './trading-books.js';
import { fiftyPapers, PAPER_CONTACTS, type Paper, papersBefore, spreadsheetKeys, typedAmount } from './paper-list.js';
import type { ServerUnderBench } from './server-under-bench.js';

/** How many keys fifty papers take, here and in a spreadsheet. */
export interface Keystrokes {
  readonly papers: number;
  readonly ours: number;
  readonly spreadsheet: number;
}

/** A keyboard that counts. */
class Keyboard {
  pressed = 0;

  constructor(private readonly page: Page) {}

  /** Presses keys one after the other; one with a modifier counts as two. */
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.pressed += key.includes('+') ? 2 : 1;
      await this.page.keyboard.press(key);
    }
  }

  /** Types a text letter by letter. */
  async type(text: string): Promise<void> {
    for (const letter of text) await this.press(letter === ' ' ? 'Space' : letter);
  }

  /** Types as much of a text as it takes until it is the first that is offered. @returns whether it came to that */
  async typeUntilFirst(text: string, isFirst: (offered: string) => boolean): Promise<boolean> {
    for (const letter of text) {
      await this.type(letter);
      const offered = await this.page.evaluate(() => document.querySelector('[role=option]')?.textContent ?? '');
      if (isFirst(offered)) return true;
    }
    return false;
  }
}

/**
 * Enters fifty papers by keyboard alone, in new books that know the month before, and counts the keys: simple entries in one
 * line, posted together; the others in full. What was posted is compared with the papers to the cent.
 */
export async function keystrokesOfFifty(server: ServerUnderBench): Promise<Keystrokes> {
  const organisation = await newBooks(server);
  const papers = fiftyPapers();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await signIn(page, server.url);
    await page.goto(`${server.url}/${organisation}/record/entry?as=line&from=2026-09-01&to=2026-09-30`);
    await page.locator('[data-blank="date"]:focus').waitFor();
    const keyboard = new Keyboard(page);
    await sayAll(
      page,
      keyboard,
      papers.filter(({ lines }) => lines.length === 2),
    );
    await keyboard.press('Alt+s');
    await writeAll(
      page,
      keyboard,
      papers.filter(({ lines }) => lines.length > 2),
    );
    await assertPosted(server, organisation, papers);
    return { papers: papers.length, ours: keyboard.pressed, spreadsheet: spreadsheetKeys(papers) };
  } finally {
    await browser.close();
  }
}

async function sayAll(page: Page, keyboard: Keyboard, papers: readonly Paper[]): Promise<void> {
  let before = '';
  for (const [index, { date, explanation, lines }] of papers.entries()) {
    const [to, from] = lines;
    if (date !== before) await keyboard.type(String(Number(date.slice(8))));
    before = date;
    await keyboard.press('Tab');
    await keyboard.type(typedAmount(to?.amount ?? 0));
    await keyboard.press('Tab');
    const isSaid = (offered: string): boolean => offered.startsWith(`“${explanation}”`);
    if (await isUsual(page, explanation)) {
      await keyboard.typeUntilFirst(explanation, isSaid);
      await keyboard.press('Enter');
    } else {
      for (const line of [from, to]) {
        await keyboard.type(line?.account ?? '');
        await keyboard.press('Tab');
      }
      await keyboard.type(explanation);
      await keyboard.press('Enter');
    }
    await page.locator(`[data-held="${index}"]`).waitFor();
  }
  await keyboard.press('Control+Enter');
  await page.getByText(`${papers.length} entries.`).waitFor();
}

/** Whether a bookkeeper knows that something has been said before: the books do. */
async function isUsual(page: Page, explanation: string): Promise<boolean> {
  const held = await page.locator('[data-held]').allTextContents();
  return [...papersBefore().map((paper) => paper.explanation), ...held].some((known) => known.includes(explanation));
}

async function writeAll(page: Page, keyboard: Keyboard, papers: readonly Paper[]): Promise<void> {
  for (const { date, explanation, lines } of papers) {
    await page.getByRole('textbox', { name: 'Date', exact: true }).and(page.locator(':focus')).waitFor();
    await keyboard.type(String(Number(date.slice(8))));
    await keyboard.press('Enter');
    await keyboard.type(explanation);
    await keyboard.press('Enter', 'Enter');
    for (const [index, { account, amount }] of lines.entries()) {
      await keyboard.type(account);
      await keyboard.press('Tab', 'Tab');
      if (amount < 0 && index < lines.length - 1) await keyboard.press('Tab');
      if (index === lines.length - 1) await keyboard.press('=');
      else await keyboard.type(typedAmount(Math.abs(amount)));
      if (index < lines.length - 1) await keyboard.press('Enter');
    }
    await keyboard.press('Control+Enter');
    await sheetIsEmpty(page);
  }
}

/** The sheet has taken its entry: the next is empty. */
async function sheetIsEmpty(page: Page): Promise<void> {
  const explanation = page.getByRole('combobox', { name: 'Explanation' });
  const field = await explanation.elementHandle();
  await page.waitForFunction((input) => input instanceof HTMLInputElement && input.value === '', field);
}

async function newBooks(server: ServerUnderBench): Promise<number> {
  const sent = async (address: string, body: object): Promise<{ id: number }> => {
    const { status, text } = await server.post(address, body);
    if (status >= 300) throw new Error(`${address} was answered with ${status}: ${text}`);
    return JSON.parse(text) as { id: number };
  };
  const { id } = await sent('/api/organisations', {
    name: 'Fifty papers',
    kind: 'company',
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: '2026-01-01',
    starterChart: true,
  });
  const path = `/api/organisations/${id}`;
  for (const [name, role] of PAPER_CONTACTS) await sent(`${path}/contacts`, { name, roles: [role] });
  await sent(`${path}/entries/set`, { entries: papersBefore().map(requestOf) });
  return id;
}

function requestOf({ date, explanation, lines }: Paper): object {
  return {
    date,
    explanation,
    lines: lines.map(({ account, amount, contact }) => ({
      account,
      [amount > 0 ? 'debit' : 'credit']: Math.abs(amount).toFixed(2),
      ...(contact && { contact }),
    })),
  };
}

async function signIn(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill(BENCH_OWNER.email);
  await page.getByRole('textbox', { name: 'Password' }).fill(BENCH_OWNER.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: 'Fifty papers' }).first().waitFor();
}

/** The books agree with the papers, line by line to the cent. */
async function assertPosted(server: ServerUnderBench, organisation: number, papers: readonly Paper[]): Promise<void> {
  const { text } = await server.get(
    `/api/organisations/${organisation}/entries?from=2026-09-01&to=2026-09-30&limit=200`,
  );
  const { entries } = JSON.parse(text) as {
    entries: { date: string; explanation: string; lines: { account: string; debit: string; credit: string }[] }[];
  };
  const spelled = (date: string, explanation: string, lines: readonly string[]): string =>
    [date, explanation, ...[...lines].sort()].join(' | ');
  const posted = entries.map(({ date, explanation, lines }) =>
    spelled(
      date,
      explanation,
      lines.map(({ account, debit, credit }) => `${account} ${debit ?? `-${credit}`}`),
    ),
  );
  const meant = papers.map(({ date, explanation, lines }) =>
    spelled(
      date,
      explanation,
      lines.map(({ account, amount }) => `${account} ${amount.toFixed(2)}`),
    ),
  );
  if (JSON.stringify(posted.sort()) !== JSON.stringify(meant.sort())) {
    throw new Error(`What was posted is not what the papers say:\n${posted.join('\n')}\n\n${meant.join('\n')}`);
  }
}
