import { expect, test } from './books.js';

test('an account is added, shown where it belongs, changed and retired', async ({ own: { page, open } }) => {
  await open('prepare/chart');
  await page.getByRole('button', { name: 'Add an account' }).click();
  const form = page.getByRole('form', { name: 'Add an account' });
  await form.getByRole('textbox', { name: 'Number' }).fill('1010');
  await form.getByRole('textbox', { name: 'Name' }).fill('Cider press');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(form).toContainText('1010');
  await expect(form.getByRole('textbox', { name: 'Number' })).toHaveAttribute('aria-invalid', 'true');
  await form.getByRole('textbox', { name: 'Number' }).fill('1520');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(form).toHaveCount(0);
  const row = page.getByRole('row', { name: /1520 Cider press/ });
  await expect(row).toBeVisible();

  await row.getByRole('button', { name: 'change' }).click();
  const change = page.getByRole('form', { name: 'Change 1520' });
  await change.getByRole('textbox', { name: 'Name' }).fill('Cider press, new');
  await change.getByRole('checkbox', { name: /in use/ }).uncheck();
  await change.getByRole('button', { name: 'Save' }).click();
  await expect(change).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Cider press, new/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'retired', exact: true }).click();
  await expect(page.getByRole('row', { name: /1520 Cider press, new/ })).toContainText('retired');
});

test('accounts are found by number or name, with a balance or without', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Shares', '1010', '3000', '250.00');
  await open('prepare/chart');
  const rows = page.getByRole('button', { name: 'change' });
  await page.getByLabel('Find an account').fill('recei');
  await expect(rows).toHaveCount(4);
  await page.getByLabel('Find an account').fill('1010');
  await expect(rows).toHaveCount(1);
  await expect(page.getByRole('row', { name: /Bank account/ })).toContainText('250.00');
  await page.getByLabel('Find an account').fill('no such thing');
  await expect(page.getByText('No account fits.')).toBeVisible();
  await page.getByLabel('Find an account').fill('');
  await page.getByRole('button', { name: 'with a balance', exact: true }).click();
  await expect(rows).toHaveCount(2);
  await page.getByRole('link', { name: 'Bank account' }).click();
  await expect(page.getByRole('heading', { name: '1010 Bank account' })).toBeVisible();
});

test('a chart file adds and changes accounts, all of it at once', async ({ own: { page, open } }) => {
  await open('prepare/chart');
  await page.getByRole('link', { name: 'Files in and out' }).click();
  await page.getByLabel('File to read').setInputFiles({
    name: 'chart.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('number,name,element\n6910,Bottles and labels,expense\n6900,Odds and ends,expense\n'),
  });
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('1 added, 1 changed')).toBeVisible();
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByText('Bottles and labels')).toBeVisible();
  await expect(page.getByText('Odds and ends')).toBeVisible();
});

test('an account that has been posted to keeps its element, and says why', async ({ own: { page, open, post } }) => {
  await post('2026-03-01', 'Rent', '6100', '1010', '10.00');
  await open('prepare/chart');
  await page
    .getByRole('row', { name: /6100 Rent/ })
    .getByRole('button', { name: 'change' })
    .click();
  const form = page.getByRole('form', { name: 'Change 6100' });
  await expect(form.getByRole('combobox', { name: 'Element' })).toHaveAttribute('aria-disabled', 'true');
  await expect(form).toContainText('lines on it: 1');
  await expect(form.getByRole('button', { name: 'remove from the chart' })).toHaveCount(0);
  await form.getByRole('textbox', { name: 'Name' }).fill('Rent of the barn');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: 'Rent of the barn' })).toBeVisible();
});

test('an account nobody has posted to is removed', async ({ own: { page, open } }) => {
  await open('prepare/chart');
  await page.getByRole('row', { name: /6900/ }).getByRole('button', { name: 'change' }).click();
  await page.getByRole('button', { name: 'remove from the chart' }).click();
  await expect(page.getByRole('row', { name: /6900/ })).toHaveCount(0);
});

test('the fields of an account can be read where it is narrow', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/prepare/chart`);
  await page.getByText('Add an account').click();
  const width = async (name: string): Promise<number> =>
    (await page.getByRole('combobox', { name }).boundingBox())?.width ?? 0;
  for (const across of [1280, 390]) {
    await page.setViewportSize({ width: across, height: 844 });
    for (const name of ['Element', 'Shown under', 'What it does', 'Own currency', 'Cash flow'])
      await expect.poll(() => width(name)).toBeGreaterThan(100);
  }
  // what is proposed is said whole
  await expect(page.getByRole('combobox', { name: 'Cash flow' })).toContainText('as proposed: operating');
  const isCut = (element: HTMLElement): boolean => element.scrollWidth > element.clientWidth;
  expect(await page.getByRole('combobox', { name: 'Cash flow' }).evaluate(isCut)).toBe(false);
});
