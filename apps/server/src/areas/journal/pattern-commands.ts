import type { PatternRequest, PatternResponse } from '@just-ledger/contract';
import { isPlainText } from '@just-ledger/core';
import { and, eq, ne, sql } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { pattern } from '../../platform/database/schema.js';
import { changedSince, notFound, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { contentOf } from './draft-content.js';
import type { DraftPlace } from './draft-commands.js';
import { patternResponse } from './pattern-readings.js';

/** Keeps an entry under a name that no other pattern has. */
export const keepPattern = defineCommand(
  'keepPattern',
  (
    context: WriteContext,
    { organisation, person, request }: { organisation: number; person: number; request: PatternRequest },
  ): PatternResponse => {
    const row = context.db
      .insert(pattern)
      .values({
        organisation,
        id: nextId(context.db, pattern, organisation),
        name: freeName(context, organisation, request.name),
        content: contentOf(context, organisation, request.entry),
        createdBy: person,
        updatedAt: context.clock.moment(),
      })
      .returning()
      .get();
    return patternResponse(context.db, row);
  },
  { besideEntryFile: 'allowed' },
);

/** Gives a pattern another name, or another content. */
export const changePattern = defineCommand(
  'changePattern',
  (
    context: WriteContext,
    { organisation, id, request }: DraftPlace & { request: PatternRequest },
  ): PatternResponse => {
    const { version = 0 } = request;
    assertThere(context, organisation, id);
    const row = context.db
      .update(pattern)
      .set({
        name: freeName(context, organisation, request.name, id),
        content: contentOf(context, organisation, request.entry),
        updatedAt: context.clock.moment(),
        version: version + 1,
      })
      .where(and(isRow(pattern, organisation, id), eq(pattern.version, version)))
      .returning()
      .get();
    if (!row) throw changedSince('pattern');
    return patternResponse(context.db, row);
  },
  { besideEntryFile: 'allowed' },
);

/** Keeps a pattern no longer. @param version the one that was looked at */
export const dropPattern = defineCommand(
  'dropPattern',
  (context: WriteContext, { organisation, id, version }: DraftPlace & { version: number }): void => {
    assertThere(context, organisation, id);
    const dropped = context.db
      .delete(pattern)
      .where(and(isRow(pattern, organisation, id), eq(pattern.version, version)))
      .returning()
      .get();
    if (!dropped) throw changedSince('pattern');
  },
  { besideEntryFile: 'allowed' },
);

function assertThere({ db }: WriteContext, organisation: number, id: number): void {
  if (
    !db
      .select()
      .from(pattern)
      .where(isRow(pattern, organisation, id))
      .get()
  )
    throw notFound('pattern');
}

/** A name as it is kept. @throws {Refusal} 422 if it is none, or another pattern has it, large letters or small */
function freeName({ db }: WriteContext, organisation: number, typed: string, own = 0): string {
  const name = typed.trim();
  if (name === '' || !isPlainText(name, 120)) {
    throw unprocessable('pattern-name', 'name', 'Give the pattern a name of up to 120 characters on one line.');
  }
  const other = db
    .select({ name: pattern.name })
    .from(pattern)
    .where(and(eq(pattern.organisation, organisation), ne(pattern.id, own), sql`name = ${name} COLLATE NOCASE`))
    .get();
  if (other) {
    throw unprocessable(
      'pattern-name-taken',
      'name',
      `There is a pattern “${other.name}” already. Take another name.`,
    );
  }
  return name;
}
