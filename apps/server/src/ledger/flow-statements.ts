import type { Db } from '../database/connection.js';
import { oncePerConnection } from '../database/once-per-connection.js';

/** A sum of an account's lines as it is read: account, stage, movement, amount. */
export type FlowRow = readonly [number, string, string, number];

/** The statements that add up flows; each for all accounts, or for one. */
export interface FlowStatements {
  /** Whole years, by the labels of the first and the last. */
  years(of: FlowsOf, first: string, last: string): FlowRow[];
  /** Whole months of a year, by the numbers of the first and the last. */
  months(of: FlowsOf, year: string, first: number, last: number): FlowRow[];
  /** Part of a month. */
  days(of: FlowsOf, year: string, period: number, from: string, to: string): FlowRow[];
}

/** Whose flows are asked for. */
export interface FlowsOf {
  readonly organisation: number;
  readonly account?: number | undefined;
}

/** The statements of a connection, prepared once: every report asks for flows. */
export const flowStatements = oncePerConnection(prepare);

/**
 * The statements themselves, for all accounts or for one. Each follows the key of what it reads, so that groups stream
 * by without sorting; the plus signs keep the planner from looking for another order.
 */
export const FLOW_SQL = {
  years: (account = '') => `SELECT t.account, t.stage, t.movement, sum(t.amount) AS amount FROM year_total AS t
    WHERE t.organisation = @organisation ${account} AND +t.year BETWEEN @first AND @last
    GROUP BY t.account, t.stage, t.movement`,
  months: (account = '') => `SELECT t.account, t.stage, t.movement, sum(t.amount) AS amount FROM account_total AS t
    WHERE t.organisation = @organisation AND t.year = @year ${account} AND +t.period BETWEEN @first AND @last
    GROUP BY t.account, t.stage, t.movement`,
  days: (account = '') => `SELECT t.account, t.stage, t.movement,
      (SELECT coalesce(sum(l.amount), 0) FROM line AS l INDEXED BY line_part WHERE l.organisation = t.organisation
        AND l.period = t.period AND l.account = t.account AND l.stage = t.stage AND l.movement = t.movement
        AND l.date BETWEEN @from AND @to) AS amount
    FROM account_total AS t
    WHERE t.organisation = @organisation AND t.year = @year ${account} AND +t.period = @period`,
};

function prepare({ $client }: Db): FlowStatements {
  const statement = (sql: (account?: string) => string) => {
    const all = $client.prepare<[object], FlowRow>(sql()).raw();
    const one = $client.prepare<[object], FlowRow>(sql('AND t.account = @account')).raw();
    return (of: FlowsOf, values: object): FlowRow[] =>
      (of.account === undefined ? all : one).all({ ...of, ...values });
  };
  const [years, months, days] = [statement(FLOW_SQL.years), statement(FLOW_SQL.months), statement(FLOW_SQL.days)];
  return {
    years: (of, first, last) => years(of, { first, last }),
    months: (of, year, first, last) => months(of, { year, first, last }),
    days: (of, year, period, from, to) => days(of, { year, period, from, to }),
  };
}
