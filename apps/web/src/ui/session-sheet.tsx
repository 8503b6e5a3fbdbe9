import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import styles from './session-sheet.module.css';
import sheetStyles from './sheet.module.css';

/** The one sheet before the door: for signing in, for those who come with a link, and for what leads to books. */
export function SessionSheet({
  title,
  width = 380,
  children,
}: {
  title: string;
  width?: number;
  children: ReactNode;
}) {
  return (
    <main className={styles.screen}>
      <section data-sheet className={clsx(sheetStyles.sheet, styles.door)} aria-label={title} style={{ width }}>
        <h1>{title}</h1>
        {children}
      </section>
    </main>
  );
}
