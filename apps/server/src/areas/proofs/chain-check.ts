import {
  type AccountId,
  accountTitle,
  civilDate,
  endOfMonth,
  entryNumber,
  explainedBy,
  type Explanation,
  FIRST_PREVIOUS_SEAL,
  minor,
  MONTH_NAMES,
  type Proof,
  proofOf,
} from '@just-ledger/core';
import { type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { sealOf } from '../journal/append-entry.js';
import { everyPostedEntry } from '../journal/posted-entries.js';
import type { DocumentsCheck } from '../open-items/documents-against-lines.js';

/** What reading a whole organisation found. */
export interface FullCheck {
  readonly organisation: number;
  /** The last place of the chain that was read. */
  readonly checkedTo: number;
  readonly lastSeal: string;
  readonly proofs: readonly Proof[];
  /** The first entry that is not what was sealed, if any. */
  readonly broken?: { readonly number: string; readonly why: string };
}

/** A full reading with what the documents of contacts were found to be: a line that differs there agrees no longer. */
export function withDocuments(check: FullCheck, { lines, differing }: DocumentsCheck): FullCheck {
  if (lines === 0) return check;
  const proofs = check.proofs.map((proof) => {
    if (proof.key !== 'totals-lines') return proof;
    return proofOf('totals-lines', {
      ...proof,
      right: minor(Math.max(proof.right - differing, 0)),
      remark:
        differing === 0
          ? `${proof.remark} So was every document of customers and suppliers.`
          : `${proof.remark} Documents of customers or suppliers differ from their lines.`,
    });
  });
  return { ...check, proofs };
}

/** Reads every entry, line and total of an organisation and proves seals, lines and totals against each other. */
export function fullCheck(db: Db, organisation: number): FullCheck {
  const chain = readChain(db, organisation);
  const lines = misfiledLines(db, organisation);
  const broken = earlier(chain.broken, lines);
  const intact = broken ? Math.min(broken.place, chain.entries) - 1 : chain.entries;
  const totals = totalsAgainstLines(db, organisation);
  return {
    organisation,
    checkedTo: chain.checkedTo,
    lastSeal: chain.lastSeal,
    ...(broken && { broken: { number: broken.number, why: broken.why } }),
    proofs: [
      explainedBy(
        proofOf('totals-lines', {
          leftLabel: 'Lines',
          left: minor(totals.lines),
          rightLabel: 'Lines in totals that agree',
          right: minor(totals.agreeing),
          unit: 'lines',
          remark:
            totals.lines === totals.agreeing
              ? `Every total was added up again, to entry ${chain.checkedTo}.`
              : 'Some totals differ from their lines.',
        }),
        totals.lines === totals.agreeing ? [] : differingTotals(db, organisation),
      ),
      explainedBy(
        proofOf('seals', {
          leftLabel: 'Entries',
          left: minor(chain.entries),
          rightLabel: 'Entries with their seal intact',
          right: minor(Math.max(intact, 0)),
          unit: 'entries',
          remark: broken
            ? `Entry ${broken.number}: ${broken.why}.`
            : `Every seal was computed again, to entry ${chain.checkedTo}.`,
        }),
        broken
          ? [
              {
                label: `${broken.why}; this entry and all after it`,
                amount: minor(chain.entries - Math.max(intact, 0)),
                entry: broken.number,
              },
            ]
          : [],
      ),
    ],
  };
}

interface Broken {
  readonly place: number;
  readonly number: string;
  readonly why: string;
}

function earlier(a: Broken | undefined, b: Broken | undefined): Broken | undefined {
  if (!a || !b) return a ?? b;
  return a.place <= b.place ? a : b;
}

/** Follows the chain from the first entry: places and numbers without gaps, seals that follow from the rows. */
function readChain(
  db: Db,
  organisation: number,
): { entries: number; checkedTo: number; lastSeal: string; broken?: Broken } {
  const numbers = new Map<string, number>();
  let [entries, lastSeal] = [0, FIRST_PREVIOUS_SEAL];
  let broken: Broken | undefined;
  for (const { row, posted } of everyPostedEntry(db, organisation)) {
    entries += 1;
    const next = (numbers.get(row.year) ?? 0) + 1;
    numbers.set(row.year, next);
    const why =
      row.place !== entries
        ? 'an entry before it is missing'
        : row.number !== next
          ? 'its number does not follow the one before'
          : row.previousSeal !== lastSeal
            ? 'it does not follow the seal before it'
            : sealOf(lastSeal, posted) !== row.seal
              ? 'it is not what was sealed'
              : undefined;
    if (why) broken ??= { place: row.place, number: entryNumber(row.year, row.number), why };
    lastSeal = row.seal;
  }
  return { entries, checkedTo: entries, lastSeal, ...(broken && { broken }) };
}

/** The first entry whose lines are filed elsewhere than it is, whose sum of debits is wrong, or lines without entry. */
function misfiledLines(db: Db, organisation: number): Broken | undefined {
  const row = db.get<{ place: number; year: string; number: number; why: string } | undefined>(sql`
    WITH misfiled AS (
      SELECT l.entry AS place, 'its lines are filed elsewhere than it is' AS why
      FROM line AS l LEFT JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
        JOIN organisation AS o ON o.id = l.organisation
      WHERE l.organisation = ${organisation} AND (l.date IS NOT e.date OR l.stage IS NOT e.stage OR l.period IS NOT
        CASE WHEN e.date < o.first_day THEN 0 ELSE CAST(substr(e.date, 1, 4) || substr(e.date, 6, 2) AS INTEGER) END)
      UNION ALL
      SELECT e.place, 'its debit is not that of its lines' FROM entry AS e WHERE e.organisation = ${organisation}
        AND e.debit IS NOT (SELECT sum(max(l.amount, 0)) FROM line AS l WHERE l.organisation = e.organisation AND l.entry = e.place)
    )
    SELECT m.place AS place, coalesce(e.year, '') AS year, coalesce(e.number, 0) AS number, m.why AS why
    FROM misfiled AS m LEFT JOIN entry AS e ON e.organisation = ${organisation} AND e.place = m.place ORDER BY m.place LIMIT 1`);
  return row && { place: row.place, number: entryNumber(row.year, row.number), why: row.why };
}

/** The accounts and months whose lines do not come to what was kept of them; each with how many lines or sums they are. */
function differingTotals(db: Db, organisation: number): Explanation[] {
  const rows = db.all<{ account: AccountId; period: number; lines: number; sums: number }>(sql`
    ${againAndKept(organisation)}
    SELECT account, period, sum(lines) AS lines, count(*) AS sums FROM (
      SELECT account, period, lines FROM (SELECT * FROM both EXCEPT SELECT * FROM kept)
      UNION ALL SELECT account, period, 0 FROM (SELECT * FROM kept EXCEPT SELECT * FROM both)
    ) GROUP BY account, period`);
  const chart = loadChart(db, organisation);
  // balances have no lines of their own: of these the sums are counted
  const isOfLines = rows.some(({ lines }) => lines > 0);
  return rows.flatMap(({ account: id, period, lines, sums }): Explanation[] => {
    const amount = isOfLines ? lines : sums;
    if (amount === 0) return [];
    const account = chart.byId.get(id);
    const [year, month] = [Math.floor(period / 100), period % 100];
    const first = period === 0 ? undefined : civilDate(year, month, 1);
    const when = first ? `${MONTH_NAMES[month - 1]} ${year}` : 'brought forward';
    return [
      {
        label: `${account ? accountTitle(account) : 'No account'}, ${when}`,
        amount: minor(amount),
        account: account?.number,
        ...(first && { from: first, to: endOfMonth(first) }),
      },
    ];
  });
}

/** Lines added up again, as totals by month and as balances, and what was kept of them. */
function againAndKept(organisation: number): SQL {
  return sql`
    WITH again AS MATERIALIZED (
      SELECT account, period, stage, movement, combination, sum(amount) AS amount, count(*) AS lines
      FROM line WHERE organisation = ${organisation} GROUP BY 1, 2, 3, 4, 5
    ), changes AS (
      SELECT account, stage, movement, period, amount FROM again
      UNION ALL SELECT DISTINCT 0, '', '', period, 0 FROM again
      UNION ALL SELECT k.account, k.stage, k.movement, p.period, 0
      FROM (SELECT account, stage, movement, min(period) AS since FROM again GROUP BY 1, 2, 3) AS k
        JOIN (SELECT DISTINCT period FROM again) AS p ON p.period > k.since
    ), both AS (
      SELECT 'total' AS tier, account, stage, movement, period, combination, amount, lines FROM again
      UNION ALL
      SELECT 'balance', account, stage, movement, period, 0,
        sum(sum(amount)) OVER (PARTITION BY account, stage, movement ORDER BY period), 0
      FROM changes GROUP BY account, stage, movement, period
    ), kept AS (
      SELECT 'total' AS tier, account, stage, movement, period, combination, amount, lines FROM total
      WHERE organisation = ${organisation}
      UNION ALL
      SELECT 'balance', account, stage, movement, period, 0, amount, 0 FROM balance WHERE organisation = ${organisation}
    )`;
}

/** How many lines there are, and how many stand in totals and balances that come out the same when added up again. */
function totalsAgainstLines(db: Db, organisation: number): { lines: number; agreeing: number } {
  const row = db.get<{ lines: number; agreeing: number; differing: number }>(sql`
    ${againAndKept(organisation)}
    SELECT (SELECT count(*) FROM line WHERE organisation = ${organisation}) AS lines,
      (SELECT coalesce(sum(lines), 0) FROM (SELECT * FROM both INTERSECT SELECT * FROM kept)) AS agreeing,
      (SELECT count(*) FROM (SELECT * FROM both EXCEPT SELECT * FROM kept))
      + (SELECT count(*) FROM (SELECT * FROM kept EXCEPT SELECT * FROM both)) AS differing`);
  return { lines: row.lines, agreeing: row.agreeing < row.lines ? row.agreeing : row.lines - row.differing };
}
