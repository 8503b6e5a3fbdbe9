import type { Db } from '../database/connection.js';
import { oncePerConnection } from '../database/once-per-connection.js';

/** What an account held, by stage and movement: account, stage, movement, amount. */
export type BalanceRow = readonly [number, string, string, number];

/** Whose balances are asked for, and when. */
export interface BalancesOf {
  readonly organisation: number;
  readonly account?: number | undefined;
  /** The last period that counts whole, numbered as in the totals. */
  readonly period: number;
  /** A day of a later period: the lines of that period up to it count too. */
  readonly part?: { readonly period: number; readonly to: string } | undefined;
}

/**
 * The statements of a connection, prepared once. Each answers a row for every account, stage and movement there has ever
 * been, always in the same order.
 */
export const balanceStatements = oncePerConnection(prepare);

/**
 * What accounts held: for each, the last balance up to a period, and the lines of a part of another, read account by account
 * through an index in the order of the balances. Nothing is sorted.
 */
export const BALANCE_SQL = {
  whole: (account = '') => `SELECT s.account, s.stage, s.movement, ${HELD} FROM balance AS s ${STARTS} ${account}`,
  part: (account = '') =>
    `SELECT s.account, s.stage, s.movement, ${HELD} + ${RECEIVED} FROM balance AS s ${STARTS} ${account}`,
};

const STARTS = 'INDEXED BY balance_start WHERE s.organisation = @organisation AND s.period = -1';

const HELD = `(SELECT b.amount FROM balance AS b WHERE b.organisation = s.organisation AND b.account = s.account
  AND b.stage = s.stage AND b.movement = s.movement AND b.period <= @period ORDER BY b.period DESC LIMIT 1)`;

const RECEIVED = `(SELECT coalesce(sum(l.amount), 0) FROM line AS l INDEXED BY line_part WHERE l.organisation = s.organisation
  AND l.period = @partPeriod AND l.account = s.account AND l.stage = s.stage AND l.movement = s.movement AND l.date <= @to)`;

function prepare({ $client }: Db): (of: BalancesOf) => BalanceRow[] {
  const statement = (sql: (account?: string) => string) => {
    const all = $client.prepare<[object], BalanceRow>(sql()).raw();
    const one = $client.prepare<[object], BalanceRow>(sql('AND s.account = @account')).raw();
    return (account: number | undefined, values: object) =>
      (account === undefined ? all : one).all({ account, ...values });
  };
  const [whole, part] = [statement(BALANCE_SQL.whole), statement(BALANCE_SQL.part)];
  return ({ account, part: days, ...of }) =>
    days ? part(account, { ...of, partPeriod: days.period, to: days.to }) : whole(account, of);
}
