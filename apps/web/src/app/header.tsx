import { KIND_LABELS, yearStartName } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link, useNavigate } from 'react-router';
import { useAddress } from '../api/address.js';
import { useBooks } from '../api/books-queries.js';
import { useSignOut } from '../api/session-queries.js';
import { Find } from '../features/find/find.js';
import { OwnSignIn } from '../features/sessions/own-sign-in.js';
import { KeyCap } from '../ui/key-cap.js';
import type { StageKey } from '../ui/screen-route.js';
import styles from './header.module.css';
import { SCREENS, screensOf, STAGES } from './screens.js';

const STAGE_NAMES = new Map<string, string>(STAGES.map(({ key, label }) => [key, label]));

export function Header() {
  const address = useAddress();
  const { organisation } = useBooks();
  const signOut = useSignOut();
  const navigate = useNavigate();
  return (
    <header className={styles.header}>
      <div className={styles.whose}>
        <button
          className={clsx(styles.name, 'plain')}
          type="button"
          title={`${organisation.name}: change to another organisation`}
          onClick={() => void navigate('/')}
        >
          {organisation.name}
        </button>
        <span className="small soft">
          {KIND_LABELS[organisation.kind]} · {organisation.baseCurrency} · year from {yearStartName(organisation)}
        </span>
      </div>
      <nav className={styles.stages} aria-label="Stages">
        {STAGES.map(({ key, label }) => (
          <div key={key} className={styles.stage}>
            <Link
              to={address.href(screensOf(key)[0]?.path ?? '')}
              aria-current={key === address.stage ? 'page' : undefined}
            >
              {label}
            </Link>
            {!organisation.archivedAt && <Waiting stage={key} />}
          </div>
        ))}
      </nav>
      <div className={clsx(styles.person, 'small')}>
        <Find screens={SCREENS} stages={STAGE_NAMES} />
        <span className="soft">
          Keys <KeyCap>?</KeyCap>
        </span>
        <OwnSignIn />
        <button className="act" type="button" onClick={() => signOut.mutate()}>
          Sign out
        </button>
      </div>
    </header>
  );
}

/** What waits in a stage, quietly. */
function Waiting({ stage }: { stage: StageKey }) {
  return (
    <small className={styles.waits}>
      {screensOf(stage).map(
        ({ path, Badge }) =>
          Badge && (
            <span key={path}>
              <Badge />
            </span>
          ),
      )}
    </small>
  );
}
