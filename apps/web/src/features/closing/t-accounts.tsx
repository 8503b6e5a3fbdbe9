import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import { type CurrencyCode, minor, parseAmount } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import sheetStyles from '../../ui/sheet.module.css';
import styles from './t-accounts.module.css';

/** Each touched account as a T, its new lines in green, its end below: those that are to end at zero, then where it goes. */
export function TAccounts({ rehearsal, currency }: { rehearsal: ClosingRehearsalResponse; currency: CurrencyCode }) {
  const address = useAddress();
  const { organisation } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, rehearsal.date));
  const balances = new Map(accounts.map((account) => [account.number, parseAmount(account.balance, currency)]));
  const lines = new Map<string, { name: string; temporary: boolean; amounts: number[] }>();
  for (const line of rehearsal.entries.flatMap((entry) => entry.lines)) {
    const { accountName: name, temporary } = line;
    const known = lines.get(line.account) ?? { name, temporary, amounts: [] };
    known.amounts.push(line.debit ? parseAmount(line.debit, currency) : -parseAmount(line.credit ?? '0', currency));
    lines.set(line.account, known);
  }
  const sum = (amounts: readonly number[]): number => amounts.reduce((all, amount) => all + amount, 0);
  // of a closed year what stands in the books is the end already
  const before = (number: string, amounts: readonly number[]): number =>
    (balances.get(number) ?? 0) - (rehearsal.closed ? sum(amounts) : 0);
  const ends = new Map([...lines].map(([number, { amounts }]) => [number, before(number, amounts) + sum(amounts)]));
  const temporary = [...lines].filter((line) => line[1].temporary);
  const kept = [...lines].filter((line) => !line[1].temporary);
  const atZero = temporary.filter(([number]) => ends.get(number) === 0).length;
  const write = (amount: number): string => (amount === 0 ? '' : displayed(minor(Math.abs(amount)), currency));
  const cells = (amount: number, className = '') => (
    <>
      <td className={`num ${className}`}>{amount > 0 ? write(amount) : ''}</td>
      <td className={`num ${className}`}>{amount < 0 ? write(amount) : ''}</td>
    </>
  );
  const account = ([number, { name, amounts, temporary: isTemporary }]: (typeof temporary)[number]) => {
    const start = before(number, amounts);
    const end = ends.get(number) ?? 0;
    return (
      <table className={styles.tAccount} key={number}>
        <caption>
          <Link className="plain" to={address.href('account', { account: number })}>
            {number} {name}
          </Link>
        </caption>
        <tbody>
          {start !== 0 && <tr>{cells(start)}</tr>}
          {amounts.map((amount, index) => (
            <tr key={index}>{cells(amount, styles.added)}</tr>
          ))}
          <tr className={clsx(styles.end, 'soft')}>
            {end === 0 ? (
              <>
                <td className="num">
                  {isTemporary && '✓ '}
                  {displayed(minor(0), currency)}
                </td>
                <td className="num">{displayed(minor(0), currency)}</td>
              </>
            ) : (
              cells(end)
            )}
          </tr>
        </tbody>
      </table>
    );
  };
  return (
    <section data-sheet className={sheetStyles.sheet} aria-label="Accounts run to zero" tabIndex={0}>
      {kept.length > 0 && (
        <div className={styles.goes}>
          <h2>Where it goes</h2>
          <div className={clsx(layout.aboveClose, styles.accounts)}>{kept.map(account)}</div>
        </div>
      )}
      <div>
        <h2>Temporary accounts run to zero</h2>
        <p className="soft small">
          new lines in green
          {temporary.length > 0 && ` · ${atZero} of ${temporary.length} accounts end at zero`}
        </p>
      </div>
      <div className={clsx(layout.aboveClose, styles.accounts)}>{temporary.map(account)}</div>
    </section>
  );
}
