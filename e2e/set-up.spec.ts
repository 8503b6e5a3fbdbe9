import { expect, test } from './books.js';

test('the chart is walked, written and moved by keyboard, and a change is taken back', async ({
  own: { page, open },
}) => {
  await open('prepare/chart');
  const row = (name: RegExp) => page.getByRole('row', { name });
  await row(/1020 Savings account/).focus();
  await page.keyboard.press('ArrowUp');
  await expect(row(/1010 Bank account/)).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Current account, Ferry Lane');
  await page.keyboard.press('Shift+Enter');
  await expect(row(/1010 Current account, Ferry Lane/)).toBeFocused();
  await page.keyboard.press('>');
  await expect(page.getByRole('status').filter({ hasText: 'now stands under' })).toContainText(
    'now stands under 1000 Cash in hand',
  );
  const moved = row(/1010 Current account/);
  await expect(moved).toBeFocused();
  await expect(moved).toHaveAttribute('aria-level', '4');
  await expect(row(/1000 Cash in hand/)).toHaveAttribute('aria-expanded', 'true');
  await row(/1000 Cash in hand/).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(moved).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await expect(moved).toBeVisible();
  await moved.focus();
  await page.keyboard.press('<');
  await expect(page.getByRole('status').filter({ hasText: 'now stands under' })).toContainText(
    'now stands under no heading',
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(moved).toHaveAttribute('aria-level', '4');
});

test('an account that is moved and written before the first was answered keeps both', async ({
  own: { page, open },
}) => {
  await open('prepare/chart');
  let letGo: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/accounts/*', async (route) => {
    await held;
    await route.continue();
  });
  const row = (name: RegExp) => page.getByRole('row', { name });
  await row(/1010 Bank account/).focus();
  await page.keyboard.press('>');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Current account');
  await page.keyboard.press('Shift+Enter');
  letGo();
  await expect(row(/1010 Current account/)).toHaveAttribute('aria-level', '4');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('an account is dragged under a heading, and refused under one with postings', async ({
  own: { page, open, post, ask },
}) => {
  await ask('POST', '/accounts', { number: '100', name: 'Cash and bank' });
  await post('2026-03-01', 'Rent', '6100', '1010', '10.00');
  await open('prepare/chart');
  const drag = async (from: RegExp, to: RegExp): Promise<void> => {
    const grip = page.getByRole('row', { name: from });
    await grip.hover();
    const [start, end] = [
      await grip.locator('[data-grip]').boundingBox(),
      await page.getByRole('row', { name: to }).boundingBox(),
    ];
    if (!start || !end) throw new Error('nothing to drag');
    await page.mouse.move(start.x + 4, start.y + 8);
    await page.mouse.down();
    await page.mouse.move(end.x + 120, end.y + 4, { steps: 8 });
    await page.mouse.move(end.x + 122, end.y + 14, { steps: 4 });
    await page.mouse.up();
  };
  await drag(/1020 Savings account/, /100 Cash and bank/);
  await expect(page.getByRole('status').filter({ hasText: 'now stands under' })).toContainText(
    '1020 Savings account now stands under 100 Cash and bank.',
  );
  // the chart is read anew after it is told
  await expect(page.getByRole('row', { name: /1020 Savings account/ })).toHaveAttribute('aria-level', '4');
  await page.getByRole('row', { name: /1100 Trade receivables/ }).focus();
  await page.keyboard.press('>');
  await expect(page.getByRole('alert')).toContainText('1010 Bank account has postings and cannot become a heading.');
});

test('a breakdown is added with its values, an account needs it, and the entry sheet asks for it', async ({
  own: { page, open },
}) => {
  await open('prepare/breakdowns');
  await page.getByRole('button', { name: 'Add the first one' }).click();
  await page.getByRole('textbox', { name: 'Name of the breakdown' }).fill('Site');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const next = page.getByRole('form', { name: 'Add a value to Site' });
  for (const name of ['Press house', 'Orchard']) {
    await next.getByRole('textbox', { name: 'Next value' }).fill(name);
    await next.getByRole('button', { name: 'Add' }).click();
    await expect(page.getByRole('row', { name: new RegExp(name) }).first()).toBeVisible();
  }
  await next.getByRole('textbox', { name: 'Next value' }).fill('orchard');
  await next.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('Site already has a value “orchard”.')).toBeVisible();
  await page.getByRole('link', { name: 'Chart of accounts' }).click();
  await page.getByRole('row', { name: /6100 Rent/ }).focus();
  await page.keyboard.press('d');
  await page.getByRole('checkbox', { name: 'each line names its site' }).check();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /6100 Rent/ })).toContainText('needs site');

  await page.keyboard.press('n');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Rent of the press house');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Account, line 1').press('Enter');
  await page.getByLabel('Debit, line 1').fill('80');
  await page.getByLabel('Account, line 2').fill('1010');
  await page.getByLabel('Account, line 2').press('Enter');
  await page.getByLabel('Credit, line 2').fill('80');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByText('6100 Rent needs its Site.')).toBeVisible();
  await page.getByLabel('Site, line 1').fill('press');
  await page.getByLabel('Site, line 1').press('Enter');
  await page.getByRole('button', { name: 'Save as draft' }).click();
  await expect(page.getByText('draft of Wren Ashby')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Site, line 1')).toHaveValue('Press house');
  await page.getByRole('button', { name: /^Post/ }).click();
  await page.getByRole('link', { name: /^2027-0001$/ }).click();
  await expect(page.getByText('site Press house')).toBeVisible();
});

test('contacts: an IBAN with a slip is told at its field; duplicates are merged after saying what that does', async ({
  own: { page, open, ask },
}) => {
  await ask('POST', '/contacts', { name: 'Low Wier', roles: ['customer'] });
  await open('prepare/contacts');
  await page.getByRole('button', { name: 'Add a contact' }).click();
  const form = page.getByRole('form', { name: 'Add a contact' });
  await form.getByRole('textbox', { name: 'Name' }).fill('Low Weir');
  await form.getByRole('textbox', { name: 'Terms' }).fill('30');
  await form.getByRole('textbox', { name: 'IBAN', exact: true }).fill('GB82 WEST 1234 5698 7654 23');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(form.getByRole('textbox', { name: 'IBAN', exact: true })).toHaveAttribute('aria-invalid', 'true');
  await form.getByRole('textbox', { name: 'IBAN', exact: true }).fill('GB82 WEST 1234 5698 7654 32');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByRole('heading', { name: 'Low Weir' })).toBeVisible();
  await expect(page.getByRole('button', { name: /2 Low Weir customer 30 days/ })).toBeVisible();
  await page.getByRole('button', { name: /1 Low Wier/ }).click();
  await page.getByRole('button', { name: 'This is the same as another contact' }).click();
  await page.getByRole('combobox', { name: 'The contact that stays' }).fill('low we');
  await page.getByRole('option', { name: '2 Low Weir' }).click();
  await expect(page.getByText(/0 posted lines count with Low Weir from now on/)).toBeVisible();
  await page.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Low Weir' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Low Wier/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'retired', exact: true }).click();
  await expect(page.getByRole('button', { name: /1 Low Wier merged into another/ })).toBeVisible();
});

test('who changed what of the set-up is told as a list and where it was changed', async ({ own: { page, open } }) => {
  await open('prepare/chart');
  await page.getByRole('row', { name: /6900 Sundry/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Odds and ends');
  await page.keyboard.press('Shift+Enter');
  await expect(page.getByRole('row', { name: /6900 Odds and ends/ })).toBeVisible();
  await page.getByRole('link', { name: 'Changes' }).click();
  const first = page.getByRole('row', { name: /6900 Odds and ends/ }).first();
  await expect(first).toContainText('Wren Ashby');
  await expect(first).toContainText('name Sundry expenses → Odds and ends');
  await page.getByRole('button', { name: 'contact', exact: true }).click();
  await expect(page.getByText('is named here.')).toBeVisible();
});
