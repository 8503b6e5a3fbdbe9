import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('a note is written on a figure, numbered, printed, changed and taken away by keys', async ({ own }) => {
  const { page, open, post } = own;
  await post('2026-02-01', 'Shares', '1010', '3000', '1000.00');
  await post('2026-03-01', 'A press', '1500', '1010', '600.00');
  await post('2026-03-02', 'Sold', '1010', '4000', '400.00');
  await open('report/statements?from=2026-01-01&to=2026-12-31&statements=balance-sheet');
  const sheet = page.getByRole('region', { name: 'Balance sheet' });
  const notes = page.getByRole('region', { name: 'Notes to the statements' });
  await expect(notes).toHaveCount(0);
  // figure, its source, a note on it
  await sheet
    .getByRole('row', { name: /^Bank account/ })
    .getByRole('button')
    .first()
    .click();
  await expect(
    page.getByRole('region', { name: 'Where this comes from' }).locator('[data-part]').first(),
  ).toBeFocused();
  await page.keyboard.press('t');
  const form = page.getByRole('region', { name: 'New note' });
  await expect(form.getByLabel('Title')).toBeFocused();
  await page.keyboard.type('The bank');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Held at one bank.');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(notes.getByRole('heading', { name: '1 The bank' })).toBeVisible();
  await expect(sheet.getByRole('row', { name: /^Bank account/ })).toContainText('note 1');
  // a table of the books, which agrees
  await notes.getByRole('button', { name: 'Movement of non-current assets' }).click();
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(notes.getByText('It ends in what the balance sheet says.')).toBeVisible();
  await expect(notes.getByRole('row', { name: /^Additions/ })).toContainText('600.00');
  await sheet.getByRole('button', { name: 'note 2' }).click();
  await expect(notes.getByRole('listitem').nth(1)).toBeFocused();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // changed, and refused where there is nothing left of it
  await notes.getByRole('listitem').first().getByRole('button', { name: 'Change' }).click();
  const changed = page.getByRole('region', { name: 'Note 1' });
  await changed.getByLabel('Title').fill(' ');
  await changed.getByRole('button', { name: 'Save' }).click();
  await expect(changed.getByText('Give the note a title')).toBeVisible();
  await changed.getByLabel('Title').fill('Our bank');
  await changed.getByRole('button', { name: 'Save' }).click();
  await expect(notes.getByRole('heading', { name: '1 Our bank' })).toBeVisible();
  expect(await page.getByRole('link', { name: 'Print' }).getAttribute('href')).toContain('notes=true');
  // taken over into the next year, once
  await open('report/statements?from=2027-01-01&to=2027-01-18&statements=balance-sheet&notes=yes');
  await notes.getByRole('button', { name: 'Take over the 2 notes of 2026' }).click();
  await expect(notes.getByRole('listitem')).toHaveCount(2);
  await expect(notes.getByRole('button', { name: /^Take over/ })).toHaveCount(0);
  await notes.getByRole('listitem').first().getByRole('button', { name: 'Change' }).click();
  await page.getByRole('region', { name: 'Note 1' }).getByRole('button', { name: 'remove' }).click();
  await expect(notes.getByRole('listitem')).toHaveCount(1);
});
