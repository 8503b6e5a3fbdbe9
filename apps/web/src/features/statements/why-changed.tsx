import type { BalanceSheetResponse, IncomeStatementResponse, StatementRowResponse } from '@just-ledger/contract';
import {
  addDays,
  changeParts,
  type CurrencyCode,
  longDate,
  parseAmount,
  parseCivilDate,
  subtract,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { walkAmong } from '../../ui/focused.js';
import { displayed } from '../../ui/own-ways.js';
import sheetStyles from '../../ui/sheet.module.css';
import { AccountChange } from './account-change.js';
import styles from './why-changed.module.css';

/** A figure of a statement whose change is asked for. */
export interface AskedChange {
  readonly of: IncomeStatementResponse | BalanceSheetResponse;
  readonly row: StatementRowResponse;
}

/** What accounts for the change of a figure between two columns: its accounts, the largest first, then contacts and entries. */
export function WhyChanged({
  asked: { of, row },
  currency,
  asKnownOn,
  onClose,
}: {
  asked: AskedChange;
  /** The day by whose knowledge the figures are drawn, if not today's. */
  asKnownOn?: string | undefined;
  currency: CurrencyCode;
  onClose: () => void;
}) {
  const address = useAddress();
  const { calendar } = useBooks();
  const [open, setOpen] = useState<string>();
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    (panel.current?.querySelector<HTMLElement>('[data-part]') ?? panel.current)?.focus();
  }, [row.key, row.account]);
  const [main, before] = of.columns;
  if (!main || !before) return null;
  const figures = ({ amounts: [now, then] }: StatementRowResponse) => ({
    now: now ? parseAmount(now, currency) : ZERO,
    before: then ? parseAmount(then, currency) : ZERO,
  });
  const parts = changeParts(of.rows, of.rows.indexOf(row), figures);
  const whole = figures(row);
  const change = subtract(whole.now, whole.before);
  const inLines = sumOf(parts.map((part) => part.change));
  const largest = Math.max(1, ...parts.map((part) => Math.abs(part.change)));
  // a position changes by what came in between, a flow by other days
  const isPosition = !('form' in of);
  const move = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.key === 'Escape') return onClose();
    walkAmong(event, '[data-part]');
  };
  return (
    <section
      className={clsx(sheetStyles.sheet, styles.why)}
      aria-label="Why did this change?"
      tabIndex={-1}
      ref={panel}
      onKeyDown={move}
    >
      <h2>Why did this change?</h2>
      <p className="soft small">
        {row.label}, {isPosition ? 'at' : 'up to'} {longDate(parseCivilDate(main.to))}
      </p>
      <p className={styles.end}>
        <span>{before.label}</span>
        <span className="num">{displayed(whole.before, currency)}</span>
      </p>
      <ul className={styles.parts}>
        {parts.map(({ row: part, sign, change: moved }) => {
          const key = `${part.account} ${part.key}`;
          const isOpen = open === key;
          const bar = (
            <>
              <span className={styles.name}>
                {part.account && <span className="soft">{part.account} </span>}
                {part.label}
              </span>
              <span className={styles.bar} data-less={moved < 0 || undefined} aria-hidden="true">
                <span style={{ width: `${(50 * Math.abs(moved)) / largest}%` }} />
              </span>
              <span className="num">{displayed(moved, currency)}</span>
            </>
          );
          return (
            <li key={key}>
              {part.account ? (
                <button
                  type="button"
                  data-part
                  className={clsx('plain', styles.part)}
                  aria-expanded={isOpen}
                  onClick={() => setOpen(isOpen ? undefined : key)}
                >
                  {bar}
                </button>
              ) : (
                <div className={styles.part}>{bar}</div>
              )}
              {isOpen && part.account && (
                <>
                  <AccountChange
                    asked={{
                      account: part.account,
                      ...(asKnownOn && { asKnownOn }),
                      ...(before.knownOn !== null
                        ? {
                            // what was recorded since, of whatever day
                            from: isPosition ? addDays(calendar.firstDay, -1) : main.from,
                            to: main.to,
                            knownSince: before.knownOn,
                          }
                        : isPosition
                          ? { from: addDays(parseCivilDate(before.to), 1), to: main.to }
                          : { from: main.from, to: main.to, beforeFrom: before.from, beforeTo: before.to }),
                    }}
                    sign={sign}
                    currency={currency}
                  />
                  <Link
                    className="act small"
                    to={address.href('account', { account: part.account, from: main.from, to: main.to })}
                  >
                    its ledger
                  </Link>
                </>
              )}
            </li>
          );
        })}
      </ul>
      <p className={styles.end}>
        <span>{main.label}</span>
        <span className="num">{displayed(whole.now, currency)}</span>
      </p>
      <p className="small">
        {inLines === change
          ? `The whole change of ${displayed(change, currency)} is in these lines.`
          : `These lines come to ${displayed(inLines, currency)}, the change is ${displayed(change, currency)}.`}
      </p>
      <button className="act small" type="button" onClick={onClose}>
        Close
      </button>
    </section>
  );
}
