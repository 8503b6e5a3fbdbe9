import { clsx } from 'clsx';
import { type ReactNode, useState } from 'react';
import styles from './folded-when-narrow.module.css';

/** Choices that stand there where there is room, and behind one button where there is not: on a phone one looks first. */
export function FoldedWhenNarrow({ label, children }: { label: string; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={clsx('act small', styles.opener)}
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? 'Fewer choices' : label}
      </button>
      <div className={clsx(styles.folded, isOpen && styles.open)}>{children}</div>
    </>
  );
}
