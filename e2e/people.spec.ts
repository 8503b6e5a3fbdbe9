import type { Browser, Page } from '@playwright/test';
import { expect, test } from './books.js';

const PASSWORD = 'a long enough one';

/** A window of somebody else: nothing of the first one's session. */
async function elsewhere(browser: Browser, url: string): Promise<Page> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(url);
  return page;
}

/** Has the link of the outbox's first message made that leads to an invitation or a new password. */
async function linkIn(page: Page, kind: 'invitation' | 'new-password'): Promise<string> {
  const outbox = page.getByRole('region', { name: 'Outbox' });
  const link = new RegExp(`https?://\\S+/${kind}/\\S+`);
  await outbox.getByRole('button', { name: 'Make the link' }).first().click();
  await expect(outbox).toContainText(link);
  return link.exec(await outbox.innerText())?.[0] ?? '';
}

test('somebody is invited, takes the place, hands an entry in, and an owner posts it', async ({
  own: { page, open },
  browser,
  demo,
}) => {
  await open('prepare/people');
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@orchard.test');
  await page.getByRole('button', { name: 'Invite', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Invited' })).toContainText('ada@orchard.test');
  const link = await linkIn(page, 'invitation');
  expect(link).toContain(demo);

  const ada = await elsewhere(browser, link);
  await expect(ada.getByRole('heading')).toContainText('The books of somebody is invited');
  await expect(ada.getByText('as preparer, who writes drafts')).toBeVisible();
  await ada.getByRole('textbox', { name: 'Your name' }).fill('Ada Brook');
  await ada.getByRole('textbox', { name: 'A password of your own' }).fill('short');
  await ada.getByRole('button', { name: 'Accept the invitation' }).click();
  await expect(ada.getByText('A password has at least 10 characters.')).toBeVisible();
  await ada.getByRole('textbox', { name: 'A password of your own' }).fill(PASSWORD);
  await ada.getByRole('button', { name: 'Accept the invitation' }).click();
  await ada.getByRole('link', { name: /somebody is invited/ }).click();

  // exactly: the link to the books bears this test's name, which has an entry in it
  await ada.getByRole('link', { name: 'Entry', exact: true }).click();
  await ada.getByRole('combobox', { name: 'Explanation' }).fill('Handed in by Ada');
  for (const [index, account, side] of [
    [1, '6100', 'Debit'],
    [2, '1010', 'Credit'],
  ] as const) {
    await ada.getByLabel(`Account, line ${index}`).fill(account);
    await ada.keyboard.press('Tab');
    await ada.getByLabel(`${side}, line ${index}`).fill('12');
  }
  await ada.keyboard.press('Control+Enter');
  await expect(ada.getByText('handed in: an approver finds it among the drafts')).toBeVisible();
  await ada.getByRole('link', { name: 'Prepare' }).click();
  await ada.getByRole('link', { name: 'People' }).click();
  await expect(ada.getByRole('row', { name: /Ada Brook \(you\)/ })).toContainText('Preparer');
  await expect(ada.getByRole('button', { name: 'Invite somebody' })).toHaveCount(0);
  await ada.getByRole('link', { name: 'Organisation' }).click();
  await expect(ada.getByText('This takes an owner; you are a preparer in these books.')).toBeVisible();

  await open('record/drafts');
  await expect(page.getByRole('row', { name: /Handed in by Ada/ })).toContainText(/for review.*Ada Brook/);
  // sent back with a reason, answered, handed in again and posted; all of it stays behind the entry
  await page.getByRole('row', { name: /Handed in by Ada/ }).focus();
  await page.keyboard.press('b');
  await page.getByRole('textbox', { name: 'Why it goes back' }).fill('Which month is it for?');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('row', { name: /Handed in by Ada/ })).toContainText('sent back');
  await ada.getByRole('link', { name: 'Record' }).click();
  await ada.getByRole('link', { name: /^Drafts/ }).click();
  await expect(ada.getByRole('list', { name: 'What happened to it' })).toContainText('Which month is it for?');
  await ada.getByRole('button', { name: /^Note/ }).click();
  await ada.getByRole('textbox', { name: 'Note' }).fill('December.');
  await ada.getByRole('button', { name: 'Save the note' }).click();
  await ada.getByRole('link', { name: 'Handed in by Ada' }).click();
  await ada.getByRole('combobox', { name: 'Explanation' }).fill('Handed in by Ada, December');
  await ada.keyboard.press('Control+Enter');
  await expect(ada.getByRole('row', { name: /Handed in by Ada, December/ })).toContainText('for review');
  await page.reload();
  await page.getByRole('row', { name: /Handed in by Ada, December/ }).focus();
  await page.keyboard.press('Control+Enter');
  const posted = page.getByRole('status').first();
  await expect(posted).toContainText('Posted as');
  await posted.getByRole('link').click();
  const trail = page.getByRole('list', { name: 'What happened to it' });
  await expect(trail).toContainText(/prepared by Ada Brook.*sent back by.*Which month.*December\..*posted by/);
  await ada.getByRole('link', { name: 'Prepare' }).click();

  await open('prepare/people');
  await page.getByRole('combobox', { name: 'Role of Ada Brook' }).click();
  await page.getByRole('option', { name: 'Reader' }).click();
  await ada.getByRole('link', { name: 'Contacts' }).click();
  await ada.reload();
  await expect(ada.getByRole('heading', { name: 'Contacts' })).toBeVisible();
  await expect(ada.getByRole('button', { name: /Add/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove Ada Brook' }).click();
  await page.getByRole('button', { name: 'remove', exact: true }).click();
  await expect(page.getByText('Ada Brook')).toHaveCount(0);
  await ada.context().close();
});

test('the last owner stays, and an invitation can be withdrawn', async ({ own: { page, open }, browser }) => {
  await open('prepare/people');
  await page.getByRole('button', { name: /^Remove/ }).click();
  await page.getByRole('button', { name: 'remove', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('make another person owner first');
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('eve@orchard.test');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Invited' })).toContainText('eve@orchard.test');
  const link = await linkIn(page, 'invitation');
  await page.getByRole('button', { name: 'Withdraw the invitation of eve@orchard.test' }).click();
  await expect(page.getByRole('region', { name: 'Invited' })).toHaveCount(0);
  const eve = await elsewhere(browser, link);
  await expect(eve.getByText('its time is over')).toBeVisible();
  await eve.context().close();
});

test('a forgotten password is made new by a link from the outbox', async ({
  own: { page, open, ask },
  browser,
  demo,
}) => {
  await ask('POST', '/invitations', { email: 'fay@orchard.test', role: 'reader' });
  await open('prepare/people');
  const token = (await linkIn(page, 'invitation')).split('/').at(-1) ?? '';
  const taken = await page.request.post(`${demo}/api/invitations/${token}`, {
    data: { name: 'Fay', password: PASSWORD },
  });
  expect(taken.ok()).toBe(true);
  await page.context().clearCookies();
  await page.goto(demo);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('demo@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Password' }).fill('sallow reach demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Whose books?' })).toBeVisible();

  const fay = await elsewhere(browser, demo);
  await fay.getByRole('button', { name: 'I have forgotten my password' }).click();
  await fay.getByRole('textbox', { name: 'E-mail address' }).fill('fay@orchard.test');
  await fay.getByRole('button', { name: 'Ask for a link' }).click();
  await expect(fay.getByRole('status')).toContainText('a link to a new password is in the outbox');
  await open('prepare/people');
  const link = await linkIn(page, 'new-password');
  await fay.goto(link);
  await fay.getByRole('textbox', { name: 'New password' }).fill('quite another one');
  await fay.getByRole('button', { name: 'Save' }).click();
  await fay.getByRole('link', { name: 'Sign in with the new one' }).click();
  await fay.getByRole('textbox', { name: 'E-mail address' }).fill('fay@orchard.test');
  await fay.getByRole('textbox', { name: 'Password' }).fill('quite another one');
  await fay.getByRole('button', { name: 'Sign in' }).click();
  await expect(fay.getByRole('heading', { name: 'Whose books?' })).toBeVisible();
  await fay.goto(link);
  await fay.getByRole('textbox', { name: 'New password' }).fill('once more, please');
  await fay.getByRole('button', { name: 'Save' }).click();
  await expect(fay.getByRole('alert')).toContainText('This link has been used');
  await fay.context().close();
});
