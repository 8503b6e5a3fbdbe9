import { paths, type TakeOnResponse } from '@just-ledger/contract';
import { BREAKDOWN_CELL, similarName, type TrayKey, TRAYS } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import layout from '../../ui/layout.module.css';
import { Sheet } from '../../ui/sheet.js';
import type { Completions } from './completions.js';
import { TrayFoot } from './tray-foot.js';
import styles from './tray-sheet.module.css';
import { TrayStatus } from './tray-status.js';
import { TrayTable } from './tray-table.js';

/** One tray: its rows, what they come to against the old trial balance, and whether they are posted. */
export function TraySheet({ takeOn, tray }: { takeOn: TakeOnResponse; tray: TrayKey }) {
  const { organisation, today, may } = useBooks();
  const { data: accounts } = useQuery(accountsQuery(organisation.id, today));
  const { data: contacts } = useQuery(contactsQuery(organisation.id));
  const { data: breakdowns } = useQuery(breakdownsQuery(organisation.id));
  const address = useAddress();
  const [row] = useSheetParam('row');
  const trayStatus = takeOn.trays.find((candidate) => candidate.tray === tray);
  const isReadOnly = takeOn.signedOff !== null || !may('typeTakeOn');
  const byNumber = new Map((accounts ?? []).map((account) => [account.number, account.name]));
  const names = (accounts ?? []).filter(({ heading }) => !heading).map(({ name }) => name);
  const same = (name: string): string | undefined =>
    names.find((other) => other.toLowerCase() === name.trim().toLowerCase());
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
              {trayStatus && trayStatus.rows > 0 ? 'As a workbook' : 'Template'}
            </a>
          </>
        )
      }
      foot={trayStatus && <TrayFoot of={trayStatus} takeOn={takeOn} />}
    >
      <p className={clsx(styles.hint, 'soft')}>{TRAYS[tray].hint}</p>
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
        <section aria-label="Asset classes" className={layout.below}>
          <h2 className="minor">Classes: what assets share</h2>
          <TrayTable tray="asset-classes" target={undefined} isReadOnly={isReadOnly} completions={completions} />
          <h2 className={clsx(layout.above, 'minor')}>Assets one by one</h2>
        </section>
      )}
      <TrayTable key={tray} tray={tray} target={target} isReadOnly={isReadOnly} completions={completions} />
      {trayStatus && <TrayStatus of={trayStatus} takeOn={takeOn} />}
    </Sheet>
  );
}
