import {
  type AccountId,
  cashFlowClassOf,
  type CashFlowBasis,
  type CashFlowEntry,
  type CashFlowLine,
  type Chart,
  type CivilDate,
  type ContactId,
  dayBefore,
  documentKey,
  groupsOf,
  minor,
  type Minor,
  type Movement,
  openItems,
  sumByAccount,
  ZERO,
} from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { controlLines } from '../open-items/control-lines.js';
import { controlAccounts } from '../open-items/open-documents.js';

/** What the cash-flow statement of a span is drawn of. */
export function cashFlowBasis(db: Db, view: LedgerView, chart: Chart, from: CivilDate, to: CivilDate): CashFlowBasis {
  const entries = movingEntries(db, view, chart, from, to);
  return {
    flows: flowsBetween(db, view, from, to),
    before: sumByAccount(flowsBetween(db, view, undefined, dayBefore(from))),
    entries: entries.map(({ contacts: _, ...entry }) => entry),
    open: openDocuments(db, view, [...new Set(entries.flatMap(({ contacts }) => contacts))], from, to),
  };
}

interface MovingEntry extends CashFlowEntry {
  /** With whom it stands on control accounts. */
  readonly contacts: readonly ContactId[];
}

interface Row {
  entry: number;
  account: AccountId;
  amount: number;
  movement: Movement | '';
  contact: ContactId | null;
  document: string | null;
  date: CivilDate;
  reverses: number | null;
}

/** Entries on accounts that are investing or financing: all of the span, and those before it that name a document. */
function movingEntries(
  db: Db,
  { organisation, knownTo = Number.MAX_SAFE_INTEGER }: LedgerView,
  chart: Chart,
  from: CivilDate,
  to: CivilDate,
): MovingEntry[] {
  const controls = new Set(controlAccounts(db, organisation).map(({ id }) => id));
  const moving = chart.accounts.filter((account) => /investing|financing/.test(cashFlowClassOf(account)));
  const listed = (ids: Iterable<AccountId>): SQL => sql`(SELECT value FROM json_each(${JSON.stringify([...ids])}))`;
  const rows = db.all<Row>(sql`
    WITH moving AS (
      SELECT DISTINCT m.entry AS entry FROM line AS m INDEXED BY line_account
      WHERE m.organisation = ${organisation} AND m.account IN ${listed(moving.map(({ id }) => id))}
        AND m.date <= ${to} AND m.entry <= ${knownTo} AND m.stage NOT IN ('opening', 'closing')
        AND (m.date >= ${from} OR EXISTS (SELECT 1 FROM line AS c
          WHERE c.organisation = m.organisation AND c.entry = m.entry AND c.account IN ${listed(controls)})))
    SELECT l.entry AS entry, l.account AS account, l.amount AS amount, l.movement AS movement,
      coalesce(c.merged_into, c.id) AS contact, l.document AS document, l.date AS date, e.reverses AS reverses
    FROM moving AS m CROSS JOIN line AS l ON l.organisation = ${organisation} AND l.entry = m.entry
      JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
    ORDER BY l.entry, l.place`);
  return [...groupsOf(rows, (row) => row.entry)].map(([place, lines]) => ({
    place,
    ...(lines[0]?.reverses != null && { reverses: lines[0].reverses }),
    isInSpan: (lines[0]?.date ?? to) >= from,
    lines: lines.map((row): CashFlowLine => ({
      account: row.account,
      amount: minor(row.amount),
      ...(row.movement !== '' && { movement: row.movement }),
      ...(row.contact !== null &&
        controls.has(row.account) && { document: documentName({ ...row, contact: row.contact }) }),
    })),
    contacts: lines.flatMap(({ account, contact }) => (contact !== null && controls.has(account) ? [contact] : [])),
  }));
}

/** What was open of the documents of some contacts before a span and at its end. */
function openDocuments(
  db: Db,
  { organisation, knownTo = Number.MAX_SAFE_INTEGER }: LedgerView,
  contacts: readonly ContactId[],
  from: CivilDate,
  to: CivilDate,
): CashFlowBasis['open'] {
  if (contacts.length === 0) return () => ({ start: ZERO, end: ZERO });
  const accounts = controlAccounts(db, organisation);
  const openAt = (asAt: CivilDate): Map<string, Minor> => {
    const lines = controlLines(db, { organisation, accounts, asAt, contacts });
    const sums = new Map<string, Minor>();
    for (const item of openItems(lines.filter(({ at: [entry] }) => entry <= knownTo)))
      if (!item.isPayment) sums.set(documentName(item), minor((sums.get(documentName(item)) ?? 0) + item.open));
    return sums;
  };
  const [start, end] = [openAt(dayBefore(from)), openAt(to)];
  return (document) => ({ start: start.get(document) ?? ZERO, end: end.get(document) ?? ZERO });
}

function documentName(of: { account: AccountId; contact: ContactId; document?: string | null | undefined }): string {
  return `${of.account} ${of.contact} ${documentKey(of.document ?? '')}`;
}
