import type { EntryResponse } from '@just-ledger/contract';
import { debitsFirst, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { shown, shownWithSide } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './find.module.css';
import { latestOfQuery } from './find-query.js';
import type { FoundItem } from './found-items.js';

/** What the chosen one holds: an account or a contact its latest entries, an entry its lines. */
export function FoundLook({ item: { look, label, code } }: { item: FoundItem }) {
  const { currency, to } = useBooks();
  if (!look) return null;
  return (
    <aside className={styles.look} aria-label={label}>
      {'account' in look && (
        <>
          <p className="soft small">{look.account.element}</p>
          <h2>
            {code} {label}
          </h2>
          <p>
            {shownWithSide(look.account.balance, currency)} <span className="soft">at {shortDate(to)}</span>
          </p>
          <Latest of={{ account: look.account.number }} />
        </>
      )}
      {'contact' in look && (
        <>
          <p className="soft small">{look.roles.join(', ')}</p>
          <h2>{label}</h2>
          <Latest of={{ contact: look.contact }} />
        </>
      )}
      {'entry' in look && <Lines entry={look.entry} />}
    </aside>
  );
}

function Latest({ of }: { of: { readonly account?: string; readonly contact?: string } }) {
  const { organisation, currency } = useBooks();
  const { data } = useQuery(latestOfQuery(organisation.id, of));
  if (!data) return null;
  if (data.entries.length === 0) return <p className="soft">No entries yet.</p>;
  return (
    <table className={clsx(ruled.table, ruled.tight)}>
      <tbody>
        {data.entries.map(({ number, date, explanation, amount }) => (
          <tr key={number}>
            <td className="nowrap">{shortDate(parseCivilDate(date))}</td>
            <td>{explanation}</td>
            <td className="num">{shown(amount, currency)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Lines({ entry }: { entry: EntryResponse }) {
  const { currency } = useBooks();
  return (
    <>
      <p className="soft small">
        {entry.number} · {shortDate(parseCivilDate(entry.date))} · {entry.postedBy}
      </p>
      <h2>{entry.explanation}</h2>
      <table className={clsx(ruled.table, ruled.tight)}>
        <tbody>
          {debitsFirst(entry.lines)
            .slice(0, 12)
            .map((line, index) => (
              <tr key={index}>
                <td className={line.credit ? ruled.credited : undefined}>
                  <span className="soft">{line.account}</span> {line.accountName}
                </td>
                <td className="num">{shown(line.debit, currency)}</td>
                <td className="num">{shown(line.credit, currency)}</td>
              </tr>
            ))}
        </tbody>
      </table>
      {entry.lines.length > 12 && <p className="soft small">and {entry.lines.length - 12} more lines</p>}
    </>
  );
}
