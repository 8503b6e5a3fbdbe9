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
import { documentName, type NamedDocument, openOfDocuments } from '../open-items/open-of-documents.js';

/**
 * What the cash-flow statements of some spans are drawn of, one after another: the entries and what was open at a day are
 * read once for all of them.
 *
 * @param reach from the first day of the earliest to the last day of the latest
 */
export function cashFlowBases(
  db: Db,
  view: LedgerView,
  chart: Chart,
  reach: { readonly from: CivilDate; readonly to: CivilDate },
): (from: CivilDate, to: CivilDate) => CashFlowBasis {
  const all = movingEntries(db, view, chart, reach.from, reach.to);
  const openAt = openDocuments(
    db,
    view,
    all.flatMap(({ documents }) => documents),
  );
  return (from, to) => {
    const entries = all.filter(({ date, documents }) => date <= to && (date >= from || documents.length > 0));
    const [start, end] = [openAt(dayBefore(from)), openAt(to)];
    return {
      flows: flowsBetween(db, view, from, to),
      before: sumByAccount(flowsBetween(db, view, undefined, dayBefore(from))),
      entries: entries.map(({ date, documents: _, ...entry }) => ({ ...entry, isInSpan: date >= from })),
      open: (document) => ({ start: start.get(document) ?? ZERO, end: end.get(document) ?? ZERO }),
    };
  };
}

interface MovingEntry extends Omit<CashFlowEntry, 'isInSpan'> {
  readonly date: CivilDate;
  /** What it names on control accounts. */
  readonly documents: readonly NamedDocument[];
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
  const documentOf = ({ account, contact, document }: Row): NamedDocument | undefined =>
    contact === null || !controls.has(account) ? undefined : { account, contact, key: documentKey(document ?? '') };
  return [...groupsOf(rows, (row) => row.entry)].map(([index, lines]) => ({
    place: index,
    ...(lines[0]?.reverses != null && { reverses: lines[0].reverses }),
    date: lines[0]?.date ?? to,
    lines: lines.map((row): CashFlowLine => {
      const document = documentOf(row);
      return {
        account: row.account,
        amount: minor(row.amount),
        ...(row.movement !== '' && { movement: row.movement }),
        ...(document && { document: documentName(document) }),
      };
    }),
    documents: lines.flatMap((row) => documentOf(row) ?? []),
  }));
}

/** What was open of some documents at a day. */
function openDocuments(
  db: Db,
  { organisation, knownTo }: LedgerView,
  documents: readonly NamedDocument[],
): (asAt: CivilDate) => ReadonlyMap<string, Minor> {
  const accounts = controlAccounts(db, organisation);
  const read = (asAt: CivilDate): ReadonlyMap<string, Minor> => {
    if (documents.length === 0) return new Map();
    if (knownTo === undefined) return openOfDocuments(db, { organisation, accounts, asAt }, documents);
    const contacts = [...new Set(documents.map(({ contact }) => contact))];
    const lines = controlLines(db, { organisation, accounts, asAt, contacts });
    const sums = new Map<string, Minor>();
    for (const item of openItems(lines.filter(({ at: [entry] }) => entry <= knownTo))) {
      const name = documentName({ ...item, key: documentKey(item.document ?? '') });
      if (!item.isPayment) sums.set(name, minor((sums.get(name) ?? 0) + item.open));
    }
    return sums;
  };
  const known = new Map<CivilDate, ReadonlyMap<string, Minor>>();
  return (asAt) => {
    const found = known.get(asAt) ?? read(asAt);
    known.set(asAt, found);
    return found;
  };
}
