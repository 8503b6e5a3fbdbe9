import { expect, test } from './books.js';

test('opening balances are typed on one sheet, say what is missing, and are posted by a key', async ({
  own: { page, open, ask },
}) => {
  await open('take-on/opening');
  await expect(page.getByText('Type the balances of the old books.')).toBeVisible();
  const post = page.getByRole('button', { name: /^Post the opening entry/ });
  await expect(post).toBeDisabled();
  await page.getByLabel('Debit of Bank account').fill('1200/4*10');
  await page.getByLabel('Debit of Equipment', { exact: true }).fill('-500');
  await page.getByLabel('Debit of Inventory').fill('0.50');
  await expect(page.getByLabel('Debit of Bank account')).toHaveValue('3000.00');
  await expect(page.getByLabel('Credit of Equipment', { exact: true })).toHaveValue('500.00');
  await expect(page.getByText('2,500.50 is missing on the credit side.')).toBeVisible();
  await page.getByLabel('Credit of Members’ shares', { exact: true }).fill('2500.50');
  await page.getByLabel('Credit of Members’ shares', { exact: true }).press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2026-0001');
  await expect(page.getByRole('row', { name: /Bank account/ })).toContainText('3,000.00 dr');
  await expect(page.getByText('Type the balances of the old books.')).toBeVisible();
  expect(await ask('GET', '/entries/2026-0001')).toMatchObject({
    kind: 'opening',
    date: '2025-12-31',
    amount: '3000.50',
  });
});

test('a control account needs its contact, and what was typed stays when that is missing', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await open('take-on/opening');
  await page.getByLabel('Debit of Trade receivables').fill('80');
  await page.getByLabel('Credit of Members’ shares', { exact: true }).fill('80');
  await page.getByRole('button', { name: /^Post the opening entry/ }).click();
  await expect(page.getByRole('alert')).toContainText('name the customer');
  await expect(page.getByLabel('Debit of Trade receivables')).toHaveValue('80.00');
  await page.getByLabel('Contact of Trade receivables').fill('low weir inn');
  await page.getByRole('button', { name: /^Post the opening entry/ }).click();
  await expect(page.getByRole('status')).toContainText('Posted as');
  await page.getByRole('link', { name: '2026-0001' }).click();
  await expect(page.getByText('Low Weir Inn')).toBeVisible();
});
