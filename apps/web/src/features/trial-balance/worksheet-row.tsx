import { type Minor, ZERO } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link, useNavigate } from 'react-router';
import { useAddress } from '../../api/address.js';
import ruled from '../../ui/ruled.module.css';
import type { ShownColumn } from './worksheet-columns.js';
import type { SeenWorksheetRow, WorksheetView } from './worksheet-view.js';
import styles from './worksheet.module.css';

const NOTHING = { debit: ZERO, credit: ZERO };

/** So many adjusting entries stand by their letters before a figure. */
const MOST_LETTERS = 8;

/** An account, or a heading, with its figures; an account leads to its ledger, an adjustment by its letter to its entry. */
export function WorksheetTableRow({
  row,
  columns,
  view,
  within,
  isMarked,
  write,
  onFold,
}: {
  row: SeenWorksheetRow;
  columns: readonly ShownColumn[];
  view: WorksheetView;
  /** The breakdown that is shown, and the one value of it; empty where there is none. */
  within: { readonly breakdown: string; readonly value: string };
  isMarked: boolean;
  write: (amount: Minor) => string;
  onFold: (heading: string) => void;
}) {
  const address = useAddress();
  const navigate = useNavigate();
  const { account, name, isHeading, isFolded, depth } = row;
  const adjustments = view.rowOf.get(account)?.adjustments ?? [];
  const isTyped = view.typed.has(account);
  const hasFigures = !isHeading || isFolded;
  const value = (index: number): string => view.response.values[index]?.value ?? '';
  const ledgerOf = (value: string): string =>
    address.href('account', { account, breakdowns: value && `${within.breakdown}: ${value}` });
  const href = ledgerOf(within.value);
  const letters = (side: 'debit' | 'credit') => {
    const ofSide = adjustments.filter((adjustment) => adjustment[side] !== '');
    if (ofSide.length > MOST_LETTERS) {
      return (
        <Link
          className={clsx('act', styles.letter)}
          to={address.href('account', { account, kind: 'adjusting' })}
          onClick={(event) => event.stopPropagation()}
        >
          {ofSide.length} entries
        </Link>
      );
    }
    return ofSide.map(({ letter, entry, reversal }) => (
      <Link
        key={entry}
        className={clsx('act', styles.letter)}
        to={address.href('journal', { entry })}
        title={`${reversal ? `${entry} takes ${letter} back` : entry}`}
        onClick={(event) => event.stopPropagation()}
      >
        {letter}
        {reversal && '−'}
      </Link>
    ));
  };
  return (
    <tr
      className={clsx(
        isHeading && styles.heading,
        isFolded && styles.folded,
        isTyped && ruled.chosen,
        (account || isHeading) && ruled.goes,
      )}
      data-account={account}
      onClick={() => (isHeading ? onFold(account) : account && void navigate(href))}
    >
      <td className="soft nowrap">{account}</td>
      <td className={styles.name} style={{ paddingLeft: 8 + depth * 12 }}>
        {isHeading ? (
          <button
            type="button"
            className={clsx('plain', styles.fold)}
            aria-expanded={!isFolded}
            onClick={(event) => {
              event.stopPropagation();
              onFold(account);
            }}
          >
            <span aria-hidden="true">{isFolded ? '▸' : '▾'}</span> {name}
          </button>
        ) : account ? (
          <Link className="plain" to={href} onClick={(event) => event.stopPropagation()}>
            {name}
          </Link>
        ) : (
          <span className="brass">{name}</span>
        )}
        {isMarked && (
          <span className="brass" title="There is a finding about it">
            {' '}
            ▲<span className="visually-hidden"> finding</span>
          </span>
        )}
      </td>
      {columns.map(({ column, label }) => {
        const { debit, credit } = hasFigures ? row.columns[column] : NOTHING;
        const isAdjustment = column === 'adjustments' && !isHeading;
        return [
          <td key={`${column} label`} className={clsx(styles.label, debit === 0 && credit === 0 && styles.nothing)}>
            {label}
          </td>,
          <td key={`${column} debit`} className={clsx('num', styles.first)}>
            {isAdjustment && letters('debit')} {write(debit)}
          </td>,
          <td key={`${column} credit`} className="num">
            {isAdjustment && letters('credit')} {write(credit)}
          </td>,
        ];
      })}
      {row.across.map((amount, index) => (
        <td
          key={index}
          className={clsx('num', styles.value, index === 0 && styles.first)}
          data-value={view.response.values[index]?.value ?? 'none named'}
        >
          {hasFigures &&
            (account && !isHeading && value(index) && amount !== 0 ? (
              <Link
                className="plain"
                tabIndex={-1}
                to={ledgerOf(value(index))}
                onClick={(event) => event.stopPropagation()}
              >
                {write(amount)}
              </Link>
            ) : (
              write(amount)
            ))}
        </td>
      ))}
    </tr>
  );
}
