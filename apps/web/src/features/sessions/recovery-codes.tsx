import { Button } from '@mui/material';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import styles from './own-sign-in.module.css';

/** Codes for paper, shown once. */
export function RecoveryCodes({ codes, onDone }: { codes: readonly string[]; onDone: () => void }) {
  return (
    <div className={layout.stack}>
      <p className={notice.done} role="status">
        Write these codes down and keep them where the device is not. Each lets you in once in its place. They are not
        shown again.
      </p>
      <ol className={styles.codes} aria-label="Codes for paper">
        {codes.map((code) => (
          <li key={code}>
            <code>{code}</code>
          </li>
        ))}
      </ol>
      <div>
        <Button variant="contained" onClick={onDone} autoFocus>
          I have them
        </Button>
      </div>
    </div>
  );
}
