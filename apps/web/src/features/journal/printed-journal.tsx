import type { EntriesResponse, EntryResponse } from '@just-ledger/contract';
import { paths, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import type { JournalFilter } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';
import { shown } from '../../ui/money.js';
import { assertPrintable, printablePages } from '../../ui/print-limit.js';
import styles from '../../ui/printed.module.css';

/** All entries that match, oldest first. @throws if they are too many for paper */
export async function wholeJournal(organisation: number, filter: JournalFilter): Promise<EntryResponse[]> {
  const { count } = await api.get(withQuery(paths.entriesSums(organisation), { ...filter }));
  assertPrintable(count, 'entries');
  const pages = await printablePages<EntriesResponse>(
    (after) => api.get(withQuery(paths.entries(organisation), { ...filter, after, limit: 500 })),
    ({ entries }) => entries.length,
    'entries',
  );
  return pages.flatMap(({ entries }) => entries).reverse();
}

/** The journal as it is printed: every entry with its lines. */
export function PrintedJournal({ entries, currency }: { entries: readonly EntryResponse[]; currency: CurrencyCode }) {
  return (
    <table>
      <thead>
        <tr>
          <th>Date</th>
          <th>Entry</th>
          <th>Account and explanation</th>
          <th className="num">Debit</th>
          <th className="num">Credit</th>
        </tr>
      </thead>
      {entries.map((entry) => (
        <tbody key={entry.number}>
          {entry.lines.map((line, index) => (
            <tr key={index}>
              <td>{index === 0 ? shortDate(parseCivilDate(entry.date)) : ''}</td>
              <td>{index === 0 ? entry.number : ''}</td>
              <td className={line.credit ? styles.credited : undefined}>
                {line.account} {line.accountName}
                {[line.contact, line.document, line.note, ...Object.values(line.breakdowns ?? {})]
                  .filter(Boolean)
                  .map((text) => ` · ${text}`)}
              </td>
              <td className="num">{shown(line.debit, currency)}</td>
              <td className="num">{shown(line.credit, currency)}</td>
            </tr>
          ))}
          <tr className={styles.said}>
            <td colSpan={2} />
            <td colSpan={3}>
              {entry.explanation}
              {entry.reference && ` · ${entry.reference}`}
            </td>
          </tr>
        </tbody>
      ))}
    </table>
  );
}
