import type { AccountId, Movement, Stage } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';

/** What an account held, by stage and movement: account, stage, movement, amount. */
export type BalanceRow = readonly [AccountId, Stage, Movement | '', number];

/** Whose balances are asked for, and when. */
export interface BalancesOf {
  readonly organisation: number;
  readonly account?: number | undefined;
  /** The period at whose end, numbered as in the totals. */
  readonly period: number;
  /** A day of that period, if it is not its last: what was posted later in it does not count. */
  readonly to?: string | undefined;
}

/**
 * The statements of a connection, prepared once. Each answers a row for every account, stage and movement that had been
 * posted to, always in the same order.
 */
export const balanceStatements = oncePerConnection(prepare);

/**
 * What accounts held: the last page of balances up to a period, less the lines that follow in that period, which are read
 * account by account through an index in the order of the page. Nothing is sorted.
 */
export const BALANCE_SQL = {
  whole: (account = '') => `SELECT b.account, b.stage, b.movement, b.amount ${PAGE} ${account}`,
  part: (account = '') => `SELECT b.account, b.stage, b.movement, b.amount - ${LATER} ${PAGE} ${account}`,
};

const PAGE = `FROM balance AS b WHERE b.organisation = @organisation AND b.period =
  (SELECT max(period) FROM balance WHERE organisation = @organisation AND period <= @period)`;

const LATER = `(SELECT coalesce(sum(l.amount), 0) FROM line AS l INDEXED BY line_part WHERE l.organisation = b.organisation
  AND l.period = @period AND l.account = b.account AND l.stage = b.stage AND l.movement = b.movement AND l.date > @to)`;

function prepare({ $client }: Db): (balancesOf: BalancesOf) => BalanceRow[] {
  const statement = (sql: (account?: string) => string) => {
    const all = $client.prepare<[object], BalanceRow>(sql()).raw();
    const statement = $client.prepare<[object], BalanceRow>(sql('AND b.account = @account')).raw();
    return (asked: BalancesOf) => (asked.account === undefined ? all : statement).all(asked);
  };
  const [whole, part] = [statement(BALANCE_SQL.whole), statement(BALANCE_SQL.part)];
  return (asked) => (asked.to === undefined ? whole(asked) : part(asked));
}
