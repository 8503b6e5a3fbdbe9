import { createServer } from 'node:http';
import { AxeBuilder } from '@axe-core/playwright';
import { Secret, TOTP } from 'otpauth';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import { expect, test } from './books.js';

/** Ada makes the books of a new server hers, and begins those of her hurdles. */
async function beginHurdles(page: Page, server: string): Promise<void> {
  await page.goto(server);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Name' }).fill('Ada');
  await page.getByRole('textbox', { name: 'Password' }).fill('long enough now');
  await page.getByRole('button').first().click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ada’s hurdles');
  await page.getByRole('button', { name: 'Begin these books' }).click();
}

test('a first person makes the books theirs, signs out and in again', async ({ page, empty }) => {
  await page.goto(empty);
  await expect(page.getByRole('heading', { name: 'These books are yours' })).toBeVisible();
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Name' }).fill('Ada');
  await page.getByRole('textbox', { name: 'Password' }).fill('short');
  await page.getByRole('button').first().click();
  await expect(page.getByText('A password has at least 10 characters.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Password' }).fill('long enough now');
  await page.getByRole('button').first().click();
  await expect(page.getByRole('heading', { name: 'Whose books will you keep?' })).toBeVisible();
  await page.getByRole('button', { name: /Sign out/i }).click();
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Password' }).fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('textbox', { name: 'Password' })).toHaveAttribute('aria-invalid', 'true');
  await page.getByRole('textbox', { name: 'Password' }).fill('long enough now');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Whose books will you keep?' })).toBeVisible();
});

test('an organisation is made, problems at their fields, and its books open', async ({ page, empty }) => {
  await page.goto(empty);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Name' }).fill('Ada');
  await page.getByRole('textbox', { name: 'Password' }).fill('long enough now');
  await page.getByRole('button').first().click();
  await expect(page.getByRole('heading', { name: 'Whose books will you keep?' })).toBeVisible();
  const begin = page.getByRole('button', { name: 'Begin these books' });
  await page.getByRole('textbox', { name: 'Name' }).fill('Alder Lane Hedges');
  await page.getByRole('radio', { name: 'No, it is new' }).check();
  const day = page.getByRole('textbox', { name: 'It begins on' });
  await day.fill('soon');
  await begin.click();
  await expect(day).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue('Alder Lane Hedges');
  await day.fill('10 jan 2027');
  await begin.click();
  await expect(page.getByRole('button', { name: 'Alder Lane Hedges' })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
});

test('a session that ends while an entry is typed is taken up again over the desk, and nothing typed is lost', async ({
  own: { page, open },
}) => {
  await open('record/entry');
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Typed before the session ended');
  await page.getByLabel('Account, line 1').fill('6100');
  await page.getByLabel('Account, line 1').press('Enter');
  await page.getByLabel('Debit, line 1').fill('12.50');
  await page.getByLabel('Account, line 2').fill('1010');
  await page.getByLabel('Account, line 2').press('Enter');
  await page.getByLabel('Credit, line 2').fill('12.50');
  await page.context().clearCookies();
  // whatever asks first finds out: the dialog may stand over the button already
  await page.getByRole('button', { name: /^Post/ }).dispatchEvent('click');
  const dialog = page.getByRole('dialog', { name: 'Your session has ended' });
  await dialog.getByRole('textbox', { name: 'Password' }).fill('wrong');
  await dialog.getByRole('button', { name: 'Sign in' }).click();
  await expect(dialog.getByRole('textbox', { name: 'Password' })).toHaveAttribute('aria-invalid', 'true');
  await dialog.getByRole('textbox', { name: 'Password' }).fill('sallow reach demo');
  await dialog.getByRole('button', { name: 'Sign in' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Typed before the session ended');
  await page.getByRole('button', { name: /^Post/ }).click();
  await expect(page.getByRole('status')).toContainText('Posted as 2027-0001');
});

test('while the server is away a notice says so, what was typed stays, and it goes on by itself', async ({
  page,
  demo,
}) => {
  await page.goto(demo);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('demo@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Password' }).fill('sallow reach demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: /Osier/ }).click();
  await page.getByRole('link', { name: 'Entry', exact: true }).click();
  await page.getByRole('combobox', { name: 'Explanation' }).fill('Typed while it was away');
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Save as draft' }).click();
  await expect(page.getByText(/it is tried again by itself/)).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText(/it is tried again by itself/)).toHaveCount(0);
  await expect(page.getByRole('combobox', { name: 'Explanation' })).toHaveValue('Typed while it was away');
});

test('a password is changed behind one’s own name, problems at their fields; signing out everywhere ends the session', async ({
  page,
  empty,
}) => {
  await beginHurdles(page, empty);
  await page.getByRole('button', { name: 'Ada', exact: true }).click();
  const form = page.getByRole('form', { name: 'Change your password' });
  await form.getByRole('textbox', { name: 'Password', exact: true }).fill('not this one');
  await form.getByRole('textbox', { name: 'New password' }).fill('longer than before');
  await form.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByText('This is not your password.')).toBeVisible();
  await form.getByRole('textbox', { name: 'Password', exact: true }).fill('long enough now');
  await form.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByText('Changed; every other session has ended.')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('ada@sallow-reach.test');
  await page.getByRole('textbox', { name: 'Password' }).fill('longer than before');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Ada’s hurdles' })).toBeVisible();
});

test('a page of another origin changes nothing, however it writes the address', async ({ signedIn: page, demo }) => {
  const elsewhere = createServer((_, reply) => reply.setHeader('content-type', 'text/html').end('<title>x</title>'));
  await new Promise<void>((resolve) => elsewhere.listen(0, 'localhost', resolve));
  const { port } = elsewhere.address() as AddressInfo;
  const organisations = async (): Promise<unknown> => (await page.request.get(`${demo}/api/organisations`)).json();
  const before = await organisations();
  const other = await page.context().newPage();
  await other.goto(`http://localhost:${port}`);
  for (const path of ['/api/organisations', '/%61pi/organisations', '//api/organisations', '/API/organisations'])
    await other.evaluate(
      async (url) => {
        const body = JSON.stringify({ name: 'From elsewhere', kind: 'other', baseCurrency: 'EUR' });
        await fetch(url, { method: 'POST', mode: 'no-cors', credentials: 'include', body }).catch(() => undefined);
      },
      new URL(demo).origin + path,
    );
  await other.setContent(
    `<form method="post" enctype="text/plain" action="${demo}/%61pi/sessions/end"><button>go</button></form>`,
  );
  await other.getByRole('button', { name: 'go' }).click();
  await other.waitForLoadState();
  expect(await organisations()).toEqual(before);
  await other.close();
  await new Promise((resolve) => elsewhere.close(resolve));
});

test('a device is set up besides the password, asked for when one signs in, and removed; other sessions are ended', async ({
  page,
  empty,
  browser,
}) => {
  const first = { name: 'Wren Ashby', email: 'wren@sallow-reach.test', password: 'three geese at noon' };
  await page.goto(empty);
  await page.getByRole('textbox', { name: 'Your name' }).fill(first.name);
  await page.getByRole('textbox', { name: 'E-mail address' }).fill(first.email);
  const password = page.getByRole('textbox', { name: 'Password' });
  await password.fill('password123');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText(/This password is guessed soon/)).toBeVisible();
  await password.fill(first.password);
  await password.press('Enter');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Osier Beds');
  await page.getByRole('button', { name: 'Begin these books' }).click();
  await expect(page.getByRole('button', { name: first.name })).toBeVisible();

  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto(empty);
  await elsewhere.getByRole('textbox', { name: 'E-mail address' }).fill(first.email);
  await elsewhere.getByRole('textbox', { name: 'Password' }).fill(first.password);
  await elsewhere.keyboard.press('Enter');
  await expect(elsewhere.getByRole('link', { name: 'Osier Beds' })).toBeVisible();

  await page.getByRole('button', { name: first.name }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Your sign-in' });
  const sessions = dialog.getByRole('region', { name: 'Where you are signed in' });
  await expect(sessions.getByRole('listitem')).toHaveCount(2);
  await expect(sessions.getByText(/Chrome on Linux/).first()).toBeVisible();
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await sessions.getByRole('button', { name: /^End the session of/ }).click();
  await expect(sessions.getByRole('listitem')).toHaveCount(1);
  await elsewhere.reload();
  await expect(elsewhere.getByRole('button', { name: 'Sign in' })).toBeVisible();

  await dialog.getByRole('button', { name: 'Set up a device' }).press('Enter');
  await page.keyboard.type(first.password);
  await page.keyboard.press('Enter');
  const secret = ((await dialog.locator('code').textContent()) ?? '').replaceAll(' ', '');
  await expect(dialog.getByRole('img', { name: 'The secret for the device' })).toBeVisible();
  await expect(dialog.getByRole('textbox', { name: 'Code of the device' })).toBeFocused();
  await page.keyboard.type('000000');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText(/This code is not right/)).toBeVisible();
  const device = new TOTP({ secret: Secret.fromBase32(secret) });
  await dialog.getByRole('textbox', { name: 'Code of the device' }).fill(device.generate());
  await page.keyboard.press('Enter');
  const codes = dialog.getByRole('list', { name: 'Codes for paper' }).getByRole('listitem');
  await expect(codes).toHaveCount(10);
  const [paper = '', other = ''] = await codes.allTextContents();
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'I have them' }).click();
  await expect(dialog.getByText(/Of the codes on paper 10 are left/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Sign out' }).click();

  await page.getByRole('textbox', { name: 'E-mail address' }).fill(first.email);
  await password.fill(first.password);
  await password.press('Enter');
  const code = page.getByRole('textbox', { name: 'Code of your device' });
  await expect(code).toBeFocused();
  await code.fill('nonsense');
  await code.press('Enter');
  await expect(code).toHaveAttribute('aria-invalid', 'true');
  await code.fill(paper.toUpperCase());
  await code.press('Enter');
  await page.getByRole('link', { name: 'Osier Beds' }).click();
  await page.getByRole('button', { name: first.name }).click();
  await expect(dialog.getByText(/Of the codes on paper 9 are left/)).toBeVisible();
  await dialog.getByRole('button', { name: 'New codes for paper' }).click();
  await page.keyboard.type(first.password);
  await page.keyboard.press('Enter');
  await expect(codes).toHaveCount(10);
  expect(await codes.allTextContents()).not.toContain(other);
  await page.getByRole('button', { name: 'I have them' }).click();
  await dialog.getByRole('button', { name: 'Remove the device' }).click();
  await page.keyboard.type(first.password);
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('button', { name: 'Set up a device' })).toBeVisible();
});

test('a passkey is added, signs in alone by the lock of its device, and is removed', async ({ page, empty }) => {
  // browsers keep passkeys by name: the same server under that of this machine
  const here = empty.replace('127.0.0.1', 'localhost');
  const devices = await page.context().newCDPSession(page);
  await devices.send('WebAuthn.enable');
  const { authenticatorId } = await devices.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await beginHurdles(page, here);
  const openOwn = () => page.getByRole('button', { name: 'Ada', exact: true }).click();
  await openOwn();
  await page.getByRole('button', { name: 'Add a passkey' }).click();
  const form = page.getByRole('form', { name: 'Add a passkey' });
  await form.getByRole('textbox', { name: 'Name' }).fill('The laptop');
  await form.getByRole('textbox', { name: 'Password, once more' }).fill('not this one');
  await form.getByRole('button', { name: 'Add a passkey' }).click();
  await expect(form.getByText('This is not your password.')).toBeVisible();
  await form.getByRole('textbox', { name: 'Password, once more' }).fill('long enough now');
  await form.getByRole('button', { name: 'Add a passkey' }).click();
  const remove = page.getByRole('button', { name: 'Remove the passkey The laptop' });
  await expect(remove).toBeVisible();
  await expect(page.getByText(/not used yet/)).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  const byPasskey = page.getByRole('button', { name: 'Use a passkey' });
  // one whose lock is not opened signs nobody in
  await devices.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: false });
  await byPasskey.click();
  await expect(page.getByText('No passkey was used. Sign in with your password, or try again.')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await devices.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: true });
  await byPasskey.press('Enter');
  await expect(page.getByRole('link', { name: 'Ada’s hurdles' })).toBeVisible();

  await page.getByRole('link', { name: 'Ada’s hurdles' }).click();
  await openOwn();
  await expect(page.getByText(/last used/).first()).toBeVisible();
  await remove.click();
  const removal = page.getByRole('form', { name: 'Remove the passkey The laptop' });
  await removal.getByRole('textbox', { name: 'Password, once more' }).fill('long enough now');
  await removal.getByRole('button').first().click();
  await expect(remove).toHaveCount(0);
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await byPasskey.click();
  await expect(page.getByText('This passkey opens nothing here. Sign in with your password.')).toBeVisible();
});
