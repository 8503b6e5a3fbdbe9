import { type AccountResponse, type BreakdownResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import ruled from '../../ui/ruled.module.css';
import styles from './breakdown-values.module.css';
import { ValueForm } from './value-form.js';

/** The values of a breakdown as a ruled, indented list, with a line for the next one at its foot. */
export function BreakdownValues({
  breakdown,
  accounts,
}: {
  breakdown: BreakdownResponse;
  accounts: readonly AccountResponse[];
}) {
  const { organisation } = useBooks();
  const [open, setOpen] = useState<number>();
  const [made, setMade] = useState(0);
  const hasFunds = organisation.kind === 'non-profit';
  const nameOf = (number: string | null): string => {
    const account = accounts.find((account) => account.number === number);
    return account ? `${account.number} ${account.name}` : '';
  };
  const columns = hasFunds ? 4 : 3;
  return (
    <table className={clsx(ruled.table, styles.values)}>
      <thead>
        <tr>
          <th>Value</th>
          {hasFunds && <th className={styles.balanceAccount}>Its balance is kept on</th>}
          <th className={clsx(styles.postedLines, 'num')}>Posted lines</th>
          <th className={styles.changing}>
            <span className="visually-hidden">Change</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {breakdown.values.map((value) => [
          <tr key={value.id} className={open === value.id ? ruled.chosen : ''}>
            <td style={{ paddingLeft: 8 + value.depth * 18 }} className={value.heading ? 'strong' : ''}>
              {value.name}
              {!value.active && <span className="soft small"> · retired</span>}
            </td>
            {hasFunds && <td className="soft">{nameOf(value.account)}</td>}
            <td className="num soft">{value.lines > 0 ? value.lines : ''}</td>
            <td className="num">
              <button
                className="act small"
                type="button"
                aria-label={`change ${value.name}`}
                aria-expanded={open === value.id}
                onClick={() => setOpen(open === value.id ? undefined : value.id)}
              >
                change
              </button>
            </td>
          </tr>,
          open === value.id && (
            <tr key={`${value.id} form`} className={ruled.chosen}>
              <td colSpan={columns}>
                <ValueForm
                  breakdown={breakdown}
                  value={value}
                  accounts={accounts}
                  onDone={() => setOpen(undefined)}
                />
              </td>
            </tr>
          ),
        ])}
        <Allowed act="setUp">
          <tr>
            <td colSpan={columns}>
              <ValueForm
                key={made}
                breakdown={breakdown}
                accounts={accounts}
                isNext={made > 0}
                onDone={() => setMade(made + 1)}
              />
            </td>
          </tr>
        </Allowed>
      </tbody>
    </table>
  );
}
