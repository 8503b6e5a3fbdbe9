import type { ReactNode } from 'react';
import styles from './begin.module.css';

/** Names what the fields under the kinds are for. */
export function NamedList({ what, children }: { what: string; children: ReactNode }) {
  return (
    <fieldset className={styles.named}>
      <legend>{what}</legend>
      {children}
    </fieldset>
  );
}
