import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import { balancingAmount, type CivilDate, type CurrencyCode, ZERO } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type ClipboardEvent, type Dispatch, Fragment, useState } from 'react';
import { elementOf } from '../../ui/focused.js';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';
import type { EntryForm, FormEvent } from './entry-form.js';
import { EntryLine } from './entry-line.js';
import styles from './entry-lines.module.css';
import { EntryTotals } from './entry-totals.js';
import { type FormLine, isBlank } from './form-line.js';
import { missingWithout, postedAmounts, type ReckonedTax } from './form-tax.js';
import { problemsOf } from './line-problems.js';
import { LINE_COLUMNS } from './pasted-columns.js';
import { type PastedLines, pastedLines } from './pasted-lines.js';
import { TaxRows } from './tax-rows.js';
import { useLineKeys } from './use-line-keys.js';
import { useLineWindow } from './use-line-window.js';

/** The paper of the entry sheet: two money columns, debits first, credits set in. */
export function EntryLines({
  form,
  accounts,
  contacts,
  breakdowns,
  currency,
  date,
  tax,
  usedBefore,
  contactsBefore,
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
  tax: ReckonedTax;
  /** Accounts that entries like this one used; they are offered first. */
  usedBefore?: readonly string[] | undefined;
  contactsBefore?: readonly string[] | undefined;
  wrongAt: (row: number, field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
  onNewContact: (line: FormLine, name: string) => void;
}) {
  const has = { breakdowns: breakdowns.length > 0, taxes: tax.taxes.codes.length > 0 };
  const { table, ...keys } = useLineKeys(dispatch, currency, has, (index) =>
    missingWithout(form, index, currency, tax.date, tax.taxes),
  );
  const { drawn, below, measure } = useLineWindow(form.lines, table);
  const [pasted, setPasted] = useState<PastedLines & { readonly key: number | undefined }>();
  const amounts = postedAmounts(form, tax).map(({ amount }) => amount);
  const missing = balancingAmount(amounts);
  const paste = (event: ClipboardEvent<HTMLTableElement>): void => {
    const cell = elementOf(event)?.closest<HTMLElement>('td[data-column]');
    const index = Number(cell?.closest('tr')?.dataset['line']);
    const column = LINE_COLUMNS.find((key) => key === cell?.dataset['column']);
    const text = event.clipboardData.getData('text/plain');
    const on = { form, accounts, contacts, breakdowns, currency };
    const read = column && Number.isInteger(index) ? pastedLines(text, index, column, on) : undefined;
    if (!read) return;
    event.preventDefault();
    event.stopPropagation();
    dispatch({ type: 'pasted', at: index, lines: read.lines });
    setPasted({ ...read, key: form.lines[index]?.key });
  };
  return (
    <>
      <table className={clsx(ruled.table, grid.table, styles.table)} ref={table} {...keys} onPasteCapture={paste}>
        <thead>
          <tr>
            <th className={styles.account}>Account</th>
            <th>Note</th>
            <th className={styles.contact}>Contact</th>
            <th className="num">Debit</th>
            <th className="num">Credit</th>
          </tr>
        </thead>
        {drawn.map(({ index, room }) => {
          const line = form.lines[index];
          if (!line) return null;
          return (
            <Fragment key={line.key}>
              {room > 0 && <LeftOut height={room} />}
              <EntryLine
                ref={measure}
                line={line}
                index={index}
                explanation={form.explanation}
                missingSide={missing?.side}
                missing={missing?.amount}
                accounts={accounts}
                usedBefore={usedBefore}
                contactsBefore={contactsBefore}
                contacts={contacts}
                breakdowns={breakdowns}
                currency={currency}
                date={date}
                codes={tax.taxes.codes}
                taxDate={tax.date}
                taxed={tax.amounts[index]}
                own={tax.own[index] ?? ZERO}
                problems={problemsOf(line, (field) => wrongAt(index, field))}
                dispatch={dispatch}
                onNewContact={onNewContact}
              />
            </Fragment>
          );
        })}
        {below > 0 && <LeftOut height={below} />}
        <TaxRows rows={tax.tax} currency={currency} />
        <EntryTotals amounts={amounts} missing={missing} currency={currency} />
      </table>
      {pasted && isStillThere(form, pasted) && <PastedNotice pasted={pasted} />}
    </>
  );
}

/** Whether what was pasted has not been taken back, and is of the entry at hand. */
function isStillThere(
  form: EntryForm,
  { key, lines: [first = {}] }: PastedLines & { key: number | undefined },
): boolean {
  const line = form.lines.find((line) => line.key === key);
  const cells = ['account', 'note', 'contact', 'debit', 'credit'] as const;
  return line !== undefined && !isBlank(line) && cells.every((cell) => (first[cell] ?? line[cell]) === line[cell]);
}

/** What was pasted, how it was read, and whether all of it was understood. */
function PastedNotice({ pasted: { lines, columns, doubtful } }: { pasted: PastedLines }) {
  return (
    <p className={clsx(styles.pasted, 'small soft')} role="status">
      {lines.length === 1 ? '1 line' : `${lines.length} lines`} pasted, read as {columns.join(', ')}.{' '}
      {doubtful > 0 && (
        <span className="brass">
          {doubtful === 1 ? '1 cell was' : `${doubtful} cells were`} not understood and{' '}
          {doubtful === 1 ? 'is' : 'are'} marked.{' '}
        </span>
      )}
      Ctrl Z takes them back.
    </p>
  );
}

/** The room of lines that are out of sight. */
function LeftOut({ height }: { height: number }) {
  return (
    <tbody aria-hidden>
      <tr>
        <td colSpan={5} className={styles.leftOut}>
          <div style={{ height }} />
        </td>
      </tr>
    </tbody>
  );
}
