import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

const SCREENS = [
  '/',
  '/1/prepare/chart',
  '/begin',
  '/from-archive',
  '/1/prepare/organisation',
  '/3/prepare/breakdowns',
  '/1/prepare/contacts?contact=3',
  '/1/prepare/tax-codes?code=5',
  '/1/prepare/currencies?currency=GBP',
  '/1/prepare/people',
  '/1/prepare/files?subject=contacts',
  '/3/prepare/gather',
  '/3/prepare/changes',
  '/3/record/entry?draft=1',
  '/1/take-on/bench',
  '/3/take-on/bench?tray=customers',
  '/1/record/journal',
  '/1/record/journal?entry=2027-0001',
  '/1/record/entry',
  '/1/record/drafts',
  '/1/record/recurring',
  '/1/check/trial-balance',
  '/1/check/trial-balance?columns=unadjusted.adjustments.adjusted.incomeStatement.balanceSheet&headings=folded',
  '/2/check/findings?from=2026-01-01&to=2026-12-31',
  '/2/check/adjustments?from=2026-01-01&to=2026-12-31',
  '/1/check/proofs?from=2025-04-01&to=2026-03-31',
  '/1/check/changed-since?from=2025-04-01&to=2026-03-31&since=2026-03-31',
  '/1/check/account?account=1250',
  '/1/check/aged?documents=all',
  '/3/check/contact?contact=Osier%20Beds%20Society',
  '/1/close/months',
  '/2/close/year-end',
  '/1/report/statements',
  '/1/report/statements?columns=months&change=yes',
  '/1/report/charts',
  '/1/report/arrangement',
  '/1/report/kept?report=1',
  '/1/report/board-papers?papers=1',
  '/1/report/board-papers?papers=goes-2',
  '/1/report/auditor',
  '/1/report/tax?from=2026-07-01&to=2026-09-30',
  '/1/report/tax?from=2026-10-01&to=2026-12-31',
  '/1/report/tax?from=2026-10-01&to=2026-12-31&row=period+20+S20',
  '/1/record/journal?beside=trial-balance',
];

/** What axe finds on a page, by rule, with up to three places each. */
async function violationsOn(page: Page, rules?: string[]): Promise<string[]> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'], preload: false }).setLegacyMode();
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  return violations.map(({ id, nodes }) => {
    const places = nodes.map((node) => node.target.join(' '));
    return `${id}: ${places.slice(0, 3).join(' | ')}`;
  });
}

for (const part of [0, 1, 2, 3]) {
  test(`no screen has a violation that axe finds, in light or dark, part ${part + 1} of 4`, async ({
    signedIn: page,
    demo,
  }) => {
    test.slow();
    for (const screen of SCREENS.filter((_, index) => index % 4 === part)) {
      await page.emulateMedia({ colorScheme: 'light' });
      await page.goto(`${demo}${screen}`);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
      expect([screen, await violationsOn(page)]).toEqual([screen, []]);
      // the same page in dark differs by its colours only
      await page.emulateMedia({ colorScheme: 'dark' });
      await expect(page.locator('html')).toHaveAttribute('data-colours', 'dark');
      // colours go over into each other
      await page.evaluate(async () => {
        const changing = document.getAnimations().filter((animation) => animation instanceof CSSTransition);
        await Promise.allSettled(changing.map(({ finished }) => finished));
      });
      expect([screen, await violationsOn(page, ['color-contrast', 'link-in-text-block'])]).toEqual([screen, []]);
    }
  });
}

test('what axe has to find is found', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal`);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  await page.evaluate(() => {
    const heading = document.querySelector('h1');
    heading?.append(document.createElement('img'));
    heading?.append(Object.assign(document.createElement('button'), { className: 'nameless' }));
  });
  expect((await violationsOn(page)).join()).toMatch(/button-name: .*image-alt: /);
});

test('figures lead down to their account and its entries, and back', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/report/statements?from=2025-04-01&to=2026-03-31`);
  await page.getByRole('region', { name: 'Income statement' }).getByRole('link', { name: 'Insurance' }).click();
  await expect(page.getByRole('heading', { name: '5240 Insurance' })).toBeVisible();
  await expect(page.getByText('brought forward', { exact: true }).locator('..')).toContainText('0.00');
  await page.getByRole('list', { name: 'Lines' }).getByRole('button').first().click();
  await expect(page.getByText('Insurance used up in the quarter').first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Voucher as PDF' })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('region', { name: 'Balance sheet' })).toContainText('as at 31 March 2026');
});

test('the result is carried into equity, and equity into the balance sheet', async ({ signedIn: page, demo }) => {
  const three = 'statements=income-statement.equity-statement.balance-sheet';
  await page.goto(`${demo}/1/report/statements?from=2025-04-01&to=2026-03-31&${three}`);
  const carried = (name: string, key: string) =>
    page.getByRole('region', { name }).locator(`tr[data-carry="${key}"] td`).last();
  const digits = async (locator: ReturnType<typeof carried>): Promise<string> =>
    ((await locator.textContent()) ?? '').replace(/[^\d.]/g, '');
  expect(await digits(carried('Income statement', 'result'))).toBe(
    await digits(carried('Statement of changes in members’ funds', 'result')),
  );
  expect(await digits(carried('Statement of changes in members’ funds', 'equity'))).toBe(
    await digits(carried('Balance sheet', 'equity')),
  );
  await expect(page.locator('main svg[data-carries] path')).toHaveCount(2);
});

test('cash at the end is what the cash accounts of the balance sheet come to', async ({ signedIn: page, demo }) => {
  const address = `${demo}/1/report/statements?statements=balance-sheet.cash-flow-statement`;
  // the pound account is of the second year
  for (const [days, count] of [
    ['from=2025-04-01&to=2026-03-31', 3],
    ['from=2026-04-01&to=2026-12-31&columns=years:1', 4],
  ] as const) {
    await page.goto(`${address}&${days}`);
    const rows = page.getByRole('region', { name: 'Balance sheet' }).locator('tr[data-carry="cash"]');
    await expect(rows).toHaveCount(count);
    const cents = async (row: ReturnType<typeof rows.nth>): Promise<number> =>
      Number(((await row.locator('button[data-figure]').first().textContent()) ?? '').replace(/\D/g, ''));
    const end = page.getByRole('region', { name: 'Cash-flow statement' }).locator('tr[data-carry="cash"]');
    const all = Array.from({ length: count }, (_, index) => cents(rows.nth(index)));
    expect((await Promise.all(all)).reduce((sum, count) => sum + count, 0)).toBe(await cents(end));
    await expect(page.locator('main svg[data-carries] path')).toHaveCount(count);
  }
});

test('the rail sets the dates of every screen, and the address keeps them', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal`);
  await page.getByRole('button', { name: /^June 2026/ }).click();
  await expect(page.getByText(/1 Jun 2026 to 30 Jun 2026 · \d+ entries/)).toBeVisible();
  await page.getByRole('button', { name: /^August 2026/ }).click({ modifiers: ['Shift'] });
  await expect(page.getByText(/1 Jun 2026 to 31 Aug 2026/)).toBeVisible();
  await page.getByRole('link', { name: 'Check' }).click();
  await expect(page.getByText('as at 31 August 2026')).toBeVisible();
  await page.reload();
  await expect(page.getByText('as at 31 August 2026')).toBeVisible();
});

test('an entry can be found, opened and reversed, and the pair is linked', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal`);
  await page.getByRole('textbox', { name: 'Find' }).fill('Payroll deductions of last month');
  await page.getByRole('button', { name: /14 Jan 2027.*Payroll/ }).click();
  await page.getByRole('button', { name: 'Reverse it', exact: true }).click();
  await page.getByRole('button', { name: 'Reverse', exact: true }).click();
  await expect(page.getByText(/reversing · manual/)).toBeVisible();
  await expect(page.getByText(/reverses 2027-/)).toBeVisible();
  await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);
});

test('aged balances open the documents of a contact, and the journal finds a range of amounts', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/check/aged`);
  const plus = page.getByRole('button', { name: 'Documents of Low Weir Farm Shop' });
  await plus.press('Enter');
  await expect(plus).toHaveAttribute('aria-expanded', 'true');
  await expect(page.getByText(/^of 3 Nov 2026, due 3 Dec 2026/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Documents of Alder Lane Stores' })).toHaveAttribute(
    'aria-expanded',
    'false',
  );
  await plus.press('Enter');
  await expect(page.getByText(/^of 3 Nov 2026, due 3 Dec 2026/)).toBeHidden();
  await page.goto(`${demo}/1/record/journal`);
  await page.getByRole('textbox', { name: 'Amount' }).fill('2489 to 2490');
  await expect(page.getByText(/ · \d entr(y|ies) · /)).toBeVisible();
  await expect(page.getByRole('button', { name: /3 Dec 2026.*Low Weir Farm Shop/ })).toBeVisible();
});

test('a chart file with problems changes nothing and says where they are', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/2/prepare/chart`);
  await page.getByRole('link', { name: 'Files in and out' }).click();
  await page.getByLabel('File to read').setInputFiles({
    name: 'chart.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('number,name,element\n8000,,expense\n8100,Good,thing\n'),
  });
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  const problems = page.getByRole('region', { name: 'Problems' });
  await expect(problems.getByRole('row', { name: /^2 name/ })).toContainText('An account needs a name.');
  await expect(problems.getByRole('row', { name: /^3 element/ })).toBeVisible();
  await page.getByRole('link', { name: 'Chart of accounts', exact: true }).click();
  await expect(page.getByText('21 accounts')).toBeVisible();
});

test('what was typed stays when the server refuses, and the screen fits 1024 pixels', async ({
  signedIn: page,
  demo,
}) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.goto(`${demo}/1/record/entry`);
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('3/6/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Into a locked month');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByRole('region', { name: 'Entry' }).getByText('June 2026 is locked.')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Into a locked month');
  expect(await page.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(1024);
});

test('on a phone one looks first: choices are behind one button, and say when they are in use', async ({
  signedIn: page,
  demo,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${demo}/1/report/statements?from=2025-04-01&to=2026-03-31`);
  await expect(page.getByRole('region', { name: 'Income statement' })).toBeVisible();
  const columns = page.getByRole('combobox', { name: 'Columns' });
  await expect(columns).toBeHidden();
  await page.getByRole('button', { name: 'Form, columns, files' }).click();
  await columns.click();
  await page.getByRole('option', { name: 'the year before', exact: false }).first().click();
  await page.getByRole('button', { name: 'Fewer choices' }).click();
  await expect(columns).toBeHidden();
  await page.goto(`${demo}/1/record/journal?kind=adjusting`);
  await expect(page.getByRole('textbox', { name: 'Find' })).toBeVisible();
  await page.getByRole('button', { name: 'By account, kind, amount: 1 in use' }).click();
  await expect(page.getByRole('combobox', { name: 'Kind' })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // found on a phone too
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Find/ }).click();
  await page.keyboard.type('insurance');
  await expect(page.getByRole('listbox').or(page.getByRole('dialog')).first()).toContainText(/Insurance/i);
});
