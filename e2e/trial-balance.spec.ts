import { expect, test } from './books.js';

test('the trial balance shows its stages side by side, with accounts down to their ledgers', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '500.00');
  await ask('POST', '/entries', {
    date: '2026-03-31',
    kind: 'adjusting',
    explanation: 'Wear of the press',
    lines: [
      { account: '6500', debit: '20.00' },
      { account: '1509', credit: '20.00' },
    ],
  });
  await open('check/trial-balance?from=2026-01-01&to=2026-03-31');
  const bank = page.getByRole('row', { name: /1010/ });
  const wear = page.getByRole('row', { name: /6500/ });
  await expect(bank).toContainText('500.00');
  await expect(wear).toContainText('20.00');
  for (const stage of ['Adjustments', 'Adjusted'])
    if ((await page.getByRole('button', { name: stage, exact: true }).getAttribute('aria-pressed')) === 'false')
      await page.getByRole('button', { name: stage, exact: true }).click();
  await expect(wear.getByRole('cell', { name: '20.00' })).toHaveCount(2);
  await page.getByRole('button', { name: 'all', exact: true }).click();
  await expect(page.getByRole('row', { name: /2600/ })).toBeVisible();
  await bank.getByRole('link').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '1010 Bank account' })).toBeVisible();
});

test('as a worksheet: letters lead to entries, headings fold, the result balances the statements', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-03-01', 'Sales', '1010', '4000', '500.00');
  await ask('POST', '/entries', {
    date: '2026-03-31',
    kind: 'adjusting',
    explanation: 'Wear of the press',
    lines: [
      { account: '6500', debit: '20.00' },
      { account: '1509', credit: '20.00' },
    ],
  });
  await open('check/trial-balance?from=2026-01-01&to=2026-03-31&columns=unadjusted.adjustments.adjusted');
  for (const name of ['Income statement', 'Balance sheet'])
    await page.getByRole('button', { name, exact: true }).click();
  await expect(page.getByRole('row', { name: /^Net (income|surplus)/ })).toContainText('480.00');
  await expect(page.getByRole('row', { name: /^With the result/ })).toContainText('500.00');
  await page.getByRole('row', { name: /6500/ }).getByRole('link', { name: 'a', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await expect(page.getByText('Wear of the press').first()).toBeVisible();
  await page.goBack();
  await page.getByRole('button', { name: 'the year before' }).click();
  await expect(page.getByRole('columnheader', { name: 'Change', exact: true })).toBeVisible();
});

test('a figure within one value leads to what names it', async ({ own: { page, open, post, ask } }) => {
  const { id } = await ask<{ id: number }>('POST', '/breakdowns', { name: 'Site' });
  for (const name of ['Mill', 'Barn']) await ask('POST', `/breakdowns/${id}/values`, { name });
  await post('2026-03-01', 'Sales', '1010', '4000', '500.00');
  await ask('POST', '/entries', {
    date: '2026-03-02',
    explanation: 'Rent of the mill',
    lines: [
      { account: '6100', debit: '70.00', breakdowns: { Site: 'Mill' } },
      { account: '1010', credit: '70.00', breakdowns: { Site: 'Mill' } },
    ],
  });
  await open('check/trial-balance?from=2026-01-01&to=2026-03-31');
  await page.getByRole('combobox', { name: 'Within a breakdown' }).click();
  await page.getByRole('option', { name: 'Site: all values across' }).click();
  await expect(page.getByRole('row', { name: /^1010/ }).getByRole('link', { name: '(70.00)' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Within a breakdown' })).toBeFocused();
  // by keys: from the account to its figure within the mill, and back
  await page.getByRole('row', { name: /^1010/ }).getByRole('link', { name: 'Bank account' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('row', { name: /^1010/ }).getByRole('link', { name: '(70.00)' })).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '1010 Bank account' })).toBeVisible();
  await expect(page.getByText('Rent of the mill').first()).toBeVisible();
  await expect(page.getByText('Sales', { exact: true })).toHaveCount(0);
});

test('an adjusting entry is written from it: the columns move as it is typed', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-01', 'A press', '1500', '1010', '500.00');
  await open('check/trial-balance?from=2026-01-01&to=2026-03-31');
  await page.getByRole('row', { name: /1500/ }).getByRole('link').first().focus();
  await page.keyboard.press('e');
  await expect(page.getByRole('heading', { name: 'Entry', exact: true })).toBeVisible();
  const sheet = page.locator('section[aria-label="Trial balance"]');
  await expect(sheet.getByRole('row', { name: /1500/ })).toContainText('500.00');
  await page.locator('tr[data-line="0"] [data-column="credit"] input').fill('125');
  await expect(sheet.getByRole('row', { name: /1500/ })).toContainText('375.00');
  await page.getByLabel('Date', { exact: true }).fill('1/4/2026');
  await expect(sheet.getByRole('row', { name: /1500/ })).not.toContainText('375.00');
});

test('a trial balance as known on an earlier day leaves out what was posted since', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/check/trial-balance?from=2026-04-01&to=2026-09-30`);
  const sums = page.getByRole('row', { name: /^Total/ }).first();
  await expect(sums).toContainText(/\d/);
  const today = await sums.textContent();
  await page.getByLabel('As known on').fill('15/9/2026');
  await expect(page.getByText(/as known on 15 September 2026/)).toBeVisible();
  await expect(sums).not.toHaveText(today ?? '');
});

test('before anything is posted it says so', async ({ own: { page, open } }) => {
  await open('check/trial-balance');
  await expect(page.getByText(/No account has a balance at this date/)).toBeVisible();
});

test('what changed since a year was closed: accounts then and now, the entry that made it, another day typed', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/check/trial-balance?from=2025-04-01&to=2026-03-31`);
  await expect(page.getByText('1010').first()).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('h');
  await expect(page.getByText('they are what they were')).toBeVisible();
  await page.getByRole('combobox', { name: /^Since/ }).click();
  await page.getByRole('option', { name: '2025–26 closed, 31 May 2026' }).click();
  await expect(page.getByRole('row', { name: /5410 Office/ })).toContainText('483.00');
  await expect(page.getByRole('row', { name: /2026-0297/ })).toContainText('240.00');
  await page.getByLabel('or since the end of').first().fill('30/6/2026');
  await expect(page.getByRole('heading', { name: 'Changed since the end of 30 June 2026' })).toBeVisible();
  await expect(page.getByText('they are what they were')).toBeVisible();
  await expect(page).toHaveURL(/since=30%2F6%2F2026/);
});

test('proofs stand month by month, with what each lock was made upon, and as two figures at the end of the days chosen', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/check/proofs?from=2025-04-01&to=2026-03-31`);
  const byMonth = page.getByRole('region', { name: 'Proofs by month' });
  await expect(byMonth.getByRole('row', { name: /^Debits = credits( holds){12}$/ })).toBeVisible();
  await expect(byMonth.getByRole('row', { name: /^Opening = post-closing trial balance/ })).toContainText('holds');
  // what reads every entry is of now, not of a month
  await expect(byMonth.getByRole('row', { name: /^Seals/ })).toHaveCount(0);
  await expect(page.getByText('Seals unbroken')).toBeVisible();
  await expect(byMonth.getByRole('row', { name: /^Locked/ })).toContainText('30 Jun');
  await expect(page.getByText('1,768,315.88').first()).toBeVisible();
  await byMonth.getByRole('button', { name: 'Sep' }).click();
  await expect(page.getByRole('heading', { name: 'As at 30 September 2025' })).toBeVisible();
  await expect(byMonth.getByRole('button', { name: 'Sep' })).toHaveAttribute('aria-pressed', 'true');
  // a year that has just begun has nothing to show yet
  await page.goto(`${demo}/2/check/proofs?from=2027-01-01&to=2027-01-18`);
  await expect(page.getByText('None of its months is over yet')).toBeVisible();
  await expect(byMonth).toHaveCount(0);
});
