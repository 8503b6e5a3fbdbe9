import type { AccountResponse } from '@just-ledger/contract';
import { type CurrencyCode, isTemporary, minor, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import sheetStyles from '../../ui/sheet.module.css';
import { EffectOnAccount } from './effect-on-account.js';
import { EffectTotal } from './effect-total.js';
import { MovedProofs } from './moved-proofs.js';
import { type Posted, useEntryEffect } from './use-entry-effect.js';

/**
 * What a posting would do: each touched account before and after, the result of the year it falls in, the closing it
 * changes, total assets, the proofs it moves. For a date on which nothing can be posted, why not.
 */
export function EffectFigures({
  title,
  posted,
  accounts,
  currency,
  asideOf,
  lead,
  children,
}: {
  title: string;
  posted: Posted;
  accounts: readonly AccountResponse[];
  currency: CurrencyCode;
  /** What is said beside an account, by its number. */
  asideOf?: (number: string) => string | undefined;
  /** What stands above the heading. */
  lead?: ReactNode;
  /** What stands before the figures as long as something can be posted. */
  children?: ReactNode;
}) {
  const { onDay, later, refusal, hasAmounts, effect, proofs, yearName, isUnclosed } = useEntryEffect(
    posted,
    accounts,
    currency,
  );
  const show = (amount: number): string => displayed(minor(amount), currency);
  return (
    <section data-sheet className={sheetStyles.sheet} aria-label={title}>
      {lead}
      <div className={lead ? layout.aboveWide : undefined}>
        <h2>{title}</h2>
        <p className="soft small">
          balances at {shortDate(onDay)}
          {later && ', and by now where that differs'}
        </p>
      </div>
      {refusal && (
        <p className={clsx(layout.aboveClose, 'brick small')} role="status">
          {refusal}
        </p>
      )}
      {!refusal && children}
      {!hasAmounts && (
        <p className={clsx(layout.above, 'soft')}>
          Each account you write to appears here with its balance before and after.
        </p>
      )}
      {hasAmounts && !effect && <p className="soft small">Reading balances …</p>}
      {hasAmounts && effect && (
        <>
          <div className={layout.aboveClose}>
            {effect.accounts.map((account) => (
              <EffectOnAccount
                key={account.account.number}
                effect={account}
                date={onDay}
                later={later}
                show={show}
                aside={asideOf?.(account.account.number)}
              />
            ))}
          </div>
          <EffectTotal
            label={yearName ? `Result of ${yearName}` : 'Result before these books'}
            effect={effect.result}
            later={later?.temporary}
            show={show}
          />
          {isUnclosed && effect.result.change !== 0 && (
            <p className="small brass">
              The closing of {yearName}, not posted yet, will give{' '}
              {show((effect.result.later ?? effect.result.then).after)} to equity.
            </p>
          )}
          {!yearName && effect.accounts.some(({ account }) => isTemporary(account)) && (
            <p className="small brass">
              Of a year that has ended: an entry of its own takes this to equity, as chosen under Opening balances.
            </p>
          )}
          <EffectTotal label="Total assets" effect={effect.assets} later={later?.lasting} show={show} />
          <MovedProofs effects={proofs} show={show} />
        </>
      )}
    </section>
  );
}
