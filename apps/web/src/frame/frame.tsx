import { lazy, useEffect, useState, type ReactNode } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { KIND_LABELS, MONTH_NAMES, longDate, minor, parseAmount, parseCivilDate } from '@just-ledger/core';
import { draftsQuery } from '../journal/journal-queries.js';
import { recurringQuery } from '../recurring/recurring-queries.js';
import { OwnSignIn } from '../sessions/own-sign-in.js';
import { useSignOut } from '../sessions/session-queries.js';
import { takeOnQuery } from '../take-on/take-on-queries.js';
import { STAGES, useAddress, type Stage } from './address.js';
import { useBooks } from './books-queries.js';
import { PutAwayNotice } from '../archives/put-away-notice.js';
import { KeysHelp } from './keys-help.js';
import { ProofBar } from './proof-bar.js';
import type { ScreenProps } from './screen-props.js';
import { Place } from './sheet.js';
import { YearRail } from './year-rail.js';
import { displayed } from '../fields/own-ways.js';

const SCREENS: Readonly<Record<string, React.LazyExoticComponent<(props: ScreenProps) => ReactNode>>> = {
  chart: lazy(() => import('../accounts/chart-screen.js')),
  breakdowns: lazy(() => import('../breakdowns/breakdowns-screen.js')),
  contacts: lazy(() => import('../contacts/contacts-screen.js')),
  'tax-codes': lazy(() => import('../tax-codes/tax-codes-screen.js')),
  currencies: lazy(() => import('../currencies/currencies-screen.js')),
  files: lazy(() => import('../imports/files-screen.js')),
  people: lazy(() => import('../people/people-screen.js')),
  gather: lazy(() => import('../gathering/gathering-screen.js')),
  changes: lazy(() => import('../audit-trail/changes-screen.js')),
  organisation: lazy(() => import('../organisations/organisation-screen.js')),
  bench: lazy(() => import('../take-on/bench-screen.js')),
  journal: lazy(() => import('../journal/journal-screen.js')),
  entry: lazy(() => import('../journal/entry-screen.js')),
  drafts: lazy(() => import('../journal/drafts-screen.js')),
  recurring: lazy(() => import('../recurring/recurring-screen.js')),
  'trial-balance': lazy(() => import('../trial-balance/trial-balance-screen.js')),
  account: lazy(() => import('../account-ledger/account-screen.js')),
  aged: lazy(() => import('../open-items/aged-screen.js')),
  contact: lazy(() => import('../open-items/statement-of-account-screen.js')),
  months: lazy(() => import('../closing/months-screen.js')),
  'year-end': lazy(() => import('../closing/year-end-screen.js')),
  statements: lazy(() => import('../statements/statements-screen.js')),
};

/** Screens that fill the desk by themselves and cannot lie beside another. */
const WHOLE = new Set([
  'breakdowns',
  'contacts',
  'tax-codes',
  'currencies',
  'organisation',
  'people',
  'files',
  'gather',
  'changes',
  'bench',
  'entry',
  'drafts',
  'recurring',
  'year-end',
  'statements',
]);

/** The frame with its four edges: stages, time, proofs, and the desk between them. */
export function Frame() {
  const { screen = '' } = useParams();
  const address = useAddress();
  const { organisation } = useBooks();
  const Main = SCREENS[screen];
  const Beside = address.beside ? SCREENS[address.beside] : undefined;
  useEffect(() => {
    document.title = `${labelOf(screen)} · ${organisation.name}`;
  }, [screen, organisation.name]);
  if (!Main) return <Navigate to={`/${address.organisation}/record/journal`} replace />;
  return (
    <div className="frame">
      <a
        className="skip"
        href="#desk"
        onClick={(event) => {
          event.preventDefault();
          document.querySelector<HTMLElement>('#desk .sheet')?.focus();
        }}
      >
        Skip to the sheet
      </a>
      <Header />
      <YearRail />
      <div className="screens">
        <nav aria-label="Screens">
          {Object.entries(STAGES[address.stage]?.screens ?? {}).map(([key, label]) => (
            <Link key={key} to={address.href(key)} aria-current={key === screen ? 'page' : undefined}>
              {label}
            </Link>
          ))}
        </nav>
        <PutAwayNotice />
        <BeforeChangeover screen={screen} />
        <div className="tools">
          {Beside ? (
            <button className="act" type="button" onClick={() => address.setBeside(undefined)}>
              One sheet
            </button>
          ) : (
            !WHOLE.has(screen) && <BesideChoice current={screen} />
          )}
        </div>
      </div>
      <main className="desk" id="desk">
        <p className="print-head">{organisation.name}</p>
        <Place key={screen}>
          <Main slot="main" />
        </Place>
        {Beside && (
          <Place key={`beside ${address.beside}`}>
            <Beside slot="beside" />
          </Place>
        )}
      </main>
      <ProofBar />
      <KeysHelp screen={screen} />
    </div>
  );
}

function Header() {
  const address = useAddress();
  const { organisation } = useBooks();
  const signOut = useSignOut();
  const navigate = useNavigate();
  const month = MONTH_NAMES[organisation.fiscalYearStartMonth - 1];
  return (
    <header>
      <div className="whose">
        <button
          className="plain name"
          type="button"
          title={`${organisation.name}: change to another organisation`}
          onClick={() => void navigate('/')}
        >
          {organisation.name}
        </button>
        <span className="small soft">
          {KIND_LABELS[organisation.kind]} · {organisation.baseCurrency} · year from {month}
        </span>
      </div>
      <nav className="stages" aria-label="Stages">
        {(Object.keys(STAGES) as Stage[]).map((stage) => (
          <Link
            key={stage}
            to={address.href(Object.keys(STAGES[stage].screens)[0] ?? '')}
            aria-current={stage === address.stage ? 'page' : undefined}
          >
            {STAGES[stage].label}
            <Waiting stage={stage} />
          </Link>
        ))}
      </nav>
      <div className="person small">
        <span className="soft">
          Keys <kbd>?</kbd>
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
function Waiting({ stage }: { stage: Stage }) {
  const { organisation, currency, years, today } = useBooks();
  const { data: drafts } = useQuery({ ...draftsQuery(organisation.id), enabled: stage === 'record' });
  const { data: recurring } = useQuery({ ...recurringQuery(organisation.id, today), enabled: stage === 'record' });
  const { data: takeOn } = useQuery({ ...takeOnQuery(organisation.id), enabled: stage === 'take-on' });
  const waits: string[] = [];
  if (organisation.putAwayAt) return null;
  if (stage === 'record') {
    const due = (recurring ?? [])
      .flatMap((journal) => journal.occurrences)
      .filter((one) => one.state === 'due').length;
    if (drafts && drafts.length > 0) waits.push(drafts.length === 1 ? '1 draft' : `${drafts.length} drafts`);
    if (due > 0) waits.push(`${due} due`);
  }
  if (stage === 'take-on' && takeOn?.isBegun && !takeOn.signedOff) {
    const apart = takeOn.clearing.reduce((sum, { expected }) => sum + Math.abs(parseAmount(expected, currency)), 0);
    waits.push(apart === 0 ? 'to sign off' : `${displayed(minor(apart), currency)} apart`);
  }
  if (stage === 'close') {
    const open = years.years.filter(
      (year) => year.to < today && !year.closed && year.periods.some((period) => period.entries > 0),
    );
    if (open[0]) waits.push(`${open[0].name} to close`);
  }
  return waits.length === 0 ? null : <small className="waits">{waits.join(' · ')}</small>;
}

/** Screens of lines, which do not say by themselves that balances before the changeover lie in the old books. */
const OF_LINES: ReadonlySet<string> = new Set(['account', 'aged', 'contact']);

/** Says that positions before the changeover lie in the old books, where somebody looks at such a day. */
function BeforeChangeover({ screen }: { screen: string }) {
  const { organisation, to } = useBooks();
  const { changeoverDate } = organisation;
  const isBefore = changeoverDate !== null && to < changeoverDate && to >= organisation.firstDay;
  if (!isBefore || !OF_LINES.has(screen)) return null;
  return (
    <div className="put-away" role="status">
      Balances before {longDate(parseCivilDate(changeoverDate))} lie in the old books: only flows are here.
    </div>
  );
}

/** Puts a second sheet beside the first. */
function BesideChoice({ current }: { current: string }) {
  const address = useAddress();
  const [isOpen, setOpen] = useState(false);
  const choices = ['journal', 'trial-balance', 'chart'].filter((screen) => screen !== current);
  if (!isOpen)
    return (
      <button className="act" type="button" onClick={() => setOpen(true)}>
        Two sheets
      </button>
    );
  return (
    <>
      <span className="soft">beside it:</span>
      {choices.map((screen) => (
        <button key={screen} className="act" type="button" onClick={() => address.setBeside(screen)}>
          {labelOf(screen)}
        </button>
      ))}
    </>
  );
}

function labelOf(screen: string): string {
  for (const stage of Object.values(STAGES)) {
    const label = (stage.screens as Record<string, string>)[screen];
    if (label) return label;
  }
  return 'Just Ledger';
}
