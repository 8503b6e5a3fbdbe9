import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import { balancingAmount, type CivilDate, type CurrencyCode, minor, sumOf } from '@just-ledger/core';
import { type ClipboardEvent, type Dispatch, type KeyboardEvent, useRef } from 'react';
import { AccountField } from '../../ui/account-field.js';
import { Cell } from '../../ui/cell.js';
import { ContactField } from '../../ui/contact-field.js';
import { displayed } from '../../ui/own-ways.js';
import { BreakdownCells } from '../breakdowns/breakdown-cells.js';
import { DocumentCells, hasThings } from './document-cells.js';
import {
  amountsOf,
  type EntryForm,
  type FormEvent,
  proposalFor,
  shownBreakdowns,
  withAccount,
} from './entry-form.js';
import { ForeignCells } from './foreign-cells.js';
import { type LineColumn, pastedLines } from './pasted-lines.js';

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
  const table = useRef<HTMLTableElement>(null);
  const amounts = amountsOf(form, currency);
  const missing = balancingAmount(amounts);
  const total = (sign: 1 | -1): string =>
    displayed(sumOf(amounts.map((amount) => minor(Math.max(sign * amount, 0)))), currency);
  const byNumber = new Map(accounts.map((account) => [account.number, account]));

  const goTo = (cell: HTMLInputElement | undefined, event: KeyboardEvent): void => {
    if (!cell) return;
    event.preventDefault();
    cell.focus();
    cell.select();
  };
  /** The next cell in reading order, as Tab would find it. */
  const walk = (event: KeyboardEvent): void => {
    const cells = [...(table.current?.querySelectorAll<HTMLInputElement>('input') ?? [])];
    goTo(cells[cells.indexOf(event.target as HTMLInputElement) + 1], event);
  };
  /** From an amount: what its line still needs, else the next line; the other side is of no use any more. */
  const walkOn = (event: KeyboardEvent, at: number): void => {
    const needed = [
      ...(table.current?.querySelectorAll<HTMLInputElement>(`tr[data-line="${at}"][data-needed] input`) ?? []),
    ].find((input) => input.value.trim() === '' && input.placeholder !== '');
    const next = table.current?.querySelector<HTMLInputElement>(`tr[data-line="${at + 1}"] input`);
    goTo(needed ?? next ?? undefined, event);
  };
  const onKey = (event: KeyboardEvent, at: number, isAmount = false): void => {
    const isTyped = isAmount && (event.target as HTMLInputElement).value.trim() !== '';
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey && !event.shiftKey && isTyped) walkOn(event, at);
    else if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) {
      const isChoosing = (event.target as HTMLElement).getAttribute('aria-expanded') === 'true';
      if (isChoosing)
        setTimeout(() => walk({ ...event, target: event.target, preventDefault: () => undefined } as KeyboardEvent));
      else walk(event);
    }
    if (event.altKey && event.key === 'ArrowUp') {
      event.preventDefault();
      dispatch({ type: 'repeat-above', at });
    }
    if (event.altKey && event.key === 'Backspace') {
      event.preventDefault();
      dispatch({ type: 'take-away', at });
      setTimeout(() => table.current?.querySelector<HTMLInputElement>(`tr[data-line="${at}"] input`)?.focus());
    }
    if (event.altKey && event.key === '.' && breakdowns.length > 0) {
      event.preventDefault();
      dispatch({ type: 'breakdowns-shown', at });
    }
    if (isAmount && event.key === '=') {
      event.preventDefault();
      dispatch({ type: 'balanced-here', at, currency });
    }
  };
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
    <table className="ruled paper" ref={table} onPasteCapture={paste}>
      <thead>
        <tr>
          <th style={{ width: '38%' }}>Account</th>
          <th>Note</th>
          <th style={{ width: 150 }}>Contact</th>
          <th className="num">Debit</th>
          <th className="num">Credit</th>
        </tr>
      </thead>
      <tbody>
        {form.lines.map((line, index) => {
          const account = byNumber.get(line.account);
          const proposal = proposalFor(form, index, currency);
          const isCredit = line.credit !== '';
          const cut = shownBreakdowns(line, account, breakdowns);
          const own = account?.currency ?? (line.currency || null);
          const needsForeign = account !== undefined && own !== null && own !== currency;
          const hasDetail = account && (account.control !== null || hasThings(account));
          const problems = [
            'account',
            'contact',
            'document',
            'ownNumber',
            'documentDate',
            'dueDate',
            'breakdowns',
            'debit',
            'credit',
            'foreignAmount',
            'rate',
            'note',
          ]
            .map((field) => wrongAt(index, field))
            .filter(Boolean);
          return [
            <tr key={line.key} data-line={index} className={isCredit ? 'credit-side' : ''}>
              <td data-column="account">
                <div className="cell cell-account">
                  <AccountField
                    keepsTyped
                    accounts={accounts}
                    value={line.account}
                    label={`Account, line ${index + 1}`}
                    wrong={wrongAt(index, 'account')}
                    onChange={(number) =>
                      dispatch({
                        type: 'line',
                        at: index,
                        change: withAccount(line, number, byNumber.get(number), breakdowns),
                      })
                    }
                    onKeyDown={(event) => onKey(event, index)}
                  />
                </div>
              </td>
              <td data-column="note">
                <div className="cell">
                  <Cell
                    label={`Note, line ${index + 1}`}
                    value={line.note}
                    onChange={(note) => dispatch({ type: 'line', at: index, change: { note } })}
                    onKeyDown={(event) => onKey(event, index)}
                  />
                </div>
              </td>
              <td data-column="contact">
                <div className="cell">
                  {account?.control && (
                    <>
                      <ContactField
                        contacts={contacts}
                        label={`Contact, line ${index + 1}`}
                        value={line.contact}
                        wrong={wrongAt(index, 'contact')}
                        onChange={(contact) => dispatch({ type: 'line', at: index, change: { contact } })}
                        onKeyDown={(event) => onKey(event, index)}
                      />
                      {line.contact.trim() !== '' &&
                        !contacts.some(
                          (contact) =>
                            contact.name.toLowerCase() === line.contact.trim().toLowerCase() ||
                            contact.number === line.contact.trim(),
                        ) && (
                          <button
                            className="act small"
                            type="button"
                            onClick={() => onNewContact(index, line.contact.trim())}
                          >
                            new: add “{line.contact.trim()}”
                          </button>
                        )}
                    </>
                  )}
                </div>
              </td>
              {(['debit', 'credit'] as const).map((side) => (
                <td key={side} data-column={side} className="money num">
                  <div className="cell">
                    <Cell
                      label={`${side === 'debit' ? 'Debit' : 'Credit'}, line ${index + 1}`}
                      value={line[side]}
                      wrong={wrongAt(index, side)}
                      placeholder={
                        proposal?.side === side && line.account !== '' ? displayed(proposal.amount, currency) : ''
                      }
                      isAmount
                      onChange={(typed) => dispatch({ type: 'line', at: index, change: { [side]: typed } })}
                      onBlur={() => dispatch({ type: 'settled', at: index, side, currency })}
                      onKeyDown={(event) => onKey(event, index, true)}
                    />
                  </div>
                </td>
              ))}
            </tr>,
            hasDetail && (
              <DocumentCells
                key={`${line.key} document`}
                line={line}
                at={index}
                account={account}
                date={date}
                wrongAt={wrongAt}
                dispatch={dispatch}
                onKeyDown={(event) => onKey(event, index)}
              />
            ),
            needsForeign && (
              <tr key={`${line.key} foreign`} data-line={index} data-needed className="part">
                <td colSpan={3}>
                  <ForeignCells
                    line={line}
                    at={index}
                    own={own}
                    date={date}
                    wrongAt={wrongAt}
                    dispatch={dispatch}
                    onKeyDown={(event) => onKey(event, index)}
                  />
                </td>
                <td className="money" />
                <td className="money" />
              </tr>
            ),
            cut.length > 0 && (
              <tr key={`${line.key} breakdowns`} data-line={index} data-needed className="part">
                <td colSpan={3}>
                  <BreakdownCells
                    breakdowns={cut}
                    values={line.breakdowns}
                    line={index + 1}
                    onChange={(values) => dispatch({ type: 'line', at: index, change: { breakdowns: values } })}
                    onKeyDown={(event) => onKey(event, index)}
                  />
                </td>
                <td className="money" />
                <td className="money" />
              </tr>
            ),
            problems.length > 0 && (
              <tr key={`${line.key} problems`}>
                <td colSpan={5}>
                  <div className="cell brick small" role="alert">
                    {problems.join(' ')}
                  </div>
                </td>
              </tr>
            ),
          ];
        })}
      </tbody>
      <tfoot>
        <tr className="sums">
          <td colSpan={3} style={{ borderTop: 0 }} />
          <td className="num">
            <div className="cell">{total(1)}</div>
          </td>
          <td className="num">
            <div className="cell">{total(-1)}</div>
          </td>
        </tr>
        <tr>
          <td colSpan={3} style={{ border: 0 }} />
          {(['debit', 'credit'] as const).map((side) => (
            <td key={side} className="num brass small" style={{ border: 0 }} aria-live="polite">
              <div className="cell">{missing?.side === side && `${displayed(missing.amount, currency)} missing`}</div>
            </td>
          ))}
        </tr>
      </tfoot>
    </table>
  );
}
