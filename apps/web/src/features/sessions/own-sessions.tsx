import { type OwnSessionResponse, paths } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import Bowser from 'bowser';
import { api } from '../../api/request.js';
import { ownSignInQuery } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './own-sign-in.module.css';
import { SignOutEverywhere } from './sign-out-everywhere.js';

/** Where one is signed in, each to be ended by itself, or all at once. */
export function OwnSessions({ sessions }: { sessions: readonly OwnSessionResponse[] }) {
  const client = useQueryClient();
  const end = useMutation({
    mutationFn: (key: string) => api.delete(paths.ownSession(key)),
    onSuccess: () => client.invalidateQueries({ queryKey: ownSignInQuery.queryKey }),
  });
  return (
    <section className={styles.section} aria-labelledby="own-sessions">
      <h3 id="own-sessions">Where you are signed in</h3>
      <ul className={layout.plainList}>
        {sessions.map((session) => (
          <li key={session.key} className={clsx(layout.spread, styles.session)}>
            <span>
              {programOf(session.agent)}
              <span className="soft small">
                {session.address && ` at ${session.address}`}
                <br />
                since {longMoment(session.createdAt)}
                {session.isThis ? ', this one' : `, last used ${longMoment(session.usedAt)}`}
              </span>
            </span>
            {!session.isThis && (
              <button
                className="act"
                type="button"
                disabled={end.isPending}
                aria-label={`End the session of ${programOf(session.agent)} since ${longMoment(session.createdAt)}`}
                onClick={() => end.mutate(session.key)}
              >
                End it
              </button>
            )}
          </li>
        ))}
      </ul>
      <ErrorMessage error={end.error} />
      <p className="soft small">
        A session ends by itself after 14 days, and when it was not used for a day. Signing in again begins a new one.
      </p>
      <SignOutEverywhere />
    </section>
  );
}

/** The program of a session as people call it. @example programOf('Mozilla/5.0 … Firefox/140.0') // → 'Firefox on Linux' */
function programOf(agent: string): string {
  if (agent === '') return 'A program that does not say what it is';
  const { browser, os } = Bowser.parse(agent);
  if (!browser.name) return agent.slice(0, 40);
  return os.name ? `${browser.name} on ${os.name}` : browser.name;
}
