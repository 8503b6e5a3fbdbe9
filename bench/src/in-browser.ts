import { chromium, type Page } from '@playwright/test';
import { median } from './stopwatch.js';
import { BENCH_OWNER } from './trading-books.js';
import type { ServerUnderBench } from './server-under-bench.js';

/** What one screen took in a browser. */
export interface SeenScreen {
  readonly screen: string;
  /** From the address to the first that is painted, in milliseconds. */
  readonly painted: number;
  /** From the address to its content, in milliseconds. */
  readonly shown: number;
  /** The heaviest answer on the wire, in bytes. */
  readonly heaviest: number;
}

/** What the screens took in a browser. */
export interface Seen {
  readonly screens: readonly SeenScreen[];
  /** From the last key of a filter to its first rows, in milliseconds. */
  readonly filtered: number;
  /** Two thousand lines pasted into an entry, and in the median from a key to its paint among them; in milliseconds. */
  readonly pasted: number;
  readonly key: number;
  /** How many of so many looks while the journal was scrolled met with no row. */
  readonly blank: readonly [number, number];
}

/** So many lines are pasted into an entry. */
const LINES = 2_000;

const SCREENS = [
  'record/journal',
  'check/account?account=10000',
  'check/aged',
  'check/aged?documents=all',
  'check/trial-balance',
  'prepare/chart',
  'prepare/contacts',
  'check/contact?contact=1',
  'report/statements',
  'report/statements?columns=years:2',
  'report/charts',
  'report/arrangement',
  'report/kept',
  'report/board-papers',
  'report/auditor',
  'report/tax',
  'close/year-end',
  'close/months',
  'check/findings',
  'check/proofs',
  'record/recurring',
  'record/journal?beside=trial-balance',
];

/** Opens the screens of the books that a server has, in the browser that the interface is tested with. */
export async function seenInBrowser({ url }: ServerUnderBench): Promise<Seen> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('textbox', { name: 'E-mail address' }).fill(BENCH_OWNER.email);
    await page.getByRole('textbox', { name: 'Password' }).fill(BENCH_OWNER.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('link', { name: 'Alder Wharf Trading' }).first().waitFor();
    const screens: SeenScreen[] = [];
    for (const screen of SCREENS) screens.push(await seenScreen(page, `${url}/1/${screen}`, screen));
    await page.goto(`${url}/1/record/journal`);
    const filtered = await typedFilter(page);
    const blank = await scrolled(page);
    await page.goto(`${url}/1/record/entry`);
    return { screens, filtered, blank, ...(await typedEntry(page)) };
  } finally {
    await browser.close();
  }
}

async function seenScreen(page: Page, address: string, screen: string): Promise<SeenScreen> {
  await page.goto('about:blank');
  const begun = performance.now();
  await page.goto(address, { waitUntil: 'commit' });
  const isDouble = screen.includes('beside=');
  await page.waitForFunction(
    (sheets) => {
      const drawn = [...document.querySelectorAll('[data-sheet]:not([aria-busy="true"])')].filter(
        (sheet) => sheet.textContent.length > 100,
      );
      return drawn.length >= sheets;
    },
    isDouble ? 2 : 1,
    { polling: 'raf', timeout: 20_000 },
  );
  const shown = performance.now() - begun;
  const paint = await page.waitForFunction(
    () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime,
  );
  const painted = (await paint.jsonValue()) ?? NaN;
  const heaviest = await page.evaluate(() =>
    Math.max(
      0,
      ...performance
        .getEntriesByType('resource')
        .filter(({ name }) => name.includes('/api/'))
        .map((entry) => (entry as PerformanceResourceTiming).transferSize),
    ),
  );
  return { screen, painted, shown, heaviest };
}

/** Types a word into the search of the journal, where another one stands. */
async function typedFilter(page: Page): Promise<number> {
  await page.getByLabel('Find').first().click();
  await page.keyboard.type('invoice');
  await onlyRowsWith(page, 'invoice');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('bil');
  const begun = performance.now();
  await page.keyboard.type('l');
  await onlyRowsWith(page, 'bill');
  return performance.now() - begun;
}

async function onlyRowsWith(page: Page, word: string): Promise<void> {
  await page.waitForFunction(
    (text) => {
      const rows = [...document.querySelectorAll('[data-sheet] [role="listitem"]')];
      return rows.length > 0 && rows.every((row) => row.textContent.toLowerCase().includes(text));
    },
    word,
    { polling: 'raf', timeout: 20_000 },
  );
}

/** Pastes two thousand lines into an entry, and types a note on one of them. */
async function typedEntry(page: Page): Promise<{ pasted: number; key: number }> {
  const first = page.getByLabel('Account, line 1', { exact: true });
  await first.click();
  const rows = Array.from({ length: LINES }, (_, index) => `10000\tline ${index}\t\t${index % 2 ? '' : '1.00'}\t`);
  const begun = performance.now();
  await first.evaluate((cell, text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, rows.join('\n'));
  await page.getByText(`${LINES} lines pasted`).waitFor();
  const pasted = performance.now() - begun;
  await page.getByLabel('Note, line 5', { exact: true }).click();
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(globalThis, { keyTimes: times });
    const painted = new MessageChannel();
    let began = 0;
    painted.port1.onmessage = () => times.push(performance.now() - began);
    document.addEventListener(
      'keydown',
      ({ timeStamp }) => {
        began = timeStamp;
        requestAnimationFrame(() => painted.port2.postMessage(null));
      },
      { capture: true },
    );
  });
  for (const letter of 'a note that is typed among very many lines') {
    await page.keyboard.type(letter);
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  }
  const times = await page.evaluate(() => (globalThis as unknown as { keyTimes: number[] }).keyTimes);
  return { pasted, key: median(times) };
}

/** Scrolls through the journal and looks whether a row stands in the middle of the list. */
async function scrolled(page: Page): Promise<[number, number]> {
  const list = page.locator('[data-sheet] [role="list"]').first();
  const box = await list.boundingBox();
  if (!box) throw new Error('the journal has no list');
  const middle = { x: box.x + 60, y: box.y + box.height / 2 };
  await page.mouse.move(middle.x, middle.y);
  let blank = 0;
  const looks = 60;
  for (let look = 0; look < looks; look += 1) {
    await page.mouse.wheel(0, 700);
    const isRow = await page.evaluate(
      ({ x, y }) =>
        new Promise<boolean>((resolve) =>
          requestAnimationFrame(() =>
            requestAnimationFrame(() => resolve(!!document.elementFromPoint(x, y)?.closest('[role="listitem"]'))),
          ),
        ),
      middle,
    );
    if (!isRow) blank += 1;
  }
  return [blank, looks];
}
