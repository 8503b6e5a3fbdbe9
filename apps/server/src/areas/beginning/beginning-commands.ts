import type { CreateOrganisationRequest, OrganisationResponse, StarterWishesRequest } from '@just-ledger/contract';
import {
  accountParticulars,
  accountTitle,
  isPlainText,
  type OrganisationKind,
  parseCivilDate,
  parseCurrencyCode,
  problem,
  type Problem,
  starterChart,
  zip,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { MACHINE_TIME_ZONE } from '../../platform/database/clock.js';
import { isRow } from '../../platform/database/next-id.js';
import {
  account,
  accountBreakdown,
  breakdown,
  breakdownValue,
  membership,
  organisation,
  unfinishedStart,
} from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { addAccounts } from '../accounts/account-commands.js';
import { loadChart } from '../accounts/account-store.js';
import { chartNames } from '../accounts/chart-names.js';
import { postingUsers } from '../accounts/users-of-account.js';
import { recordChanges } from '../audit-trail/record-change.js';
import { addBreakdown, addStarterValues, removalOfBreakdown } from '../breakdowns/breakdown-commands.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { postedEntries } from '../organisations/dependence.js';
import { fieldProblems, recordOrganisation } from '../organisations/organisation-commands.js';
import { organisationOf, organisationResponse } from '../organisations/organisation-store.js';

/** Creates an organisation that its creator owns, with the starter chart of its kind if asked for. */
export const createOrganisation = defineCommand(
  'createOrganisation',
  (
    context: WriteContext,
    { person, request }: { person: number; request: CreateOrganisationRequest },
  ): OrganisationResponse => {
    const problems = [...fieldProblems(request), ...wishProblems(request)];
    if (problems.length > 0) throw new Refusal(422, problems);
    const { id } = context.db
      .insert(organisation)
      .values({
        id: sql`(SELECT coalesce(max(id), 0) + 1 FROM organisation)`,
        name: request.name.trim(),
        kind: request.kind,
        baseCurrency: parseCurrencyCode(request.baseCurrency),
        fiscalYearStartMonth: request.fiscalYearStartMonth,
        fiscalYearStartDay: request.fiscalYearStartDay ?? 1,
        firstDay: parseCivilDate(request.firstDay),
        changeoverDate: request.changeoverDate ? parseCivilDate(request.changeoverDate) : null,
        timeZone: request.timeZone ?? MACHINE_TIME_ZONE,
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
    recordOrganisation(context, { organisation: id, person }, made);
    if (request.starterChart) addStarterChart(context, { organisation: id, person }, request.kind, request);
    return organisationResponse(made, 'owner');
  },
);

/** Puts the starter chart of the organisation's kind in the place of its chart, while nothing has been posted. */
export const startChartAnew = defineCommand(
  'startChartAnew',
  (context: WriteContext, { request, ...actor }: Actor & { request: StarterWishesRequest }): void => {
    const { kind } = organisationOf(context.db, actor.organisation);
    const posted = postedEntries(context.db, actor.organisation);
    if (posted) {
      throw new Refusal(422, [
        problem('chart-in-use', '', `${posted}: the chart is changed account by account now.`),
      ]);
    }
    const problems = wishProblems(request);
    const [user] = postingUsers(context.db, actor.organisation).values();
    if (user) {
      problems.push(problem('chart-in-use', '', `${user.replace('…', 'one of these accounts')} Remove that first.`));
    }
    if (problems.length > 0) throw new Refusal(422, problems);
    removeChart(context, actor);
    addStarterChart(context, actor, kind, request);
  },
);

/** Keeps the answers of a start that somebody leaves before its end. */
export const keepUnfinishedStart = defineCommand(
  'keepUnfinishedStart',
  (context: WriteContext, { person, answers }: { person: number; answers: Record<string, unknown> }): void => {
    const row = { answers, updatedAt: context.clock.moment() };
    context.db
      .insert(unfinishedStart)
      .values({ person, ...row })
      .onConflictDoUpdate({ target: unfinishedStart.person, set: row })
      .run();
  },
  { besideEntryFile: 'allowed' },
);

/** Throws an unfinished start away. */
export const dropUnfinishedStart = defineCommand(
  'dropUnfinishedStart',
  (context: WriteContext, { person }: { person: number }): void => {
    context.db.delete(unfinishedStart).where(eq(unfinishedStart.person, person)).run();
  },
  { besideEntryFile: 'allowed' },
);

/** Names of partners, classes of shares and funds, each given once. */
function wishProblems({ partners, shareClasses, funds }: StarterWishesRequest): Problem[] {
  const lists: readonly (readonly [string, string, readonly string[] | undefined])[] = [
    ['partners', '.name', partners?.map((partner) => partner.name)],
    ['shareClasses', '', shareClasses],
    ['funds', '.name', funds?.map((fund) => fund.name)],
  ];
  return lists.flatMap(([path, field, names]) => {
    if (names?.length === 0) return [problem('none-named', path, 'Name at least one, or leave this out.')];
    return (names ?? []).flatMap((name, index) => {
      const fieldPath = `${path}.${index}${field}`;
      if (name.trim() === '' || !isPlainText(name, 80)) {
        return [problem('name', fieldPath, 'A name is up to 80 characters on one line.')];
      }
      const isTwin =
        (names ?? []).findIndex((other) => other.trim().toLowerCase() === name.trim().toLowerCase()) < index;
      return isTwin ? [problem('named-twice', fieldPath, `“${name.trim()}” is named twice.`)] : [];
    });
  });
}

function addStarterChart(
  context: WriteContext,
  actor: Actor,
  kind: OrganisationKind,
  { partners, shareClasses, funds }: StarterWishesRequest,
): void {
  const trimmed = <T extends { readonly name: string }>(named: T): T => ({ ...named, name: named.name.trim() });
  const starter = starterChart(kind, {
    partners: partners?.map(trimmed),
    shareClasses: shareClasses?.map((name) => name.trim()),
    funds: funds?.map(trimmed),
  });
  // accounts name the breakdowns they need, and values name accounts: so breakdowns come first, their values last
  const ids = starter.breakdowns.map(({ name }) => addBreakdown(context, { ...actor, request: { name } }));
  addAccounts(context, actor, starter.accounts);
  for (const [id, starterBreakdown] of zip(ids, starter.breakdowns))
    addStarterValues(context, actor, id, starterBreakdown);
}

/** Takes away the whole chart and the breakdowns whose values name its accounts; nothing may have been posted. */
function removeChart(context: WriteContext, actor: Actor): void {
  const { db } = context;
  const { organisation: id } = actor;
  const chart = loadChart(db, id);
  const names = chartNames(db, id);
  const funds = loadBreakdowns(db, id).filter(({ values }) => values.some((value) => value.account !== undefined));
  db.delete(accountBreakdown).where(eq(accountBreakdown.organisation, id)).run();
  for (const { id: fund } of funds) {
    const itself = isRow(breakdown, id, fund);
    const values = and(eq(breakdownValue.organisation, id), eq(breakdownValue.breakdown, fund));
    db.update(breakdown).set({ usualValue: null }).where(itself).run();
    db.update(breakdownValue).set({ parent: null }).where(values).run();
    db.delete(breakdownValue).where(values).run();
    db.delete(breakdown).where(itself).run();
  }
  db.update(account).set({ parent: null, closesTo: null, taxCode: null }).where(eq(account.organisation, id)).run();
  db.delete(account).where(eq(account.organisation, id)).run();
  recordChanges(context, actor, [
    {
      subject: 'organisation',
      object: id,
      title: organisationOf(db, id).name,
      before: { chart: 'its accounts' },
      after: { chart: 'begun anew' },
    },
    ...funds.flatMap((fund) => removalOfBreakdown(fund, chart)),
    ...chart.accounts.map((gone) => ({
      subject: 'account' as const,
      object: gone.id,
      title: accountTitle(gone),
      before: accountParticulars(gone, chart, names),
    })),
  ]);
  context.setUpChanged(id);
}
