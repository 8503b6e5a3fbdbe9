import type { ProfitSharingRequest } from '@just-ledger/contract';
import {
  type CivilDate,
  fiscalYearOf,
  formatAmount,
  isCivilDate,
  isPercent,
  longDate,
  minor,
  type Minor,
  type PartnerShare,
  problem,
  type Problem,
  type ProfitSharing,
  safeParseAmount,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { profitSharing } from '../../platform/database/schema.js';
import { assertVersion, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { closingsWithin } from '../ledger/ledger-view.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { closedYears } from './period-store.js';
import { profitSharings, versionOfSharing } from './profit-sharings.js';

/**
 * Writes down how partners share the result from a day on, in the place of what was agreed from that very day.
 *
 * @throws {Refusal} 422 in books of another kind, for accounts that are no capital, or where a closing has used it
 */
export const agreeSharing = defineCommand(
  'agreeSharing',
  (
    context: WriteContext,
    { organisation, person, request }: { organisation: number; person: number; request: ProfitSharingRequest },
  ): void => {
    const record = organisationOf(context.db, organisation);
    const sharing = checkedSharing(context.db, record, request);
    const before = profitSharings(context.db, organisation).find(({ from }) => from === sharing.from);
    assertVersion('agreement', request.version, versionOfSharing(before));
    const { from: fromDay, interest, partners } = sharing;
    const values = { interest, partners: [...partners], at: context.clock.moment(), by: person };
    context.db
      .insert(profitSharing)
      .values({ organisation, fromDay, ...values })
      .onConflictDoUpdate({ target: [profitSharing.organisation, profitSharing.fromDay], set: values })
      .run();
    recordChange(context, {
      organisation,
      person,
      subject: 'organisation',
      object: organisation,
      title: `Sharing of the result from ${longDate(fromDay)}`,
      before: before && inWords(context.db, record, before),
      after: inWords(context.db, record, sharing),
    });
    context.setUpChanged(organisation);
  },
);

function inWords(db: Db, organisation: Organisation, { interest, partners }: ProfitSharing): Record<string, string> {
  const chart = loadChart(db, organisation.id);
  return {
    'Interest on capital': `${interest} %`,
    Partners: partners
      .map(
        ({ account, salary, weight }) =>
          `${chart.byId.get(account)?.number ?? ''}: salary ${formatAmount(salary, organisation.baseCurrency)}, weight ${weight}`,
      )
      .join('; '),
  };
}

function checkedSharing(
  db: Db,
  organisation: Organisation,
  { from, interest, partners }: ProfitSharingRequest,
): ProfitSharing {
  const problems: Problem[] = [];
  const wrong = (code: string, path: string, message: string): void => {
    problems.push(problem(code, path, message));
  };
  if (organisation.kind !== 'partnership')
    wrong('not-a-partnership', '', 'Only partners share the result in this way.');
  if (!isCivilDate(from)) wrong('not-a-date', 'from', `“${from}” is not a date.`);
  else wrongIfClosed(db, organisation, from, wrong);
  if (!isPercent(interest)) wrong('not-a-percentage', 'interest', `“${interest}” is not a percentage.`);
  const chart = loadChart(db, organisation.id);
  const shares = partners.flatMap(({ account: number, salary, weight }, index): PartnerShare[] => {
    const account = chart.byNumber.get(number);
    if (account?.role !== 'owner-capital')
      wrong('not-a-capital', `partners.${index}.account`, `${number} is not the capital of a partner.`);
    const amount = safeParseAmount(salary || '0', organisation.baseCurrency);
    if (!amount.ok || amount.amount < 0)
      wrong('not-an-amount', `partners.${index}.salary`, `“${salary}” is not an amount of zero or more.`);
    return account ? [{ account: account.id, salary: amount.ok ? amount.amount : ZERO, weight }] : [];
  });
  if (new Set(shares.map(({ account }) => account)).size < shares.length)
    wrong('partner-twice', 'partners', 'A partner is named twice.');
  if (!partners.some(({ weight }) => weight > 0))
    wrong('no-weight', 'partners', 'Somebody has to take what is left: give one partner a weight.');
  const total: Minor = minor(shares.reduce((sum, { salary }) => Math.min(sum + salary, Number.MAX_SAFE_INTEGER), 0));
  if (total === Number.MAX_SAFE_INTEGER)
    wrong('too-large', 'partners', 'The salaries are larger than amounts can be.');
  if (problems.length > 0 || !isCivilDate(from) || !isPercent(interest)) throw new Refusal(422, problems);
  return { from, interest, partners: shares };
}

/** What a closing has used is not agreed otherwise afterwards. */
function wrongIfClosed(
  db: Db,
  { id: organisation, calendar }: Organisation,
  from: CivilDate,
  wrong: (code: string, path: string, message: string) => void,
): void {
  const year = fiscalYearOf(calendar, from);
  const view = { organisation, calendar };
  const isUsed =
    [...closedYears(db, organisation)].some((label) => label >= year.label) ||
    closingsWithin(db, view, from, year.last).length > 0;
  if (isUsed)
    wrong(
      'year-closed',
      'from',
      `What was earned from ${longDate(from)} on is closed and shared out. Reopen it first.`,
    );
}
