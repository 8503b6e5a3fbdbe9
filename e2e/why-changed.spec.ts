import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './books.js';

test('why a figure changed is told by accounts, contacts and entries, the largest first, by keys', async ({
  own,
}) => {
  const { page, open, post, ask } = own;
  await ask('POST', '/contacts', { name: 'Low Weir Farm Shop', roles: ['customer'] });
  await post('2026-02-01', 'Rent', '6100', '1010', '150.00');
  await post('2026-03-10', 'Cider sold', '1010', '4000', '400.00');
  await post('2026-04-01', 'Rent', '6100', '1010', '150.00');
  await ask('POST', '/entries', {
    date: '2026-04-10',
    explanation: 'A large delivery',
    lines: [
      { account: '1100', debit: '900.00', contact: 'Low Weir Farm Shop' },
      { account: '4000', credit: '900.00', contact: 'Low Weir Farm Shop' },
    ],
  });
  await post('2026-04-20', 'A repair', '6350', '1010', '80.00');
  await open('report/statements?from=2026-04-01&to=2026-04-30&columns=periods:1');
  const income = page.getByRole('region', { name: 'Income statement' });
  // March brought 400 less nothing; April 900 less rent and a repair
  await income
    .getByRole('row', { name: /^Net surplus/ })
    .getByTitle('Why did this change?')
    .focus();
  await page.keyboard.press('Enter');
  const why = page.getByRole('region', { name: 'Why did this change?' });
  await expect(why.getByRole('button', { name: /^4000/ })).toBeFocused();
  await expect(why.getByRole('button', { name: /^4000/ })).toContainText('500.00');
  await expect(why.getByRole('listitem')).toHaveText([/^4000.*500\.00/, /^6100.*\(150\.00\)/, /^6350.*\(80\.00\)/]);
  await expect(why).toContainText('The whole change of 270.00 is in these lines.');
  await page.keyboard.press('Enter');
  await expect(why).toContainText('Low Weir Farm Shop900.00');
  await expect(why).toContainText('A large delivery');
  await expect(why).toContainText('Without a contact(400.00)');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press('ArrowDown');
  await expect(why.getByRole('button', { name: /^6100/ })).toBeFocused();
  await page.reload();
  await expect(why).toBeVisible();
  // a position changes by what came in between
  await page
    .getByRole('region', { name: 'Balance sheet' })
    .getByRole('row', { name: /^Total assets/ })
    .getByTitle('Why did this change?')
    .click();
  await expect(why.getByRole('listitem')).toHaveText([/^1100.*900\.00/, /^1010.*\(230\.00\)/]);
  await why.getByRole('button', { name: /^1010/ }).click();
  await expect(why).toContainText('A repair');
  await why.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await page.goBack();
  await expect(why.getByRole('button', { name: /^1100/ })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(why).toHaveCount(0);
  await expect(page.getByRole('row', { name: /^Total assets/ }).getByTitle('Why did this change?')).toBeFocused();
});
