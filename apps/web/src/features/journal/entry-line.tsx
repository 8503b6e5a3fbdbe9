import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import type { BalancingAmount, CivilDate, CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { Dispatch } from 'react';
import { AccountField } from '../../ui/account-field.js';
import { Cell } from '../../ui/cell.js';
import grid from '../../ui/typed-grid.module.css';
import { BreakdownCells } from '../breakdowns/breakdown-cells.js';
import { hasThings } from './account-things.js';
import { AmountCells } from './amount-cells.js';
import { DocumentCells } from './document-cells.js';
import { type FormEvent } from './entry-form.js';
import { ForeignCells } from './foreign-cells.js';
import { type FormLine } from './form-line.js';
import { shownBreakdowns, withAccount } from './line-account.js';
import { LineContact } from './line-contact.js';
import { LinePart } from './line-part.js';

/** The fields of a line that something can be wrong with. */
const FIELDS = [
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
];

/** A line of an entry, and under it what its account asks for besides: a document, a foreign amount, breakdowns. */
export function EntryLine({
  line,
  index,
  proposal,
  accounts,
  contacts,
  breakdowns,
  currency,
  date,
  wrong,
  dispatch,
  onNewContact,
}: {
  line: FormLine;
  index: number;
  /** What would balance the entry on this line. */
  proposal: BalancingAmount | undefined;
  accounts: readonly AccountResponse[];
  contacts: readonly ContactResponse[];
  breakdowns: readonly BreakdownResponse[];
  currency: CurrencyCode;
  date: CivilDate | undefined;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
  onNewContact: (name: string) => void;
}) {
  const account = accounts.find(({ number }) => number === line.account);
  const needed = shownBreakdowns(line, account, breakdowns);
  const own = account?.currency ?? (line.currency || null);
  const hasDetail = account && (account.control !== null || hasThings(account));
  const problems = FIELDS.map(wrong).filter(Boolean);
  const change = (typed: Partial<FormLine>): void => dispatch({ type: 'line', at: index, change: typed });
  const place = `line ${index + 1}`;
  return (
    <>
      <tr data-line={index} className={line.credit !== '' ? grid.creditSide : ''}>
        <td data-column="account">
          <div className={clsx(grid.cell, grid.cellAccount)}>
            <AccountField
              keepsTyped
              accounts={accounts}
              value={line.account}
              label={`Account, ${place}`}
              wrong={wrong('account')}
              onChange={(number) => {
                const chosen = accounts.find((one) => one.number === number);
                change(withAccount(line, number, chosen, breakdowns));
              }}
            />
          </div>
        </td>
        <td data-column="note">
          <div className={grid.cell}>
            <Cell label={`Note, ${place}`} value={line.note} onChange={(note) => change({ note })} />
          </div>
        </td>
        <td data-column="contact">
          <div className={grid.cell}>
            {account?.control && (
              <LineContact
                contacts={contacts}
                label={`Contact, ${place}`}
                value={line.contact}
                wrong={wrong('contact')}
                onChange={(contact) => change({ contact })}
                onNew={onNewContact}
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
      {hasDetail && (
        <DocumentCells line={line} at={index} account={account} date={date} wrong={wrong} dispatch={dispatch} />
      )}
      {account && own !== null && own !== currency && (
        <LinePart index={index} isNeeded>
          <ForeignCells line={line} at={index} own={own} date={date} wrong={wrong} dispatch={dispatch} />
        </LinePart>
      )}
      {needed.length > 0 && (
        <LinePart index={index} isNeeded>
          <BreakdownCells
            breakdowns={needed}
            values={line.breakdowns}
            line={index + 1}
            onChange={(values) => change({ breakdowns: values })}
          />
        </LinePart>
      )}
      {problems.length > 0 && (
        <tr>
          <td colSpan={5}>
            <div className={clsx(grid.cell, 'brick small')} role="alert">
              {problems.join(' ')}
            </div>
          </td>
        </tr>
      )}
    </>
  );
}
