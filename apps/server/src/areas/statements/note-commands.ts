import type { KeptNoteResponse, NoteRequest } from '@just-ledger/contract';
import {
  type AccountId,
  type Chart,
  isCivilDate,
  isPlainLines,
  isPlainText,
  type Particulars,
  parseCivilDate,
  problem,
  yearName,
  type Problem,
} from '@just-ledger/core';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { note } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { type KeptNote, notesToTakeOver, noteYear } from './note-store.js';

type NotePlace = Actor & { readonly id: number };

/** Writes a note. */
export const writeNote = defineCommand(
  'writeNote',
  (
    context: WriteContext,
    { organisation, person, request }: Actor & { readonly request: NoteRequest },
  ): KeptNoteResponse => {
    const { db, clock } = context;
    const chart = loadChart(db, organisation);
    const row: KeptNote = {
      organisation,
      id: nextId(db, note, organisation),
      ...askedNote(chart, organisationOf(db, organisation), request),
      changedBy: person,
      updatedAt: clock.moment(),
      version: 1,
    };
    db.insert(note).values(row).run();
    recordNote(context, { organisation, person }, chart, undefined, row);
    return { id: row.id, version: row.version };
  },
  { besideEntryFile: 'allowed' },
);

/** Puts another note in the place of one. */
export const changeNote = defineCommand(
  'changeNote',
  (
    context: WriteContext,
    { organisation, person, id, request }: NotePlace & { readonly request: NoteRequest },
  ): KeptNoteResponse => {
    const { db, clock } = context;
    const before = noteThere(context, organisation, id);
    assertVersion('note', request.version, before.version);
    const chart = loadChart(db, organisation);
    const row: KeptNote = {
      ...before,
      ...askedNote(chart, organisationOf(db, organisation), request),
      changedBy: person,
      updatedAt: clock.moment(),
      version: before.version + 1,
    };
    db.update(note)
      .set(row)
      .where(isRow(note, organisation, id))
      .run();
    recordNote(context, { organisation, person }, chart, before, row);
    return { id, version: row.version };
  },
  { besideEntryFile: 'allowed' },
);

/** Takes a note away. @param version the one that was looked at */
export const dropNote = defineCommand(
  'dropNote',
  (context: WriteContext, { organisation, person, id, version }: NotePlace & { readonly version: number }): void => {
    const before = noteThere(context, organisation, id);
    assertVersion('note', version, before.version);
    context.db
      .delete(note)
      .where(isRow(note, organisation, id))
      .run();
    recordNote(context, { organisation, person }, loadChart(context.db, organisation), before, undefined);
  },
  { besideEntryFile: 'allowed' },
);

/**
 * Writes the notes of the year before into a year, but those that it has already: on the same row, under the same title.
 * Notes to statements of one day are left.
 */
export const takeNotesOver = defineCommand(
  'takeNotesOver',
  (context: WriteContext, { organisation, person, of }: Actor & { readonly of: string }): void => {
    const { db, clock } = context;
    const books = organisationOf(db, organisation);
    const year = noteYear(books, dayAsked(of));
    const chart = loadChart(db, organisation);
    for (const earlier of notesToTakeOver(db, books, year)) {
      const row: KeptNote = {
        ...earlier,
        id: nextId(db, note, organisation),
        year: year.label,
        changedBy: person,
        updatedAt: clock.moment(),
        version: 1,
      };
      db.insert(note).values(row).run();
      recordNote(context, { organisation, person }, chart, undefined, row);
    }
  },
);

function noteThere({ db }: WriteContext, organisation: number, id: number): KeptNote {
  const row = db
    .select()
    .from(note)
    .where(isRow(note, organisation, id))
    .get();
  if (!row) throw notFound('note');
  return row;
}

function dayAsked(text: string) {
  if (!isCivilDate(text)) throw unprocessable('not-a-date', 'of', 'Give a date, such as 31 December 2026.');
  return parseCivilDate(text);
}

/** A note as it is asked for. @throws {Refusal} 422 at what is wrong */
function askedNote(
  chart: Chart,
  organisation: Organisation,
  request: NoteRequest,
): Omit<KeptNote, 'organisation' | 'id' | 'changedBy' | 'updatedAt' | 'version'> {
  const problems: Problem[] = [];
  const year = noteYear(organisation, dayAsked(request.of));
  const title = request.title.trim();
  if (title === '' || !isPlainText(title, 120))
    problems.push(problem('note-title', 'title', 'Give the note a title of up to 120 characters on one line.'));
  const text = request.text.replaceAll('\r\n', '\n').trim();
  if (text === '' && request.standard === undefined)
    problems.push(problem('note-empty', 'text', 'Write what the note says, or choose a table of the books.'));
  if (!isPlainLines(text, 20_000))
    problems.push(problem('text', 'text', 'A note has up to 20,000 characters, and none that cannot be printed.'));
  let account: AccountId | null = null;
  if (request.account !== undefined) {
    account = chart.byNumber.get(request.account)?.id ?? null;
    if (account === null)
      problems.push(problem('account-unknown', 'account', `There is no account ${request.account}.`));
  }
  let lastDay: KeptNote['lastDay'] = null;
  if (request.lastDay !== undefined) {
    const isDay = isCivilDate(request.lastDay);
    if (isDay && request.lastDay >= year.first && request.lastDay <= year.last)
      lastDay = parseCivilDate(request.lastDay);
    else
      problems.push(
        problem('note-day', 'lastDay', `The day is to be one of ${yearName(year)}, the year the note is kept with.`),
      );
  }
  if (problems.length > 0) throw new Refusal(422, problems);
  return {
    year: year.label,
    lastDay,
    statement: request.statement,
    row: account === null ? (request.row ?? null) : null,
    account,
    standard: request.standard ?? null,
    title,
    text,
  };
}

function recordNote(
  context: WriteContext,
  actor: Actor,
  chart: Chart,
  before: KeptNote | undefined,
  after: KeptNote | undefined,
): void {
  const { id = 0, title = '' } = after ?? before ?? {};
  const particularsOf = (row: KeptNote | undefined): Particulars | undefined =>
    row && {
      year: row.year,
      'only up to': row.lastDay,
      statement: row.statement,
      on: row.account === null ? row.row : chart.byId.get(row.account)?.number,
      table: row.standard,
      title: row.title,
      text: row.text,
    };
  recordChange(context, {
    ...actor,
    subject: 'note',
    object: id,
    title,
    before: particularsOf(before),
    after: particularsOf(after),
  });
}
