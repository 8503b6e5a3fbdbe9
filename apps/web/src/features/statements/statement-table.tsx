import type { StatementHeading, StatementRowResponse } from '@just-ledger/contract';
import { type CurrencyCode, currencySign, type FigureRule, innerAndOuter, withSign } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import statement from '../../ui/statement.module.css';
import { writtenFigure } from './written-figure.js';

/** What stands over a statement, as the trade writes it; and where its figures come from, if not from these books. */
export function Heading({ of }: { of: StatementHeading }) {
  return (
    <div>
      <hgroup>
        <p>{of.organisation}</p>
        <h2>{of.title}</h2>
        <p className={statement.date}>{of.dateLine}</p>
      </hgroup>
      {of.note && <p className={statement.note}>{of.note}</p>}
    </div>
  );
}

/** An income statement or balance sheet: items in the inner column, sums in the outer one. */
export function StatementTable({
  rows,
  currency,
  carried,
  isStepped = false,
}: {
  rows: readonly StatementRowResponse[];
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  const sign = currencySign(currency);
  const write = (row: StatementRowResponse): string => writtenFigure(row.amount, row.key, currency, isStepped);
  return (
    <table>
      <tbody>
        {innerAndOuter(rows).map((setting, index) => {
          const { of: row, kind, beside } = setting;
          const amount =
            kind === 'heading' || kind === 'subheading' ? '' : withSign(setting.hasSign ? sign : '', write(row));
          return (
            <tr
              key={`${row.key} ${row.account} ${index}`}
              className={clsx(statement[kind], carried[row.key] ? statement.carried : '')}
              data-carry={carried[row.key]}
            >
              <td>
                <RowName row={row} />
              </td>
              <td className="num">
                {setting.isInner && (
                  <span className={clsx(setting.isLastOfPart && statement.lastOfPart)}>{amount}</span>
                )}
              </td>
              <td className="num">
                {beside && <span className={clsx(carried[beside.key] && statement.under)}>{write(beside)}</span>}
                {!setting.isInner && amount !== '' && <span className={ruleClass(setting.rule)}>{amount}</span>}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The rules at a figure. */
export function ruleClass(rule: FigureRule): string | undefined {
  return rule === 'end' ? statement.under : rule === 'over' ? statement.over : undefined;
}

/** What a row is called; an account leads to its ledger. */
export function RowName({ row: { account, label } }: { row: StatementRowResponse }) {
  const address = useAddress();
  if (!account) return label;
  return (
    <Link to={address.href('account', { account })} title="Open its ledger">
      {label}
    </Link>
  );
}
