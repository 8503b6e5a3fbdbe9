import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('a finding is looked at with its reason by key alone, and comes back when it rests on something else', async ({
  own: { page, open, post },
}) => {
  await post('2026-01-02', 'Shares', '1010', '3000', '900.00');
  await post('2026-02-03', 'A refund', '1010', '6600', '40.00');
  await post('2026-03-10', 'Repairs', '6500', '1010', '47.11');
  await post('2026-03-10', 'Repairs', '6500', '1010', '47.11');
  await open('check/findings?from=2026-01-01&to=2026-12-31');
  await expect(page.getByText('2 findings')).toBeVisible();
  const list = page.getByRole('list', { name: 'Findings' });
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await list.getByRole('listitem').first().focus();
  await page.keyboard.press('b');
  await page.keyboard.type('stationery went back');
  await page.keyboard.press('Enter');
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: '1 looked at' }).click();
  await expect(list).toContainText('Looked at, because stationery went back');
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([]);
  await post('2026-04-04', 'A refund', '1010', '6600', '2.00');
  await page.reload();
  await page.getByRole('button', { name: '2 open' }).click();
  await expect(list).toContainText('Looked at before, because stationery went back');
  await list.getByRole('listitem').last().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
});

test('the trial balance marks what a finding is about', async ({ own: { page, open, post } }) => {
  await post('2026-02-03', 'A refund', '1010', '6600', '40.00');
  await open('check/trial-balance?from=2026-01-01&to=2026-12-31');
  await expect(page.getByRole('row', { name: /6600.*finding/ })).toBeVisible();
});
