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
  for (const found of [draft('Rent', '800.00'), draft('Power', '51.40'), draft('Unfinished', '9.00', { date: '' })])
    await ask('POST', '/drafts', found);
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
  const waiting = page.getByRole('table', { name: 'Drafts', exact: true });
  const wrong = waiting.getByRole('row', { name: /Wrong from the start/ });
  await wrong.focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('1 entry not yet posted')).toBeVisible();
  await expect(waiting.getByRole('row', { name: /Still wanted/ })).toBeFocused();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('2 entries not yet posted')).toBeVisible();
  await wrong.focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('1 entry not yet posted')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: '1 discarded draft' }).click();
  await page.getByRole('table', { name: 'Discarded drafts' }).getByRole('button', { name: 'Bring back' }).click();
  await expect(wrong).toContainText('being written');
});

test('where two people are asked for, who may post hands in instead, and another posts', async ({
  own: { page, open, ask },
}) => {
  const { version } = await ask<{ version: number }>('GET', '');
  await ask('PATCH', '', { twoPeopleFrom: '100.00', version });
  await open('record/entry');
  await page.getByRole('textbox', { name: 'Date', exact: true }).fill('5/3/2026');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Rent');
  for (const [line, account, side] of [
    [1, '6100', 'Debit'],
    [2, '1010', 'Credit'],
  ] as const) {
    await page.getByLabel(`Account, line ${line}`).fill(account);
    await page.getByLabel(`Account, line ${line}`).press('Tab');
    await page.getByLabel(`${side}, line ${line}`).fill('800');
  }
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('alert')).toContainText('Entries of 100.00 or more are posted by somebody else');
  await page.getByRole('button', { name: 'Hand in for review' }).click();
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('');
  await open('record/drafts');
  await expect(page.getByRole('row', { name: /5 Mar 2026/ })).toContainText('for review');
  await page.getByRole('row', { name: /5 Mar 2026/ }).focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('alert')).toContainText('posted by somebody else than who prepared them');
});
