import type { BalancingAmount, CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { Dispatch } from 'react';
import { Cell } from '../../ui/cell.js';
import { displayed } from '../../ui/own-ways.js';
import grid from '../../ui/typed-grid.module.css';
import { type FormEvent } from './entry-form.js';
import { type FormLine } from './form-line.js';

/** The two money columns of a line: debits first. An empty one shows what would balance the entry. */
export function AmountCells({
  line,
  index,
  proposal,
  currency,
  wrong,
  dispatch,
}: {
  line: FormLine;
  index: number;
  proposal: BalancingAmount | undefined;
  currency: CurrencyCode;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  return (['debit', 'credit'] as const).map((side) => (
    <td key={side} data-column={side} className={clsx(grid.money, 'num')}>
      <div className={grid.cell}>
        <Cell
          label={`${side === 'debit' ? 'Debit' : 'Credit'}, line ${index + 1}`}
          value={line[side]}
          wrong={wrong(side)}
          placeholder={proposal?.side === side && line.account !== '' ? displayed(proposal.amount, currency) : ''}
          isAmount
          onChange={(typed) => dispatch({ type: 'line', at: index, change: { [side]: typed } })}
          onBlur={() => dispatch({ type: 'settled', at: index, side, currency })}
        />
      </div>
    </td>
  ));
}
