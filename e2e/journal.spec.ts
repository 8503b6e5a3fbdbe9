import { expect, test } from './books.js';

test('the journal is filtered by text, account, kind and amount, all kept in the address', async ({
  own: { page, open, post, ask },
}) => {
  await post('2026-03-01', 'Shares of the founders', '1010', '3000', '1000.00');
  await post('2026-03-02', 'Rent of the barn', '6100', '1010', '300.00');
  await post('2026-04-02', 'Rent of the barn', '6100', '1010', '300.00');
  await ask('POST', '/entries', {
    date: '2026-04-30',
    kind: 'adjusting',
    explanation: 'Wear of the press',
    lines: [
      { account: '6500', debit: '25.00' },
      { account: '1509', credit: '25.00' },
    ],
  });
  await open('record/journal?from=2026-01-01&to=2026-12-31');
  const entries = page.getByRole('list', { name: 'Entries' }).getByRole('listitem');
  await expect(entries).toHaveCount(4);
  await page.getByRole('textbox', { name: 'Find' }).fill('barn');
  await expect(entries).toHaveCount(2);
  await expect(page.getByText(/2 entries/)).toBeVisible();
  await page.reload();
  await expect(entries).toHaveCount(2);
  await page.getByRole('textbox', { name: 'Find' }).fill('');
  await expect(entries).toHaveCount(4);
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'adjusting' }).click();
  await expect(entries).toHaveCount(1);
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'any' }).click();
  await page.getByRole('textbox', { name: 'Amount' }).fill('300');
  await expect(entries).toHaveCount(2);
  await page.getByRole('textbox', { name: 'Amount' }).fill('301');
  await expect(page.getByText('No entry in this span fits.')).toBeVisible();
  await page.getByRole('button', { name: 'Show all entries' }).click();
  await expect(entries).toHaveCount(4);
});

test('entries are walked by the arrows, opened and reversed', async ({ own: { page, open, post } }) => {
  for (const day of ['01', '02', '03']) await post(`2026-03-${day}`, `Day ${day}`, '6900', '1010', '1.00');
  await open('record/journal?from=2026-03-01&to=2026-03-31');
  await page.getByRole('button', { name: /Day 03/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /Day 02/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Day 02/ })).toHaveAttribute('aria-expanded', 'true');
  await page.getByRole('button', { name: 'Reverse it', exact: true }).click();
  await page.getByRole('button', { name: 'Reverse', exact: true }).click();
  await expect(page.getByText('reversed', { exact: true })).toBeVisible();
});

test('hundreds of entries are read as one goes down, none missing', async ({ own: { page, open, ask } }) => {
  const rows = Array.from({ length: 450 }, (_, n) => {
    const date = `2026-${String(1 + (n % 12)).padStart(2, '0')}-10`;
    return `${n},${date},Sale ${n},1010,1.00,\n${n},,,4000,,1.00`;
  });
  await ask('POST', '/entries/import', `entry,date,explanation,account,debit,credit\n${rows.join('\n')}\n`);
  await open('record/journal?from=2026-01-01&to=2026-12-31');
  await expect(page.getByText(/450 entries/)).toBeVisible();
  const list = page.getByRole('list', { name: 'Entries' });
  const seen = new Set<string>();
  for (let turn = 0; turn < 80 && seen.size < 450; turn += 1) {
    for (const text of await list.getByRole('button').allTextContents())
      seen.add(/2026-\d{4}/.exec(text)?.[0] ?? text);
    await list.evaluate(async (item) => {
      item.scrollBy(0, 500);
      // what comes in sight is drawn with the frame after the scrolling
      for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
    });
  }
  expect(seen.size).toBe(450);
});

test('nothing posted yet leads on to the first entry', async ({ own: { page, open } }) => {
  await open('record/journal');
  await expect(page.getByText('Nothing has been posted in this span.')).toBeVisible();
  await page.getByRole('link', { name: 'Write the first entry' }).click();
  await expect(page.getByRole('heading', { name: 'Entry', exact: true })).toBeVisible();
});

test('a list is printed whole, whatever of it stands on the screen, under the organisation’s name', async ({
  own: { page, open, ask },
}) => {
  await page.addInitScript(() => (window.print = () => undefined));
  const rows = Array.from(
    { length: 140 },
    (_, index) => `${index + 1},2026-03-01,No ${index + 1},1010,1.00,\n${index + 1},,,3000,,1.00`,
  );
  await ask('POST', '/entries/import', `entry,date,explanation,account,debit,credit\n${rows.join('\n')}\n`);
  for (let index = 0; index < 60; index += 1)
    await ask('POST', '/contacts', { name: `Contact ${index}`, roles: ['customer'] });
  await ask('POST', '/currencies', { currency: 'GBP' });
  for (let day = 1; day <= 20; day += 1) {
    await ask('PUT', `/exchange-rates/GBP/2026-04-${String(day).padStart(2, '0')}`, { rate: `1.${day + 10}` });
  }
  const named = (name: string, count: number): string[] =>
    Array.from({ length: count }, (_, index) => `${name}${index}`);
  const accounts = await ask<{ name: string }[]>('GET', '/accounts');
  const printed = page.locator('body > section');
  for (const [screen, texts] of [
    ['prepare/contacts', named('Contact ', 60)],
    ['prepare/chart', accounts.map(({ name }) => name)],
    ['prepare/currencies?currency=GBP', named('1.1', 10).slice(1)],
    ['prepare/changes', ['Currency GBP', 'Contact 0']],
  ] as const) {
    await open(screen);
    await expect(page.getByRole('button', { name: 'Print', exact: true })).toBeVisible();
    // the browser's own key prints what the button prints
    await page.keyboard.press('Control+p');
    await expect(printed).toContainText('a list is printed whole');
    const cells = await printed.locator('td').allTextContents();
    for (const text of texts)
      expect(
        cells.filter((cell) => cell.includes(text)),
        `${text} of ${screen}`,
      ).not.toEqual([]);
    await expect(printed.getByRole('button')).toHaveCount(0);
  }
});

test('the general journal has every line in debit and credit, the oldest first; day books, papers and reversals part it', async ({
  own: { page, open, post, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir', roles: ['customer'] });
  const sale = {
    explanation: 'Crates delivered',
    lines: [
      { account: '1100', debit: '120.50', contact: 'Low Weir', document: 'K 7', note: 'by boat' },
      { account: '4000', credit: '120.50' },
    ],
  };
  await ask('POST', '/entries', { ...sale, date: '2026-03-05' });
  await ask('POST', '/entries', { ...sale, date: '2026-03-09', explanation: 'Crates again' });
  const rent = await post('2026-03-02', 'Rent of the barn', '6100', '1010', '300.00');
  await ask('POST', `/entries/${rent}/reverse`, { date: '2026-03-20' });
  await open('record/journal?from=2026-03-01&to=2026-03-31');
  const entries = page.getByRole('list', { name: 'Entries' }).getByRole('listitem');
  await expect(entries.first()).toContainText('20 Mar 2026');
  await page.getByRole('button', { name: 'General journal', exact: true }).press('Enter');
  await expect(entries).toHaveCount(4);
  await expect(entries.first()).toContainText('2 Mar 2026');
  await expect(entries.nth(1)).toContainText(
    /1100 Trade receivables · Low Weir · K 7 · by boat120\.504000 .*120\.50Crates delivered/,
  );
  const choose = async (filter: string, option: string): Promise<void> => {
    await page.getByRole('combobox', { name: filter }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await choose('Day book', 'sales');
  await expect(entries).toHaveCount(2);
  await choose('Day book', 'all');
  await page.getByRole('button', { name: 'More filters' }).click();
  await choose('Reversed', 'still standing');
  await expect(entries).toHaveCount(2);
  await choose('Reversed', 'reversed');
  await expect(entries).toHaveCount(1);
  await choose('Paper', 'with a paper');
  await expect(page.getByText('No entry in this span fits.')).toBeVisible();
  await choose('Reversed', 'any');
  await choose('Paper', 'lacking one');
  await expect(entries).toHaveCount(3);
  await page.reload();
  await expect(entries).toHaveCount(3);
});

test('what an entry has in common with others leads to them, wherever they lie, and to their month', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir', roles: ['customer'] });
  const line = { account: '1100', contact: 'Low Weir', document: 'K 7' };
  const post = (date: string, explanation: string, lines: object[]): Promise<unknown> =>
    ask('POST', '/entries', { date, explanation, lines });
  await post('2026-03-05', 'Crates delivered', [
    { ...line, debit: '120.50' },
    { account: '4000', credit: '120.50' },
  ]);
  await post('2026-05-09', 'Low Weir pays', [
    { account: '1010', debit: '120.50' },
    { ...line, credit: '120.50' },
  ]);
  await open('record/journal?from=2026-05-01&to=2026-05-31');
  await page.getByRole('button', { name: /Low Weir pays/ }).click();
  await expect(page.getByText('Same document K 7 of Low Weir:')).toBeVisible();
  await page.getByRole('link', { name: '2026-0001' }).click();
  await expect(page.getByText('It is of 5 March 2026.')).toBeVisible();
  await expect(page.getByRole('button', { name: /Crates delivered/ })).toHaveAttribute('aria-expanded', 'true');
  await page.getByRole('button', { name: 'Go to its month' }).click();
  await expect(page.getByText(/1 entry/)).toBeVisible();
  const entries = page.getByRole('list', { name: 'Entries' }).getByRole('listitem');
  await expect(entries).toHaveCount(1);
  await expect(entries.getByRole('button', { name: /Crates delivered/ })).toHaveAttribute('aria-expanded', 'true');
});

test('the journal is printed as a file of all that is filtered, by the key that prints', async ({
  own: { page, open, post },
}) => {
  await post('2026-03-02', 'Rent of the barn', '6100', '1010', '300.00');
  await open('record/journal?from=2026-03-01&to=2026-03-31&text=barn');
  const print = page.getByRole('link', { name: 'Print', exact: true });
  await expect(print).toHaveAttribute('href', /entries\.pdf\?from=2026-03-01&to=2026-03-31&text=barn$/);
  const asked = page.context().waitForEvent('request', (request) => request.url().includes('entries.pdf'));
  await page.keyboard.press('Control+p');
  const reply = await (await asked).response();
  expect([reply?.status(), reply?.headers()['content-type']]).toEqual([200, 'application/pdf']);
});

test('the wrong line of an entry is corrected by keys; both entries lead to each other', async ({
  own: { page, open, post, ask },
}) => {
  const wrong = await post('2027-01-05', 'Hose fittings', '6100', '1010', '86.40');
  await open('record/journal');
  await page.getByRole('button', { name: /Hose fittings/ }).click();
  await page.getByRole('button', { name: 'Correct it' }).press('Enter');
  await expect(page.getByRole('checkbox', { name: /6100/ })).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('Enter');
  const right = page.getByLabel('Account, line 2');
  await expect(right).toBeFocused();
  await expect(right).toHaveValue(/^6100/);
  await expect(page.getByText('wrong?')).toBeVisible();
  // what says the same again is refused, at the lines
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('The right lines say the same as the wrong ones.')).toBeVisible();
  await right.fill('6900');
  await page.keyboard.press('Enter');
  await expect(page.getByText('was 6100')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0002');
  const posted = await ask<{ corrects: string; date: string; lines: object[] }>('GET', '/entries/2027-0002');
  expect(posted).toMatchObject({
    corrects: wrong,
    date: '2027-01-05',
    lines: [
      { account: '6100', credit: '86.40' },
      { account: '6900', debit: '86.40' },
    ],
  });
  await page.getByRole('link', { name: '2027-0002' }).click();
  await page.getByRole('link', { name: wrong }).click();
  await expect(page.getByText(/· corrected by/)).toContainText('2027-0002');
});

test('an entry is to be reversed by itself: by a key, on another day, and not at all', async ({
  own: { page, open },
}) => {
  await open('record/entry');
  await page.getByLabel('Explanation').fill('Power to be billed');
  await page.keyboard.press('Alt+r');
  await expect(page.getByLabel('Reverses on')).toHaveValue('1 Feb 2027');
  await page.keyboard.press('Alt+r');
  await expect(page.getByLabel('Reverses on')).toHaveCount(0);
  await page.keyboard.press('Alt+r');
  await page.getByLabel('Reverses on').fill('1/1');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Debit, line 1').fill('40');
  await page.getByLabel('Account, line 2').fill('1010');
  await page.getByLabel('Credit, line 2').press('=');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/it is reversed on a later day/)).toBeVisible();
  await page.getByLabel('Reverses on').fill('1/2/27');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0001');
  await open('record/recurring');
  const planned = page.getByRole('region', { name: 'Reversals to come' });
  await expect(planned).toContainText('1 Feb 2027');
  await planned.getByRole('link', { name: '2027-0001' }).click();
  await page.getByRole('button', { name: 'Change the day of its reversal' }).click();
  await page.getByLabel('Day of the reversal').fill('1/3/27');
  await page.keyboard.press('Enter');
  await expect(page.getByText('reverses on 1 March 2027')).toBeVisible();
  await page.getByRole('button', { name: 'Do not reverse it' }).click();
  await page.getByLabel('Why 2027-0001 is not reversed').fill('It stays');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('“It stays”').or(page.getByText('It stays'))).toBeVisible();
  await expect(page.getByText(/reverses on/)).toHaveCount(0);
});

test('further filters: by contact, document, source, who posted and value, kept in the address', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Weir Inn', roles: ['customer'] });
  await ask('POST', '/contacts', { name: 'Bramley Deli', roles: ['customer'] });
  await ask('POST', '/breakdowns', { name: 'Site' });
  const [site] = await ask<{ id: number }[]>('GET', '/breakdowns');
  for (const name of ['Mill', 'Ferry']) await ask('POST', `/breakdowns/${site?.id}/values`, { name });
  const sale = (contact: string, document: string, Site: string): object => ({
    date: '2027-01-05',
    explanation: `Delivery to ${contact}`,
    lines: [
      { account: '1100', debit: '40.00', contact, document },
      { account: '4000', credit: '40.00', breakdowns: { Site } },
    ],
  });
  await ask('POST', '/entries', sale('Low Weir Inn', 'R 1', 'Mill'));
  await ask('POST', '/entries', sale('Bramley Deli', 'R 2', 'Ferry'));
  await open('record/journal');
  const entries = page.getByRole('button', { name: /Delivery to/ });
  await expect(entries).toHaveCount(2);
  await page.getByRole('button', { name: 'More filters' }).click();
  const contact = page.getByLabel('Only entries of contact');
  await contact.pressSequentially('Low');
  await expect(entries).toHaveCount(2);
  await page.keyboard.press('Enter');
  await expect(entries).toHaveCount(1);
  await expect(entries).toHaveText(/Low Weir Inn/);
  await page.reload();
  await expect(contact).toHaveValue('Low Weir Inn');
  await expect(entries).toHaveCount(1);
  await contact.fill('');
  await expect(entries).toHaveCount(2);
  await page.getByLabel('Document').fill('R 2');
  await expect(entries).toHaveCount(1);
  await expect(entries).toHaveText(/Bramley Deli/);
  await page.getByLabel('Document').fill('');
  await expect(entries).toHaveCount(2);
  await page.getByLabel('Site').click();
  await page.getByRole('option', { name: 'Mill' }).click();
  await expect(entries).toHaveCount(1);
  await expect(entries).toHaveText(/Low Weir Inn/);
  await page.getByLabel('Posted by').fill('Wren Ashby');
  await page.keyboard.press('Enter');
  await expect(entries).toHaveCount(1);
  await page.getByLabel('Source').click();
  await page.getByRole('option', { name: 'recurring', exact: true }).click();
  await expect(page.getByText('No entry in this span fits.')).toBeVisible();
  await page.getByRole('button', { name: 'Show all entries' }).click();
  await expect(entries).toHaveCount(2);
});
