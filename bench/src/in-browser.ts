import { chromium, type Page } from '@playwright/test';
import { BENCH_OWNER } from './trading-books.js';
import type { ServerUnderBench } from './server-under-bench.js';

/** What one screen took in a browser. */
export interface SeenScreen {
  readonly screen: string;
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
  /** How many of so many looks while the journal was scrolled met with no row. */
  readonly blank: readonly [number, number];
}

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
  'close/year-end',
  'record/journal?beside=trial-balance',
];

/** Opens the screens of the books that a server has, in the browser that the interface is tested with. */
export async function seenInBrowser({ url }: ServerUnderBench): Promise<Seen> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
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
    return { screens, filtered, blank: await scrolled(page) };
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
  const heaviest = await page.evaluate(() =>
    Math.max(
      0,
      ...performance
        .getEntriesByType('resource')
        .filter(({ name }) => name.includes('/api/'))
        .map((entry) => (entry as PerformanceResourceTiming).transferSize),
    ),
  );
  return { screen, shown, heaviest };
}

/** Types a word into the search of the journal, where another one stands. */
async function typedFilter(page: Page): Promise<number> {
  await page.getByLabel('Find').first().click();
  await page.keyboard.type('invoice');
  await onlyRowsWith(page, 'invoice');
  await page.keyboard.press('Control+A');
  const begun = performance.now();
  await page.keyboard.type('bill');
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
