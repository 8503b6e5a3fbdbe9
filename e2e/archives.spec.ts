import { AxeBuilder } from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import { expect, test, type OwnBooks } from './books.js';

/** The archive that the Organisation screen writes. */
async function archiveOf({ page, open }: OwnBooks): Promise<string> {
  await open('prepare/organisation');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Write an archive' }).click();
  return (await download).path();
}

test('a whole organisation goes into a file and comes back as books of its own', async ({ own }) => {
  const { page, post } = own;
  const number = await post('2026-02-03', 'Apples by the boatload', '1010', '4000', '412.50');
  const file = await archiveOf(own);

  await page.goto(new URL('/', page.url()).href);
  await page.getByRole('link', { name: 'Books from an archive' }).click();
  await page.getByLabel('File to read').setInputFiles(file);
  await expect(page.getByText('1 entry, 3 February 2026 to 3 February 2026')).toBeVisible();
  await expect(page.getByText('are here already')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.reload(); // it can be left and come back to
  await page.getByRole('textbox', { name: 'Name of the books' }).fill('Boatload, again');
  await page.getByRole('button', { name: 'Create these books' }).click();
  await expect(page.getByRole('status')).toContainText('The books stand: 1 entry, every seal the same');
  await page.getByRole('link', { name: 'Open them' }).click();
  await expect(page.getByRole('button', { name: 'Boatload, again' })).toBeVisible();
  await page.goto(`${new URL(page.url()).href}?from=2026-01-01&to=2026-12-31`);
  await expect(page.getByText(number)).toBeVisible();
  await expect(page.getByText('Apples by the boatload')).toBeVisible();
});

test('a file that is no archive, or was changed, makes nothing and says why', async ({ own }) => {
  const { page } = own;
  const bytes = readFileSync(await archiveOf(own));
  await page.goto(new URL('/from-archive', page.url()).href);
  const choose = page.getByLabel('File to read');
  await choose.setInputFiles({ name: 'chart.csv', mimeType: 'text/csv', buffer: Buffer.from('number,name\n') });
  await expect(page.getByRole('alert')).toContainText('This is not an archive');
  await page.getByRole('button', { name: 'Another archive' }).click();
  await choose.setInputFiles({ name: 'cut.zip', mimeType: 'application/zip', buffer: bytes.subarray(0, -60) });
  await expect(page.getByRole('alert')).toContainText('broken or cut off');
  await page.getByRole('link', { name: 'All books' }).click();
  await expect(page.getByRole('heading', { name: 'Whose books?' })).toBeVisible();
});

test('books are archived, only looked at, and restored', async ({ own }) => {
  const { page, open, post } = own;
  await post('2027-01-03', 'Last barrel', '1010', '4000', '90.00');
  await open('prepare/organisation');
  const name = await page.getByRole('textbox', { name: 'Name' }).inputValue();
  await page.getByRole('button', { name: 'Archive these books' }).click();
  await page.getByRole('button', { name: 'Archive', exact: true }).click();
  await expect(page.getByText('these books can be read and not changed')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toHaveCount(0);
  await open('record/journal');
  await expect(page.getByText('Last barrel')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Write an entry' })).toHaveCount(0);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await page.goto(new URL('/', page.url()).href);
  await expect(page.getByRole('link', { name })).toHaveCount(0);
  await page.getByRole('button', { name: /archived books$/ }).click();
  // by key: rows move while it is told how their books stand
  await page.getByRole('link', { name }).press('Enter');
  await page.getByRole('button', { name: 'Restore these books' }).click();
  await expect(page.getByRole('button', { name: 'Restore these books' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Write an entry' })).toBeVisible();
});
