import { type StatementOfAccountResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown, shownWithSide } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './account-statement.module.css';

/** What passed between the organisation and a contact, as far as it has been fetched, and what is still open. */
export function AccountStatement({
  statement,
  onMore,
  isReading,
}: {
  statement: StatementOfAccountResponse;
  /** Asks for more lines, where there are more. */
  onMore: (() => void) | undefined;
  isReading: boolean;
}) {
  const { currency } = useBooks();
  const address = useAddress();
  return (
    <>
      <table className={ruled.table}>
        <thead>
          <tr>
            <th>Date</th>
            <th>Entry</th>
            <th>Explanation</th>
            <th>Document</th>
            <th>Due</th>
            <th className="num">Debit</th>
            <th className="num">Credit</th>
            <th className="num">Balance</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td className="nowrap">{shortDate(parseCivilDate(statement.from))}</td>
            <td />
            <td className="soft" colSpan={5}>
              brought forward
            </td>
            <td className="num">{shownWithSide(statement.broughtForward, currency)}</td>
          </tr>
          {statement.lines.map((line, index) => (
            <tr key={index}>
              <td className="nowrap">{shortDate(parseCivilDate(line.date))}</td>
              <td className="nowrap">
                <Link className="act" to={address.href('journal', { entry: line.entry })}>
                  {line.entry}
                </Link>
              </td>
              <td>{line.explanation}</td>
              <td>
                {line.document}
                {(line.ownNumber !== null || line.documentDate !== null) && (
                  <div className="soft small nowrap">
                    {[
                      line.ownNumber && `ours ${line.ownNumber}`,
                      line.documentDate && `of ${shortDate(parseCivilDate(line.documentDate))}`,
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </div>
                )}
              </td>
              <td className="nowrap">{line.dueDate && shortDate(parseCivilDate(line.dueDate))}</td>
              <td className="num">{shown(line.debit, currency)}</td>
              <td className="num">{shown(line.credit, currency)}</td>
              <td className="num">{shownWithSide(line.balance, currency)}</td>
            </tr>
          ))}
          {onMore && (
            <tr>
              <td colSpan={8}>
                <button className="act" type="button" disabled={isReading} onClick={onMore}>
                  {isReading ? 'Reading …' : 'Show more lines'}
                </button>
              </td>
            </tr>
          )}
          <tr className={ruled.sums}>
            <td colSpan={7}>Balance on {longDate(parseCivilDate(statement.to))}</td>
            <td className="num">{shownWithSide(statement.closing, currency)}</td>
          </tr>
        </tbody>
      </table>
      {Number(statement.owed) !== 0 && Number(statement.owing) !== 0 && (
        <p className={clsx(layout.aboveClose, 'small')}>
          Owed by {statement.name} {shown(statement.owed, currency)}, owed to {statement.name}{' '}
          {shown(statement.owing, currency)}: each stands by itself.
        </p>
      )}
      {statement.items.length > 0 && (
        <section aria-label="Still open" className={clsx(layout.aboveWide, styles.statement)}>
          <h2>Still open</h2>
          <table className={ruled.table}>
            <tbody>
              {statement.items.map(({ document, ownNumber, dueDate, daysOverdue, open, notAllocated }, index) => (
                <tr key={index}>
                  <td>
                    {document ?? (notAllocated === null ? 'without a number' : 'payment, not allocated')}
                    {ownNumber && <span className="soft small"> ours {ownNumber}</span>}
                    {document !== null && notAllocated !== null && (
                      <div className="brass small">
                        {shown(notAllocated, currency)} paid without naming a document
                      </div>
                    )}
                  </td>
                  <td className="soft">
                    due {shortDate(parseCivilDate(dueDate))}
                    {daysOverdue > 0 && `, ${daysOverdue} ${daysOverdue === 1 ? 'day' : 'days'} over`}
                  </td>
                  <td className="num">{shownWithSide(open, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {statement.itemCount > statement.items.length && (
            <p className="soft small">
              These fell due first; {statement.itemCount - statement.items.length} further documents stand in the aged
              balances.
            </p>
          )}
        </section>
      )}
    </>
  );
}
