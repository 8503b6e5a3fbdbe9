import type { Account, AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { CASH_FLOW_CLASSES, cashFlowClassOf } from '../accounts/cash-flow-class.js';
import { groupsOf } from '../keyed/keyed.js';
import { type LedgerFlow, sumByAccount } from '../ledger/ledger-flow.js';
import { minor, type Minor, negated, subtract, sumOf, ZERO } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { STATEMENT_WORDS, type OrganisationKind } from '../organisations/kind.js';
import {
  ACTIVITIES,
  type Activity,
  type CashFlowLine,
  type ClassOfLine,
  classesOfLines,
  type EntryCashFlow,
  entryCashFlow,
  mainAccount,
} from './cash-flow-entry.js';
import { lowerFirst, type StatementRow, sumOfRows } from './statement-row.js';

/** An entry that moves what is invested or borrowed, whole. */
export interface CashFlowEntry {
  /** Its place in the chain. */
  readonly place: number;
  /** The place of the entry that it takes back. */
  readonly reverses?: number | undefined;
  /** Whether it is dated in the span; those before it are asked for what they left to be paid. */
  readonly isInSpan: boolean;
  readonly lines: readonly CashFlowLine[];
}

/** What a cash-flow statement is drawn of. Closing entries play no part in it. */
export interface CashFlowBasis {
  /** Everything posted in the span. */
  readonly flows: readonly LedgerFlow[];
  /** What accounts held before the span; minor units, debit positive. */
  readonly before: ReadonlyMap<AccountId, Minor>;
  /**
   * Entries with a line on an account that is investing or financing, neither opening nor closing: all of the span, and
   * those before it that stand on a control account.
   */
  readonly entries: readonly CashFlowEntry[];
  /** What of a document was open before the span and at its end; minor units, debit positive. */
  readonly open: (document: string) => { readonly start: Minor; readonly end: Minor };
}

/** What an entry set against each other without cash. */
export interface WithoutCash {
  readonly place: number;
  /** Minor units, positive. */
  readonly amount: Minor;
}

/** A cash-flow statement; amounts in minor units, what comes in positive. */
export interface CashFlowStatement {
  readonly rows: readonly StatementRow[];
  readonly operating: Minor;
  readonly investing: Minor;
  readonly financing: Minor;
  readonly change: Minor;
  readonly cashAtBeginning: Minor;
  readonly cashAtEnd: Minor;
  /** Told beside the statement, in the order of the entries. */
  readonly withoutCash: readonly WithoutCash[];
  /** What the investing and financing figures are made of. */
  readonly paid: readonly PaidPart[];
  /** What is taken off the change of operating accounts, and off the result, since it moved no cash. */
  readonly leftOut: readonly LeftOutPart[];
}

/** What was paid under an account of an activity; minor units, what comes in positive. */
export interface PaidPart {
  readonly activity: Activity;
  readonly account: AccountId;
  readonly amount: Minor;
  /** The entry: the payment, or what was bought on account and is paid by now. */
  readonly place: number;
}

/** What of an entry's line moved no cash; minor units, what comes in positive. */
export interface LeftOutPart {
  readonly account: AccountId;
  readonly amount: Minor;
  readonly place: number;
}

/**
 * Draws up the cash-flow statement of a span by the indirect method (IAS 7, 18 b and 20): the net result, less what of it
 * is investing, financing or moved no cash, and the change of each operating account; investing and financing by what
 * was paid (21); what one activity set against another without cash is left out and told beside (43). What was bought on
 * account is paid when its document is. Opening entries count as what was there before.
 *
 * @param zeros whether accounts that were moved to nothing are listed too
 * @example cashFlowStatement(chart, 'company', basis).change // → cashAtEnd less cashAtBeginning
 */
export function cashFlowStatement(
  chart: Chart,
  kind: OrganisationKind,
  basis: CashFlowBasis,
  zeros = false,
): CashFlowStatement {
  const flows = basis.flows.filter(({ stage }) => stage !== 'closing');
  const classOf = classesOfLines(chart);
  const parts = partsOfEntries(chart, classOf, basis);
  const netResult = negated(
    sumOf(flows.filter(({ account }) => isOfResult(accountIn(chart, account))).map(({ amount }) => amount)),
  );
  const isShown = (row: StatementRow): boolean => zeros || row.amount !== 0;
  const takenOut = takenOutRows(chart, flows, parts).filter(isShown);
  const changes = changeRows(chart, classOf, flows, parts).filter(isShown);
  const words = STATEMENT_WORDS[kind];
  const operating: StatementRow[] = [
    { row: 'carry', key: 'net-result', label: netResult < 0 ? words.loss : words.profit, amount: netResult },
    ...headed('taken-out', 'Adjusted for what moved no operating cash', takenOut),
    ...headed('changes', 'Changes of what is held and owed', changes),
  ];
  const investing = paidRows(chart, parts, 'investing').filter(isShown);
  const financing = paidRows(chart, parts, 'financing').filter(isShown);
  const totals = {
    operating: sumOfRows(operating),
    investing: sumOfRows(investing),
    financing: sumOfRows(financing),
  };
  const change = sumOf(Object.values(totals));
  const { atBeginning, rows: cashRows, atEnd } = cashOf(chart, basis);
  return {
    rows: [
      ...ACTIVITIES.flatMap((activity) =>
        activityPart(activity, { operating, investing, financing }[activity], totals[activity]),
      ),
      {
        row: 'subtotal',
        key: 'change-in-cash',
        label: change < 0 ? 'Decrease in cash' : 'Increase in cash',
        amount: change,
      },
      { row: 'subtotal', key: 'cash-at-beginning', label: 'Cash at the beginning', amount: atBeginning },
      { row: 'total', key: 'cash-at-end', label: 'Cash at the end', amount: atEnd },
      ...(cashRows.length > 1 ? headed('cash', 'Of it', cashRows) : []),
    ],
    ...totals,
    change,
    cashAtBeginning: atBeginning,
    cashAtEnd: atEnd,
    withoutCash: toldBeside(basis, parts),
    paid: parts.paid,
    leftOut: parts.leftOut,
  };
}

/** What the entries say beyond the sums of accounts. */
interface EntryParts {
  readonly paid: readonly PaidPart[];
  readonly leftOut: readonly LeftOutPart[];
  readonly ofSpan: readonly { readonly entry: CashFlowEntry; readonly flow: EntryCashFlow }[];
  readonly documents: ReadonlyMap<string, OnAccount>;
}

/** A document by which something of another activity was bought or sold on account. */
interface OnAccount {
  /** The control account. */
  readonly account: AccountId;
  readonly of: PaidPart;
  /** What was left out for it up to the beginning and the end of the span; what comes in positive. */
  readonly leftOut: { readonly start: Minor; readonly end: Minor };
  /** The part of it that was not paid by then. */
  readonly unpaid: { readonly start: Minor; readonly end: Minor };
}

function partsOfEntries(chart: Chart, classOf: ClassOfLine, basis: CashFlowBasis): EntryParts {
  const all = basis.entries.map((entry) => ({ entry, flow: entryCashFlow(classOf, entry.lines) }));
  const ofSpan = all.filter(({ entry }) => entry.isInSpan);
  const documents = documentsOnAccount(chart, classOf, all, basis.open);
  const paid = ofSpan.flatMap(({ entry, flow }) =>
    (['investing', 'financing'] as const).flatMap((activity): PaidPart[] => {
      const account = flow.paid[activity] === 0 ? undefined : mainAccount(chart, classOf, entry.lines, activity);
      const { place } = entry;
      return account === undefined ? [] : [{ activity, account, amount: flow.paid[activity], place }];
    }),
  );
  const leftOut = ofSpan.flatMap(({ entry: { place, lines }, flow }) =>
    lines.flatMap((line, index): LeftOutPart[] => {
      const amount = flow.leftOut[index] ?? ZERO;
      return classOf(line) === 'operating' && amount !== 0 ? [{ account: line.account, amount, place }] : [];
    }),
  );
  const onAccount = [...documents.values()].flatMap(({ account, of, leftOut: left, unpaid }) => {
    const amount = subtract(subtract(left.end, unpaid.end), subtract(left.start, unpaid.start));
    return amount === 0 ? [] : [{ account, of, amount: negated(amount) }];
  });
  return {
    paid: [...paid, ...onAccount.map(({ of, amount }) => ({ ...of, amount }))],
    leftOut: [...leftOut, ...onAccount.map(({ account, of, amount }) => ({ account, amount, place: of.place }))],
    ofSpan,
    documents,
  };
}

/** What moved no cash, by account. */
function leftOutByAccount({ leftOut }: EntryParts): ReadonlyMap<AccountId, Minor> {
  const sums = new Map<AccountId, Minor>();
  for (const { account, amount } of leftOut) sums.set(account, minor((sums.get(account) ?? 0) + amount));
  return sums;
}

function documentsOnAccount(
  chart: Chart,
  classOf: ClassOfLine,
  entries: readonly { readonly entry: CashFlowEntry; readonly flow: EntryCashFlow }[],
  open: CashFlowBasis['open'],
): Map<string, OnAccount> {
  const lines = entries.flatMap(({ entry, flow }) =>
    entry.lines.flatMap(({ account, amount, document }, index) => {
      const out = flow.leftOut[index] ?? ZERO;
      if (document === undefined || out === 0) return [];
      const paidPart = largestLeftOut(chart, classOf, entry, flow, Math.sign(-out));
      return paidPart === undefined
        ? []
        : [{ document, account, amount, out, of: paidPart, isInSpan: entry.isInSpan }];
    }),
  );
  const documents = new Map<string, OnAccount>();
  for (const [document, ofDocument] of groupsOf(lines, (line) => line.document)) {
    const [first] = ofDocument;
    if (first === undefined) continue;
    const upTo = (isEnd: boolean): { out: Minor; charged: Minor } => {
      const known = ofDocument.filter(({ isInSpan }) => isEnd || !isInSpan);
      return {
        out: sumOf(known.map(({ out }) => out)),
        charged: sumOf(known.map(({ amount }) => amount)),
      };
    };
    const [start, end, left] = [upTo(false), upTo(true), open(document)];
    documents.set(document, {
      account: first.account,
      of: first.of,
      leftOut: { start: start.out, end: end.out },
      unpaid: { start: partOf(start, left.start), end: partOf(end, left.end) },
    });
  }
  return documents;
}

/** What of an amount left out is unpaid, where some of the document that it stands in is open. */
function partOf({ out, charged }: { readonly out: Minor; readonly charged: Minor }, open: Minor): Minor {
  if (charged === 0 || Math.sign(open) !== Math.sign(charged)) return ZERO;
  const part = Math.abs(open) >= Math.abs(charged) ? new Exact(1) : new Exact(open).div(charged);
  return roundHalfAwayFromZero(part.times(out));
}

/** Of which activity, and under which account, an entry left out most on a side. */
function largestLeftOut(
  chart: Chart,
  classOf: ClassOfLine,
  { place, lines }: CashFlowEntry,
  flow: EntryCashFlow,
  sign: number,
): PaidPart | undefined {
  const parts = (['investing', 'financing'] as const).flatMap((activity): PaidPart[] => {
    const own = lines.map((line, index) => ({ line, out: flow.leftOut[index] ?? ZERO }));
    const amount = sumOf(own.filter(({ line }) => classOf(line) === activity).map(({ out }) => out));
    const account = mainAccount(chart, classOf, lines, activity);
    return Math.sign(amount) !== sign || account === undefined ? [] : [{ activity, account, amount, place }];
  });
  return parts.sort((a, b) => Math.abs(b.amount) - Math.abs(a.amount))[0];
}

/** Whether an account is revenue or expense. */
function isOfResult({ element }: Account): boolean {
  return element === 'revenue' || element === 'expense';
}

/** What of the result is of another activity, was brought forward, or moved no cash. */
function takenOutRows(chart: Chart, flows: readonly LedgerFlow[], parts: EntryParts): StatementRow[] {
  const leftOut = leftOutByAccount(parts);
  const ofResult = flows.filter(({ account }) => isOfResult(accountIn(chart, account)));
  const broughtForward = sumOf(ofResult.filter(({ stage }) => stage === 'opening').map(({ amount }) => amount));
  const sums = sumByAccount(ofResult, ({ stage }) => stage !== 'opening');
  const rows = chart.accounts.filter(isOfResult).flatMap((account): StatementRow[] => {
    const isOperating = cashFlowClassOf(account) === 'operating';
    const amount = isOperating ? leftOut.get(account.id) : sums.get(account.id);
    if (amount === undefined) return [];
    const { name: label } = account;
    return [{ row: 'account', key: 'taken-out', label, account, amount: isOperating ? negated(amount) : amount }];
  });
  return [
    ...rows,
    {
      row: 'account',
      key: 'brought-forward-result',
      label: 'Brought forward into these books',
      amount: broughtForward,
    },
  ];
}

/** The change of each operating account, less what moved no cash. */
function changeRows(
  chart: Chart,
  classOf: ClassOfLine,
  flows: readonly LedgerFlow[],
  parts: EntryParts,
): StatementRow[] {
  const leftOut = leftOutByAccount(parts);
  const own = flows.filter(
    (flow) =>
      flow.stage !== 'opening' && !isOfResult(accountIn(chart, flow.account)) && classOf(flow) === 'operating',
  );
  const sums = sumByAccount(own);
  return (
    chart.accounts
      // one whose sum is nothing may have what moved no cash in it
      .filter((account) => sums.has(account.id) || (leftOut.has(account.id) && !isOfResult(account)))
      .map((account): StatementRow => {
        const amount = subtract(negated(sums.get(account.id) ?? ZERO), leftOut.get(account.id) ?? ZERO);
        return { row: 'account', key: 'change', label: changeLabel(account, amount), account, amount };
      })
  );
}

/** @example changeLabel(receivables, minor(-500)) // → 'Increase in Trade receivables' */
function changeLabel(account: Account, amount: Minor): string {
  if (account.element === 'equity') return 'Corrections of earlier years';
  const grows = account.element === 'asset' ? amount < 0 : amount > 0;
  return `${grows !== account.contra ? 'Increase' : 'Decrease'} in ${account.name}`;
}

/** @example paidLabel(loan, 'paid') // → 'Paid on Bank loan' */
function paidLabel({ element, name }: Account, key: 'received' | 'paid'): string {
  const words =
    element === 'liability'
      ? { received: 'Received on', paid: 'Paid on' }
      : element === 'equity'
        ? { received: 'Paid in as', paid: 'Paid out as' }
        : { received: 'Received for', paid: 'Paid for' };
  return `${words[key]} ${name}`;
}

/** What was paid and received under each account of an activity. */
function paidRows(chart: Chart, { paid }: EntryParts, activity: 'investing' | 'financing'): StatementRow[] {
  const own = paid.filter((part) => part.activity === activity);
  return chart.accounts.flatMap((account) =>
    (['received', 'paid'] as const).flatMap((key): StatementRow[] => {
      const parts = own.filter((part) => part.account === account.id && (key === 'received') === part.amount > 0);
      return parts.length === 0
        ? []
        : [
            {
              row: 'account',
              key,
              label: paidLabel(account, key),
              account,
              amount: sumOf(parts.map(({ amount }) => amount)),
            },
          ];
    }),
  );
}

function headed(key: string, label: string, rows: readonly StatementRow[]): StatementRow[] {
  return rows.length === 0 ? [] : [{ row: 'heading', key, label }, ...rows];
}

function activityPart(activity: Activity, rows: readonly StatementRow[], amount: Minor): StatementRow[] {
  if (rows.length === 0) return [];
  const label = `${amount < 0 ? 'Cash used in' : 'Cash from'} ${lowerFirst(CASH_FLOW_CLASSES[activity].label)}`;
  return [
    { row: 'heading', key: activity, label: CASH_FLOW_CLASSES[activity].label },
    ...rows,
    { row: 'subtotal', key: `cash-${activity}`, label, amount },
  ];
}

/** What the accounts of cash held before the span and hold at its end. */
function cashOf(
  chart: Chart,
  { flows, before }: CashFlowBasis,
): { readonly atBeginning: Minor; readonly rows: StatementRow[]; readonly atEnd: Minor } {
  const accounts = chart.accounts.filter((account) => cashFlowClassOf(account) === 'cash');
  const opened = sumByAccount(flows, ({ stage }) => stage === 'opening');
  const moved = sumByAccount(flows);
  const held = (sums: ReadonlyMap<AccountId, Minor>, { id }: Account): Minor =>
    sumOf([before.get(id) ?? ZERO, sums.get(id) ?? ZERO]);
  const rows = accounts
    .map((account): StatementRow => {
      return { row: 'account', key: 'cash', label: account.name, account, amount: held(moved, account) };
    })
    .filter(({ amount }) => amount !== 0);
  return { atBeginning: sumOf(accounts.map((account) => held(opened, account))), rows, atEnd: sumOfRows(rows) };
}

/** What moved no cash and still has not: entries that were taken back are not told. */
function toldBeside({ entries }: CashFlowBasis, { ofSpan, documents }: EntryParts): WithoutCash[] {
  const reversed = new Set(
    entries.flatMap(({ place, reverses }) => (reverses === undefined ? [] : [place, reverses])),
  );
  return ofSpan.flatMap(({ entry, flow }) => {
    const paidSince = sumOf(
      entry.lines.map(({ document }, index) => {
        const onAccount = document === undefined ? undefined : documents.get(document);
        const out = flow.leftOut[index] ?? ZERO;
        if (onAccount === undefined || out === 0 || onAccount.leftOut.end === 0) return ZERO;
        const unpaid = roundHalfAwayFromZero(new Exact(out).times(onAccount.unpaid.end).div(onAccount.leftOut.end));
        return minor(Math.abs(out) - Math.abs(unpaid));
      }),
    );
    const amount = minor(flow.withoutCash - paidSince);
    return amount > 0 && !reversed.has(entry.place) ? [{ place: entry.place, amount }] : [];
  });
}
