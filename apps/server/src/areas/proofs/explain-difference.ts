import {
  type Account,
  type AccountId,
  accountTitle,
  add,
  cashFlowClassOf,
  type CivilDate,
  dayBefore,
  entryNumber,
  explainedBy,
  type Explanation,
  minor,
  type Minor,
  type Proof,
  subtract,
  sumByAccount,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { rawSumsUntil, rawSumsWithin } from './raw-sums.js';

/**
 * A proof of entries and totals with what its difference comes from: entries that do not balance, and accounts whose
 * totals are not those of their lines. Only a proof that does not hold is looked into.
 */
export function explained(db: Db, books: Organisation, asAt: CivilDate, proof: Proof): Proof {
  if (proof.holds || proof.explanations) return proof;
  const year = yearStart(books, asAt);
  const all = { from: undefined, to: asAt };
  const ofYear = { from: year, to: asAt };
  switch (proof.key) {
    case 'debits-credits':
      return explainedBy(proof, unbalanced(db, books, all, 1));
    case 'result-equity':
      return explainedBy(proof, [
        ...unbalanced(db, books, ofYear, -1),
        ...differing(db, books, ofYear, -1, ({ element }) => element === 'revenue' || element === 'expense'),
      ]);
    case 'equity-balance-sheet':
      return explainedBy(proof, [
        ...unbalanced(db, books, all, -1),
        ...differing(db, books, all, -1, ({ element }) => element !== 'asset' && element !== 'liability'),
      ]);
    case 'cash-flow':
      return explainedBy(proof, [
        ...unbalanced(db, books, ofYear, -1),
        ...differing(db, books, ofYear, -1, isOperating),
        ...(year === undefined ? [] : differing(db, books, { from: undefined, to: dayBefore(year) }, 1, isCash)),
      ]);
    case 'receivables-control':
    case 'payables-control': {
      const ledger = proof.key === 'receivables-control' ? 'receivables' : 'payables';
      return explainedBy(
        proof,
        differing(db, books, all, -1, ({ control }) => control === ledger),
      );
    }
    default:
      return proof;
  }
}

interface Days {
  readonly from: CivilDate | undefined;
  readonly to: CivilDate;
}

/** What is paid for and received of all else is read from the lines themselves. */
function isOperating(account: Account): boolean {
  return cashFlowClassOf(account) === 'operating';
}

function isCash(account: Account): boolean {
  return cashFlowClassOf(account) === 'cash';
}

/** Entries whose lines do not balance, and lines whose entry is gone. @param sign what debit is to the difference */
function unbalanced(db: Db, books: Organisation, { from, to }: Days, sign: 1 | -1): Explanation[] {
  const found = db.$client.prepare<object, { year: string | null; number: number | null; amount: number }>(
    `SELECT e.year AS year, e.number AS number, l.amount AS amount
    FROM (SELECT entry, sum(amount) AS amount FROM line
      WHERE organisation = @organisation AND date >= @from AND date <= @to GROUP BY entry HAVING sum(amount) <> 0) AS l
    LEFT JOIN entry AS e ON e.organisation = @organisation AND e.place = l.entry`,
  );
  return found.all({ organisation: books.id, from: from ?? '', to }).map(({ year, number, amount }) => ({
    label: year === null || number === null ? 'lines without their entry' : 'its debits are not its credits',
    amount: minor(sign * amount),
    ...(year !== null && number !== null && { entry: entryNumber(year, number) }),
  }));
}

/** Accounts whose totals are not what their lines come to. @param sign what debit is to the difference */
function differing(
  db: Db,
  books: Organisation,
  { from, to }: Days,
  sign: 1 | -1,
  isMeant: (account: Account) => boolean,
): Explanation[] {
  const totals = sumByAccount(flowsBetween(db, { organisation: books.id, calendar: books.calendar }, from, to));
  const lines = new Map<AccountId, Minor>();
  for (const { account, debit, credit } of from ? rawSumsWithin(db, books, from, to) : rawSumsUntil(db, books, to))
    lines.set(account, add(lines.get(account) ?? ZERO, minor(debit - credit)));
  return loadChart(db, books.id).accounts.flatMap((account): Explanation[] => {
    if (!isMeant(account)) return [];
    const difference = subtract(totals.get(account.id) ?? ZERO, lines.get(account.id) ?? ZERO);
    if (difference === 0) return [];
    const label = `${accountTitle(account)}: its totals are not its lines`;
    return [{ label, amount: minor(sign * difference), account: account.number, from, to }];
  });
}
