import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Begins books by the guided start, goes on to the entry sheet and posts a first entry of two lines. */
async function firstEntry(page: Page, debit: string, credit: string, fund = false): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Papers to gather' })).toBeVisible();
  await page.getByRole('link', { name: 'Write the first entry' }).click();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('The first of all');
  await page.getByLabel('Account, line 1').fill(debit);
  await page.getByLabel('Account, line 1').press('Enter');
  await page.getByLabel('Debit, line 1').fill('250');
  await page.getByLabel('Account, line 2').fill(credit);
  await page.getByLabel('Account, line 2').press('Enter');
  if (fund) await expect(page.getByLabel('Fund, line 2')).toHaveValue('General fund');
  await page.getByLabel('Credit, line 2').fill('250');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0001');
}

for (const [kind, debit, credit, words] of [
  ['Sole trader', '1010', '3000', 'Statement of owner’s equity'],
  ['Partnership', '1010', '3000', 'Statement of partners’ equity'],
  ['Company', '1010', '3000', 'Statement of changes in equity'],
  ['Non-profit', '1010', '4000', 'Statement of changes in funds'],
  ['Co-operative', '1010', '3000', 'Statement of changes in members’ funds'],
] as const) {
  test(`a new ${kind.toLowerCase()}: from nothing to its first entry and its own words`, async ({
    signedIn: page,
    demo,
  }) => {
    await page.goto(`${demo}/begin`);
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill(`First ${kind}`);
    await page.getByRole('radio', { name: new RegExp(`^${kind}`) }).check();
    await page.getByRole('radio', { name: 'No, it is new' }).check();
    await page.getByRole('textbox', { name: 'It begins on' }).fill('10 jan 2027');
    await expect(page.getByLabel('What this leads to')).toContainText('10 January 2027 to 31 December 2027');
    await page.getByRole('button', { name: 'Begin these books' }).click();
    await firstEntry(page, debit, credit, kind === 'Non-profit');
    await page.getByRole('link', { name: 'Report' }).click();
    await expect(page.getByRole('region', { name: words })).toContainText('250.00');
    await expect(page.getByRole('contentinfo', { name: 'Proofs' })).toContainText(/(\d+) of \1 proofs hold/);
  });
}

test('a start is left and gone on with; partners are named; mid-year is asked about', async ({
  signedIn: page,
  demo,
}) => {
  await page.goto(`${demo}/begin`);
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ash and Rowan');
  await page.getByRole('radio', { name: /^Partnership/ }).check();
  await page.getByRole('textbox', { name: 'Partner 1' }).fill('Ash');
  await page.getByRole('textbox', { name: 'Share of the result' }).first().fill('3');
  await page.getByRole('button', { name: 'another partner' }).click();
  await page.getByRole('textbox', { name: 'Partner 3' }).fill('Elm');
  await page.getByRole('button', { name: 'Remove partner 2' }).click();
  await page.getByRole('button', { name: 'Leave it for later' }).click();
  await page.getByRole('link', { name: 'Go on beginning Ash and Rowan' }).click();
  await expect(page.getByRole('heading', { name: 'Go on where you left' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Partner 2' })).toHaveValue('Elm');
  const preview = page.getByLabel('What this leads to');
  await expect(preview).toContainText('Ash, capital');
  await page.getByRole('combobox', { name: 'The fiscal year begins in' }).click();
  await page.getByRole('option', { name: 'April' }).click();
  await page.getByRole('radio', { name: /^Start at January/ }).check();
  await expect(preview).toContainText('31 December 2026');
  await expect(preview).toContainText('1 April 2026');
  await page.getByRole('combobox', { name: 'on day' }).click();
  // by key: a long list may still be scrolling to where it stands
  await page.getByRole('option', { name: '6', exact: true }).press('Enter');
  await expect(page.getByRole('radio', { name: /^Start at 6 January/ })).toBeChecked();
  await expect(preview).toContainText('6 April 2026');
  await page.getByRole('combobox', { name: 'on day' }).click();
  await page.getByRole('option', { name: '1', exact: true }).press('Enter');
  await page.getByRole('radio', { name: /^Go back/ }).check();
  await expect(preview).toContainText('31 March 2026');
  await page.getByRole('textbox', { name: 'Partner 2' }).fill('ash');
  await page.getByRole('button', { name: 'Begin these books' }).click();
  await expect(page.getByText('“ash” is named twice.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Partner 2' }).fill('Elm');
  await page.getByRole('button', { name: 'Begin these books' }).click();
  await expect(page.getByText('0 of 14 at hand')).toBeVisible();
  await page.getByRole('link', { name: 'Organisation', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Last day in the old books' })).toHaveValue('31 Mar 2026');
  await page.getByRole('link', { name: 'Chart of accounts' }).click();
  await expect(page.getByRole('row', { name: /3010 Elm, capital/ })).toBeVisible();
});

test('what was typed last is there again, whichever way the start was left; begun books are not begun twice', async ({
  signedIn: page,
  demo,
}) => {
  await page.clock.install();
  await page.goto(`${demo}/begin`);
  const name = page.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Elm and Daughters');
  await page.getByRole('link', { name: 'All books' }).click();
  await page.getByRole('link', { name: 'Go on beginning Elm and Daughters' }).click();
  await expect(name).toHaveValue('Elm and Daughters');
  await name.fill('Elm and Sons');
  await page.getByRole('button', { name: 'Begin these books' }).click();
  await expect(page.getByRole('heading', { name: 'Papers to gather' })).toBeVisible();
  await page.clock.fastForward(900); // longer than answers wait before they are kept
  await page.goto(demo);
  await expect(page.getByRole('link', { name: 'Elm and Sons' })).toHaveCount(1);
  await expect(page.getByRole('link', { name: 'Begin the books of another organisation' })).toBeVisible();
});

test('papers are ticked, annotated and set aside', async ({ own: { page, open } }) => {
  await open('prepare/gather');
  await page.getByRole('checkbox', { name: 'Founding document or statutes at hand' }).check();
  await expect(page.getByText('1 of 3 at hand')).toBeVisible();
  const note = page.getByRole('textbox', { name: /^Note on Loan agreements/ });
  // the note is on its way while the same paper is set aside: the second change builds on the first
  let letGo: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/papers/*', async (route) => {
    await held;
    await route.continue();
  });
  await note.fill('with the bank');
  await note.blur();
  await page.getByRole('button', { name: /^Loan agreements.* is not needed$/ }).click();
  letGo();
  await expect(page.getByText('1 of 2 at hand')).toBeVisible();
  await page.reload();
  await expect(note).toHaveValue('with the bank');
  await expect(page.getByRole('button', { name: /^Loan agreements.* is needed after all$/ })).toBeVisible();
});

test('every answer changes until something is posted; then the organisation says what stands in the way', async ({
  own: { page, open, post },
}) => {
  await open('prepare/organisation');
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'Company' }).click();
  await page.getByRole('textbox', { name: 'First day in these books' }).fill('1 mar 2026');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Company · EUR')).toBeVisible();
  await page.getByRole('button', { name: 'Begin the chart anew for a company' }).click();
  await expect(page.getByText(/accounts go, \d+ of the starter chart for a company come/)).toBeVisible();
  await page.getByRole('button', { name: 'Take the starter chart' }).click();
  await expect(page.getByText('The chart of a company stands.')).toBeVisible();
  await post('2026-03-02', 'Shares', '1010', '3000', '250.00');
  await page.reload();
  await page.getByRole('textbox', { name: 'First day in these books' }).fill('1 jan 2026');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Entry 2026-0001 is posted: the first day stays.')).toBeVisible();
  await page.getByRole('button', { name: 'What changed here' }).click();
  await expect(page.getByText(/kind Co-operative → Company/)).toBeVisible();
});
