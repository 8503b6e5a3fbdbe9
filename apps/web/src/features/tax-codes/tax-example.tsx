import type { AccountResponse } from '@just-ledger/contract';
import { minor, shortDate, sumOf, taxAmounts, type TaxedLine, taxedLines } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { displayed, readTyped, typedDay } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { Choices } from '../../ui/choices.js';
import styles from './tax-codes.module.css';
import { rateFieldsOn, rateOfFields, type TaxCodeFields } from './tax-fields.js';

/** What the code, as it is being typed, makes of an amount: the lines of the entry. */
export function TaxExample({ fields, accounts }: { fields: TaxCodeFields; accounts: readonly AccountResponse[] }) {
  const { currency, to } = useBooks();
  const [typed, setTyped] = useState('100');
  const [isGross, setGross] = useState(false);
  const [day, setDay] = useState('');
  const date = typedDay(day, to) ?? to;
  const amount = readTyped(typed, currency);
  const held = rateFieldsOn(fields.rates, date);
  const rate = held && rateOfFields(held, accounts);
  const [taxed] =
    rate && amount.ok ? taxAmounts(rate, fields.side, 'line', [{ amount: amount.amount, isGross }]) : [];
  const lines = taxed ? taxedLines(taxed, fields.side) : [];
  const nameOf = ({ what, account }: TaxedLine): string => {
    if (what === 'gross')
      return fields.side === 'sales' ? 'received, or owed by the customer' : 'paid, or owed to the supplier';
    if (what === 'tax') {
      const to = accounts.find((candidate) => candidate.id === account);
      return to ? `${to.number} ${to.name}` : '';
    }
    const own = fields.side === 'sales' ? 'the revenue account' : 'the cost account';
    return what === 'net' ? own : `${own}, tax that is not reclaimed`;
  };
  const total = displayed(sumOf(lines.map((line) => minor(line.side === 'debit' ? line.amount : 0))), currency);
  return (
    <section className={styles.taxExample} aria-label="What it does to an amount">
      <div className={clsx(layout.row, styles.head)}>
        <h2>What it does to</h2>
        <TextField
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className={styles.exampleAmount}
          slotProps={{ htmlInput: { 'aria-label': 'Amount to try', className: 'num' } }}
        />
        <Choices
          isSmall
          value={isGross ? 'gross' : 'net'}
          choices={[
            ['net', 'net', 'the tax comes on top'],
            ['gross', 'gross', 'the tax is in it'],
          ]}
          onChoose={(chosen) => setGross(chosen === 'gross')}
        />
        <span className="soft small">on</span>
        <DateField
          near={to}
          value={day}
          placeholder={shortDate(to)}
          onChange={setDay}
          className={styles.exampleDate}
          ariaLabel="Day to try"
        />
      </div>
      {lines.length === 0 ? (
        <p className="soft small" role="status">
          {!amount.ok
            ? 'The amount cannot be worked out.'
            : !held
              ? `On ${shortDate(date)} this code takes nothing yet.`
              : rate
                ? 'Nothing comes of nothing.'
                : 'The rates and shares are not yet numbers.'}
        </p>
      ) : (
        <table className={ruled.table}>
          <thead>
            <tr>
              <th className="soft small">on {shortDate(date)}</th>
              <th className="num">Debit</th>
              <th className="num">Credit</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, index) => (
              <tr key={index}>
                <td className={line.side === 'credit' ? styles.creditIn : ''}>
                  <span className={line.what === 'tax' ? '' : 'soft'}>{nameOf(line)}</span>
                </td>
                <td className="num">{line.side === 'debit' && displayed(line.amount, currency)}</td>
                <td className="num">{line.side === 'credit' && displayed(line.amount, currency)}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className={ruled.sums}>
              <td />
              <td className="num">{total}</td>
              <td className="num">{total}</td>
            </tr>
          </tfoot>
        </table>
      )}
    </section>
  );
}
