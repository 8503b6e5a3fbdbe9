import type {
  ChangeOrganisationRequest,
  CreateOrganisationRequest,
  OrganisationResponse,
} from '@just-ledger/contract';
import {
  type CurrencyCode,
  displayAmount,
  isCivilDate,
  isCurrencyCode,
  isPlainText,
  isTimeZone,
  KIND_LABELS,
  yearStartName,
  parseAmount,
  type Particulars,
  POSTS_WHILE_CLOSING_LABELS,
  problem,
  type Problem,
  safeParseAmount,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { organisation } from '../../platform/database/schema.js';
import { changedSince, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { dependenceProblems } from './dependence.js';
import { type Organisation, organisationOf, organisationResponse } from './organisation-store.js';

/** Changes an organisation: its name always, the rest as long as nothing posted depends on it. */
export const changeOrganisation = defineCommand(
  'changeOrganisation',
  (
    context: WriteContext,
    { organisation: id, person, request }: Actor & { request: ChangeOrganisationRequest },
  ): OrganisationResponse => {
    const before = organisationOf(context.db, id);
    const { version, ...wanted } = request;
    const problems = [
      ...fieldProblems(request),
      ...twoPeopleProblems(request, before.baseCurrency),
      ...dependenceProblems(context.db, before, request),
    ];
    if (problems.length > 0) throw new Refusal(422, problems);
    const given = Object.entries(wanted).filter(([, value]) => value !== undefined);
    const changed = context.db
      .update(organisation)
      .set({
        ...Object.fromEntries(given),
        ...(wanted.name !== undefined && { name: wanted.name.trim() }),
        ...(wanted.twoPeopleFrom !== undefined && {
          twoPeopleFrom:
            wanted.twoPeopleFrom === null ? null : parseAmount(wanted.twoPeopleFrom, before.baseCurrency),
        }),
        version: version + 1,
      })
      .where(and(eq(organisation.id, id), eq(organisation.version, version)))
      .run();
    if (changed.changes === 0) throw changedSince('organisation');
    const after = organisationOf(context.db, id);
    recordOrganisation(context, { organisation: id, person }, after, before);
    context.setUpChanged(id);
    return organisationResponse(after, 'owner');
  },
);

/** What is wrong with an organisation's own particulars. */
export function fieldProblems(request: Partial<CreateOrganisationRequest> | ChangeOrganisationRequest): Problem[] {
  const problems: Problem[] = [];
  const { name, baseCurrency, firstDay, changeoverDate, timeZone } = request;
  if (name !== undefined && (!isPlainText(name, 120) || name.trim() === '')) {
    problems.push(problem('organisation-name', 'name', 'A name is up to 120 characters on one line.'));
  }
  if (baseCurrency !== undefined && !isCurrencyCode(baseCurrency)) {
    problems.push(problem('currency-unknown', 'baseCurrency', `${baseCurrency} is not an ISO 4217 currency code.`));
  }
  if (timeZone !== undefined && !isTimeZone(timeZone)) {
    problems.push(problem('time-zone', 'timeZone', `“${timeZone}” is not a time zone of the IANA database.`));
  }
  for (const [field, date] of Object.entries({ firstDay, changeoverDate })) {
    if (date !== undefined && date !== null && !isCivilDate(date)) {
      problems.push(problem('not-a-date', field, `“${date}” is not a date.`));
    }
  }
  return problems;
}

/** What is wrong with the amount from which entries take two people. */
function twoPeopleProblems({ twoPeopleFrom }: ChangeOrganisationRequest, currency: CurrencyCode): Problem[] {
  if (twoPeopleFrom === undefined || twoPeopleFrom === null) return [];
  const read = safeParseAmount(twoPeopleFrom, currency);
  if (read.ok && read.amount >= 0) return [];
  return [problem('amount', 'twoPeopleFrom', `“${twoPeopleFrom}” is not an amount of zero or more.`)];
}

/** Tells the audit trail what an organisation's own particulars were and are. */
export function recordOrganisation(
  context: WriteContext,
  actor: Actor,
  after: Organisation,
  before?: Organisation,
): void {
  const particulars = (organisation: Organisation): Particulars => ({
    name: organisation.name,
    kind: KIND_LABELS[organisation.kind],
    'base currency': organisation.baseCurrency,
    'fiscal year from': yearStartName(organisation.calendar),
    'first day': organisation.calendar.firstDay,
    'changeover date': organisation.changeoverDate,
    'time zone': organisation.timeZone,
    'two people from':
      organisation.twoPeopleFrom === null
        ? null
        : displayAmount(organisation.twoPeopleFrom, organisation.baseCurrency),
    'posts while a month is closed': POSTS_WHILE_CLOSING_LABELS[organisation.postsWhileClosing],
  });
  recordChange(context, {
    ...actor,
    subject: 'organisation',
    object: after.id,
    title: after.name,
    before: before && particulars(before),
    after: particulars(after),
  });
}
