import {
  checkContact,
  contactFromRow,
  contactId,
  contactParticulars,
  contactProblemAtRow,
  problem,
  type Problem,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import { contact } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { contactOf } from '../contacts/contact-store.js';
import { type PlannedContact, writeContacts } from '../contacts/write-contacts.js';
import { layOutContacts, type LaidOutFile } from '../journal/entry-turns.js';
import { type ImportPlan, type ImportRow, type PlanImport, TOLD_PROBLEMS } from './import-plan.js';

interface ContactOfRow extends PlannedContact {
  readonly line: number;
}

/** What a file of contacts would do, contact by contact. */
export interface ContactsPlan extends ImportPlan {
  readonly differing: readonly PlannedContact[];
}

/** Compares the rows of a file of contacts with the contacts: known by number, else by name. */
export function planContactsImport(...[db, { organisation }, rows, step]: Parameters<PlanImport>): ContactsPlan {
  const existing = db.select().from(contact).where(eq(contact.organisation, organisation)).all();
  const byNumber = new Map(existing.map((row) => [row.number, row]));
  const byName = new Map(existing.map((row) => [row.name.toLowerCase(), row]));
  const problems: Problem[] = [];
  const planned: ContactOfRow[] = [];
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
      const id = before?.id ?? contactId(nextId++);
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
    differing,
    write: (context, actor, step) => writeContacts(context, actor, differing, step),
  };
}

/** Lays the contacts of a table out to be written in turns. @throws {Refusal} 422 with the first problems by row */
export function layOutContactTable(id: string, ...asked: Parameters<PlanImport>): LaidOutFile {
  const { problems, differing, added, changed, unchanged } = planContactsImport(...asked);
  if (problems.length > 0) throw new Refusal(422, problems.slice(0, TOLD_PROBLEMS));
  return layOutContacts(id, differing, { added, changed, unchanged });
}

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
  planned: readonly ContactOfRow[],
  unnumbered: readonly number[],
  taken: ReadonlyMap<string, unknown>,
): ContactOfRow[] {
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
function duplicates(planned: readonly ContactOfRow[], existing: readonly ContactRow[]): Problem[] {
  const touched = new Set(planned.map(({ after }) => Number(after.id)));
  const others = existing.filter((row) => !touched.has(row.id));
  const now = {
    number: new Map(existing.map((row) => [row.number, row])),
    name: new Map(existing.map((row) => [row.name.toLowerCase(), row])),
  };
  const holders = {
    number: new Map(others.map((row) => [row.number, `contact ${row.number}`])),
    name: new Map(others.map((row) => [row.name.toLowerCase(), `contact ${row.number}`])),
  };
  return planned.flatMap(({ line, after }) =>
    (['number', 'name'] as const).flatMap((field) => {
      const key = field === 'name' ? after.name.toLowerCase() : after.number;
      const still = now[field].get(key);
      if (still && still.id !== Number(after.id) && touched.has(still.id)) {
        const message = `“${after[field]}” is still that of contact ${still.number}, which this file changes, too. Change that one first.`;
        return [problem('contact-taken', `rows.${line}.${field}`, message)];
      }
      const holder = holders[field].get(key);
      holders[field].set(key, holder ?? `row ${line}`);
      if (!holder) return [];
      return [problem('contact-taken', `rows.${line}.${field}`, `“${after[field]}” is already that of ${holder}.`)];
    }),
  );
}
