import type { EntryResponse, TaxSettlementRequest } from '@just-ledger/contract';
import {
  accountIn,
  accountTitle,
  type Books,
  checkDate,
  type CheckedEntry,
  type CivilDate,
  type EntryLine,
  isCivilDate,
  isPlainText,
  longDate,
  minor,
  negated,
  problem,
  type Problem,
} from '@just-ledger/core';
import { taxSettlement } from '../../platform/database/schema.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import { entryAnswers, entryRowOf } from '../journal/entry-store.js';
import { idempotent } from '../journal/idempotency.js';
import { combinationsOf } from '../journal/posted-entries.js';
import { ledgerView } from '../ledger/ledger-view.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { settlementsOf, settledNow } from './settlement-store.js';
import { balancesByCombination, taxAccounts } from './tax-accounts.js';
import { whyUnsettled } from './tax-report.js';

/** Who settles. */
interface Settling {
  readonly organisation: number;
  readonly person: number;
  readonly key?: string | undefined;
  readonly request: TaxSettlementRequest;
}

/**
 * Brings every account of taxes to zero on the last day of a period, against the account of what is owed, value by value
 * of the breakdowns, and marks the period as settled. What stands there is taken as it is: late entries, what was there
 * before, and what has nothing to do with taxes.
 *
 * @throws {Refusal} 422 where a day of it or a later one is settled, its month is locked, or nothing stands there
 */
export const settleTax = defineCommand(
  'settleTax',
  (context: WriteContext, { organisation, person, key, request }: Settling): EntryResponse => {
    return idempotent(context, { organisation, person, key, request }, () => {
      const books = booksOf(context, organisation);
      const record = organisationOf(context.db, organisation);
      const { from, to, entry, account } = checkedSettlement(context, organisation, request, books);
      const posting = { organisation, person, source: 'tax-settlement' as const };
      const { place, number } = new EntryAppender(context, posting, books).append(entry);
      context.db
        .insert(taxSettlement)
        .values({ organisation, entry: place, firstDay: from, lastDay: to, account })
        .run();
      const [answer] = entryAnswers(context.db, record, [entryRowOf(context.db, organisation, number)]);
      if (!answer) throw new Error('A settlement was posted, and no entry came back.');
      return answer;
    });
  },
);

function checkedSettlement(
  { db }: WriteContext,
  organisation: number,
  request: TaxSettlementRequest,
  books: Books,
): { from: CivilDate; to: CivilDate; entry: CheckedEntry; account: EntryLine['account'] } {
  const problems: Problem[] = [];
  const { from, to } = request;
  if (!isCivilDate(from)) problems.push(problem('not-a-date', 'from', `“${from}” is not a date.`));
  if (!isCivilDate(to)) problems.push(problem('not-a-date', 'to', `“${to}” is not a date.`));
  const account = books.chart.byNumber.get(request.account.trim());
  const unfit = account ? unfitForSettling(account, books) : `There is no account ${request.account}.`;
  if (unfit) problems.push(problem('account-unfit', 'account', unfit));
  const said = request.explanation?.trim();
  if (said && !isPlainText(said, 500)) {
    problems.push(problem('text', 'explanation', 'An explanation is up to 500 characters on one line.'));
  }
  if (!isCivilDate(from) || !isCivilDate(to) || !account || problems.length > 0) throw new Refusal(422, problems);
  if (from > to) throw unprocessable('from-after-to', 'from', 'The span ends before it begins.');
  const why = whyUnsettled(from, settledNow(settlementsOf(db, organisation)));
  if (why) throw unprocessable('settled-already', 'from', why);
  const date = checkDate(to, 'ordinary', books);
  if (!date.ok)
    throw new Refusal(
      422,
      date.problems.map((problem) => ({ ...problem, path: 'to' })),
    );
  const lines = settlingLines(db, organisation, to, account.id);
  if (lines.length === 0) {
    throw unprocessable('nothing-to-settle', 'to', `Nothing stands on the accounts of taxes on ${longDate(to)}.`);
  }
  const retired = lines.map((line) => accountIn(books.chart, line.account)).find(({ active }) => !active);
  if (retired) {
    const message = `${accountTitle(retired)} is retired and still holds tax: take it back into use to settle it.`;
    throw unprocessable('account-retired', 'to', message);
  }
  const explanation = said || `Tax of ${longDate(from)} to ${longDate(to)}`;
  return { from, to, account: account.id, entry: { date: date.value, kind: 'ordinary', explanation, lines } };
}

function unfitForSettling(account: NonNullable<ReturnType<Books['chart']['byNumber']['get']>>, { chart }: Books) {
  const title = accountTitle(account);
  if (chart.headings.has(account.id)) return `${title} is a heading; choose an account under it.`;
  if (!account.active) return `${title} is retired and takes no new entries.`;
  if (account.control) return `${title} is a control account; what is owed in tax names no contact.`;
  if (account.currency) return `${title} is kept in ${account.currency}; tax is owed in the currency of the books.`;
  return undefined;
}

/** The lines that bring the accounts to zero, and what they come to, by the combination of their breakdown values. */
function settlingLines(
  db: WriteContext['db'],
  organisation: number,
  to: CivilDate,
  account: EntryLine['account'],
): EntryLine[] {
  const record = organisationOf(db, organisation);
  const accounts = taxAccounts(db, organisation, loadTaxCodes(db, organisation)).filter(
    (taxAccount) => taxAccount !== account,
  );
  const standingOn = balancesByCombination(db, ledgerView(db, record, undefined), accounts, to);
  const values = standingOn.some(({ combination }) => combination !== 0)
    ? combinationsOf(db, organisation)
    : new Map<number, EntryLine['breakdowns']>();
  const sums = new Map<number, number>();
  for (const { combination, amount } of standingOn) sums.set(combination, (sums.get(combination) ?? 0) + amount);
  const named = (combination: number): Pick<EntryLine, 'breakdowns'> => {
    const breakdowns = values.get(combination);
    return breakdowns ? { breakdowns } : {};
  };
  return [
    ...standingOn.map(({ account: id, combination, amount }): EntryLine => ({
      account: id,
      amount: negated(amount),
      ...named(combination),
    })),
    ...[...sums]
      .filter(([, amount]) => amount !== 0)
      .map(([combination, amount]): EntryLine => ({ account, amount: minor(amount), ...named(combination) })),
  ];
}
