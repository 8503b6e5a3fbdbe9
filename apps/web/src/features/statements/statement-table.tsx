import type { ColumnResponse, StatementHeading, StatementRowResponse } from '@just-ledger/contract';
import { currencySign, type FigureRank, type FigureRule, rankedRows, ranksOf, withSign } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import statement from '../../ui/statement.module.css';
import { AskedFigure, type FigureAsked } from './asked-figure.js';
import chain from './chain.module.css';
import { NoteMarks } from './note-marks.js';
import type { Carry } from './carry-lines.js';
import { type Money, writtenFigure } from './written-figure.js';

/** By what the figure of a row in a column is asked for. */
export type FigureOf = (row: StatementRowResponse, column: ColumnResponse) => FigureAsked;

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
  money,
  carried = () => undefined,
  isStepped = false,
  columns,
  figureOf,
}: {
  rows: readonly StatementRowResponse[];
  money: Money;
  /** By what the figure of a row is asked for, in the days of a column; left out where none is. */
  figureOf?: FigureOf;
  /** By what a figure leaves for another statement, or comes from one; undefined where it does neither. */
  carried?: (row: StatementRowResponse) => Carry | undefined;
  isStepped?: boolean;
  /** The column that is drawn. */
  columns: readonly ColumnResponse[];
}) {
  const [column] = columns;
  const sign = currencySign(money.currency);
  const ranks = ranksOf(rows);
  const write = (row: StatementRowResponse): string => writtenFigure(row.amount, row.key, money, isStepped);
  return (
    <table className={clsx(ranks.includes('part') && chain.parted)}>
      <tbody>
        {rankedRows(rows).map(({ of: row, kind, isOfItem, figures }, index) => {
          // a name has the room of the columns before the first figure
          const first = ranks.findIndex((rank) => figures.some((figure) => figure.rank === rank));
          const empty = first < 0 ? ranks.length : Math.min(first, ranks.length - 2);
          const written = (rank: FigureRank) => {
            const figure = figures.find((figure) => figure.rank === rank);
            if (!figure) return null;
            const text = withSign(figure.hasSign ? sign : '', write(figure.of));
            return (
              <span className={ruleClass(figure.rule)}>
                {column && figureOf ? <AskedFigure figure={figureOf(figure.of, column)} text={text} /> : text}
              </span>
            );
          };
          return (
            <tr
              key={`${row.key} ${row.account} ${index}`}
              className={clsx(statement[kind], isOfItem && statement.ofItem, carried(row) && statement.carried)}
              data-carry={carried(row)}
            >
              <td colSpan={1 + empty}>
                <RowName row={row} />
                {isOfItem && <span className={clsx('num', chain.inName)}>{written('part')}</span>}
              </td>
              {ranks.slice(empty).map((rank) => (
                <td key={rank} className="num" data-rank={rank}>
                  {written(rank)}
                </td>
              ))}
            </tr>
          );
        })}
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
export function RowName({ row }: { row: StatementRowResponse }) {
  const address = useAddress();
  const { account, label } = row;
  return (
    <>
      {account ? (
        <Link to={address.href('account', { account })} title="Open its ledger">
          {label}
        </Link>
      ) : (
        label
      )}
      <NoteMarks row={row} />
    </>
  );
}
