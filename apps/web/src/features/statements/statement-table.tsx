import type { StatementHeading, StatementRowResponse } from '@just-ledger/contract';
import { type CurrencyCode, currencySign, type FigureRule, rankedRows, ranksOf, withSign } from '@just-ledger/core';
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

/** A statement of one column: items in the inner column, sums in the outer one, parts of items before both. */
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
  const ranks = ranksOf(rows);
  const write = (row: StatementRowResponse): string => writtenFigure(row.amount, row.key, currency, isStepped);
  return (
    <table>
      <tbody>
        {rankedRows(rows).map(({ of: row, kind, isOfItem, figures }, index) => (
          <tr
            key={`${row.key} ${row.account} ${index}`}
            className={clsx(statement[kind], isOfItem && statement.ofItem, carried[row.key] && statement.carried)}
            data-carry={carried[row.key]}
          >
            <td>
              <RowName row={row} />
            </td>
            {ranks.map((rank) => {
              const figure = figures.find((one) => one.rank === rank);
              return (
                <td key={rank} className="num">
                  {figure && (
                    <span className={ruleClass(figure.rule)}>
                      {withSign(figure.hasSign ? sign : '', write(figure.of))}
                    </span>
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The rules at a figure. */
export function ruleClass(rule: FigureRule | 'last'): string | undefined {
  if (rule === 'last') return statement.lastOfPart;
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
