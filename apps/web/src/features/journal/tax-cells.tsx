import {
  type CivilDate,
  type CurrencyCode,
  type Minor,
  formatAmount,
  minor,
  MOST_ADJUSTED,
  safeParseAmount,
  type TaxCode,
  type TaxOfLine,
  taxOnTop,
  taxRateOn,
  wholeRate,
  ZERO,
} from '@just-ledger/core';
import { clsx } from 'clsx';
import { type Dispatch, useState } from 'react';
import { Cell } from '../../ui/cell.js';
import { Choices } from '../../ui/choices.js';
import { NamedField } from '../../ui/named-field.js';
import { displayed, inCell, readTyped } from '../../ui/own-ways.js';
import grid from '../../ui/typed-grid.module.css';
import type { FormEvent } from './entry-form.js';
import { codeTyped } from './form-tax.js';
import type { FormLine } from './form-line.js';
import { rememberAmountIs } from './last-amount-is.js';
import styles from './tax-cells.module.css';

const AMOUNT_IS = [
  ['net', 'net', 'the tax comes on top'],
  ['gross', 'gross', 'the tax is in it'],
] as const;

/**
 * The tax of a line: its code, whether the amount is net or gross, and what the tax comes to, which may be written as it
 * stands on the paper where that is a cent more or less.
 */
export function TaxCells({
  line,
  at,
  codes,
  currency,
  date,
  amounts,
  own,
  wrong,
  dispatch,
}: {
  line: FormLine;
  at: number;
  codes: readonly TaxCode[];
  currency: CurrencyCode;
  /** The day that decides the rate. */
  date: CivilDate;
  /** What the line comes to, once it has an amount and a code. */
  amounts: TaxOfLine | undefined;
  /** What stands on its account, minor units, debit positive. */
  own: Minor;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const [typed, setTyped] = useState<string>();
  const change = (to: Partial<FormLine>): void => dispatch({ type: 'line', at, change: to });
  const code = codeTyped(line.taxCode, codes);
  const rate = code && taxRateOn(code, date);
  const isAskedOnTop = rate !== undefined && code !== undefined && !taxOnTop(rate, code.side).isZero();
  const isTaxed = rate !== undefined && rate.parts.length > 0;
  const tax = amounts && minor(Math.abs(amounts.tax));
  /** Writes the tax as it stands on the paper: what it differs by stays on record. */
  const adjust = (text: string): void => {
    setTyped(undefined);
    if (tax === undefined) return;
    const kept = safeParseAmount(line.taxAdjustment || '0', currency);
    const computed = tax - (kept.ok ? kept.amount : ZERO);
    const read = text.trim() === '' ? { ok: true as const, amount: minor(computed) } : readTyped(text, currency);
    const by = read.ok ? minor(read.amount - computed) : undefined;
    if (by === undefined || Math.abs(by) >= MOST_ADJUSTED) {
      const why =
        by === undefined
          ? `“${text.trim()}” is not an amount.`
          : `At ${line.taxCode} it is ${displayed(minor(computed), currency)}; a cent or so more or less is rounding, this is another tax.`;
      change({ doubts: { ...line.doubts, taxAdjustment: why } });
    } else change({ taxAdjustment: by === 0 ? '' : formatAmount(by, currency) });
  };
  return (
    <div className={clsx(grid.cell, styles.cells, 'small soft')}>
      <span className="nowrap">tax</span>{' '}
      <span className={styles.code}>
        <NamedField
          options={codes.filter(({ active }) => active).map(({ code: name, name: said }) => ({ name, said }))}
          label={`Tax, line ${at + 1}`}
          value={line.taxCode}
          wrong={wrong('taxCode')}
          placeholder="none"
          onChange={(taxCode) =>
            change({
              taxCode,
              isTaxProposed: false,
              showsTax: true,
              taxAdjustment: '',
              amountIs: line.amountIs || 'net',
            })
          }
        />
      </span>
      {code && (
        <>
          <span className="nowrap">{rate ? `${wholeRate(rate, code.side)} %` : 'takes nothing yet'}</span>
          {isAskedOnTop && (
            <span className="nowrap">
              <Choices
                isSmall
                value={line.amountIs === 'gross' ? 'gross' : 'net'}
                choices={AMOUNT_IS}
                onChoose={(amountIs) => {
                  rememberAmountIs(amountIs);
                  change({ amountIs, taxAdjustment: '' });
                }}
              />
            </span>
          )}
          {isTaxed && amounts && tax !== undefined && (
            <>
              <span className={styles.amount}>
                <Cell
                  label={`Tax amount, line ${at + 1}`}
                  value={typed ?? inCell(tax, currency)}
                  wrong={wrong('taxAdjustment')}
                  isAmount
                  onChange={setTyped}
                  onBlur={(text) => typed !== undefined && adjust(text)}
                />
              </span>
              <span className="nowrap">{inWords(amounts, isAskedOnTop, line)}</span>
            </>
          )}
        </>
      )}
    </div>
  );

  function inWords({ net, gross }: TaxOfLine, isOnTop: boolean, { amountIs, taxAdjustment }: FormLine): string {
    const shown = (amount: number): string => displayed(minor(Math.abs(amount)), currency);
    const moved = taxAdjustment ? `, moved by ${taxAdjustment.replace('-', '−')}` : '';
    if (!isOnTop) return `owed and reclaimed${moved}`;
    const cost = Math.abs(own) - Math.abs(net);
    const ofIt = cost > 0 ? `, ${shown(cost)} of it cost` : '';
    return (amountIs === 'gross' && !taxAdjustment ? `net ${shown(net)}` : `in all ${shown(gross)}`) + ofIt + moved;
  }
}
