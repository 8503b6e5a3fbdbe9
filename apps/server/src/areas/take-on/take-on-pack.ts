import type { TrialBalanceResponse } from '@just-ledger/contract';
import {
  accountIn,
  type CivilDate,
  dayOf,
  DETAIL_TRAYS,
  displayAmount,
  formatAmount,
  longDate,
  minor,
  type Minor,
  printedCell,
  type RowFact,
  takeOnStatus,
  type Tray,
  type TrayKey,
  TRAYS,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { ListPaper } from '../../platform/files/list-pages.js';
import { columnsFor } from '../../platform/files/list-widths.js';
import { paperOfTable, type ReportTable } from '../../platform/files/report-table.js';
import type { Paper, PrintedPapers } from '../../platform/files/write-papers-pdf.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd } from '../periods/period-store.js';
import { printedProofs } from '../periods/printed-proofs.js';
import { trialBalanceReport } from '../trial-balance/trial-balance-report.js';
import { controlProofs, takeOnProofs } from './take-on-proofs.js';
import { takeOnAt } from './take-on-readings.js';
import { type LoadedTakeOn, loadTakeOn } from './take-on-store.js';

/** The pack of a take-on: old and new trial balance, each list of detail, each proof with its figures. */
export function takeOnPack(
  db: Db,
  organisation: Organisation,
  today: CivilDate,
): Pick<PrintedPapers, 'title' | 'papers' | 'front'> {
  const loaded = loadTakeOn(db, organisation.id, today);
  const { changeover } = loaded.on;
  const { signedOff } = takeOnAt(db, { organisation: organisation.id, today });
  const { entries, seal } = chainEnd(db, organisation.id);
  const signed = signedOff ? `signed off by ${signedOff.by} on ${longDate(dayOf(signedOff.at))}` : 'not signed off';
  const inLedger = trialBalanceReport(db, organisation, { asAt: changeover, stage: 'unadjusted' }, today);
  const lists = DETAIL_TRAYS.filter((tray) => loaded.trays[tray].facts.length > 0);
  const proofs = [
    ...controlProofs(db, organisation, changeover),
    ...takeOnProofs(db, organisation, today, changeover),
  ];
  const parts: readonly (readonly [name: string, papers: readonly Paper[]])[] = [
    [
      'Trial balances',
      [
        ...(loaded.trays['trial-balance'].facts.length > 0 ? [oldTrialBalance(loaded, organisation)] : []),
        newTrialBalance(inLedger, changeover, organisation),
      ].map(paperOfTable),
    ],
    ['What balances are made of', lists.map((tray) => detailList(tray, loaded, organisation))],
    ['What proves it', [printedProofs(proofs, changeover, organisation)]],
  ];
  const names = new Map<number, string>();
  const papers: Paper[] = [];
  for (const [name, some] of parts) {
    if (some.length > 0) names.set(papers.length, name);
    papers.push(...some);
  }
  const title = 'Take-on of the opening balances';
  return {
    title: `${organisation.name}, ${title}`,
    papers,
    front: {
      organisation: organisation.name,
      title,
      lines: [
        `as at ${longDate(changeover)}`,
        signed,
        `${entries.toLocaleString('en')} entries`,
        `last seal ${seal.slice(0, 16)}`,
      ],
      names,
    },
  };
}

function oldTrialBalance({ trays, on }: LoadedTakeOn, { name, baseCurrency }: Organisation): ReportTable {
  const { debit, credit } = takeOnStatus(trays, on);
  return {
    organisation: name,
    title: 'Old trial balance',
    dateLine: `as at ${longDate(on.changeover)}`,
    currency: baseCurrency,
    columns: ['Debit', 'Credit'],
    rows: [
      ...trays['trial-balance'].facts.flatMap(({ lines }) =>
        lines.map(({ account, amount }) => {
          const { number, name: label } = accountIn(on.books.chart, account);
          const written = formatAmount(minor(Math.abs(amount)), baseCurrency);
          return {
            code: number,
            label,
            kind: 'item' as const,
            figures: amount < 0 ? ['', written] : [written, ''],
          };
        }),
      ),
      { label: 'Total', kind: 'end', figures: [debit, credit].map((side) => formatAmount(side, baseCurrency)) },
    ],
  };
}

function newTrialBalance(
  { rows, totalDebit, totalCredit }: TrialBalanceResponse,
  changeover: CivilDate,
  { name, baseCurrency }: Organisation,
): ReportTable {
  return {
    organisation: name,
    title: 'New trial balance',
    dateLine: `as at ${longDate(changeover)}, as it is in the books`,
    currency: baseCurrency,
    columns: ['Debit', 'Credit'],
    rows: [
      ...rows.map((row) => ({
        code: row.account,
        label: row.name,
        kind: 'item' as const,
        figures: [row.debit, row.credit],
      })),
      { label: 'Total', kind: 'end', figures: [totalDebit, totalCredit] },
    ],
  };
}

/** A tray's rows, with what each comes to, and its total against the old trial balance. */
function detailList(
  tray: TrayKey,
  { trays, on, rows }: LoadedTakeOn,
  { name, baseCurrency }: Organisation,
): ListPaper {
  const { columns }: Tray = TRAYS[tray];
  const facts = new Map<number, RowFact>(trays[tray].facts.map((fact) => [fact.row, fact]));
  const used = columns.filter(({ key }) => rows[tray].some(({ cells }) => (cells[key] ?? '') !== ''));
  const shown = (amount: Minor): string => displayAmount(amount, baseCurrency);
  const status = takeOnStatus(trays, on).trays.find((trayStatus) => trayStatus.tray === tray);
  const difference = status?.difference ?? minor(0);
  const list = rows[tray]
    .filter(({ id }) => facts.has(id))
    .map(({ id, cells }) => {
      const fact = facts.get(id);
      const currency = fact?.lines[0]?.foreign?.currency ?? baseCurrency;
      return [
        ...used.map(({ key, kind }) => printedCell(kind, cells[key] ?? '', currency, on.changeover)),
        shown(comesTo(fact)),
      ];
    });
  const total = shown(status?.detail ?? minor(0));
  return {
    organisation: name,
    title: TRAYS[tray].label,
    dateLine: `as at ${longDate(on.changeover)}`,
    facts: [
      [
        'old trial balance',
        difference === 0 ? 'agrees' : `differs by ${shown(minor(Math.abs(difference)))} ${baseCurrency}`,
      ],
    ],
    columns: columnsFor(
      [
        ...used.map(({ label, kind }) => ({ label, isFigure: kind === 'amount' || kind === 'number' })),
        { label: `In the books, ${baseCurrency}`, isFigure: true },
      ],
      [...list, [...used.map(() => ''), total]],
    ),
    groups: [
      ...list.map((cells) => ({ rows: [{ cells }] })),
      { rows: [{ cells: [...used.map((_, index) => (index === 0 ? 'Total' : '')), total], style: 'end' }] },
    ],
  };
}

function comesTo(fact: RowFact | undefined): Minor {
  return minor((fact?.lines ?? []).reduce((sum, line) => sum + line.amount, 0));
}
