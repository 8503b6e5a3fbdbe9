import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import type { CivilDate, CurrencyCode, Minor, Side, TaxCode, TaxOfLine } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type Dispatch, memo } from 'react';
import { AccountField } from '../../ui/account-field.js';
import { Cell } from '../../ui/cell.js';
import grid from '../../ui/typed-grid.module.css';
import { AmountCells } from './amount-cells.js';
import { type FormEvent } from './entry-form.js';
import { type FormLine, isBlank } from './form-line.js';
import { withAccount } from './line-account.js';
import { LineContact } from './line-contact.js';
import { LineParts } from './line-parts.js';
import type { LineProblems } from './line-problems.js';

/**
 * A line of an entry, and under it what its account asks for besides: a document, a foreign amount, breakdowns. Of many
 * lines only the one is drawn again that is typed into.
 */
export const EntryLine = memo(function EntryLine({
  ref,
  line,
  index,
  explanation,
  missingSide,
  missing,
  accounts,
  usedBefore,
  contactsBefore,
  contacts,
  breakdowns,
  currency,
  date,
  codes,
  taxDate,
  taxed,
  own,
  problems,
  dispatch,
  onNewContact,
}: {
  ref?: ((body: Element | null) => void) | undefined;
  line: FormLine;
  index: number;
  /** Of the entry: it stands for a note until one is written. */
  explanation: string;
  /** What would balance the entry, and on which side. */
  missingSide: Side | undefined;
  missing: Minor | undefined;
  accounts: readonly AccountResponse[];
  usedBefore: readonly string[] | undefined;
  contactsBefore: readonly string[] | undefined;
  contacts: readonly ContactResponse[];
  breakdowns: readonly BreakdownResponse[];
  currency: CurrencyCode;
  date: CivilDate | undefined;
  codes: readonly TaxCode[];
  /** The day that decides the rates of taxes. */
  taxDate: CivilDate;
  /** What a taxed line comes to, and what stands on its account. */
  taxed: TaxOfLine | undefined;
  own: Minor;
  problems: LineProblems;
  dispatch: Dispatch<FormEvent>;
  onNewContact: (line: FormLine, name: string) => void;
}) {
  const wrong = (field: string): string | undefined => problems[field];
  const account = accounts.find(({ number }) => number === line.account);
  const messages = Object.values(problems);
  const isEmpty = line.debit === '' && line.credit === '';
  const proposal = isEmpty && missingSide && missing ? { side: missingSide, amount: missing } : undefined;
  const change = (typed: Partial<FormLine>): void => dispatch({ type: 'line', at: index, change: typed });
  const lineName = `line ${index + 1}`;
  return (
    <tbody ref={ref} data-index={index}>
      <tr data-line={index} className={line.credit !== '' ? grid.creditSide : ''}>
        <td data-column="account">
          <div className={clsx(grid.cell, grid.cellAccount)}>
            <AccountField
              keepsTyped
              accounts={accounts}
              usedBefore={usedBefore}
              value={line.account}
              label={`Account, ${lineName}`}
              wrong={wrong('account')}
              onChange={(number) => {
                const chosen = accounts.find((account) => account.number === number);
                change(withAccount(line, number, chosen, breakdowns));
              }}
            />
            {line.was && (
              <span className="small brass nowrap">{line.was === line.account ? 'wrong?' : `was ${line.was}`}</span>
            )}
          </div>
        </td>
        <td data-column="note">
          <div className={grid.cell}>
            <Cell
              label={`Note, ${lineName}`}
              value={line.note}
              placeholder={isBlank(line) ? '' : explanation}
              onChange={(note) => change({ note })}
            />
          </div>
        </td>
        <td data-column="contact">
          <div className={grid.cell}>
            {account?.control && (
              <LineContact
                contacts={contacts}
                label={`Contact, ${lineName}`}
                value={line.contact}
                wrong={wrong('contact')}
                usedBefore={contactsBefore}
                onChange={(contact) => change({ contact })}
                onNew={(name) => onNewContact(line, name)}
              />
            )}
          </div>
        </td>
        <AmountCells
          line={line}
          index={index}
          proposal={proposal}
          currency={currency}
          wrong={wrong}
          dispatch={dispatch}
        />
      </tr>
      <LineParts
        line={line}
        index={index}
        account={account}
        breakdowns={breakdowns}
        currency={currency}
        date={date}
        tax={{ codes, date: taxDate, amounts: taxed, own }}
        wrong={wrong}
        dispatch={dispatch}
      />
      {messages.length > 0 && (
        <tr>
          <td colSpan={5}>
            <div className={clsx(grid.cell, 'brick small')} role="alert">
              {messages.join(' ')}
            </div>
          </td>
        </tr>
      )}
    </tbody>
  );
});
