import { paths, type PatternResponse } from '@just-ledger/contract';
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { patternsQuery } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { hasAmounts } from './pattern-form.js';
import { saidBy } from './patterns-like.js';

/** The patterns, each to begin an entry from. One that is discarded can be brought back as long as the list stands. */
export function PatternList() {
  const address = useAddress();
  const { organisation } = useBooks();
  const client = useQueryClient();
  const { queryKey } = patternsQuery(organisation.id);
  const { data: patterns } = useSuspenseQuery(patternsQuery(organisation.id));
  const [dropped, setDropped] = useState<PatternResponse>();
  const drop = useOrganisationMutation(async (pattern: PatternResponse) => {
    await api.delete(paths.pattern(organisation.id, pattern.id), { version: pattern.version });
    // at once, not when the list has been read again: brought back, it is another pattern under the same name
    client.setQueryData(queryKey, (before) => before?.filter(({ id }) => id !== pattern.id));
    setDropped(pattern);
  });
  const bringBack = useOrganisationMutation(
    async ({ name, kind, explanation, reference, lines }: PatternResponse) => {
      const entry = { kind, explanation, reference, lines };
      const pattern = await api.post(paths.patterns(organisation.id), { name, entry });
      client.setQueryData(queryKey, (before) => [...(before ?? []), pattern]);
      setDropped(undefined);
    },
  );
  return (
    <section className={layout.aboveWide} aria-labelledby="patterns">
      <h2 id="patterns">Patterns</h2>
      <p className="soft small">
        Entries kept under a name. Typing the name as an explanation offers the pattern; any entry, posted or not, can
        be kept as one.
      </p>
      <ErrorMessage error={drop.error ?? bringBack.error} />
      {dropped && (
        <div className={notice.done} role="status">
          “{dropped.name}” has been discarded.{' '}
          <button className="act" type="button" onClick={() => bringBack.mutate(dropped)}>
            Bring it back
          </button>
        </div>
      )}
      {patterns.length > 0 && (
        <table className={clsx(ruled.table, layout.aboveClose)}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Explanation</th>
              <th className="num">Lines</th>
              <th>Amounts</th>
              <th>Saved by</th>
              <th>
                <span className="visually-hidden">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {patterns.map((pattern) => (
              <tr key={pattern.id}>
                <td>
                  <Link className="act" to={address.href('entry', { pattern: String(pattern.id) })}>
                    {pattern.name}
                  </Link>
                </td>
                <td>{pattern.explanation}</td>
                <td className="num">{pattern.lines.length}</td>
                <td className="soft">{hasAmounts(pattern) ? 'saved' : 'left out'}</td>
                <td className="soft">{pattern.createdBy}</td>
                <td className="num nowrap">
                  <Link
                    className="act small"
                    to={address.href('journal', { text: saidBy(pattern), account: pattern.lines[0]?.account })}
                  >
                    Entries like it
                  </Link>{' '}
                  <Allowed act="draft">
                    <button className="act small" type="button" onClick={() => drop.mutate(pattern)}>
                      Discard
                    </button>
                  </Allowed>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
