import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { shown } from '../../ui/money.js';
import styles from './closing-entries.module.css';

/**
 * Closing entries, to come or posted: each line with the fund or other value it belongs to. They share one table, so that
 * debits and credits stand under each other from entry to entry.
 */
export function ClosingEntries({
  entries,
  currency,
}: {
  entries: ClosingRehearsalResponse['entries'];
  currency: CurrencyCode;
}) {
  const address = useAddress();
  return (
    <table className={styles.entries}>
      {entries.map((entry, step) => (
        <tbody key={entry.number ?? entry.explanation}>
          <tr>
            <td colSpan={3}>
              <h2 className="minor">
                {entry.number ? `${entry.number} · ` : entries.length > 1 ? `${step + 1} · ` : ''}
                {entry.explanation}
              </h2>
            </td>
          </tr>
          {entry.lines.map((line, index) => (
            <tr key={index}>
              <td className={line.credit ? styles.credited : undefined}>
                <Link className="plain" to={address.href('account', { account: line.account })}>
                  <span className="soft">{line.account}</span> {line.accountName}
                </Link>
                {line.breakdowns && (
                  <span className="soft small"> · {Object.values(line.breakdowns).join(', ')}</span>
                )}
              </td>
              <td className="num nowrap">{shown(line.debit, currency)}</td>
              <td className="num nowrap">{shown(line.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}
