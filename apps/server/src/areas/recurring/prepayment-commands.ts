import type { PrepaymentRequest, PrepaymentResponse, RecurringJournalRequest } from '@just-ledger/contract';
import {
  type AccountId,
  type CivilDate,
  endOfMonth,
  entryNumber,
  isCivilDate,
  minor,
  type Minor,
  parseAmount,
  problem,
  type Problem,
} from '@just-ledger/core';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { postTogether } from '../journal/entry-commands.js';
import { entryAnswers, entryRowOf } from '../journal/entry-store.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { keepRecurring } from './recurring-commands.js';

/** Names and explanations are cut to what they may have. */
const LONGEST_NAME = 120;

/**
 * Moves what a posted line says out of the result, since it is for a span of time, and keeps the schedule that brings it
 * back at each month’s end, exact to the cent: in one act, or not at all. It goes both ways: what is paid ahead, and
 * what is received ahead.
 */
export const spreadOverTime = defineCommand(
  'spreadOverTime',
  (
    context: WriteContext,
    { organisation, person, request }: { organisation: number; person: number; request: PrepaymentRequest },
  ): PrepaymentResponse => {
    const { first, last } = spanOf(request);
    const { line, isRevenue, ...of } = lineOf(context, organisation, request);
    const said = { ...(line.breakdowns && { breakdowns: line.breakdowns }) };
    const explanation = `${isRevenue ? 'Received' : 'Paid'} ahead: ${of.explanation}`;
    assertNotMoved(context, organisation, { ...of, moving: explanation });
    const sides = (debit: string, credit: string, amount: string): RecurringJournalRequest['entry']['lines'] => [
      { account: debit, debit: amount, ...said },
      { account: credit, credit: amount, ...said },
    ];
    // what is moved out stands on the other side of the line; what comes back, on the line’s own
    const isDebit = line.debit !== null;
    const amount = line.debit ?? line.credit ?? '';
    const [out, back] = [
      isDebit ? sides(request.account, line.account, amount) : sides(line.account, request.account, amount),
      isDebit ? sides(line.account, request.account, '1') : sides(request.account, line.account, '1'),
    ];
    const [posted] = postTogether(context, { organisation, person }, [
      {
        at: '',
        entry: {
          date: of.date,
          kind: 'adjusting',
          explanation,
          ...(of.reference && { reference: of.reference }),
          lines: out,
        },
      },
    ]);
    if (!posted) throw new Error('An entry was posted, and none came back.');
    const journal = keepRecurring(context, {
      organisation,
      person,
      request: {
        name: explanation.slice(0, LONGEST_NAME),
        schedule: { unit: 'month', every: 1, day: 'last', from: endOfMonth(first), until: endOfMonth(last) },
        amounts: 'spread',
        spread: { total: amount, by: request.by ?? 'months', first, last },
        entry: { kind: 'adjusting', explanation: `${of.explanation}, the month’s part`, lines: back },
      },
    });
    return { entry: posted.number, journal };
  },
);

function spanOf({ first, last }: PrepaymentRequest): { first: CivilDate; last: CivilDate } {
  const problems = (['first', 'last'] as const).flatMap((field): Problem[] => {
    const text = field === 'first' ? first : last;
    return isCivilDate(text)
      ? []
      : [problem('not-a-date', field, text ? `“${text}” is not a date.` : 'Say the day.')];
  });
  if (problems.length === 0 && last < first) {
    problems.push(problem('until-before-from', 'last', 'It ends before it begins.'));
  }
  if (problems.length > 0 || !isCivilDate(first) || !isCivilDate(last)) throw new Refusal(422, problems);
  return { first, last };
}

/** The line that is for a span of time, and what its entry says. @throws {Refusal} 404, 422 */
function lineOf(context: WriteContext, organisation: number, { entry: number, line: index }: PrepaymentRequest) {
  const row = entryRowOf(context.db, organisation, number);
  const [entry] = entryAnswers(context.db, organisationOf(context.db, organisation), [row]);
  const line = entry?.lines[index - 1];
  if (!entry || !line) throw unprocessable('no-such-line', 'line', `Entry ${number} has no line ${index}.`);
  if (entry.reversedBy) {
    throw unprocessable('already-reversed', 'entry', `Entry ${number} is reversed by ${entry.reversedBy}.`);
  }
  const account = loadChart(context.db, organisation).byNumber.get(line.account);
  const element = account?.element;
  if (!account || (element !== 'expense' && element !== 'revenue')) {
    const message = `${line.account} ${line.accountName} is neither revenue nor expense: it counts for no span of time.`;
    throw unprocessable('not-of-the-result', 'line', message);
  }
  const { date, explanation, reference } = entry;
  const units = parseAmount(line.debit ?? line.credit ?? '', organisationOf(context.db, organisation).baseCurrency);
  const amount = line.debit === null ? minor(-units) : units;
  return { line, account: account.id, amount, isRevenue: element === 'revenue', date, explanation, reference };
}

/**
 * What was moved out already, and was not taken back, is not moved out once more. Lines of a day that say the same are not
 * told apart: as many are moved as there are.
 *
 * @param line moving: what the entry says that moves it
 * @throws {Refusal} 409
 */
function assertNotMoved(
  { db }: WriteContext,
  organisation: number,
  line: {
    readonly account: AccountId;
    readonly amount: Minor;
    readonly date: string;
    readonly explanation: string;
    readonly moving: string;
  },
): void {
  const { account, amount, date, explanation, moving } = line;
  const alike = linesAlike(db).all({ organisation, account, amount, date, explanation, moving });
  const moved = alike.filter(({ isMoving }) => isMoving === 1);
  const last = moved.at(-1);
  if (!last || moved.length < alike.length - moved.length) return;
  const message = `Entry ${entryNumber(last.year, last.number)} has moved it already. Reverse that one first.`;
  throw new Refusal(409, [problem('moved-already', 'line', message)]);
}

/** The lines of a day that say the same, and those that move such a line; none that was reversed. */
const linesAlike = oncePerConnection(({ $client }) =>
  $client.prepare<object, { readonly year: string; readonly number: number; readonly isMoving: 0 | 1 }>(
    `SELECT e.year, e.number, l.amount = -@amount AS isMoving
     FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
     WHERE l.organisation = @organisation AND l.account = @account AND l.date = @date
       AND (l.amount = @amount AND e.explanation = @explanation
         OR l.amount = -@amount AND e.explanation = @moving AND e.kind = 'adjusting')
       AND NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = e.organisation AND r.reverses = e.place)
     ORDER BY e.place`,
  ),
);
