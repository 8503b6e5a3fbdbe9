import { expect, test } from './books.js';

test('a month is locked, takes nothing, and is unlocked with a reason', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '100.00');
  await open('close/months?from=2026-01-01&to=2026-12-31');
  const march = page.getByRole('row', { name: /^March 2026/ });
  await expect(march).toContainText('✓ 5 hold');
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
    (await ask<{ years: { closed: boolean }[] }>('GET', '/fiscal-years')).years.map((one) => one.closed);
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
