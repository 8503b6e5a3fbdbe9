import type { EntryLineRequest } from '@just-ledger/contract';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { useAccountNames } from '../../api/use-account-names.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './line-of-time.module.css';

/** The lines of a date: debits first, credits set in. */
export function OccurrenceLines({
  lines,
  typed,
  onType,
}: {
  lines: readonly EntryLineRequest[];
  /** Their amounts as they are typed; left out where they cannot be changed. */
  typed?: readonly string[] | undefined;
  onType: (index: number, text: string) => void;
}) {
  const { currency } = useBooks();
  const nameOf = useAccountNames();
  if (lines.length === 0) return null;
  const amount = (line: EntryLineRequest, index: number, side: 'debit' | 'credit') => {
    const isHere = side === 'credit' ? Boolean(line.credit) : !line.credit;
    if (!isHere) return null;
    if (!typed) return shown(line[side] ?? null, currency);
    return (
      <TextField
        value={typed[index] ?? ''}
        className={styles.amount}
        onChange={(event) => onType(index, event.target.value)}
        onFocus={(event) => event.target.select()}
        slotProps={{ htmlInput: { 'aria-label': `${nameOf(line.account)}, ${side}`, className: 'num' } }}
      />
    );
  };
  return (
    <table className={clsx(ruled.table, ruled.tight, styles.lines)}>
      <tbody>
        {lines.map((line, index) => (
          <tr key={index}>
            <td className={line.credit ? ruled.credited : undefined}>
              {line.account} {nameOf(line.account)}
              <span className="soft small">{saidOf(line)}</span>
            </td>
            <td className="num">{amount(line, index, 'debit')}</td>
            <td className="num">{amount(line, index, 'credit')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function saidOf({ contact, note, breakdowns, taxCode, amountIs = 'net' }: EntryLineRequest): string {
  const tax = taxCode && `tax ${taxCode}, ${amountIs}`;
  const said = [contact, ...Object.values(breakdowns ?? {}), tax, note].filter(Boolean);
  return said.length > 0 ? ` · ${said.join(' · ')}` : '';
}
