import type { ChangedAmountResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './changed-since.module.css';

/** Accounts with an amount then and now, each with the way to its ledger. */
export function ChangedAccounts({
  rows,
  currency,
  label,
  hint,
}: {
  rows: readonly ChangedAmountResponse[];
  currency: CurrencyCode;
  /** What the amounts are. */
  label: string;
  /** On which side they stand, where it has to be said. */
  hint?: string;
}) {
  const address = useAddress();
  return (
    <table className={clsx(ruled.table, ruled.tight, styles.accounts)} aria-label={label}>
      <thead>
        <tr>
          <th>Account{hint && <span className="soft"> · {hint}</span>}</th>
          <th className="num">Then</th>
          <th className="num">Now</th>
          <th className="num">Change</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.account}>
            <td>
              <Link className="plain" to={address.href('account', { account: row.account })}>
                <span className="soft">{row.account}</span> {row.name}
              </Link>
            </td>
            <td className="num soft">{shown(row.then, currency)}</td>
            <td className="num">{shown(row.now, currency)}</td>
            <td className="num">{shown(row.change, currency)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
