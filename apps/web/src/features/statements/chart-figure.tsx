import type { ChartResponse } from '@just-ledger/contract';
import { minor, parseAmount } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import { BarsAndLine, type DrawnPoint, PartBars, PlainLine } from './chart-drawings.js';
import styles from './charts.module.css';

const DRAWINGS = { 'bars-and-line': BarsAndLine, line: PlainLine, parts: PartBars } as const;

/** A chart with its figures as a table beside it, or under it where it is narrow: what is drawn is also told. */
export function ChartFigure({ chart: { title, dateLine, shape, names, points } }: { chart: ChartResponse }) {
  const { currency } = useBooks();
  const drawn = points.map(({ label, amounts, share }): DrawnPoint => ({
    label,
    amounts: amounts.map((amount) => (amount === null ? null : parseAmount(amount, currency))),
    said: share ? `${share}\u00a0%` : '',
  }));
  const Drawing = DRAWINGS[shape];
  const hasShares = shape === 'parts';
  return (
    <figure className={styles.figure} aria-label={title}>
      <figcaption>
        <h2>{title}</h2>
        <p className="soft small">{dateLine}</p>
      </figcaption>
      <div className={styles.drawing} aria-hidden="true">
        <Drawing names={names} points={drawn} />
      </div>
      <div className={styles.told}>
        <table aria-label={`Figures of ${title}`}>
          <thead>
            <tr>
              <th>
                <span className="visually-hidden">What</span>
              </th>
              {[...names, ...(hasShares ? ['Share'] : [])].map((column) => (
                <th key={column} className="num" scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {drawn.map(({ label, amounts, said }) => (
              <tr key={label}>
                <th scope="row">{label}</th>
                {amounts.map((amount, index) => (
                  <td key={names[index]} className="num">
                    {amount === null ? '' : displayed(minor(amount), currency)}
                  </td>
                ))}
                {hasShares && <td className="num">{said}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}
