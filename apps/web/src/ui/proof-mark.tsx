import { clsx } from 'clsx';
import styles from './proof-mark.module.css';

/** Whether a proof holds, by form and colour: a dot where it does, a triangle where it does not. */
export function ProofMark({ holds }: { holds: boolean }) {
  return <span className={clsx(styles.mark, !holds && styles.fails)} aria-hidden="true" />;
}
