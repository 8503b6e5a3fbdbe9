import { longDate, parseCivilDate } from '@just-ledger/core';
import { lazy, Suspense, useEffect } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { useAddress } from '../api/address.js';
import { useBooks } from '../api/books-queries.js';
import { ArchivedNotice } from '../features/archives/archived-notice.js';
import notice from '../ui/notice.module.css';
import { Pane } from '../ui/sheet.js';
import { BesideChoice } from './beside-choice.js';
import styles from './frame.module.css';
import { Header } from './header.js';
import { KeysHelp } from './keys-help.js';
import { NoSuchScreen } from './no-such-screen.js';
import { ProofBar } from './proof-bar.js';
import { screenAt, SCREENS, screensOf } from './screens.js';
import { YearRail } from './year-rail.js';

/** The screens as they are shown, each fetched when it is first asked for. */
const SHOWN = Object.fromEntries(SCREENS.map(({ path, lazy: fetch }) => [path, lazy(fetch)]));

/** Fetched with the first report. */
const KeepReport = lazy(() => import('../features/kept-reports/keep-report.js'));

/** The frame with its four edges: stages, time, proofs, and the desk between them. */
export function Frame() {
  const { screen = '' } = useParams();
  const address = useAddress();
  const { organisation } = useBooks();
  const route = screenAt(screen);
  const Main = SHOWN[screen] ?? NoSuchScreen;
  const Beside = address.beside ? SHOWN[address.beside] : undefined;
  useEffect(() => {
    document.title = `${route?.label ?? 'No such screen'} · ${organisation.name}`;
  }, [route, organisation.name]);
  if (screen === '') return <Navigate to={`/${address.organisation}/record/journal`} replace />;
  return (
    <div className={styles.frame}>
      <a
        className={styles.skip}
        href="#desk"
        onClick={(event) => {
          event.preventDefault();
          document.querySelector<HTMLElement>('#desk [data-sheet]')?.focus();
        }}
      >
        Skip to the sheet
      </a>
      <Header />
      <YearRail />
      <div className={styles.screens}>
        <nav aria-label="Screens">
          {screensOf(address.stage).map(({ path, label }) => (
            <Link key={path} to={address.href(path)} aria-current={path === screen ? 'page' : undefined}>
              {label}
            </Link>
          ))}
        </nav>
        <ArchivedNotice />
        {route?.isOfLines && <BeforeChangeover />}
        <div className={styles.tools}>
          {route?.isReport && (
            <Suspense fallback={null}>
              <KeepReport screen={screen} />
            </Suspense>
          )}
          {Beside ? (
            <button className="act" type="button" onClick={() => address.setBeside(undefined)}>
              One sheet
            </button>
          ) : (
            route && !route.isWhole && <BesideChoice current={screen} />
          )}
        </div>
      </div>
      <main className={styles.desk} id="desk">
        <p className={styles.printHead}>{organisation.name}</p>
        <Pane key={`${organisation.id} ${screen}`}>
          <Main slot="main" />
        </Pane>
        {Beside && (
          <Pane key={`${organisation.id} beside ${address.beside}`}>
            <Beside slot="beside" />
          </Pane>
        )}
      </main>
      <ProofBar />
      <KeysHelp screen={screen} />
    </div>
  );
}

/** Says that positions before the changeover lie in the old books, where somebody looks at such a day. */
function BeforeChangeover() {
  const { organisation, to } = useBooks();
  const { changeoverDate } = organisation;
  const isBefore = changeoverDate !== null && to < changeoverDate && to >= organisation.firstDay;
  if (!isBefore) return null;
  return (
    <div className={notice.archived} role="status">
      Balances before {longDate(parseCivilDate(changeoverDate))} lie in the old books: only flows are here.
    </div>
  );
}
