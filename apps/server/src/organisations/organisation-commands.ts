import type {
  ChangeOrganisationRequest,
  CreateOrganisationRequest,
  OrganisationAnswer,
  StarterWishesRequest,
} from '@just-ledger/contract';
import {
  KIND_LABELS,
  MONTH_NAMES,
  isCivilDate,
  isCurrencyCode,
  isPlainText,
  problem,
  starterChart,
  type OrganisationKind,
  type Particulars,
  type Problem,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { addAccounts } from '../accounts/account-commands.js';
import { postingUsers } from '../accounts/users-of-account.js';
import { recordChange, type OfPerson } from '../audit-trail/record-change.js';
import { addStarterValues, breakdownCommands } from '../breakdowns/breakdown-commands.js';
import {
  accountBreakdown,
  account,
  breakdown,
  breakdownValue,
  membership,
  organisation,
  unfinishedStart,
} from '../database/schema.js';
import { Refusal, changedSince } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { dependenceProblems, postedEntries } from './dependence.js';
import { organisationAnswer, organisationOf, type Organisation } from './organisation-store.js';

/** What changes organisations. */
export const organisationCommands = {
  /** Creates an organisation that its creator owns, with the starter chart of its kind if asked for. */
  createOrganisation(
    context: WriteContext,
    { person, request }: { person: number; request: CreateOrganisationRequest },
  ): OrganisationAnswer {
    const problems = [...fieldProblems(request), ...wishProblems(request)];
    if (problems.length > 0) throw new Refusal(422, problems);
    const { id } = context.db
      .insert(organisation)
      .values({
        id: sql`(SELECT coalesce(max(id), 0) + 1 FROM organisation)`,
        name: request.name.trim(),
        kind: request.kind,
        baseCurrency: request.baseCurrency,
        fiscalYearStartMonth: request.fiscalYearStartMonth,
        firstDay: request.firstDay,
        changeoverDate: request.changeoverDate ?? null,
        createdAt: context.clock.moment(),
      })
      .returning({ id: organisation.id })
      .get();
    context.db
      .insert(membership)
      .values({ organisation: id, person, role: 'owner', since: context.clock.moment() })
      .run();
    context.db.delete(unfinishedStart).where(eq(unfinishedStart.person, person)).run();
    const made = organisationOf(context.db, id);
    record(context, { organisation: id, person }, made);
    if (request.starterChart) addStarterChart(context, { organisation: id, person }, request.kind, request);
    return organisationAnswer(made, 'owner');
  },

  /** Changes an organisation: its name always, the rest as long as nothing posted depends on it. */
  changeOrganisation(
    context: WriteContext,
    { organisation: id, person, request }: OfPerson & { request: ChangeOrganisationRequest },
  ): OrganisationAnswer {
    const before = organisationOf(context.db, id);
    const { version, ...wanted } = request;
    const problems = [...fieldProblems(request), ...dependenceProblems(context.db, before, request)];
    if (problems.length > 0) throw new Refusal(422, problems);
    const given = Object.entries(wanted).filter(([, value]) => value !== undefined);
    const changed = context.db
      .update(organisation)
      .set({
        ...Object.fromEntries(given),
        ...(wanted.name !== undefined && { name: wanted.name.trim() }),
        version: version + 1,
      })
      .where(and(eq(organisation.id, id), eq(organisation.version, version)))
      .run();
    if (changed.changes === 0) throw changedSince('organisation');
    const after = organisationOf(context.db, id);
    record(context, { organisation: id, person }, after, before);
    context.setUpChanged(id);
    return organisationAnswer(after, 'owner');
  },

  /** Puts the starter chart of the organisation's kind in the place of its chart, while nothing has been posted. */
  startChartAnew(context: WriteContext, { request, ...of }: OfPerson & { request: StarterWishesRequest }): void {
    const { kind } = organisationOf(context.db, of.organisation);
    const posted = postedEntries(context.db, of.organisation);
    if (posted) {
      throw new Refusal(422, [
        problem('chart-in-use', '', `${posted}: the chart is changed account by account now.`),
      ]);
    }
    const problems = wishProblems(request);
    const [user] = postingUsers(context.db, of.organisation).values();
    if (user) {
      problems.push(
        problem('chart-in-use', '', `${user.replace('…', 'one of these accounts')} Take that away first.`),
      );
    }
    if (problems.length > 0) throw new Refusal(422, problems);
    removeChart(context, of);
    addStarterChart(context, of, kind, request);
  },

  /** Keeps the answers of a start that somebody leaves before its end. */
  keepUnfinishedStart(
    context: WriteContext,
    { person, answers }: { person: number; answers: Record<string, unknown> },
  ): void {
    const row = { answers, updatedAt: context.clock.moment() };
    context.db
      .insert(unfinishedStart)
      .values({ person, ...row })
      .onConflictDoUpdate({ target: unfinishedStart.person, set: row })
      .run();
  },

  /** Throws an unfinished start away. */
  dropUnfinishedStart(context: WriteContext, { person }: { person: number }): void {
    context.db.delete(unfinishedStart).where(eq(unfinishedStart.person, person)).run();
  },
};

function fieldProblems(request: Partial<CreateOrganisationRequest> | ChangeOrganisationRequest): Problem[] {
  const problems: Problem[] = [];
  const { name, baseCurrency, firstDay, changeoverDate } = request;
  if (name !== undefined && (!isPlainText(name, 120) || name.trim() === '')) {
    problems.push(problem('organisation-name', 'name', 'A name is up to 120 characters on one line.'));
  }
  if (baseCurrency !== undefined && !isCurrencyCode(baseCurrency)) {
    problems.push(problem('currency-unknown', 'baseCurrency', `${baseCurrency} is not an ISO 4217 currency code.`));
  }
  for (const [field, date] of Object.entries({ firstDay, changeoverDate })) {
    if (date !== undefined && date !== null && !isCivilDate(date)) {
      problems.push(problem('not-a-date', field, `“${date}” is not a date.`));
    }
  }
  return problems;
}

/** Names of partners, classes of shares and funds, each given once. */
function wishProblems({ partners, shareClasses, funds }: StarterWishesRequest): Problem[] {
  const lists: readonly (readonly [string, string, readonly string[] | undefined])[] = [
    ['partners', '.name', partners?.map((one) => one.name)],
    ['shareClasses', '', shareClasses],
    ['funds', '.name', funds?.map((one) => one.name)],
  ];
  return lists.flatMap(([path, field, names]) => {
    if (names?.length === 0) return [problem('none-named', path, 'Name at least one, or leave this out.')];
    return (names ?? []).flatMap((name, place) => {
      const at = `${path}.${place}${field}`;
      if (name.trim() === '' || !isPlainText(name, 80)) {
        return [problem('name', at, 'A name is up to 80 characters on one line.')];
      }
      const isTwin =
        (names ?? []).findIndex((other) => other.trim().toLowerCase() === name.trim().toLowerCase()) < place;
      return isTwin ? [problem('named-twice', at, `“${name.trim()}” is named twice.`)] : [];
    });
  });
}

function addStarterChart(
  context: WriteContext,
  of: OfPerson,
  kind: OrganisationKind,
  { partners, shareClasses, funds }: StarterWishesRequest,
): void {
  const trimmed = <T extends { readonly name: string }>(one: T): T => ({ ...one, name: one.name.trim() });
  const starter = starterChart(kind, {
    partners: partners?.map(trimmed),
    shareClasses: shareClasses?.map((name) => name.trim()),
    funds: funds?.map(trimmed),
  });
  // accounts name the breakdowns they need, and values name accounts: so breakdowns come first, their values last
  const ids = starter.breakdowns.map(({ name }) =>
    breakdownCommands.addBreakdown(context, { ...of, request: { name } }),
  );
  addAccounts(context, of, starter.accounts);
  starter.breakdowns.forEach((one, at) => addStarterValues(context, of, ids[at] as number, one));
}

/** Takes away the whole chart and the breakdowns whose values name its accounts; nothing may have been posted. */
function removeChart(context: WriteContext, of: OfPerson): void {
  const { db } = context;
  const { organisation: id } = of;
  const funds = db
    .selectDistinct({ id: breakdownValue.breakdown })
    .from(breakdownValue)
    .where(and(eq(breakdownValue.organisation, id), sql`${breakdownValue.account} IS NOT NULL`))
    .all();
  db.delete(accountBreakdown).where(eq(accountBreakdown.organisation, id)).run();
  for (const { id: fund } of funds) {
    const itself = and(eq(breakdown.organisation, id), eq(breakdown.id, fund));
    const values = and(eq(breakdownValue.organisation, id), eq(breakdownValue.breakdown, fund));
    db.update(breakdown).set({ usualValue: null }).where(itself).run();
    db.update(breakdownValue).set({ parent: null }).where(values).run();
    db.delete(breakdownValue).where(values).run();
    db.delete(breakdown).where(itself).run();
  }
  db.update(account).set({ parent: null, closesTo: null, taxCode: null }).where(eq(account.organisation, id)).run();
  db.delete(account).where(eq(account.organisation, id)).run();
  recordChange(context, {
    ...of,
    subject: 'organisation',
    object: id,
    title: organisationOf(db, id).name,
    before: { chart: 'its accounts' },
    after: { chart: 'begun anew' },
  });
  context.setUpChanged(id);
}

function record(context: WriteContext, of: OfPerson, after: Organisation, before?: Organisation): void {
  const particulars = (one: Organisation): Particulars => ({
    name: one.name,
    kind: KIND_LABELS[one.kind],
    'base currency': one.baseCurrency,
    'fiscal year from': MONTH_NAMES[one.calendar.fiscalYearStartMonth - 1],
    'first day': one.calendar.firstDay,
    'changeover date': one.changeoverDate,
  });
  recordChange(context, {
    ...of,
    subject: 'organisation',
    object: after.id,
    title: after.name,
    before: before && particulars(before),
    after: particulars(after),
  });
}
