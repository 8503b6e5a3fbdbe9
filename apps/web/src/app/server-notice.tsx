import { paths } from '@just-ledger/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useServerAway } from '../api/reachability.js';
import { api } from '../api/request.js';
import styles from './server-notice.module.css';

/** So often the server is asked whether it is back. */
const ASK_EVERY = 3_000;

/** Says over the desk that the server is away, and goes on by itself when it is back; what was typed stays. */
export function ServerNotice() {
  const isAway = useServerAway();
  const client = useQueryClient();
  useEffect(() => {
    if (!isAway) return;
    const asking = setInterval(() => {
      api.get(paths.health).then(
        () => void client.invalidateQueries(),
        () => undefined,
      );
    }, ASK_EVERY);
    return () => clearInterval(asking);
  }, [isAway, client]);
  if (!isAway) return null;
  return (
    <div className={styles.serverNotice} role="alert">
      The server cannot be reached. What you typed is still here; it is tried again by itself.
    </div>
  );
}
