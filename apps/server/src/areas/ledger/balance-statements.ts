import type { AccountId, Movement, Stage } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';

/** What an account held, by stage and movement: account, stage, movement, amount. */
export type BalanceRow = readonly [AccountId, Stage, Movement | '', number];

/** Whose balances are asked for, and when. */
export interface BalancesOf {
  readonly organisation: number;
  readonly account?: number | undefined;
  /** The period, numbered as in the totals. */
  readonly period: number;
  /** The day of that period at whose end. */
  readonly to: string;
}

/** From which end of its period a day is reached: it is the end, or lines are added to what was before it, or taken off. */
export type BalanceWay = keyof typeof BALANCE_SQL;

/**
 * The statements of a connection, prepared once. Each answers a row for every account, stage and movement that had been
 * posted to by the end of the period, always in the same order.
 */
export const balanceStatements = oncePerConnection(prepare);

const PAGE = `FROM balance AS b WHERE b.organisation = @organisation AND b.period =
  (SELECT max(period) FROM balance WHERE organisation = @organisation AND period <= @period)`;

const BEFORE = `coalesce((SELECT p.amount FROM balance AS p WHERE p.organisation = b.organisation
  AND p.period = (SELECT max(period) FROM balance WHERE organisation = @organisation AND period < @period)
  AND p.account = b.account AND p.stage = b.stage AND p.movement = b.movement), 0)`;

const sumOfLines = (dated: string) => `(SELECT coalesce(sum(l.amount), 0) FROM line AS l INDEXED BY line_part
  WHERE l.organisation = b.organisation AND l.period = @period AND l.account = b.account AND l.stage = b.stage
  AND l.movement = b.movement AND l.date ${dated} @to)`;

/**
 * What accounts held: the last page of balances up to a period; or, within it, the page before and the lines up to a day,
 * or the page less the lines that follow, whichever is less to read. Lines are read account by account through an index in
 * the order of the page. Nothing is sorted.
 */
export const BALANCE_SQL = {
  whole: (account = '') => `SELECT b.account, b.stage, b.movement, b.amount ${PAGE} ${account}`,
  added: (account = '') =>
    `SELECT b.account, b.stage, b.movement, ${BEFORE} + ${sumOfLines('<=')} ${PAGE} ${account}`,
  takenOff: (account = '') =>
    `SELECT b.account, b.stage, b.movement, b.amount - ${sumOfLines('>')} ${PAGE} ${account}`,
};

function prepare({ $client }: Db): (way: BalanceWay, balancesOf: BalancesOf) => BalanceRow[] {
  const statement = (sql: (account?: string) => string) => {
    const all = $client.prepare<[object], BalanceRow>(sql()).raw();
    const statement = $client.prepare<[object], BalanceRow>(sql('AND b.account = @account')).raw();
    return (asked: BalancesOf) => (asked.account === undefined ? all : statement).all(asked);
  };
  const ways = {
    whole: statement(BALANCE_SQL.whole),
    added: statement(BALANCE_SQL.added),
    takenOff: statement(BALANCE_SQL.takenOff),
  };
  return (way, asked) => ways[way](asked);
}
