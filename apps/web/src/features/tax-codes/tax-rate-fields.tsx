import { ChoiceField } from '../../ui/choice-fields.js';
import type { AccountResponse } from '@just-ledger/contract';
import { type Side, TAX_SIDES, type TaxSide } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { AccountField } from '../../ui/account-field.js';
import { Cell } from '../../ui/cell.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';
import styles from './tax-codes.module.css';
import { emptyPart, type PartFields, type RateFields } from './tax-fields.js';

const SIDES = [
  ['debit', 'debit'],
  ['credit', 'credit'],
] as const satisfies readonly [Side, string][];

/** What a code takes from a day on: its parts, each with rate, share, side and account. */
export function TaxRateFields({
  rate,
  isFirst,
  isOnly,
  side,
  accounts,
  wrong,
  onChange,
  onRemove,
}: {
  rate: RateFields;
  isFirst: boolean;
  isOnly: boolean;
  side: TaxSide;
  accounts: readonly AccountResponse[];
  wrong: (field: string) => { error: boolean; helperText: string | undefined };
  onChange: (rate: RateFields) => void;
  onRemove: () => void;
}) {
  const takers = accounts.filter(
    (account) =>
      account.active && !account.heading && !account.control && !account.currency && account.element !== 'equity',
  );
  const setPart = (key: number, change: Partial<PartFields>): void =>
    onChange({ ...rate, parts: rate.parts.map((part) => (part.key === key ? { ...part, ...change } : part)) });
  const problemsOf = (index: number): string[] =>
    ['rate', 'share', 'side', 'account'].flatMap((field) => wrong(`parts.${index}.${field}`).helperText ?? []);
  const when = isFirst && rate.from === '' ? 'from the beginning' : `from ${rate.from || 'which day?'}`;
  return (
    <fieldset className={styles.taxRate} aria-label={`What it takes ${when}`}>
      <div className={clsx(layout.row, layout.fromTop, layout.wide)}>
        <TextField
          label="Rate from"
          value={rate.from}
          placeholder={isFirst ? 'the beginning' : 'day'}
          onChange={(event) => onChange({ ...rate, from: event.target.value })}
          className={styles.from}
          slotProps={{ inputLabel: { shrink: true } }}
          {...wrong('from')}
        />
        {!isOnly && (
          <button className={clsx(layout.above, 'act small')} type="button" onClick={onRemove}>
            remove this rate
          </button>
        )}
      </div>
      <table className={clsx(ruled.table, grid.table, styles.taxParts)}>
        <thead>
          <tr>
            <th className={clsx(styles.rate, 'num')}>Rate, %</th>
            <th className={clsx(styles.share, 'num')}>Share, %</th>
            <th className={styles.side}>Side</th>
            <th>Account</th>
            <th className={styles.takeAway}>
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rate.parts.map((part, index) => [
            <tr key={part.key}>
              {(['rate', 'share'] as const).map((field) => (
                <td key={field}>
                  <div className={grid.cell}>
                    <Cell
                      label={`${field === 'rate' ? 'Rate' : 'Share'} of part ${index + 1}, ${when}`}
                      value={part[field]}
                      isAmount
                      wrong={wrong(`parts.${index}.${field}`).helperText}
                      onChange={(typed) => setPart(part.key, { [field]: typed })}
                    />
                  </div>
                </td>
              ))}
              <td>
                <ChoiceField
                  variant="standard"
                  value={part.side}
                  onChange={(chosen) => setPart(part.key, { side: chosen })}
                  isUnderlined={false}
                  ariaLabel={`Side of part ${index + 1}, ${when}`}
                  choices={SIDES}
                />
              </td>
              <td>
                <div className={clsx(grid.cell, grid.cellAccount)}>
                  <AccountField
                    accounts={takers}
                    value={part.account}
                    label={`Account of part ${index + 1}, ${when}`}
                    placeholder="the line’s own: into the cost"
                    wrong={wrong(`parts.${index}.account`).helperText}
                    onChange={(account) => setPart(part.key, { account })}
                  />
                </div>
              </td>
              <td>
                <button
                  className="plain soft"
                  type="button"
                  aria-label={`Remove part ${index + 1}, ${when}`}
                  title="Remove this part"
                  onClick={() => onChange({ ...rate, parts: rate.parts.filter((other) => other.key !== part.key) })}
                >
                  ×
                </button>
              </td>
            </tr>,
            problemsOf(index).length > 0 && (
              <tr key={`${part.key} problems`}>
                <td colSpan={5}>
                  <div className={clsx(grid.cell, 'brick small')} role="alert">
                    {problemsOf(index).join(' ')}
                  </div>
                </td>
              </tr>
            ),
          ])}
        </tbody>
      </table>
      <button
        className="act small"
        type="button"
        onClick={() => onChange({ ...rate, parts: [...rate.parts, emptyPart(TAX_SIDES[side].lineStandsOn)] })}
      >
        {rate.parts.length === 0 ? 'no tax is taken; add a part' : 'another part'}
      </button>
    </fieldset>
  );
}
