import { paths, type TimeLineResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';

/** What the server did by itself that nobody has read yet. */
export function DoneByItself({ done }: { done: TimeLineResponse['done'] }) {
  const address = useAddress();
  const { organisation } = useBooks();
  const read = useOrganisationMutation((until: string) => api.post(paths.recurringTold(organisation.id), { until }));
  const last = done.at(-1);
  if (!last) return null;
  return (
    <div className={notice.done} role="status">
      <div className={layout.spread}>
        <span className="strong">Done by itself since somebody was last here</span>
        <Allowed act="recur">
          <button className="act" type="button" onClick={() => read.mutate(last.at)}>
            Read
          </button>
        </Allowed>
      </div>
      <ul className={layout.plainList}>
        {done.map(({ journal, name, date, what, entry, draft }) => (
          <li key={`${journal} ${date}`}>
            {name}, {shortDate(parseCivilDate(date))}:{' '}
            {entry ? (
              <Link className="act" to={address.href('journal', { entry })}>
                posted as {entry}
              </Link>
            ) : draft !== null ? (
              <Link className="act" to={address.href('entry', { draft: String(draft) })}>
                a draft
              </Link>
            ) : what === 'skipped' ? (
              'it came to nothing'
            ) : (
              what
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
