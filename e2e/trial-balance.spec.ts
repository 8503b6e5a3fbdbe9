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
