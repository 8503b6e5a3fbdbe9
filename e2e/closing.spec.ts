import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('a month is locked, takes nothing, and is unlocked with a reason', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '100.00');
  await open('close/months?from=2026-01-01&to=2026-12-31');
  const march = page.getByRole('row', { name: /^March 2026/ });
  await expect(march).toContainText('✓ 8 hold');
  await march.getByRole('button', { name: 'lock', exact: true }).click();
  await expect(march).toContainText(/18 Jan 2027 by/);
  await expect(post('2026-03-31', 'Late', '1010', '3000', '1.00')).rejects.toThrow(/March 2026 is locked/);
  await march.getByRole('button', { name: 'unlock …' }).click();
  await expect(march.getByRole('button', { name: 'unlock', exact: true })).toBeDisabled();
  await march.getByLabel('Why March 2026 is unlocked').fill('An invoice came late');
  await march.getByRole('button', { name: 'unlock', exact: true }).click();
  await expect(march.getByRole('button', { name: 'lock', exact: true })).toBeVisible();
  expect(await post('2026-03-31', 'Late', '1010', '3000', '1.00')).toBe('2026-0002');
});

test('a month that is being closed takes what is asked of whom, and an entry says so at its date', async ({
  own: { page, open, ask },
}) => {
  const { version } = await ask<{ version: number }>('GET', '');
  await ask('PATCH', '', { postsWhileClosing: 'nobody', version });
  await open('close/months?from=2026-01-01&to=2026-12-31');
  await expect(page.getByText('neither a locked month nor one being closed takes entries')).toBeVisible();
  const march = page.getByRole('row', { name: /^March 2026/ });
  await march.getByRole('button', { name: 'begin closing' }).click();
  await expect(march).toContainText('being closed, 18 Jan 2027 by');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('31/3/2026');
  await expect(page.getByText(/March 2026 is being closed: nobody posts into it/)).toBeVisible();
  await open('close/months?from=2026-01-01&to=2026-12-31');
  await march.getByRole('button', { name: 'end closing' }).click();
  await expect(march).not.toContainText('being closed');
});

test('a year is rehearsed, closed with the balance sheet unchanged, and reopened on the record', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '1000.00');
  await post('2026-06-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-07-01', 'Rent', '6100', '1010', '150.00');
  await post('2026-12-01', 'Dividend', '3300', '1010', '50.00');
  const sheet = (): Promise<unknown> => ask('GET', '/reports/balance-sheet?asAt=2026-12-31');
  const before = await sheet();
  await open('close/year-end?from=2026-01-01&to=2026-12-31');
  await expect(page.getByRole('heading', { name: 'Closing entries 2026' })).toBeVisible();
  const accounts = page.getByRole('region', { name: 'Accounts run to zero' });
  await expect(accounts).toContainText('Sales');
  const afterwards = page.getByRole('region', { name: 'Trial balance afterwards' });
  await expect(afterwards).toContainText('1,200.00');
  await page.getByRole('button', { name: 'direct', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Post it/ })).toBeVisible();
  await page.getByRole('button', { name: 'through income summary' }).click();
  await page.getByRole('button', { name: /^Post all 4/ }).click();
  await expect(page.getByText('2026 is closed and locked.')).toBeVisible();
  expect(await sheet()).toEqual(before);
  await open('close/months?from=2026-01-01&to=2026-12-31');
  await page.getByLabel('Why the year is reopened').fill('A late adjustment');
  await page.getByRole('button', { name: 'Reopen 2026' }).click();
  await expect(page.getByLabel('Why the year is reopened')).toHaveCount(0);
  expect(await sheet()).toEqual(before);
  await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);
});

test('a running year is not closed by the same key twice; a closed one stays in sight as it was posted', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-06-01', 'Cider sold', '1010', '4000', '400.00');
  await post('2027-01-05', 'Cider sold', '1010', '4000', '30.00');
  await open('close/year-end?from=2026-01-01&to=2026-12-31');
  await expect(page.getByRole('button', { name: /^Post all/ })).toBeEnabled();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('2026 is closed and locked.')).toBeVisible();
  await expect(page.getByText(/By Wren Ashby, 18 January 2027/)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: 'Closing entries 2026' })).toBeVisible();
  await expect(page.getByText('2026-0002').first()).toBeVisible();
  const closed = async (): Promise<boolean[]> =>
    (await ask<{ years: { closed: boolean }[] }>('GET', '/fiscal-years')).years.map((year) => year.closed);
  const [first, ...rest] = await closed();
  expect([first, rest.some(Boolean)]).toEqual([true, false]);
  await open('close/year-end?from=2027-01-01&to=2027-12-31');
  await expect(page.getByRole('heading', { name: 'Closing entries 2027' })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  const name = page.getByLabel('Write 2027 to close it before its end');
  await expect(name).toBeFocused();
  await page.keyboard.press('Control+Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Close 2027 before its end' })).toBeDisabled();
  expect((await closed()).slice(1).some(Boolean)).toBe(false);
  await name.fill('2027');
  await page.keyboard.press('Enter');
  await expect(page.getByText('2027 is closed and locked.')).toBeVisible();
});

test.describe('a charity', () => {
  test.use({
    beginning: {
      kind: 'non-profit',
      funds: [
        { name: 'Roof', restriction: 'purpose' },
        { name: 'Bursary', restriction: 'purpose' },
      ],
    },
  });

  test('is shown the entries without a fund that stand in the way of closing, and is led to them', async ({
    own: { page, open, ask, post },
  }) => {
    await ask('POST', '/accounts', { number: '6990', name: 'Sundries', element: 'expense' });
    const given = { breakdowns: { Fund: 'Roof' } };
    const donation = [
      { account: '1010', debit: '90.00', ...given },
      { account: '4000', credit: '90.00', ...given },
    ];
    await ask('POST', '/entries', { date: '2026-03-01', explanation: 'Given for the roof', lines: donation });
    const without = await post('2026-04-01', 'Stamps', '6990', '1010', '12.00');
    await open('close/year-end?from=2026-01-01&to=2026-12-31');
    const remark = page.getByText(/Give those lines their fund\./);
    await expect(remark).toBeVisible();
    await expect(remark.getByRole('link')).toHaveText([without]);
    await remark.getByRole('link', { name: without }).click();
    await expect(page.getByText('Stamps')).toBeVisible();
  });
});

test('what has run of a year is closed by itself, and the year goes on from zero', async ({
  own: { page, open, post },
}) => {
  await post('2026-01-02', 'Shares', '1010', '3000', '900.00');
  await post('2026-01-20', 'Cider sold', '1010', '4000', '500.00');
  await post('2026-02-20', 'Cider sold', '1010', '4000', '70.00');
  await open('close/year-end?from=2026-01-01&to=2026-12-31');
  await page.getByRole('combobox', { name: 'Close up to' }).click();
  await page.getByRole('option', { name: 'Up to 31 January 2026' }).click();
  await expect(page.getByText('up to 31 January 2026', { exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Where it goes' })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('is closed and locked')).toBeVisible();
  await page.getByRole('combobox', { name: 'Close up to' }).click();
  await page.getByRole('option', { name: 'The year, to 31 December 2026' }).click();
  await expect(page.getByRole('table').first()).toContainText('70.00');
  await expect(page.getByRole('table').first()).not.toContainText('500.00');
});

test('months are locked up to one in one go', async ({ own: { page, open, post } }) => {
  await post('2026-01-02', 'Shares', '1010', '3000', '900.00');
  await open('close/months?from=2026-01-01&to=2026-12-31');
  const april = page.getByRole('row', { name: /April 2026/ });
  await april.getByRole('button', { name: 'lock all up to here' }).click();
  await expect(april).toContainText('by ');
  await page
    .getByRole('row', { name: /February 2026/ })
    .getByRole('button', { name: 'unlock …' })
    .click();
  await page.getByLabel('Why February 2026 is unlocked').fill('the bank was wrong');
  await page.getByLabel('and the 2 locked after it').check();
  await page.getByRole('button', { name: 'unlock', exact: true }).click();
  await expect(april.getByRole('button', { name: 'lock', exact: true })).toBeVisible();
});

test('what waits at the stage leads to the year that waits, not to the one on the rail', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/2/close/months?from=2027-01-01&to=2027-01-18`);
  await page.getByRole('link', { name: '2026 to close' }).click();
  await expect(page.getByRole('heading', { name: 'Closing entries 2026' })).toBeVisible();
  await expect(page).toHaveURL(/close\/year-end\?from=2026-01-01&to=2026-12-31&year=2026/);
});

test('a year closed again says what changed against the first closing, and with what the next one begins', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/close/year-end?from=2025-04-01&to=2026-03-31&year=2026`);
  const changes = page.getByRole('region', { name: 'Against the closing of 31 May 2026' });
  await expect(changes.getByRole('row', { name: /5410 Office/ })).toContainText('723.00');
  await expect(page.getByRole('list', { name: 'On record' }).getByRole('listitem')).toHaveCount(3);
  const opening = page.getByRole('region', { name: '2026–27 begins with these balances' });
  await expect(opening).toContainText('✓ 1 April 2026 begins with the post-closing trial balance');
  await changes.getByRole('link', { name: '2026-0297' }).click();
  await expect(page).toHaveURL(/record\/journal\?.*entry=2026-0297/);
});

test('an entry that is dated in a closed year says what that takes, leads there, and is still there afterwards', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/1/record/entry`);
  await page.getByLabel('Explanation').fill('A bill that came late');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('31/3/2026');
  await page.getByRole('link', { name: 'To reopen 2025–26' }).click();
  await expect(page.getByRole('button', { name: 'Reopen 2025–26' })).toBeVisible();
  await page.goBack();
  await expect(page.getByLabel('Explanation')).toHaveValue('A bill that came late');
});
