import type { TrialBalanceResponse } from '@just-ledger/contract';
import {
  accountIn,
  type CivilDate,
  type CurrencyCode,
  dayOf,
  DETAIL_TRAYS,
  displayAmount,
  longDate,
  minor,
  type Proof,
  type RowFact,
  takeOnStatus,
  type Tray,
  type TrayKey,
  TRAYS,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { PdfPart } from '../../platform/files/write-pdf.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { chainEnd } from '../periods/period-store.js';
import { trialBalanceReport } from '../trial-balance/trial-balance-report.js';
import { controlProofs, takeOnProofs } from './take-on-proofs.js';
import { takeOnAt } from './take-on-readings.js';
import { type LoadedTakeOn, loadTakeOn } from './take-on-store.js';

/** What a pack is called and made of, ready to be drawn. */
export interface TakeOnPack {
  readonly title: string;
  readonly parts: readonly PdfPart[];
}

/** The pack of a take-on: old and new trial balance, each list of detail, each proof with its figures. */
export function takeOnPack(db: Db, organisation: number, today: CivilDate): TakeOnPack {
  const record = organisationOf(db, organisation);
  const loaded = loadTakeOn(db, organisation, today);
  const { changeover } = loaded.on;
  const { signedOff } = takeOnAt(db, { organisation, today });
  const { entries, seal } = chainEnd(db, organisation);
  const signed = signedOff ? `Signed off by ${signedOff.by} on ${longDate(dayOf(signedOff.at))}` : 'Not signed off';
  const inLedger = trialBalanceReport(db, record, { asAt: changeover, stage: 'unadjusted' }, today);
  const proofs = [...controlProofs(db, record, changeover), ...takeOnProofs(db, record, today, changeover)];
  return {
    title: `${record.name}: take-on of the opening balances`,
    parts: [
      { type: 'title', lines: [record.name, 'Take-on of the opening balances', `as at ${longDate(changeover)}`] },
      { type: 'text', text: `${signed}. ${entries} entries, last seal ${seal}.` },
      oldTrialBalance(loaded),
      newTrialBalance(inLedger, record.baseCurrency),
      ...DETAIL_TRAYS.filter((tray) => loaded.trays[tray].facts.length > 0).map((tray) => detailList(tray, loaded)),
      proofTable(proofs, record.baseCurrency),
    ],
  };
}

function oldTrialBalance({ trays, on }: LoadedTakeOn): PdfPart {
  const { chart, baseCurrency } = on.books;
  const { debit, credit } = takeOnStatus(trays, on);
  const rows = trays['trial-balance'].facts.flatMap(({ lines }) =>
    lines.map(({ account, amount }) => {
      const { number, name } = accountIn(chart, account);
      return [number, name, ...sides(amount, baseCurrency)];
    }),
  );
  return {
    type: 'table',
    heading: 'Old trial balance',
    columns: ['Account', 'Name', 'Debit', 'Credit'],
    widths: ['auto', '*', 'auto', 'auto'],
    amounts: 2,
    rows,
    totals: ['', '', displayAmount(debit, baseCurrency), displayAmount(credit, baseCurrency)],
  };
}

function newTrialBalance(report: TrialBalanceResponse, currency: CurrencyCode): PdfPart {
  const show = (amount: string): string => printedAmount(amount, currency);
  return {
    type: 'table',
    heading: 'New trial balance at the changeover date',
    isOnNewPage: true,
    columns: ['Account', 'Name', 'Debit', 'Credit'],
    widths: ['auto', '*', 'auto', 'auto'],
    amounts: 2,
    rows: report.rows.map((row) => [row.account, row.name, show(row.debit), show(row.credit)]),
    totals: ['', '', show(report.totalDebit), show(report.totalCredit)],
  };
}

/** A tray's rows as they were typed, with what each comes to, and its total against the old trial balance. */
function detailList(tray: TrayKey, { trays, on, rows }: LoadedTakeOn): PdfPart {
  const { baseCurrency } = on.books;
  const { columns }: Tray = TRAYS[tray];
  const facts = new Map<number, RowFact>(trays[tray].facts.map((fact) => [fact.row, fact]));
  const used = columns.filter(({ key }) => rows[tray].some(({ cells }) => (cells[key] ?? '') !== ''));
  const amountOf = (fact: RowFact | undefined): number =>
    (fact?.lines ?? []).reduce((sum, line) => sum + line.amount, 0);
  const status = takeOnStatus(trays, on).trays.find((trayStatus) => trayStatus.tray === tray);
  const difference = status?.difference ?? minor(0);
  return {
    type: 'table',
    heading: TRAYS[tray].label,
    remark:
      difference === 0
        ? 'Agrees with the old trial balance.'
        : `Differs from the old trial balance by ${displayAmount(minor(Math.abs(difference)), baseCurrency)}.`,
    columns: [...used.map(({ label }) => label), 'In the books'],
    widths: [...used.map(({ kind }, index) => (index === 0 || kind === 'contact' ? '*' : 'auto')), 'auto'],
    amounts: 1 + [...used].reverse().findIndex(({ kind }) => kind !== 'amount'),
    rows: rows[tray]
      .filter(({ id }) => facts.has(id))
      .map(({ id, cells }) => [
        ...used.map(({ key }) => cells[key] ?? ''),
        displayAmount(minor(amountOf(facts.get(id))), baseCurrency),
      ]),
    totals: [...used.map(() => ''), displayAmount(status?.detail ?? minor(0), baseCurrency)],
  };
}

function proofTable(proofs: readonly Proof[], currency: CurrencyCode): PdfPart {
  return {
    type: 'table',
    heading: 'Proofs',
    columns: ['Proof', 'One figure', '', 'The other', '', 'Difference'],
    widths: ['*', '*', 'auto', '*', 'auto', 'auto'],
    amounts: 1,
    rows: proofs.map(({ label, leftLabel, left, rightLabel, right, difference }) => [
      label,
      leftLabel,
      displayAmount(left, currency),
      rightLabel,
      displayAmount(right, currency),
      difference === 0 ? 'nothing' : displayAmount(difference, currency),
    ]),
  };
}

function sides(amount: number, currency: CurrencyCode): [string, string] {
  const text = displayAmount(minor(Math.abs(amount)), currency);
  return amount < 0 ? ['', text] : [text, ''];
}
