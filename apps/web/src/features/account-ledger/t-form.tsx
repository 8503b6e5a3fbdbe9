import type { AccountLedgerResponse, LedgerRowResponse } from '@just-ledger/contract';
import { add, type Minor, minor, parseAmount, parseCivilDate, shortDate, ZERO } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import styles from './ledger-list.module.css';

/** An account as a T: debits at the left, credits at the right, and under them which side is the greater, by how much. */
export function TForm({
  ledger,
  rows,
  isFiltered,
}: {
  ledger: AccountLedgerResponse;
  rows: readonly LedgerRowResponse[];
  isFiltered: boolean;
}) {
  const { currency } = useBooks();
  const opening = isFiltered ? ZERO : parseAmount(ledger.broughtForward, currency);
  const amounts = (side: 'debit' | 'credit'): Minor =>
    rows.reduce((sum, row) => add(sum, parseAmount(row[side] ?? '0', currency)), ZERO);
  const [debits, credits] = [amounts('debit'), amounts('credit')];
  const left = opening > 0 ? add(debits, opening) : debits;
  const right = opening < 0 ? add(credits, minor(-opening)) : credits;
  const balance = left - right;
  const lines = (which: 'debit' | 'credit', broughtForward: number) => (
    <section aria-label={which === 'debit' ? 'Debits' : 'Credits'}>
      <h2>{which === 'debit' ? 'Debit' : 'Credit'}</h2>
      {broughtForward > 0 && (
        <TRow date={ledger.from} said="brought forward" amount={displayed(minor(broughtForward), currency)} />
      )}
      {rows
        .filter((row) => row[which] !== null)
        .map((row, index) => (
          <TRow key={`${row.entry} ${index}`} row={row} amount={shown(row[which], currency)} />
        ))}
    </section>
  );
  const sums = (said: string, className: string | undefined, amounts: readonly number[]) => (
    <div className={styles.t}>
      {amounts.map((amount, index) => (
        <div key={index}>
          {amount > 0 && (
            <div className={clsx(styles.tRow, styles.tSum, className)}>
              <span />
              <span>{said}</span>
              <span className="num">{displayed(minor(amount), currency)}</span>
            </div>
          )}
        </div>
      ))}
    </div>
  );
  return (
    <div className={styles.around}>
      <div className={clsx(styles.t, styles.tTop)}>
        {lines('debit', opening)}
        {lines('credit', -opening)}
      </div>
      {sums('Total', styles.tTotal, [left, right])}
      {sums(isFiltered ? 'Difference' : 'Balance', styles.end, [balance, -balance])}
    </div>
  );
}

function TRow({
  row,
  date = row?.date ?? '',
  said,
  amount,
}: {
  row?: LedgerRowResponse;
  date?: string;
  said?: string;
  amount: string;
}) {
  const address = useAddress();
  return (
    <div className={styles.tRow}>
      <span className="nowrap">{shortDate(parseCivilDate(date))}</span>
      <span className={row ? undefined : 'soft'}>
        {row?.entry ? (
          <Link className="plain" to={address.href('journal', { entry: row.entry })} title={row.explanation}>
            <span className="soft">{row.entry}</span> {row.opposite || row.explanation}
          </Link>
        ) : (
          (said ?? row?.explanation)
        )}
      </span>
      <span className="num">{amount}</span>
    </div>
  );
}
