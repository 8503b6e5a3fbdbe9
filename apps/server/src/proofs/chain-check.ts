import { FIRST_PREVIOUS_SEAL, entryNumber, minor, proofOf, sealInput, type Proof } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Db } from '../database/connection.js';

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

/** Reads every entry, line and total of an organisation and proves seals against content, lines and totals. */
export function fullCheck(db: Db, organisation: number): FullCheck {
  const chain = readChain(db, organisation);
  const lines = brokenLines(db, organisation);
  const broken = earlier(chain.broken, lines);
  const intact = broken ? Math.min(broken.place, chain.entries) - 1 : chain.entries;
  const totals = totalsAgainstLines(db, organisation);
  return {
    organisation,
    checkedTo: chain.checkedTo,
    lastSeal: chain.lastSeal,
    ...(broken && { broken: { number: broken.number, why: broken.why } }),
    proofs: [
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

/** Follows the chain from the first entry: places and numbers without gaps, seals that follow from the content. */
function readChain(
  db: Db,
  organisation: number,
): { entries: number; checkedTo: number; lastSeal: string; broken?: Broken } {
  const rows = db.$client
    .prepare(
      'SELECT place, year, number, content, previous_seal AS previousSeal, seal FROM entry WHERE organisation = ? ORDER BY place',
    )
    .iterate(organisation) as IterableIterator<{
    place: number;
    year: string;
    number: number;
    content: string;
    previousSeal: string;
    seal: string;
  }>;
  const numbers = new Map<string, number>();
  let [entries, lastSeal] = [0, FIRST_PREVIOUS_SEAL];
  let broken: Broken | undefined;
  for (const row of rows) {
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
            : createHash('sha256').update(sealInput(lastSeal, row.content)).digest('hex') !== row.seal
              ? 'its content is not what was sealed'
              : undefined;
    if (why) broken ??= { place: row.place, number: entryNumber(row.year, row.number), why };
    lastSeal = row.seal;
  }
  return { entries, checkedTo: entries, lastSeal, ...(broken && { broken }) };
}

/** The first entry whose columns or lines say something else than its sealed content. */
function brokenLines(db: Db, organisation: number): Broken | undefined {
  const row = db.get<{ place: number; year: string; number: number; why: string } | undefined>(sql`
    WITH sealed AS (
      SELECT e.place, l.key + 1 AS line, json_extract(l.value, '$.account') AS account, json_extract(l.value, '$.amount') AS amount,
        json_extract(l.value, '$.contact') AS contact, json_extract(l.value, '$.note') AS note,
        coalesce(json_extract(l.value, '$.movement'), '') AS movement, json_extract(l.value, '$.currency') AS currency,
        json_extract(l.value, '$.foreignAmount') AS foreign_amount, json_extract(l.value, '$.rate') AS rate,
        json_extract(l.value, '$.ratePerBase') AS rate_per_base, json_extract(l.value, '$.dueDate') AS due_date,
        json_extract(l.value, '$.document') AS document, json_extract(l.value, '$.cashBasis') AS cash_basis,
        json_extract(l.value, '$.taxCode') AS tax_code, json_extract(l.value, '$.taxBase') AS tax_base,
        json_extract(l.value, '$.breakdowns') AS breakdowns, e.date, e.stage
      FROM entry AS e, json_each(e.content, '$.lines') AS l WHERE e.organisation = ${organisation}
    ), differing AS (
      SELECT s.place, 'its lines are not what was sealed' AS why FROM sealed AS s
        LEFT JOIN line AS w ON w.organisation = ${organisation} AND w.entry = s.place AND w.place = s.line
        LEFT JOIN combination AS c ON c.organisation = ${organisation} AND c.id = w.combination
      WHERE w.place IS NULL OR w.account IS NOT s.account OR w.amount IS NOT s.amount OR w.contact IS NOT s.contact
        OR w.note IS NOT s.note OR w.movement IS NOT s.movement OR w.date IS NOT s.date OR w.stage IS NOT s.stage
        OR w.currency IS NOT s.currency OR w.foreign_amount IS NOT s.foreign_amount OR w.rate IS NOT s.rate
        OR w.rate_per_base IS NOT s.rate_per_base OR w.due_date IS NOT s.due_date OR w.document IS NOT s.document
        OR w.cash_basis IS NOT s.cash_basis OR w.tax_code IS NOT s.tax_code OR w.tax_base IS NOT s.tax_base OR c.content IS NOT s.breakdowns
      UNION ALL
      SELECT w.entry, 'it has more lines than were sealed' FROM line AS w LEFT JOIN entry AS e ON e.organisation = w.organisation AND e.place = w.entry
      WHERE w.organisation = ${organisation} AND (e.place IS NULL OR w.place > json_array_length(e.content, '$.lines'))
      UNION ALL
      SELECT place, 'its columns are not what was sealed' FROM entry WHERE organisation = ${organisation} AND (
        date IS NOT json_extract(content, '$.date') OR year IS NOT json_extract(content, '$.year') OR number IS NOT json_extract(content, '$.number')
        OR kind IS NOT json_extract(content, '$.kind') OR stage IS NOT json_extract(content, '$.stage') OR source IS NOT json_extract(content, '$.source')
        OR explanation IS NOT json_extract(content, '$.explanation') OR reference IS NOT json_extract(content, '$.reference')
        OR reverses IS NOT json_extract(content, '$.reverses') OR posted_at IS NOT json_extract(content, '$.postedAt') OR place IS NOT json_extract(content, '$.place'))
    )
    SELECT d.place AS place, coalesce(e.year, '') AS year, coalesce(e.number, 0) AS number, d.why AS why
    FROM differing AS d LEFT JOIN entry AS e ON e.organisation = ${organisation} AND e.place = d.place ORDER BY d.place LIMIT 1`);
  return row && { place: row.place, number: entryNumber(row.year, row.number), why: row.why };
}

/** How many lines there are, and how many stand in totals that come out the same when added up again. */
function totalsAgainstLines(db: Db, organisation: number): { lines: number; agreeing: number } {
  const row = db.get<{ lines: number; agreeing: number; coarse: number }>(sql`
    WITH again AS (
      SELECT account, period, stage, movement, combination, sum(amount) AS amount, count(*) AS lines FROM line
      WHERE organisation = ${organisation} GROUP BY 1, 2, 3, 4, 5
    ), coarse AS (
      SELECT account, period, stage, movement, sum(amount) AS amount FROM line WHERE organisation = ${organisation} GROUP BY 1, 2, 3, 4
    )
    SELECT (SELECT count(*) FROM line WHERE organisation = ${organisation}) AS lines,
      (SELECT coalesce(sum(a.lines), 0) FROM again AS a JOIN total AS t ON t.organisation = ${organisation} AND t.account = a.account
        AND t.period = a.period AND t.stage = a.stage AND t.movement = a.movement AND t.combination = a.combination
        WHERE t.amount = a.amount AND t.lines = a.lines) AS agreeing,
      (SELECT count(*) FROM account_total AS t LEFT JOIN coarse AS c ON c.account = t.account AND c.period = t.period
        AND c.stage = t.stage AND c.movement = t.movement WHERE t.organisation = ${organisation} AND c.amount IS NOT t.amount)
      + (SELECT count(*) FROM total AS t LEFT JOIN again AS a ON a.account = t.account AND a.period = t.period AND a.stage = t.stage
        AND a.movement = t.movement AND a.combination = t.combination WHERE t.organisation = ${organisation} AND a.amount IS NOT t.amount)
      + (SELECT count(*) FROM coarse AS c LEFT JOIN account_total AS t ON t.organisation = ${organisation} AND t.account = c.account
        AND t.period = c.period AND t.stage = c.stage AND t.movement = c.movement WHERE t.amount IS NULL) AS coarse`);
  return { lines: row.lines, agreeing: row.coarse > 0 ? row.agreeing - row.coarse : row.agreeing };
}
