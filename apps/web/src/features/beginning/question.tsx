import type { ReactNode } from 'react';
import layout from '../../ui/layout.module.css';
import styles from './begin-questions.module.css';

export function Question({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <section className={layout.below}>
      <h2 className={styles.question}>{title}</h2>
      {hint && <p className="soft small">{hint}</p>}
      <div className={layout.aboveClose}>{children}</div>
    </section>
  );
}
