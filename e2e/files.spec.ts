import { expect, test } from './books.js';

const file = (text: string, name = 'file.csv') => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

test('a file of contacts is matched, compared, mended, taken in, and its matching remembered', async ({
  own: { page, open, ask },
}) => {
  await open('prepare/contacts');
  await page.getByRole('link', { name: 'Files in and out' }).click();
  const chooser = page.getByLabel('File to read');
  await chooser.setInputFiles(file('Firma;E-Mail;Frist\nPomona Supplies;pomona@orchard.test;soon\n'));
  await expect(page.getByText('1 row, parted by semicolons')).toBeVisible();
  await expect(page.getByLabel('What E-Mail means')).toHaveText('email');
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await expect(page.getByRole('alert')).toContainText('Which heading is the name?');
  for (const [heading, column] of [
    ['Firma', 'name *'],
    ['Frist', 'terms'],
  ] as const) {
    await page.getByLabel(`What ${heading} means`).click();
    await page.getByRole('option', { name: column }).click();
  }
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await expect(page.getByRole('region', { name: 'Problems' })).toContainText('Terms are days');
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Another file' }).click();
  await chooser.setInputFiles(file('Firma;E-Mail;Frist\nPomona Supplies;pomona@orchard.test;30\n'));
  await expect(page.getByLabel('What Frist means')).toHaveText('terms');
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await expect(page.getByText('1 to add, 0 to change, 0 are there already.')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('1 added, 0 changed, 0 were there already.')).toBeVisible();
  expect(await ask('GET', '/contacts')).toMatchObject([{ name: 'Pomona Supplies', terms: '30 days' }]);
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByRole('button', { name: /Pomona Supplies/ })).toBeVisible();
});

test('rows are pasted from a spreadsheet, and a written file is read again unchanged', async ({
  own: { page, open },
}) => {
  await open('prepare/files?subject=chart');
  await page.getByLabel('Rows to paste').evaluate((field) => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Account no.\tDescription\n6990\tHedges\n');
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByText('1 row, parted by tabs')).toBeVisible();
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('1 added, 0 changed')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Chart of accounts as XLSX' }).click();
  const written = await (await download).path();
  await page.getByRole('button', { name: 'Another file' }).click();
  await page.getByLabel('File to read').setInputFiles(written);
  await page.getByRole('button', { name: 'Compare with the books' }).click();
  await expect(page.getByRole('status')).toHaveText(/^0 to add, 0 to change, \d+ are there already\./);
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(0);
});

test('a file is dropped where it is to be read', async ({ own: { page, open } }) => {
  await open('prepare/files?subject=contacts');
  await page.getByText('Drop a CSV or XLSX file here').evaluate((zone) => {
    const data = new DataTransfer();
    data.items.add(new File(['name\nPomona Supplies\n'], 'dropped.csv'));
    for (const type of ['dragover', 'drop'])
      zone.dispatchEvent(new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByText('dropped.csv')).toBeVisible();
  await expect(page.getByLabel('What name means')).toHaveText('name *');
});

test('what is no table is answered clearly, and nothing happens', async ({ own: { page, open } }) => {
  await open('prepare/files?subject=contacts');
  const chooser = page.getByLabel('File to read');
  await chooser.setInputFiles(file('%PDF-1.7', 'letter.pdf'));
  await expect(page.getByRole('alert')).toContainText('This is a PDF. Save the table itself as XLSX or CSV.');
  await page.getByRole('button', { name: 'Another file' }).click();
  await chooser.setInputFiles({ name: 'huge.csv', mimeType: 'text/csv', buffer: Buffer.alloc(33 * 1024 * 1024) });
  await expect(page.getByRole('alert')).toContainText('huge.csv is larger than 32 MB.');
});
