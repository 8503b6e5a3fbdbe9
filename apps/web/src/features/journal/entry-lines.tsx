import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import { balancingAmount, type CivilDate, type CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { ClipboardEvent, Dispatch } from 'react';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';
import { amountsOf, type EntryForm, type FormEvent, proposalFor } from './entry-form.js';
import { EntryLine } from './entry-line.js';
import styles from './entry-lines.module.css';
import { EntryTotals } from './entry-totals.js';
import { type LineColumn, pastedLines } from './pasted-lines.js';
import { useLineKeys } from './use-line-keys.js';

/** The paper of the entry sheet: two money columns, debits first, credits set in. */
export function EntryLines({
  form,
  accounts,
  contacts,
  breakdowns,
  currency,
  date,
  wrongAt,
  dispatch,
  onNewContact,
}: {
  form: EntryForm;
  accounts: readonly AccountResponse[];
  contacts: readonly ContactResponse[];
  breakdowns: readonly BreakdownResponse[];
  currency: CurrencyCode;
  /** The day whose rates are proposed; left out for what has no day of its own. */
  date?: CivilDate | undefined;
  wrongAt: (row: number, field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
  onNewContact: (row: number, name: string) => void;
}) {
  const { table, onKeyDown } = useLineKeys(dispatch, currency, breakdowns.length > 0);
  const amounts = amountsOf(form, currency);
  const paste = (event: ClipboardEvent<HTMLTableElement>): void => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('td[data-column]');
    const at = Number(cell?.closest('tr')?.dataset['line']);
    const column = cell?.dataset['column'] as LineColumn | undefined;
    const text = event.clipboardData.getData('text/plain');
    const on = { form, accounts, contacts, breakdowns, currency };
    const lines = column && Number.isInteger(at) ? pastedLines(text, at, column, on) : undefined;
    if (!lines) return;
    event.preventDefault();
    event.stopPropagation();
    dispatch({ type: 'pasted', at, lines });
  };
  return (
    <table className={clsx(ruled.table, grid.table)} ref={table} onKeyDown={onKeyDown} onPasteCapture={paste}>
      <thead>
        <tr>
          <th className={styles.account}>Account</th>
          <th>Note</th>
          <th className={styles.contact}>Contact</th>
          <th className="num">Debit</th>
          <th className="num">Credit</th>
        </tr>
      </thead>
      <tbody>
        {form.lines.map((line, index) => (
          <EntryLine
            key={line.key}
            line={line}
            index={index}
            proposal={proposalFor(form, index, currency)}
            accounts={accounts}
            contacts={contacts}
            breakdowns={breakdowns}
            currency={currency}
            date={date}
            wrong={(field) => wrongAt(index, field)}
            dispatch={dispatch}
            onNewContact={(name) => onNewContact(index, name)}
          />
        ))}
      </tbody>
      <EntryTotals amounts={amounts} missing={balancingAmount(amounts)} currency={currency} />
    </table>
  );
}
