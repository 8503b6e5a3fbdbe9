import { AGES } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { PrintedRows } from '../../ui/printed.js';
import { AGE_KEYS } from './age-keys.js';
import { describedItem, nameOf } from './aged-contact-rows.js';
import type { WholeAged } from './whole-aged.js';

/** Aged balances as they are printed. */
export function PrintedAged({ aged: { pages, documents } }: { aged: WholeAged }) {
  const { currency } = useBooks();
  const [sums] = pages;
  if (!sums) return null;
  const figure = (amount: string): string => (Number(amount) === 0 ? '' : shown(amount, currency));
  const heads = [
    { label: sums.ledger === 'receivables' ? 'Customer' : 'Supplier' },
    ...AGE_KEYS.map((age) => ({ label: AGES[age], isFigure: true })),
    { label: 'Total', isFigure: true },
  ];
  const rows = pages
    .flatMap(({ contacts }) => contacts)
    .flatMap(({ number, name, ages, total }) => [
      [name, ...AGE_KEYS.map((age) => figure(ages[age])), shown(total, currency)],
      ...(documents.get(number) ?? []).map((item) => [
        `${nameOf(item)}, ${describedItem(item)}`,
        ...AGE_KEYS.map((age) => (age === item.age ? shown(item.open, currency) : '')),
        '',
      ]),
    ]);
  const all = ['Total', ...AGE_KEYS.map((age) => shown(sums.ages[age], currency)), shown(sums.total, currency)];
  return <PrintedRows heads={heads} rows={[...rows, all]} />;
}
