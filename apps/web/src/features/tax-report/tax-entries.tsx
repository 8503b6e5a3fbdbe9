import { minor, parseAmount, parseCivilDate, shortDate, TAX_GROUP_WORDS } from '@just-ledger/core';
import { useSuspenseInfiniteQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { taxLinesQuery, type TaxRowKey } from '../../api/tax-report-queries.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { Sheet } from '../../ui/sheet.js';
import {} from './tax-words.js';

/** The entries behind a row of the report; together they make its figures. */
export function TaxEntries({ row, onClose }: { row: TaxRowKey; onClose: () => void }) {
  const address = useAddress();
  const { organisation, currency } = useBooks();
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useSuspenseInfiniteQuery(
    taxLinesQuery(organisation.id, row),
  );
  const entries = data.pages.flatMap((page) => page.entries);
  const tax = ({ owed, reclaimed, cost }: (typeof entries)[number]): number => {
    const [up, back, own] = [owed, reclaimed, cost].map((amount) => parseAmount(amount, currency));
    return (up !== 0 ? (up ?? 0) : (back ?? 0)) + (own ?? 0);
  };
  const sum = (figure: (taxLinesEntry: (typeof entries)[number]) => number): string =>
    displayed(minor(entries.reduce((all, entry) => all + figure(entry), 0)), currency);
  return (
    <Sheet
      title={`${row.code} at ${row.rate} %`}
      aside={TAX_GROUP_WORDS[row.group].toLowerCase()}
      tools={
        <button className="act" type="button" onClick={onClose}>
          Accounts of tax
        </button>
      }
    >
      <table
        className={clsx(ruled.table, ruled.tight)}
        aria-label="Entries behind it"
        onKeyDown={(event) => event.key === 'Escape' && onClose()}
      >
        <thead>
          <tr>
            <th>Entry</th>
            <th className="num">Taxed</th>
            <th className="num">Tax</th>
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => (
            <tr key={entry.number}>
              <td>
                <Link className="act" to={address.href('journal', { entry: entry.number })}>
                  {entry.number}
                </Link>{' '}
                <span className="soft small nowrap">{shortDate(parseCivilDate(entry.date))}</span>
                <div className="small">{entry.explanation}</div>
              </td>
              <td className="num">{shown(entry.base, currency)}</td>
              <td className="num">{displayed(minor(tax(entry)), currency)}</td>
            </tr>
          ))}
          {!hasNextPage && (
            <tr className={ruled.sums}>
              <td />
              <td className="num">{sum(({ base }) => parseAmount(base, currency))}</td>
              <td className="num">{sum(tax)}</td>
            </tr>
          )}
        </tbody>
      </table>
      {hasNextPage && (
        <p className={layout.aboveClose}>
          <button className="act" type="button" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {isFetchingNextPage ? 'Reading …' : 'Further entries'}
          </button>
        </p>
      )}
    </Sheet>
  );
}
