import { paths, type TakeOnResponse, type TrayResponse } from '@just-ledger/contract';
import {
  BREAKDOWN_CELL,
  longDate,
  parseCivilDate,
  parseCurrencyCode,
  POSTED_PARTS,
  similarName,
  type TrayKey,
  TRAYS,
} from '@just-ledger/core';
import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent } from 'react';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { shown, shownWithSide } from '../../ui/money.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import type { Completions } from './tray-row.js';
import { TrayTable } from './tray-table.js';

/** One tray: its rows, what they come to against the old trial balance, and whether they are posted. */
export function TraySheet({ takeOn, tray }: { takeOn: TakeOnResponse; tray: TrayKey }) {
  const { organisation, today, may } = useBooks();
  const { data: accounts } = useQuery(accountsQuery(organisation.id, today));
  const { data: contacts } = useQuery(contactsQuery(organisation.id));
  const { data: breakdowns } = useQuery(breakdownsQuery(organisation.id));
  const address = useAddress();
  const [row] = useSheetParam('row');
  const of = takeOn.trays.find((one) => one.tray === tray);
  const isReadOnly = takeOn.signedOff !== null || !may('preparer');
  const byNumber = new Map((accounts ?? []).map((account) => [account.number, account.name]));
  const names = (accounts ?? []).filter(({ heading }) => !heading).map(({ name }) => name);
  const same = (name: string): string | undefined =>
    names.find((one) => one.toLowerCase() === name.trim().toLowerCase());
  const completions: Completions = {
    accountName: (number) => byNumber.get(number),
    similarAccount: (name) => {
      const like = same(name) ?? similarName(name, names);
      const found = like === undefined ? undefined : (accounts ?? []).find((account) => account.name === like);
      return found && { number: found.number, name: found.name };
    },
    findAccount: (text) => {
      if (byNumber.has(text)) return text;
      const plain = text.toLowerCase();
      const found = (accounts ?? []).filter(({ number, name }) => `${number} ${name}`.toLowerCase().includes(plain));
      const same = found.filter(({ name }) => name.toLowerCase() === plain);
      return (same.length === 1 ? same : found).length === 1 ? (same[0] ?? found[0])?.number : undefined;
    },
    usualValues: (number) => {
      const account = (accounts ?? []).find((account) => account.number === number);
      const usual = (breakdowns ?? []).filter(
        ({ name, usualValue, selfBalancing }) =>
          account !== undefined && usualValue !== null && (selfBalancing || account.breakdowns.includes(name)),
      );
      return Object.fromEntries(usual.map(({ name, usualValue }) => [`${BREAKDOWN_CELL}${name}`, usualValue ?? '']));
    },
    contactNames: (contacts ?? []).filter(({ active }) => active).map(({ name }) => name),
    contacts: new Set((contacts ?? []).flatMap(({ name, number }) => [name.toLowerCase(), number.toLowerCase()])),
  };
  const target = row === '' ? undefined : Number(row);
  return (
    <Sheet
      title={TRAYS[tray].label}
      tools={
        !isReadOnly && (
          <>
            <Link className="act" to={address.href('files', { subject: `tray-${tray}` })}>
              Read a file
            </Link>
            <a className="act" href={paths.exportFile(organisation.id, `tray-${tray}`, 'xlsx')} download>
              {of && of.rows > 0 ? 'As a workbook' : 'Template'}
            </a>
          </>
        )
      }
      foot={of && <Foot of={of} takeOn={takeOn} />}
    >
      <p className="soft" style={{ margin: '-6px 0 12px' }}>
        {TRAYS[tray].hint}
      </p>
      <datalist id="take-on-accounts">
        {(accounts ?? []).map(({ number, name }) => (
          <option key={number} value={number}>
            {name}
          </option>
        ))}
      </datalist>
      <datalist id="take-on-contacts">
        {(contacts ?? [])
          .filter(({ active }) => active)
          .map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
      </datalist>
      {tray === 'assets' && (
        <section aria-label="Asset classes" style={{ marginBottom: 18 }}>
          <h2 className="minor">Classes: what assets share</h2>
          <TrayTable tray="asset-classes" target={undefined} isReadOnly={isReadOnly} completions={completions} />
          <h2 className="minor" style={{ marginTop: 16 }}>
            Assets one by one
          </h2>
        </section>
      )}
      <TrayTable key={tray} tray={tray} target={target} isReadOnly={isReadOnly} completions={completions} />
      {of && <Standing of={of} takeOn={takeOn} />}
    </Sheet>
  );
}

/** Detail against the old trial balance, account by account. */
function Standing({ of, takeOn }: { of: TrayResponse; takeOn: TakeOnResponse }) {
  const { currency } = useBooks();
  const show = (amount: string): string => shownWithSide(amount, currency);
  if (of.tray === 'trial-balance') {
    if (of.rows === 0) return null;
    return (
      <table className="ruled standing">
        <tbody>
          <tr className="sums">
            <td>Debits, credits</td>
            <td className="num">{show(takeOn.debit)}</td>
            <td className="num">{show(takeOn.credit === '0.00' ? '0.00' : `-${takeOn.credit}`)}</td>
          </tr>
        </tbody>
      </table>
    );
  }
  if (of.tray === 'history') return <HistoryDates takeOn={takeOn} />;
  if (of.accounts.length === 0) return null;
  return (
    <table className="ruled standing">
      <thead>
        <tr>
          <th>Account</th>
          <th className="num">Detail</th>
          <th className="num">Old trial balance</th>
          <th className="num">Difference</th>
        </tr>
      </thead>
      <tbody>
        {of.accounts.map(({ number, name, detail, foreign, trialBalance, difference }) => (
          <tr key={number}>
            <td>
              {number} {name}
            </td>
            <td className="num">
              {show(detail)}
              {foreign.map((one) => (
                <div key={one.currency} className="soft small">
                  {shown(one.amount, parseCurrencyCode(one.currency))} {one.currency}
                </div>
              ))}
            </td>
            <td className="num">
              {trialBalance === null ? <span className="soft">not there</span> : show(trialBalance)}
            </td>
            <td className={Number(difference) === 0 ? 'num soft' : 'num brick strong'}>
              {Number(difference) === 0 ? 'agrees' : show(difference)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Each earlier date with what it adds up to. */
function HistoryDates({ takeOn }: { takeOn: TakeOnResponse }) {
  const { currency } = useBooks();
  if (takeOn.history.length === 0) return null;
  return (
    <table className="ruled standing">
      <thead>
        <tr>
          <th>At the end of</th>
          <th className="num">Debits</th>
          <th className="num">Credits</th>
          <th className="num">Out by</th>
        </tr>
      </thead>
      <tbody>
        {takeOn.history.map(({ date, debit, credit, outBy, differing }) => (
          <tr key={date}>
            <td>{longDate(parseCivilDate(date))}</td>
            <td className="num">{shown(debit, currency)}</td>
            <td className="num">{shown(credit, currency)}</td>
            <td className={Number(outBy) === 0 ? 'num soft' : 'num brick strong'}>
              {Number(outBy) === 0 ? 'balances' : shownWithSide(outBy, currency)}
              {differing !== null && <AgainstOpening differing={differing} />}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Whether earlier years lead to the balances that are taken on. */
function AgainstOpening({ differing }: { differing: number }) {
  if (differing === 0) return <div className="soft">leads to the opening balances</div>;
  return (
    <div className="brick strong">
      {differing === 1 ? 'one account is' : `${differing} accounts are`} not as taken on
    </div>
  );
}

/** Posts a tray by itself, so that its documents can be paid before the rest is here. */
function Foot({ of, takeOn }: { of: TrayResponse; takeOn: TakeOnResponse }) {
  const { organisation, may } = useBooks();
  const address = useAddress();
  const post = useOrganisationMutation(() => api.post(paths.trayPosting(organisation.id, of.tray)));
  const takeBack = useOrganisationMutation(() => api.delete(paths.trayPosting(organisation.id, of.tray)));
  const canPost = takeOn.signedOff === null && of.state !== 'posted' && of.rowsWithProblems === 0 && may('approver');
  usePostKey(canPost && !post.isPending, () => post.mutate(undefined));
  if (!POSTED_PARTS.some((part) => part === of.tray) || of.state === 'nothing') return null;
  const says = {
    waiting: 'Kept as it is typed; not in the ledger yet. It is posted at sign-off, or now.',
    changed: 'Changed since it was posted. Posted again, what it had posted is reversed.',
    posted: 'In the ledger as it stands here.',
  }[of.state];
  return (
    <>
      <span className="small soft">
        {says}{' '}
        {of.entries.map((number) => (
          <Link
            key={number}
            className="act"
            to={address.href('journal', { entry: number, from: takeOn.changeover, to: takeOn.changeover })}
          >
            {number}
          </Link>
        ))}
        <ErrorMessage error={post.error ?? takeBack.error} />
      </span>
      {takeOn.signedOff === null && (
        <Allowed>
          <span className="row">
            {of.state !== 'posted' && (
              <Button
                variant="outlined"
                disabled={post.isPending || of.rowsWithProblems > 0}
                onClick={() => post.mutate(undefined)}
              >
                {of.state === 'changed' ? 'Post it again' : 'Post this tray'}
              </Button>
            )}
            {of.state !== 'waiting' && (
              <button
                className="act"
                type="button"
                disabled={takeBack.isPending}
                onClick={() => takeBack.mutate(undefined)}
              >
                Undo posting
              </button>
            )}
          </span>
        </Allowed>
      )}
    </>
  );
}

/** Ctrl Enter posts the tray, once what is being typed has been kept. */
function usePostKey(isOn: boolean, post: () => void): void {
  const act = useEffectEvent(post);
  useEffect(() => {
    if (!isOn) return;
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      (document.activeElement as HTMLElement | null)?.blur();
      setTimeout(act, 0);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [isOn]);
}
