import type { AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  type CurrencyCode,
  type Minor,
  minor,
  type TaxCode,
  type TaxOfLine,
} from '@just-ledger/core';
import type { Dispatch } from 'react';
import { displayed } from '../../ui/own-ways.js';
import { BreakdownCells } from '../breakdowns/breakdown-cells.js';
import { hasThings } from './account-things.js';
import { DocumentCells } from './document-cells.js';
import type { FormEvent } from './entry-form.js';
import { ForeignCells } from './foreign-cells.js';
import { type FormLine, lineAmount } from './form-line.js';
import { shownBreakdowns, withAccount } from './line-account.js';
import { LinePapers } from './line-papers.js';
import { LinePart } from './line-part.js';
import { NewAccount } from './new-account.js';
import { TaxCells } from './tax-cells.js';

/** What a line needs besides: its account if the chart has it not, a document, a foreign amount, breakdowns. */
export function LineParts({
  line,
  index,
  account,
  breakdowns,
  currency,
  date,
  tax,
  wrong,
  dispatch,
}: {
  line: FormLine;
  index: number;
  account: AccountResponse | undefined;
  breakdowns: readonly BreakdownResponse[];
  currency: CurrencyCode;
  date: CivilDate | undefined;
  tax: LineTaxing;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const needed = shownBreakdowns(line, account, breakdowns);
  const own = account?.currency ?? (line.currency || null);
  const change = (typed: Partial<FormLine>): void => dispatch({ type: 'line', at: index, change: typed });
  return (
    <>
      {line.account.trim() !== '' && !account && (
        <LinePart index={index}>
          <NewAccount
            key={line.account}
            typed={line.account}
            line={index + 1}
            onAdded={(added) => change(withAccount(line, added.number, added, breakdowns))}
          />
        </LinePart>
      )}
      {account && (account.control !== null || hasThings(account)) && (
        <DocumentCells line={line} at={index} account={account} date={date} wrong={wrong} dispatch={dispatch} />
      )}
      {account && own !== null && own !== currency && (
        <LinePart index={index} isNeeded>
          <ForeignCells line={line} at={index} own={own} date={date} wrong={wrong} dispatch={dispatch} />
        </LinePart>
      )}
      {(line.taxCode !== '' || line.showsTax) && account && (
        <LinePart index={index} beside={besideOf(line, tax, currency)}>
          <TaxCells
            line={line}
            at={index}
            codes={tax.codes}
            currency={currency}
            date={tax.date}
            amounts={tax.amounts}
            own={tax.own}
            wrong={wrong}
            dispatch={dispatch}
          />
        </LinePart>
      )}
      {line.attachments && line.attachments.length > 0 && (
        <LinePapers papers={line.attachments} index={index} dispatch={dispatch} />
      )}
      {needed.length > 0 && (
        <LinePart index={index} isNeeded>
          <BreakdownCells
            breakdowns={needed}
            values={line.breakdowns}
            place={`line ${index + 1}`}
            onChange={(values) => change({ breakdowns: values })}
          />
        </LinePart>
      )}
    </>
  );
}

/** How a line is taxed, and what it comes to. */
export interface LineTaxing {
  readonly codes: readonly TaxCode[];
  /** The day that decides the rates. */
  readonly date: CivilDate;
  readonly amounts: TaxOfLine | undefined;
  /** What stands on its account, minor units, debit positive. */
  readonly own: Minor;
}

/** By how much what is posted to a line's account differs from what is typed: the tax in it, or its part of the cost. */
function besideOf(line: FormLine, { own, amounts }: LineTaxing, currency: CurrencyCode) {
  const typed = lineAmount(line, currency);
  const by = Math.abs(own) - Math.abs(typed);
  if (!amounts || by === 0) return undefined;
  const text = `${by < 0 ? '−' : '+'}${displayed(minor(Math.abs(by)), currency)}`;
  return { side: typed < 0 ? ('credit' as const) : ('debit' as const), text };
}
