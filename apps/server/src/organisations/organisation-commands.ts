import type { ChangeOrganisationRequest, CreateOrganisationRequest, OrganisationAnswer } from '@just-ledger/contract';
import { isCivilDate, isCurrencyCode, isPlainText, problem, starterChart, type Problem } from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { addAccounts } from '../accounts/account-commands.js';
import { membership, organisation } from '../database/schema.js';
import { Refusal, changedSince } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { organisationAnswer, organisationOf } from './organisation-store.js';

/** What changes organisations. */
export const organisationCommands = {
  /** Creates an organisation that its creator owns, with the starter chart of its kind if asked for. */
  createOrganisation(
    context: WriteContext,
    { person, request }: { person: number; request: CreateOrganisationRequest },
  ): OrganisationAnswer {
    const problems: Problem[] = [];
    if (!isPlainText(request.name, 120) || request.name.trim() === '') {
      problems.push(problem('organisation-name', 'name', 'A name is up to 120 characters on one line.'));
    }
    if (!isCurrencyCode(request.baseCurrency)) {
      problems.push(
        problem('currency-unknown', 'baseCurrency', `${request.baseCurrency} is not an ISO 4217 currency code.`),
      );
    }
    if (!isCivilDate(request.firstDay)) {
      problems.push(problem('not-a-date', 'firstDay', `“${request.firstDay}” is not a date.`));
    }
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
        createdAt: context.clock.moment(),
      })
      .returning({ id: organisation.id })
      .get();
    context.db.insert(membership).values({ organisation: id, person, role: 'owner' }).run();
    if (request.starterChart) addAccounts(context, id, starterChart(request.kind));
    return organisationAnswer(organisationOf(context.db, id), 'owner');
  },

  /** Changes an organisation's name, or until when opening entries are dated. */
  changeOrganisation(
    context: WriteContext,
    { id, request }: { id: number; request: ChangeOrganisationRequest },
  ): OrganisationAnswer {
    const { name, changeoverDate, version } = request;
    if (name !== undefined && (!isPlainText(name, 120) || name.trim() === '')) {
      throw new Refusal(422, [problem('organisation-name', 'name', 'A name is up to 120 characters on one line.')]);
    }
    if (changeoverDate !== undefined && !isCivilDate(changeoverDate)) {
      throw new Refusal(422, [problem('not-a-date', 'changeoverDate', `“${changeoverDate}” is not a date.`)]);
    }
    const changed = context.db
      .update(organisation)
      .set({ ...(name && { name: name.trim() }), ...(changeoverDate && { changeoverDate }), version: version + 1 })
      .where(and(eq(organisation.id, id), eq(organisation.version, version)))
      .run();
    if (changed.changes === 0) throw changedSince('organisation');
    context.setUpChanged(id);
    return organisationAnswer(organisationOf(context.db, id), 'owner');
  },
};
