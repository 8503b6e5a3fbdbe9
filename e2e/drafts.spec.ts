import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

const draft = (explanation: string, amount: string, change: object = {}) => ({
  date: '2026-03-05',
  kind: 'ordinary',
  explanation,
  reference: '',
  lines: [
    { account: '6100', debit: amount },
    { account: '1010', credit: amount },
  ],
  ...change,
});

test('drafts are looked over by key, marked, and posted as a set: all or none', async ({
  own: { page, open, ask },
}) => {
  for (const one of [draft('Rent', '800.00'), draft('Power', '51.40'), draft('Unfinished', '9.00', { date: '' })])
    await ask('POST', '/drafts', one);
  await open('record/drafts');
  const row = (name: string) => page.getByRole('row', { name: new RegExp(name) });
  await expect(row('Unfinished')).toContainText('Enter a date');
  await row('Unfinished').focus();
  await page.keyboard.press(' ');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press(' ');
  await expect(page.getByRole('region', { name: 'Effect of all 2' })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('alert')).toContainText('Nothing has been posted: 1 of the 2 marked cannot be');
  expect(await ask<unknown[]>('GET', '/drafts')).toHaveLength(3);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('checkbox', { name: 'Mark Unfinished' }).uncheck();
  await page.getByRole('checkbox', { name: 'Mark Rent' }).check();
  await expect(page.getByRole('region', { name: 'Effect of all 2' })).toContainText(/both \+ 851\.40/);
  await page.getByRole('button', { name: /^Post the 2 marked/ }).click();
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001 to 2026-0002, 2 entries.');
  await expect(page.getByText('1 entry not yet posted')).toBeVisible();
});

test('a draft is discarded by one key, and brought back', async ({ own: { page, open, ask } }) => {
  for (const explanation of ['Wrong from the start', 'Still wanted'])
    await ask('POST', '/drafts', draft(explanation, '1'));
  await open('record/drafts');
  await page.getByRole('row', { name: /Wrong from the start/ }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('1 entry not yet posted')).toBeVisible();
  await expect(page.getByRole('row', { name: /Still wanted/ })).toBeFocused();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('2 entries not yet posted')).toBeVisible();
  await page.getByRole('row', { name: /Wrong from the start/ }).focus();
  await page.keyboard.press('Delete');
  await page.reload();
  await page.getByRole('button', { name: '1 discarded draft' }).click();
  await page.getByRole('table', { name: 'Discarded drafts' }).getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('row', { name: /Wrong from the start/ })).toContainText('being written');
});
