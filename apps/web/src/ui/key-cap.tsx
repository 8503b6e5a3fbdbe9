import styles from './key-cap.module.css';

/** A key of the keyboard, as it stands in a sentence. */
export function KeyCap({ children }: { children: string }) {
  return <kbd className={styles.cap}>{children}</kbd>;
}
