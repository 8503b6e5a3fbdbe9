import { expect, test } from './books.js';

test('dates are typed at the rail as people write them', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal`);
  const typed = page.getByLabel('Type a date or span, such as 17/6 or jan-mar');
  for (const [text, span] of [
    ['jun-aug', 'from=2026-06-01&to=2026-08-31'],
    ['17/6', 'from=2026-06-17&to=2026-06-17'],
    ['2026', 'from=2025-04-01&to=2026-03-31'],
  ] as const) {
    await typed.fill(text);
    await typed.press('Enter');
    await expect(page).toHaveURL(new RegExp(span));
    await expect(typed).toHaveValue('');
  }
  await typed.fill('whenever');
  await typed.press('Enter');
  await expect(typed).toHaveAttribute('aria-invalid', 'true');
});

test('keys lead to every stage and are told on request', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal`);
  await expect(page.getByRole('list', { name: 'Entries' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('a new entry');
  await page.keyboard.type('new ent');
  await expect(page.getByRole('dialog').getByRole('row')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  for (const [key, heading] of [
    ['p', 'Chart of accounts'],
    ['t', 'Trays'],
    ['c', 'Trial balance'],
    ['l', /^Months/],
    ['r', 'Journal'],
  ] as const) {
    await page.keyboard.press('g');
    await page.keyboard.press(key);
    await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible();
    await page.keyboard.press('Escape');
  }
  await page.keyboard.press('n');
  await expect(page.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
});

test('proofs are opened from the bar, each with its two figures', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/2/record/journal`);
  const bar = page.getByRole('contentinfo', { name: 'Proofs' });
  await bar.getByRole('button', { name: /(\d+) of \1 proofs hold/ }).click();
  const drawn = page.getByRole('region', { name: 'Proofs' });
  await expect(drawn.getByText('agrees')).toHaveCount(10);
  await drawn.getByRole('button', { name: 'Read every entry again' }).click();
  await expect(drawn.getByRole('button', { name: 'Read every entry again' })).toBeEnabled();
  await expect(drawn.getByText('agrees')).toHaveCount(10);
  await page.keyboard.press('Escape');
  await expect(drawn).toHaveCount(0);
});

test('a second sheet lies beside the first, both in the address', async ({ signedIn: page, demo }) => {
  await page.goto(`${demo}/1/record/journal?beside=trial-balance`);
  await expect(page.getByRole('heading', { name: 'Journal', level: 1 })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Trial balance', level: 1 })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Trial balance', level: 1 })).toBeVisible();
});

test('an address that leads nowhere says so', async ({ signedIn: page, demo }) => {
  await page.goto(demo);
  const stranger = await page.context().newPage(); // what React says of the error is not trouble here
  await stranger.goto(`${demo}/99/record/journal`);
  await expect(stranger.getByRole('region', { name: 'Error' })).toContainText('There is no such organisation.');
  await stranger.goto(`${demo}/1/record/journal?from=whenever`);
  await expect(stranger.getByRole('region').first()).toBeVisible();
  await stranger.goto(`${demo}/1/record/journaal`);
  const none = stranger.getByRole('region', { name: 'No such screen' });
  await expect(none).toContainText('The address names “journaal”');
  await none.getByRole('link', { name: 'To the journal' }).press('Enter');
  await expect(stranger.getByRole('heading', { name: 'Journal', exact: true })).toBeVisible();
  await stranger.close();
  await expect(page.getByRole('heading', { name: 'Whose books?' })).toBeVisible();
});

test('the colours are the computer’s until the person says otherwise', async ({ signedIn: page, demo }) => {
  const colours = page.locator('html');
  const choose = async (choice: string): Promise<void> => {
    await page.getByTitle('Your sign-in').click();
    await page.getByLabel('Colours').click();
    await page.getByRole('option', { name: choice }).click();
    await page.keyboard.press('Escape');
  };
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(`${demo}/1/record/journal`);
  await expect(colours).toHaveAttribute('data-colours', 'light');
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(colours).toHaveAttribute('data-colours', 'dark');
  await choose('light');
  await expect(colours).toHaveAttribute('data-colours', 'light');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await expect(colours).toHaveAttribute('data-colours', 'light');
  await choose('as this computer');
  await expect(colours).toHaveAttribute('data-colours', 'dark');
});

test('nothing of a sheet goes along to other books, where one goes there over what lies between', async ({
  signedIn: page,
  demo,
}) => {
  /** As somebody who goes back several steps at once does. */
  const jump = (path: string): Promise<void> =>
    page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
  const books = page.getByRole('banner').first();
  await page.goto(`${demo}/1/prepare/organisation`);
  const name = page
    .getByRole('form', { name: 'The organisation' })
    .getByRole('textbox', { name: 'Name', exact: true });
  await expect(name).toHaveValue('Sallow Reach Cider Co-operative');
  await jump('/2/prepare/organisation');
  await expect(name).not.toHaveValue('Sallow Reach Cider Co-operative');
  await expect(books).not.toContainText('Sallow Reach Cider Co-operative');
  await page.goto(`${demo}/1/record/entry`);
  const explanation = page.getByRole('combobox', { name: 'Explanation' });
  await explanation.fill('Of the co-operative alone');
  await jump('/2/record/entry');
  await expect(books).not.toContainText('Sallow Reach Cider Co-operative');
  await expect(explanation).toHaveValue('');
  await jump('/1/record/entry');
  await expect(explanation).toHaveValue('Of the co-operative alone');
});
