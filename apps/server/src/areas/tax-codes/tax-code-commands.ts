import type { ChangeTaxCodeRequest, TaxCodeRequest } from '@just-ledger/contract';
import { accountTitle, checkTaxCode, problem, TAX_SIDES, type TaxCode, taxCodeParticulars } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { line, taxCode, taxPart, taxRate } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { type KeptTaxCode, loadTaxCodes } from './tax-code-store.js';

/** Adds a tax code with its rates. @returns its id */
export const addTaxCode = defineCommand(
  'addTaxCode',
  (context: WriteContext, { request, ...actor }: Actor & { request: TaxCodeRequest }): number => {
    const others = loadTaxCodes(context.db, actor.organisation);
    const added = {
      id: nextId(context.db, taxCode, actor.organisation),
      ...checked(context, actor, request, others),
    };
    const { rates, ...row } = added;
    context.db
      .insert(taxCode)
      .values({ organisation: actor.organisation, ...row })
      .run();
    saveRates(context, actor, added);
    record(context, actor, added);
    return added.id;
  },
);

/** Puts new particulars and rates in the place of a tax code's old ones. */
export const changeTaxCode = defineCommand(
  'changeTaxCode',
  (context: WriteContext, { id, request, ...actor }: Actor & { id: number; request: ChangeTaxCodeRequest }): void => {
    const others = loadTaxCodes(context.db, actor.organisation);
    const before = taxCodeIn(others, id);
    assertVersion('tax code', request.version, before.version);
    const after = { id, ...checked(context, actor, request, others, id) };
    if (after.side !== before.side && isPosted(context, actor, id)) {
      const message = `Entries name ${before.code} as it is. Add another code for ${TAX_SIDES[after.side].label.toLowerCase()}.`;
      throw new Refusal(422, [problem('tax-code-in-use', 'side', message)]);
    }
    const { rates, ...row } = after;
    context.db
      .update(taxCode)
      .set({ ...row, version: before.version + 1 })
      .where(isRow(taxCode, actor.organisation, id))
      .run();
    context.db
      .delete(taxRate)
      .where(and(eq(taxRate.organisation, actor.organisation), eq(taxRate.taxCode, id)))
      .run();
    saveRates(context, actor, after);
    record(context, actor, after, before);
  },
);

/** Removes a tax code that no account proposes. */
export const removeTaxCode = defineCommand(
  'removeTaxCode',
  (context: WriteContext, { id, version, ...actor }: Actor & { id: number; version: number }): void => {
    const gone = taxCodeIn(loadTaxCodes(context.db, actor.organisation), id);
    assertVersion('tax code', version, gone.version);
    const users = loadChart(context.db, actor.organisation).accounts.filter((account) => account.taxCode === id);
    if (users.length > 0) {
      const named = users.slice(0, 3).map(accountTitle).join(', ');
      const message = `Proposed by ${named}${users.length > 3 ? ` and ${users.length - 3} more` : ''}; remove it there first.`;
      throw new Refusal(422, [problem('tax-code-in-use', '', message)]);
    }
    if (isPosted(context, actor, id)) {
      const message = `Entries name ${gone.code}. Take it out of use instead.`;
      throw new Refusal(422, [problem('tax-code-in-use', '', message)]);
    }
    context.db
      .delete(taxCode)
      .where(isRow(taxCode, actor.organisation, id))
      .run();
    record(context, actor, undefined, gone);
  },
);

/** Whether a line of an entry names a code. */
function isPosted({ db }: WriteContext, { organisation }: Actor, id: number): boolean {
  const named = and(eq(line.organisation, organisation), eq(line.taxCode, id));
  return db.select({ entry: line.entry }).from(line).where(named).limit(1).get() !== undefined;
}

function taxCodeIn(codes: readonly KeptTaxCode[], id: number): KeptTaxCode {
  const found = codes.find((code) => code.id === id);
  if (!found) throw notFound('tax code');
  return found;
}

function checked(
  context: WriteContext,
  actor: Actor,
  request: TaxCodeRequest,
  others: readonly TaxCode[],
  id?: number,
): Omit<TaxCode, 'id'> {
  const read = checkTaxCode(request, others, loadChart(context.db, actor.organisation), id);
  if (!read.ok) throw new Refusal(422, read.problems);
  return read.value;
}

function saveRates(context: WriteContext, { organisation }: Actor, { id, rates }: TaxCode): void {
  for (const { from, parts } of rates) {
    const rate = { organisation, taxCode: id, firstDay: from ?? ('' as const) };
    context.db.insert(taxRate).values(rate).run();
    parts.forEach((part, index) =>
      context.db
        .insert(taxPart)
        .values({ ...rate, ...part, place: index })
        .run(),
    );
  }
}

function record(context: WriteContext, actor: Actor, after: TaxCode | undefined, before?: TaxCode): void {
  const chart = loadChart(context.db, actor.organisation);
  const named = after ?? before;
  if (!named) return;
  recordChange(context, {
    ...actor,
    subject: 'tax-code',
    object: named.id,
    title: `${named.code} ${named.name}`,
    before: before && taxCodeParticulars(before, chart),
    after: after && taxCodeParticulars(after, chart),
  });
  context.setUpChanged(actor.organisation);
}
