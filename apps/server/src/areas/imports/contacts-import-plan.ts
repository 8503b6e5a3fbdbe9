import {
  checkContact,
  type Contact,
  contactFromRow,
  type ContactId,
  contactParticulars,
  fieldChanges,
  contactProblemAtRow,
  problem,
  type Problem,
} from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { contact } from '../../platform/database/schema.js';
import { recordChanges } from '../audit-trail/record-change.js';
import { tellWherePaid } from '../contacts/where-paid.js';
import { contactRowOf } from '../contacts/contact-commands.js';
import { contactOf } from '../contacts/contact-store.js';
import type { ImportRow, PlanImport } from './import-plan.js';

interface PlannedContact {
  readonly line: number;
  readonly after: Contact;
  readonly before?: Contact;
}

/** Compares the rows of a file of contacts with the contacts: known by number, else by name. */
export const planContactsImport: PlanImport = (db, { organisation }, rows, step) => {
  const existing = db.select().from(contact).where(eq(contact.organisation, organisation)).all();
  const byNumber = new Map(existing.map((row) => [row.number, row]));
  const byName = new Map(existing.map((row) => [row.name.toLowerCase(), row]));
  const problems: Problem[] = [];
  const planned: PlannedContact[] = [];
  let nextId = existing.reduce((most, row) => Math.max(most, row.id), 0) + 1;
  const unnumbered: number[] = [];
  const seen = new Map<number, number>();
  for (const row of rows) {
    step();
    const known = knownAs(row, byNumber, byName);
    const duplicate = known && seen.get(known.id);
    if (known) seen.set(known.id, row.line);
    const refuse = (code: string, column: string, message: string): void =>
      void problems.push(problem(code, `rows.${row.line}.${column}`, message));
    if (duplicate !== undefined) {
      refuse('row-twice', 'name', `${known?.number} ${known?.name} already stands in row ${duplicate}.`);
      continue;
    }
    if (known && known.mergedInto !== null) {
      refuse('contact-merged', 'name', `${known.name} has been merged into another contact and stays as it is.`);
      continue;
    }
    const before = known && contactOf(known);
    const read = contactFromRow(row, before);
    const checked = read.ok ? checkContact(read.value) : undefined;
    if (!read.ok) problems.push(...read.problems);
    else if (checked?.ok === false) {
      problems.push(...checked.problems.map((found) => contactProblemAtRow(row.line, found)));
    } else if (checked?.ok) {
      const { number, ...fields } = checked.value;
      const id = before?.id ?? (nextId++ as ContactId);
      if (number === undefined) unnumbered.push(planned.length);
      planned.push({ line: row.line, after: { ...fields, id, number: number ?? '' }, ...(before && { before }) });
    }
  }
  const numbered = withNumbers(planned, unnumbered, byNumber);
  problems.push(...duplicates(numbered, existing));
  const differing = numbered.filter(
    ({ after, before }) =>
      !before || JSON.stringify(contactParticulars(before)) !== JSON.stringify(contactParticulars(after)),
  );
  const added = differing.filter(({ before }) => !before).length;
  return {
    added,
    changed: differing.length - added,
    unchanged: numbered.length - differing.length,
    problems,
    write: (context, actor, step) => {
      const fresh = differing.filter(({ before }) => !before);
      insertRows(
        context.db,
        contact,
        fresh.map(({ after }) => ({ organisation, id: after.id, ...contactRowOf(after, after.number) })),
        step,
      );
      for (const { after } of differing.filter(({ before }) => before)) {
        step();
        context.db
          .update(contact)
          .set({ ...contactRowOf(after, after.number), version: sql`${contact.version} + 1` })
          .where(isRow(contact, organisation, after.id))
          .run();
      }
      recordChanges(
        context,
        actor,
        differing.map(({ after, before }) => ({
          subject: 'contact',
          object: after.id,
          title: `${after.number} ${after.name}`,
          before: before && contactParticulars(before),
          after: contactParticulars(after),
        })),
      );
      tellWherePaid(
        context,
        actor,
        differing.flatMap(({ after, before }) => {
          if (!before) return [];
          const fields = fieldChanges(contactParticulars(before), contactParticulars(after));
          return [{ id: after.id, title: `${after.number} ${after.name}`, fields }];
        }),
      );
      context.setUpChanged(organisation);
    },
  };
};

type ContactRow = typeof contact.$inferSelect;

function knownAs(
  { cells }: ImportRow,
  byNumber: ReadonlyMap<string, ContactRow>,
  byName: ReadonlyMap<string, ContactRow>,
): ContactRow | undefined {
  const number = cells['number']?.trim();
  return number ? byNumber.get(number) : byName.get(cells['name']?.trim().toLowerCase() ?? '');
}

/** New contacts without a number get the next free ones, in their order. */
function withNumbers(
  planned: readonly PlannedContact[],
  unnumbered: readonly number[],
  taken: ReadonlyMap<string, unknown>,
): PlannedContact[] {
  const given = new Set(planned.map(({ after }) => after.number));
  const result = [...planned];
  for (const index of unnumbered) {
    const plannedContact = result[index];
    if (!plannedContact) continue;
    let next = Number(plannedContact.after.id);
    while (given.has(String(next)) || taken.has(String(next))) next += 1;
    given.add(String(next));
    result[index] = { ...plannedContact, after: { ...plannedContact.after, number: String(next) } };
  }
  return result;
}

/** Numbers and names that two contacts would have. */
function duplicates(planned: readonly PlannedContact[], existing: readonly ContactRow[]): Problem[] {
  const touched = new Set(planned.map(({ after }) => Number(after.id)));
  const others = existing.filter((row) => !touched.has(row.id));
  const holders = {
    number: new Map(others.map((row) => [row.number, `contact ${row.number}`])),
    name: new Map(others.map((row) => [row.name.toLowerCase(), `contact ${row.number}`])),
  };
  return planned.flatMap(({ line, after }) =>
    (['number', 'name'] as const).flatMap((field) => {
      const key = field === 'name' ? after.name.toLowerCase() : after.number;
      const holder = holders[field].get(key);
      holders[field].set(key, holder ?? `row ${line}`);
      if (!holder) return [];
      return [problem('contact-taken', `rows.${line}.${field}`, `“${after[field]}” is already that of ${holder}.`)];
    }),
  );
}
