import type { TakeOnResponse, TrayResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate, type TrayKey, TRAYS, keysOf } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { Sheet } from '../../ui/sheet.js';
import styles from './tray-list.module.css';

/** What the bench lists; asset classes are shown with the assets. */
const LISTED = keysOf(TRAYS).filter((tray) => tray !== 'asset-classes');

/** The trays around the old trial balance: how many rows each has, and whether it agrees. */
export function TrayList({ takeOn, tray }: { takeOn: TakeOnResponse; tray: TrayKey }) {
  const address = useAddress();
  return (
    <Sheet title="Trays">
      <p className="soft small">old books up to {longDate(parseCivilDate(takeOn.changeover))}</p>
      <nav className={styles.trays} aria-label="Trays">
        {LISTED.map((key) => {
          const trayStatus = takeOn.trays.find((tray) => tray.tray === key);
          if (!trayStatus) return null;
          return (
            <Link
              key={key}
              to={address.href('bench', { tray: key })}
              aria-current={key === tray ? 'page' : undefined}
            >
              <TrayLine of={trayStatus} takeOn={takeOn} />
            </Link>
          );
        })}
      </nav>
    </Sheet>
  );
}

function TrayLine({ of, takeOn }: { of: TrayResponse; takeOn: TakeOnResponse }) {
  const { currency } = useBooks();
  const { word, tone, figures } = statusOf(of, takeOn, (amount) => shown(plain(amount), currency));
  const rows = of.rows === 0 ? '' : `${of.rows.toLocaleString('en')} ${of.rows === 1 ? 'row' : 'rows'}`;
  return (
    <>
      <span className={layout.spread}>
        <span className="strong nowrap">{TRAYS[of.tray].label}</span>
        <span className={tone}>{word}</span>
      </span>
      <span className={clsx(layout.spread, 'small soft')}>
        <span className="nowrap">{of.rowsWithProblems > 0 ? `${rows}, ${of.rowsWithProblems} to mend` : rows}</span>
        {of.rowsWithProblems === 0 && <span className="num">{figures}</span>}
      </span>
    </>
  );
}

/** How a tray stands in a word, and its figures. */
function statusOf(
  tray: TrayResponse,
  takeOn: TakeOnResponse,
  show: (amount: string) => string,
): { word: string; tone: string; figures: string } {
  if (tray.tray === 'trial-balance') {
    if (tray.rows === 0) return { word: 'not here yet', tone: 'soft', figures: '' };
    const isIn = Number(takeOn.outBy) === 0;
    return isIn
      ? { word: 'balances', tone: 'soft', figures: `${show(takeOn.debit)} = ${show(takeOn.credit)}` }
      : {
          word: `out by ${show(takeOn.outBy)}`,
          tone: 'brick',
          figures: `${show(takeOn.debit)} ≠ ${show(takeOn.credit)}`,
        };
  }
  if (tray.tray === 'history') {
    const out = takeOn.history.filter((historyDate) => Number(historyDate.outBy) !== 0).length;
    const dates = takeOn.history.length;
    if (dates === 0) return { word: '', tone: 'soft', figures: '' };
    const figures = `${dates} ${dates === 1 ? 'date' : 'dates'}`;
    return out === 0
      ? { word: 'balance', tone: 'soft', figures }
      : { word: `${out} out of balance`, tone: 'brick', figures };
  }
  if (tray.rows === 0 && tray.trialBalance === null) return { word: '', tone: 'soft', figures: '' };
  if (tray.trialBalance === null) return { word: 'no total yet', tone: 'brass', figures: show(tray.detail) };
  if (tray.accounts.every((account) => Number(account.difference) === 0)) {
    return { word: 'agrees', tone: 'soft', figures: show(tray.detail) };
  }
  return {
    word: Number(tray.difference) === 0 ? 'between accounts' : `difference ${show(tray.difference)}`,
    tone: 'brick',
    figures: `${show(tray.detail)} ≠ ${show(tray.trialBalance)}`,
  };
}

/** An amount without its side. */
function plain(amount: string): string {
  return amount.replace(/^-/, '');
}
