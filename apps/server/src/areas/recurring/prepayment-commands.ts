import type { PrepaymentRequest, PrepaymentResponse, RecurringJournalRequest } from '@just-ledger/contract';
import { endOfMonth, isCivilDate, type CivilDate, problem, type Problem } from '@just-ledger/core';
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
  const element = loadChart(context.db, organisation).byNumber.get(line.account)?.element;
  if (element !== 'expense' && element !== 'revenue') {
    const message = `${line.account} ${line.accountName} is neither revenue nor expense: it counts for no span of time.`;
    throw unprocessable('not-of-the-result', 'line', message);
  }
  const { date, explanation, reference } = entry;
  return { line, isRevenue: element === 'revenue', date, explanation, reference };
}
