import { AxeBuilder } from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import { expect, test } from './books.js';

test('everything for the auditor is saved for the year on the rail', async ({ own: { page, open, post } }) => {
  await post('2026-03-02', 'Sold', '1010', '4000', '400.00');
  await open('report/kept');
  await page.keyboard.press('g');
  await page.keyboard.press('u');
  const sheet = page.getByRole('heading', { name: /^For the auditor, / });
  await expect(sheet).toBeVisible();
  await expect(page.getByText('The year is not closed: what it tells may still change.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Proofs/ })).toContainText('all of which hold');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // the year before is turned to on the rail
  const title = await sheet.innerText();
  await page
    .getByRole('button', { name: /before/i })
    .first()
    .click();
  await expect(sheet).not.toHaveText(title);
  await expect(page.getByRole('row', { name: /^Entries/ })).toContainText('1 entry');
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the file' }).click();
  const file = await saved;
  expect(file.suggestedFilename()).toBe('auditors-file-2026.zip');
  // a ZIP file begins so
  expect(
    readFileSync(await file.path())
      .subarray(0, 4)
      .toString('latin1'),
  ).toBe('PK\u0003\u0004');
});
