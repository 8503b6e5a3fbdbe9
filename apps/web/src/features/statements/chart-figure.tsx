import { minor } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import styles from './charts.module.css';

/** A row of the figures under a chart; minor units, nothing where it has none. */
interface ChartRow {
  readonly label: string;
  readonly amounts: readonly (number | null)[];
  /** What stands after the amounts, as it is written. */
  readonly said?: readonly string[];
}

/** A chart with its figures as a table beside it, or under it where it is narrow: what is drawn is also told. */
export function ChartFigure({
  title,
  dateLine,
  columns,
  rows,
  children,
}: {
  title: string;
  dateLine: string;
  columns: readonly string[];
  rows: readonly ChartRow[];
  children: ReactNode;
}) {
  const { currency } = useBooks();
  return (
    <figure className={styles.figure} aria-label={title}>
      <figcaption>
        <h2>{title}</h2>
        <p className="soft small">{dateLine}</p>
      </figcaption>
      <div className={styles.drawing} aria-hidden="true">
        {children}
      </div>
      <div className={styles.told}>
        <table aria-label={`Figures of ${title}`}>
          <thead>
            <tr>
              <th>
                <span className="visually-hidden">What</span>
              </th>
              {columns.map((column) => (
                <th key={column} className="num" scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ label, amounts, said = [] }) => (
              <tr key={label}>
                <th scope="row">{label}</th>
                {amounts.map((amount, at) => (
                  <td key={columns[at]} className="num">
                    {amount === null ? '' : displayed(minor(amount), currency)}
                  </td>
                ))}
                {said.map((text, at) => (
                  <td key={columns[amounts.length + at]} className="num">
                    {text}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}
