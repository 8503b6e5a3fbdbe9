import { type AccountId, type CivilDate, entryNumber, type LaterLine, minor, type Minor } from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';

/** Which lines: on some accounts, up to a day, of all entries but those of the take-on. */
interface Later {
  readonly organisation: number;
  readonly accounts: readonly AccountId[];
  readonly asAt: CivilDate;
}

interface Row {
  account: AccountId;
  amount: number;
  document: string | null;
  date: CivilDate;
  year: string;
  number: number;
}

/** The lines since the take-on, in the order of their dates. */
export function laterLines(db: Db, later: Later): LaterLine[] {
  const rows = db.all<Row>(sql`
    SELECT l.account AS account, l.amount AS amount, l.document AS document, l.date AS date, e.year AS year, e.number AS number
    ${from(later)} ORDER BY l.date, l.entry, l.place`);
  return rows.map(({ account, amount, document, date, year, number }) => ({
    account,
    amount: minor(amount),
    document: document ?? undefined,
    date,
    entry: entryNumber(year, number),
  }));
}

/** What the lines since the take-on come to, debit positive, and how many they are. */
export function laterSum(db: Db, later: Later): { readonly amount: Minor; readonly lines: number } {
  const { amount, lines } = db.get<{ amount: number; lines: number }>(
    sql`SELECT coalesce(sum(l.amount), 0) AS amount, count(*) AS lines ${from(later)}`,
  );
  return { amount: minor(amount), lines };
}

function from({ organisation, accounts, asAt }: Later): SQL {
  return sql`FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
    WHERE l.organisation = ${organisation} AND l.date <= ${asAt} AND e.source <> 'take-on'
      AND l.account IN (SELECT value FROM json_each(${JSON.stringify(accounts)}))`;
}
