import { expect, test } from './books.js';

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
