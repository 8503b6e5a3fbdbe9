import type { EntryResponse } from '@just-ledger/contract';
import { longMoment, parseCivilDate, shortDate, taxWords } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './entry-detail.module.css';
import { EntryActs } from './entry-acts.js';
import { EntryLinks } from './entry-links.js';
import { PostedPapers } from './posted-papers.js';
import { EntryTrail } from './entry-trail.js';
import { RelatedEntries } from './related-entries.js';

/** An entry's page: its lines, where it came from, what it belongs to, and reversing it. */
export function EntryDetail({
  entry,
  hasLines = true,
}: {
  entry: EntryResponse;
  /** Whether its lines are shown; where they stand above already, they are not. */
  hasLines?: boolean;
}) {
  return (
    <div className={styles.detail}>
      <p className="soft small">
        {entry.kind}
        {entry.letter && ` (${entry.letter})`} · {entry.source} · posted on {longMoment(entry.postedAt)} by{' '}
        {entry.postedBy}
        {entry.reference && <> · paper {entry.reference}</>}
        {entry.supplyDate && <> · supplied on {shortDate(parseCivilDate(entry.supplyDate))}</>}
        <EntryLinks entry={entry} />
        <span title={entry.seal}> · seal {entry.seal.slice(0, 8)}</span>
      </p>
      {hasLines && <EntryLines lines={entry.lines} />}
      <PostedPapers entry={entry} />
      <RelatedEntries entry={entry} />
      <EntryTrail number={entry.number} />
      <EntryActs entry={entry} />
    </div>
  );
}

function EntryLines({ lines }: Pick<EntryResponse, 'lines'>) {
  const address = useAddress();
  const { currency } = useBooks();
  return (
    <table className={clsx(ruled.table, ruled.tight, styles.lines)}>
      <tbody>
        {lines.map((line, index) => (
          <tr key={index}>
            <td className={line.credit ? ruled.credited : undefined}>
              <Link className="plain" to={address.href('account', { account: line.account })}>
                <span className="soft">{line.account}</span> {line.accountName}
              </Link>
            </td>
            <td className="soft small">
              {[
                line.contact,
                line.document,
                line.ownNumber && `ours ${line.ownNumber}`,
                line.documentDate && `of ${shortDate(parseCivilDate(line.documentDate))}`,
                line.dueDate && `due ${shortDate(parseCivilDate(line.dueDate))}`,
                taxWords(line, (amount) => shown(amount, currency)),
                line.note,
                line.foreignAmount && `${line.currency} ${line.foreignAmount}`,
                (line.rate ?? line.ratePerBase) && `at ${line.rate ?? line.ratePerBase}`,
                line.movement,
                ...Object.entries(line.breakdowns ?? {}).map(([name, value]) => `${name.toLowerCase()} ${value}`),
              ]
                .filter(Boolean)
                .join(' · ')}
            </td>
            <td className={clsx(ruled.col, styles.amount, 'num')}>{shown(line.debit, currency)}</td>
            <td className={clsx(ruled.col, styles.amount, 'num')}>{shown(line.credit, currency)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
