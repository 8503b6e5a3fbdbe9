import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import styles from './toggle.module.css';

/** A choice that is on or off: one of several, or one that can be added. */
export function Toggle({
  isOn,
  title,
  isSmall = false,
  onClick,
  children,
}: {
  isOn: boolean;
  title?: string;
  isSmall?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      title={title}
      aria-pressed={isOn}
      className={clsx('plain', styles.toggle, isOn ? clsx(styles.on, 'strong') : 'soft', isSmall && 'small')}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
