import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Every screen of the sample organisations, as its address has it. */
const SCREENS = [
  'prepare/chart',
  'prepare/breakdowns',
  'prepare/contacts',
  'prepare/tax-codes',
  'prepare/currencies',
  'prepare/organisation',
  'prepare/people',
  'prepare/files',
  'prepare/gather',
  'prepare/changes',
  'take-on/bench',
  'record/journal',
  'record/journal?form=general',
  'record/entry',
  'record/entry?as=line',
  'record/drafts',
  'record/recurring',
  'check/trial-balance',
  'check/findings',
  'check/adjustments',
  'check/adjustments?from=2026-01-01&to=2026-12-31',
  'check/proofs',
  'check/changed-since',
  'check/changed-since?from=2026-01-01&to=2026-12-31&since=2026-05-31',
  'check/account',
  'check/account?account=1010',
  'check/account?account=1010&form=t',
  'check/aged?documents=all',
  'check/contact',
  'close/months',
  'close/year-end',
  'report/statements',
  'report/statements?columns=years:2&change=yes',
  'report/statements?columns=months',
  'report/statements?rounding=units&source=balance-sheet~2026-01-01~2026-12-31~total-assets',
  'report/charts',
  'report/arrangement',
  'report/kept',
  'report/kept?report=1',
  'report/board-papers?papers=1',
  'report/board-papers?papers=goes-1',
  'report/auditor',
  'report/statements?from=2025-04-01&to=2026-03-31&note=1&notes=yes',
  'report/tax',
  'report/tax?from=2026-07-01&to=2026-09-30',
  'report/tax?from=2026-10-01&to=2026-12-31&row=period+20+S20',
];
/** The screens that can stand beside another. */
const PARTS = [
  'prepare/chart',
  'record/journal',
  'record/drafts',
  'check/trial-balance',
  'check/adjustments',
  'check/proofs',
  'check/changed-since',
  'check/account',
  'check/aged',
  'check/contact',
  'close/months',
  'report/statements?columns=months',
  'report/tax',
];
const SIZES = [
  [1280, 800],
  [1024, 768],
  [640, 400],
  [390, 844],
] as const;

/** What of the page does not fit: it scrolls sideways, text is cut off without a way to read it, or texts overlap. */
function misfits(): string[] {
  const found: string[] = [];
  const { scrollWidth } = document.documentElement;
  if (scrollWidth > window.innerWidth + 1) found.push(`the page is ${scrollWidth} wide`);
  const isShown = (element: Element): boolean =>
    element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
  const texts: { readonly text: string; readonly element: Element; readonly box: DOMRect }[] = [];
  for (const element of Array.from(document.querySelectorAll<HTMLElement>('main *, header *, nav *, footer *'))) {
    const text = (element instanceof HTMLInputElement ? element.value : (element.textContent ?? '')).trim();
    if (element.children.length > 0 || text === '' || !isShown(element) || element.closest('.visually-hidden'))
      continue;
    const box = element.getBoundingClientRect();
    // of the text itself, and only as much of it as its surroundings let through
    const range = document.createRange();
    range.selectNodeContents(element);
    let [left, right, top, bottom] = [-Infinity, Infinity, -Infinity, Infinity];
    let floats = false;
    let isJudged = false;
    for (let around: HTMLElement | null = element; around; around = around.parentElement) {
      const { overflowX, overflowY, textOverflow, position } = getComputedStyle(around);
      floats ||= position === 'sticky' || position === 'fixed';
      const edge = around.getBoundingClientRect();
      if (overflowX !== 'visible') [left, right] = [Math.max(left, edge.left), Math.min(right, edge.right)];
      if (overflowY !== 'visible') [top, bottom] = [Math.max(top, edge.top), Math.min(bottom, edge.bottom)];
      if (overflowX === 'auto' || overflowX === 'scroll') isJudged = true;
      if (overflowX === 'visible' || isJudged) continue;
      const isCut = around === element ? element.scrollWidth > element.clientWidth + 1 : box.right > edge.right + 1;
      // a figure or a date is never cut; other text may end in dots where the whole can be read otherwise
      const isTyped = element instanceof HTMLInputElement;
      const isFigure = isTyped
        ? /^(\(?[\d.,’ ]+\)?|\d{1,2} [A-Z][a-z]{2} \d{4})$/.test(text)
        : element.closest('.num') !== null && /^[\d(-]/.test(text);
      if (isTyped && !isFigure) continue;
      const mayBeCut = !isFigure && textOverflow === 'ellipsis';
      if (isCut && !mayBeCut) found.push(`“${text.slice(0, 40)}” is cut off`);
    }
    // what floats over the rest is meant to cover it while it is scrolled
    for (const line of floats
      ? []
      : element instanceof HTMLInputElement
        ? [box]
        : Array.from(range.getClientRects())) {
      const [x, y] = [Math.max(line.left, left), Math.max(line.top, top)];
      const [width, height] = [Math.min(line.right, right) - x, Math.min(line.bottom, bottom) - y];
      if (width > 2 && height > 2) texts.push({ text, element, box: new DOMRect(x, y, width, height) });
    }
  }
  texts.sort((a, b) => a.box.top - b.box.top);
  for (const [index, a] of texts.entries()) {
    for (const b of texts.slice(index + 1)) {
      if (b.box.top > a.box.bottom - 3) break;
      const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
      if (across > 2 && a.element !== b.element && !a.element.closest('svg') && !b.element.closest('svg'))
        found.push(`“${a.text.slice(0, 30)}” and “${b.text.slice(0, 30)}” overlap`);
    }
  }
  return found.slice(0, 5);
}

/** Goes to a screen: within the page where it shows another one, as the browser does when somebody goes back. */
async function goTo(page: Page, address: string): Promise<void> {
  const [here, there] = [page.url(), address].map((url) => /^(http.*?\/\d+)\/([^?]*)/.exec(url)?.slice(1) ?? []);
  if (here?.[0] === undefined || here[0] !== there?.[0] || here[1] === there[1]) {
    await page.goto(address);
    return;
  }
  await page.evaluate((url) => {
    for (const heading of Array.from(document.querySelectorAll('h1'))) heading.setAttribute('data-left', '');
    history.pushState(null, '', url);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, address);
  await expect(page.locator('h1[data-left]')).toHaveCount(0);
}

/** A frame that is drawn at all has come after so many milliseconds. */
const LONGEST_FRAME = 5_000;

/** Opens an address and looks at it in several sizes. */
async function misfitsOf(
  page: Page,
  address: string,
  sizes: readonly (readonly [number, number])[],
): Promise<string[]> {
  const wrong: string[] = [];
  await page.setViewportSize({ width: 1280, height: 800 });
  await goTo(page, address);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  for (const [width, height] of sizes) {
    await page.setViewportSize({ width, height });
    // rows are measured anew with the frame after they were laid out; a browser that sees nothing to paint draws none
    await page.evaluate(async (longest) => {
      const none = new Promise((resolve) => setTimeout(resolve, longest));
      for (let frame = 0; frame < 3; frame += 1) await Promise.race([new Promise(requestAnimationFrame), none]);
    }, LONGEST_FRAME);
    const screen = new URL(address).pathname.replace(/^\/\d+\//, '');
    for (const found of await page.evaluate(misfits)) wrong.push(`${screen} at ${width}: ${found}`);
  }
  return wrong;
}

/** How often a screen stands before another in the list: those that come again are looked at in a later round. */
const roundOf = (screen: string, index: number): number =>
  SCREENS.slice(0, index).filter((earlier) => earlier.split('?')[0] === screen.split('?')[0]).length;
const ROUNDS = SCREENS.map((screen, index) => ({ screen, round: roundOf(screen, index) }))
  .sort((a, b) => a.round - b.round)
  .map(({ screen }) => screen);

/** The screens in two parts, so that no test is long. */
const HALVES = [0, 1].map((half) => ROUNDS.filter((_, index) => index % 2 === half));
const PARTS_OF_SAMPLES = [1, 2, 3].flatMap((organisation) =>
  HALVES.map((screens, half) => ({ organisation, screens, half: half + 1 })),
);

for (const { organisation, screens, half } of PARTS_OF_SAMPLES) {
  test(`every screen of organisation ${organisation} fits at four widths, no figure cut off, half ${half}`, async ({
    signedIn: page,
    demo,
  }) => {
    test.slow();
    const wrong: string[] = [];
    for (const screen of screens) wrong.push(...(await misfitsOf(page, `${demo}/${organisation}/${screen}`, SIZES)));
    expect(wrong).toEqual([]);
  });
}

test('every screen that can, fits beside another', async ({ signedIn: page, demo }) => {
  test.slow();
  const wrong: string[] = [];
  for (const [index, screen] of PARTS.entries()) {
    const beside = PARTS[(index + 3) % PARTS.length]?.split('/')[1] ?? '';
    const address = `${demo}/1/${screen}?beside=${beside}&ledger=receivables&documents=all&beside.detail=1&account=1010&beside.account=1010`;
    wrong.push(...(await misfitsOf(page, address, SIZES.slice(0, 2))));
  }
  expect(wrong).toEqual([]);
});

test.describe('a charity of six funds with long names, figures of nine digits and two thousand lines', () => {
  const FUNDS = ['Roof', 'Bursary', 'Orchard', 'Library', 'Garden', 'Ferry'].map(
    (name) => `${name} fund for the upkeep of everything that belongs to it`,
  );
  test.use({
    beginning: { kind: 'non-profit', funds: FUNDS.map((name) => ({ name, restriction: 'purpose' })) },
  });

  test('fits on every screen', async ({ own: { page, open, ask } }) => {
    test.slow();
    const long = 'Contribution towards the restoration of the old cider house';
    await ask('POST', '/accounts', { number: '4990', name: long, element: 'revenue' });
    await ask('POST', '/accounts', { number: '6990', name: `${long} paid`, element: 'expense' });
    for (const [index, fund] of FUNDS.entries()) {
      const amount = `${123_456_789 + index * 100_000_000}.12`;
      const given = { breakdowns: { Fund: fund } };
      const lines = [
        { account: '1010', debit: amount, ...given },
        { account: '4990', credit: amount, ...given },
      ];
      await ask('POST', '/entries', { date: '2026-03-01', explanation: `${long}, ${fund}`, lines });
    }
    const rows = Array.from(
      { length: 1_000 },
      (_, index) => `${index},2026-04-01,${long} no ${index},6990,1234567.89,\n${index},,,1010,,1234567.89`,
    );
    await ask('POST', '/entries/import', `entry,date,explanation,account,debit,credit\n${rows.join('\n')}\n`);
    await open('record/journal');
    const base = page.url().replace(/\/record\/journal.*/, '');
    const wrong: string[] = [];
    for (const screen of ROUNDS) wrong.push(...(await misfitsOf(page, `${base}/${screen}`, SIZES)));
    expect(wrong).toEqual([]);
  });
});

/** Adds rules to a page in the way that its policy lets scripts of its own do it. */
async function addRules(page: Page, rules: string): Promise<void> {
  await page.evaluate((text) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(text);
    document.adoptedStyleSheets.push(sheet);
  }, rules);
}

test('what does not fit is found', async ({ signedIn: page, demo }) => {
  const address = `${demo}/1/check/trial-balance`;
  expect(await misfitsOf(page, address, SIZES.slice(0, 1))).toEqual([]);
  await addRules(page, 'td.num { display: block; width: 20px; overflow: hidden; text-overflow: ellipsis; }');
  expect((await page.evaluate(misfits)).join()).toMatch(/“[\d,.]+” is cut off/);
  await page.goto(address);
  await expect(page.getByRole('cell', { name: 'Total' })).toBeVisible();
  await addRules(page, 'td { position: relative; } td.num { left: -250px; }');
  expect((await page.evaluate(misfits)).join()).toMatch(/“.+” and “[\d,.]+” overlap/);
  await addRules(page, 'main { width: 3000px; }');
  expect((await page.evaluate(misfits)).join()).toMatch(/the page is \d+ wide/);
});
