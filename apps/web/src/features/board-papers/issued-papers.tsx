import { type IssuedPapersResponse, paths } from '@just-ledger/contract';
import { longMoment, parseCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { issuedPapersQuery } from '../../api/board-papers-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { Delivery } from '../../ui/delivery.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import styles from './board-papers.module.css';

/** The papers that were issued: the file as it was then, its hash, and the seal of the books it was drawn of. */
export function IssuedPapers({ chosen, onSend }: { chosen: number | undefined; onSend: (index: number) => void }) {
  const { organisation, may } = useBooks();
  const address = useAddress();
  const { data: all } = useSuspenseQuery(issuedPapersQuery(organisation.id));
  if (all.length === 0) return null;
  return (
    <section className={layout.aboveWide} aria-labelledby="issued-papers">
      <h2 id="issued-papers" className="minor">
        Issued
      </h2>
      <table className={clsx(ruled.table, ruled.lines)}>
        <thead>
          <tr>
            <th>Papers, with the SHA-256 of the file and the seal of the books</th>
            <th>Issued</th>
            <th>Sent to</th>
            <th>
              <span className="visually-hidden">What can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {all.map((papers) => (
            <tr key={papers.place} className={papers.place === chosen ? ruled.chosen : undefined}>
              <td>
                <span className="strong">{papers.name}</span>
                <div className={clsx('soft small', styles.hash)}>
                  {papers.sha256}
                  <br />
                  {papers.entries === 0
                    ? 'of books without entries'
                    : `after ${papers.entries} ${papers.entries === 1 ? 'entry' : 'entries'}, ${papers.seal.slice(0, 16)}`}
                </div>
              </td>
              <td>
                {longMoment(papers.issuedAt)}
                <div className="soft small">
                  {papers.dueOn === null
                    ? papers.by
                    : `by themselves, for ${shortDate(parseCivilDate(papers.dueOn))}; ${papers.by} answers for it`}
                </div>
              </td>
              <td>
                <SentTo sent={papers.sent} />
              </td>
              <td className={ruled.acts}>
                <a
                  className="act small"
                  href={paths.attachmentContent(organisation.id, papers.attachment)}
                  target="_blank"
                  rel="noreferrer"
                >
                  Open
                </a>
                <Link className="act small" to={address.href('changed-since', { since: papers.issuedAt })}>
                  Changed since
                </Link>
                {may('issuePapers') && (
                  <button type="button" className="act small" onClick={() => onSend(papers.place)}>
                    Send
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** The addresses that papers went to: those that have them in one line, and each that has not with the reason. */
function SentTo({ sent }: { sent: IssuedPapersResponse['sent'] }) {
  if (sent.length === 0) return <span className="soft small">nobody yet</span>;
  const reached = [...new Set(sent.filter(({ state }) => state === 'sent').map(({ to }) => to))];
  // an address that was refused at first and has them now needs nothing more
  const open = sent.filter(({ to, state }) => state !== 'sent' && !(state === 'refused' && reached.includes(to)));
  return (
    <ul className={clsx(layout.plainList, styles.hash)}>
      {reached.length > 0 && <li>{reached.join(', ')}</li>}
      {open.map(({ message, to, ...delivery }) => (
        <li key={message}>
          {to} <Delivery {...delivery} />
        </li>
      ))}
    </ul>
  );
}
