import { paths } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { issuedPapersQuery } from '../../api/board-papers-queries.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import styles from './board-papers.module.css';

/** The papers that were issued: the file as it was then, its hash, and the seal of the books it was drawn of. */
export function IssuedPapers() {
  const { organisation } = useBooks();
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
            <th>Papers</th>
            <th>When, by whom</th>
            <th>SHA-256 of the file, seal of the books</th>
            <th>
              <span className="visually-hidden">The file</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {all.map(({ place, name, issuedAt, by, sha256, seal, entries, attachment }) => (
            <tr key={place}>
              <td className="strong">{name}</td>
              <td>
                {longMoment(issuedAt)}
                <div className="soft small">{by}</div>
              </td>
              <td className={clsx('small', styles.hash)}>
                {sha256}
                <div className="soft">
                  {entries === 0
                    ? 'of books without entries'
                    : `after ${entries} ${entries === 1 ? 'entry' : 'entries'}, ${seal.slice(0, 16)}`}
                </div>
              </td>
              <td className={ruled.acts}>
                <a
                  className="act small"
                  href={paths.attachmentContent(organisation.id, attachment)}
                  target="_blank"
                  rel="noreferrer"
                >
                  Open
                </a>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
