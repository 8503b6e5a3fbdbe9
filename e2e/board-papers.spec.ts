import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('kept reports are put together by keys, printed, and removed', async ({ own: { page, open, post, ask } }) => {
  await post('2026-03-02', 'Sold', '1010', '4000', '400.00');
  const keep = (name: string, screen: string, span: string): Promise<unknown> =>
    ask('POST', '/kept-reports', { name, screen, settings: [], span, shared: true });
  await keep('The year', 'statements', 'last-year');
  await keep('Closed year', 'statements', 'last-closed-year');
  await keep('Who owes us', 'aged', 'last-month');
  await open('report/kept');
  await page.keyboard.press('g');
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Put the first ones together' }).click();
  const form = page.getByRole('form', { name: 'New papers' });
  await form.getByLabel('Name').fill('For the board');
  await form.getByLabel('Under it, on the cover').fill('Meeting of January');
  for (const name of ['Who owes us', 'The year', 'Closed year']) {
    await form.getByRole('combobox', { name: 'Add a report' }).click();
    await page.getByRole('option', { name }).click();
  }
  const order = form.getByRole('list', { name: 'Reports, in order' }).getByRole('listitem');
  await expect(order).toHaveText([/^Who owes us/, /^The year/, /^Closed year/]);
  await order.nth(1).locator('[data-report]').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(order).toHaveText([/^The year/, /^Who owes us/, /^Closed year/]);
  await expect(order.first().locator('[data-report]')).toBeFocused();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  const row = page.getByRole('row', { name: /For the board\s*Meeting of January/ });
  await expect(row).toContainText('Closed year has no such days yet');
  await expect(row.getByRole('link', { name: 'Print' })).toHaveCount(0);
  // what has no days is taken out
  await row.getByRole('button', { name: 'Change' }).click();
  const changed = page.getByRole('form', { name: 'Change For the board' });
  await changed.getByRole('listitem').nth(2).locator('[data-report]').focus();
  await page.keyboard.press('Delete');
  await changed.getByRole('button', { name: 'Save' }).click();
  const href = (await row.getByRole('link', { name: 'Print' }).getAttribute('href')) ?? '';
  const printed = await page.request.get(new URL(href, page.url()).href);
  expect([printed.status(), printed.headers()['content-type']]).toEqual([200, 'application/pdf']);
  // issued after a second word, as a file that stays
  await row.getByRole('button', { name: 'Issue' }).click();
  await expect(row.getByRole('button', { name: 'Issue for good' })).toBeFocused();
  await page.keyboard.press('Enter');
  const issued = page.getByRole('region', { name: 'Issued' }).getByRole('row', { name: /For the board/ });
  await expect(issued).toContainText(/[0-9a-f]{64}.*after 1 entry/);
  const kept = await page.request.get(
    new URL((await issued.getByRole('link', { name: 'Open' }).getAttribute('href')) ?? '', page.url()).href,
  );
  expect([kept.status(), kept.headers()['content-type']]).toEqual([200, 'application/pdf']);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // a report that is printed stays kept
  await open('report/kept');
  await page
    .getByRole('row', { name: /The year/ })
    .getByRole('button', { name: 'Remove' })
    .click();
  await expect(page.getByText('stands in the board papers “For the board”')).toBeVisible();
  await open('report/board-papers');
  await row.getByRole('button', { name: 'Change' }).click();
  await page.getByRole('button', { name: 'remove', exact: true }).click();
  await expect(row).toHaveCount(0);
  // what was issued stays
  await expect(issued).toBeVisible();
});

test('issued papers are sent, and say whom they did not reach', async ({ own: { page, open, post, ask } }) => {
  await post('2026-03-02', 'Sold', '1010', '4000', '400.00');
  const { id } = (await ask('POST', '/kept-reports', {
    name: 'The year',
    screen: 'statements',
    settings: [],
    span: 'last-year',
    shared: true,
  })) as { id: number };
  await ask('POST', '/board-papers', { name: 'For the board', subtitle: '', reports: [id], signed: true });
  await open('report/board-papers');
  const row = page.getByRole('row', { name: /For the board/ });
  await row.getByRole('button', { name: 'Where they go' }).click();
  const goes = page.getByRole('form', { name: 'Where For the board go' });
  await expect(goes.getByLabel('E-mail addresses')).toBeFocused();
  await page.keyboard.type('Chair <chair@ferry-lane.test>, gone@old-mill.invalid');
  await goes.getByRole('combobox', { name: 'Issued' }).click();
  await page.getByRole('option', { name: 'by themselves, every month' }).click();
  await goes.getByRole('textbox', { name: 'First on' }).fill('2030-01-31');
  await page.keyboard.press('Tab');
  await expect(goes).toContainText('monthly, on the last day; next on 31 Jan 2030');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await goes.getByRole('button', { name: 'Save' }).click();
  await expect(row).toContainText(
    'go to 2 addresses; issued by themselves monthly, on the last day, next on 31 Jan 2030',
  );
  await row.getByRole('button', { name: 'Issue', exact: true }).click();
  await expect(row.getByRole('button', { name: 'Issue and send to 2' })).toBeFocused();
  await page.keyboard.press('Enter');
  const issued = page.getByRole('region', { name: 'Issued' }).getByRole('row', { name: /For the board/ });
  await expect(issued).toContainText('chair@ferry-lane.test');
  await expect(issued).toContainText('gone@old-mill.invalid not sent. No mail reaches an address under .invalid.');
  // the one that was refused stands there to be corrected
  await issued.getByRole('button', { name: 'Send' }).click();
  const send = page.getByRole('form', { name: 'Send For the board' });
  await expect(send.getByLabel('E-mail addresses')).toHaveValue('gone@old-mill.invalid');
  await send.getByLabel('E-mail addresses').fill('the mill');
  await send.getByRole('button', { name: 'Send' }).click();
  await expect(send).toContainText('“the”, “mill” are no e-mail addresses.');
  await send.getByLabel('E-mail addresses').fill('mill@busy.test');
  await send.getByRole('button', { name: 'Send' }).click();
  await expect(issued).toContainText('mill@busy.test waits, tried again in 1 minute.');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // an owner sees the messages, and need not wait
  await open('prepare/people');
  const outbox = page.getByRole('region', { name: 'Outbox' });
  await outbox.getByRole('button', { name: 'Try again now' }).first().click();
  await outbox.getByText('mill@busy.test').waitFor();
  await outbox.getByRole('button', { name: 'Try again now' }).first().click();
  await expect(outbox.getByText('sent at the third try')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});
