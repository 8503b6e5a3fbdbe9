import {
  FIRST_PREVIOUS_SEAL,
  canonicalJson,
  entryNumber,
  fiscalYearOf,
  sealInput,
  sealedContent,
  stageOf,
  type Books,
  type CheckedEntry,
  type EntrySource,
  type PostedEntry,
  type Stage,
} from '@just-ledger/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { combination, entry } from '../database/schema.js';
import type { WriteContext } from '../workers/write-context.js';

/** Where an entry comes from. */
export interface Origin {
  readonly organisation: number;
  readonly person: number;
  readonly source: EntrySource;
}

/** What a reversal adds to an entry. */
export interface ReversalLink {
  readonly reverses: number;
  readonly stage: Stage;
}

/** An entry that has just been posted. */
export interface Appended {
  readonly place: number;
  readonly number: string;
}

/** Appends entries to an organisation's chain, one after the other, within one transaction. */
export class EntryAppender {
  private last: { place: number; seal: string; postedAt: string };
  private readonly lastNumbers = new Map<string, number>();
  private readonly insert;

  constructor(
    private readonly context: WriteContext,
    private readonly origin: Origin,
    private readonly books: Books,
  ) {
    const { organisation } = origin;
    this.last = context.db
      .select({ place: entry.place, seal: entry.seal, postedAt: entry.postedAt })
      .from(entry)
      .where(eq(entry.organisation, organisation))
      .orderBy(desc(entry.place))
      .limit(1)
      .get() ?? { place: 0, seal: FIRST_PREVIOUS_SEAL, postedAt: '' };
    this.insert = insertStatement(context.db);
  }

  /** Gives the entry its number, place and seal and posts it: the database writes its lines and totals. */
  append(checked: CheckedEntry, link?: ReversalLink): Appended {
    const { organisation, person, source } = this.origin;
    const year = fiscalYearOf(this.books.calendar, checked.date).label;
    const moment = this.context.clock.moment();
    const posted: PostedEntry = {
      ...checked,
      place: this.last.place + 1,
      year,
      number: this.lastNumber(year) + 1,
      stage: link?.stage ?? stageOf(checked.kind),
      source,
      ...(link && { reverses: link.reverses }),
      postedAt: moment > this.last.postedAt ? moment : this.last.postedAt,
    };
    this.keepCombinations(posted);
    const content = sealedContent(posted);
    const seal = createHash('sha256').update(sealInput(this.last.seal, content)).digest('hex');
    this.insert.run({
      ...posted,
      organisation,
      reference: posted.reference ?? null,
      reverses: posted.reverses ?? null,
      postedBy: person,
      lineCount: posted.lines.length,
      debit: posted.lines.reduce((sum, line) => sum + Math.max(line.amount, 0), 0),
      content,
      previousSeal: this.last.seal,
      seal,
    });
    this.last = { place: posted.place, seal, postedAt: posted.postedAt };
    this.lastNumbers.set(year, posted.number);
    return { place: posted.place, number: entryNumber(year, posted.number) };
  }

  private lastNumber(year: string): number {
    const known = this.lastNumbers.get(year);
    if (known !== undefined) return known;
    const row = this.context.db
      .select({ number: entry.number })
      .from(entry)
      .where(and(eq(entry.organisation, this.origin.organisation), eq(entry.year, year)))
      .orderBy(desc(entry.number))
      .limit(1)
      .get();
    return row?.number ?? 0;
  }

  /** Sees to it that every combination of breakdown values on the lines has a row to point to. */
  private keepCombinations(posted: PostedEntry): void {
    for (const { breakdowns } of posted.lines) {
      if (!breakdowns) continue;
      const { organisation } = this.origin;
      const content = canonicalJson(breakdowns);
      const known = this.context.db
        .select({ id: combination.id })
        .from(combination)
        .where(and(eq(combination.organisation, organisation), eq(combination.content, content)))
        .get();
      if (known) continue;
      const id = sql<number>`(SELECT coalesce(max(id), 0) + 1 FROM combination WHERE organisation = ${organisation})`;
      this.context.db.insert(combination).values({ organisation, id, content }).run();
    }
  }
}

const statements = new WeakMap<object, ReturnType<typeof prepareInsert>>();

function insertStatement(db: WriteContext['db']): ReturnType<typeof prepareInsert> {
  const known = statements.get(db) ?? prepareInsert(db);
  statements.set(db, known);
  return known;
}

function prepareInsert(db: WriteContext['db']) {
  const of = sql.placeholder;
  return db
    .insert(entry)
    .values({
      organisation: of('organisation'),
      place: of('place'),
      year: of('year'),
      number: of('number'),
      date: of('date'),
      kind: of('kind'),
      stage: of('stage'),
      source: of('source'),
      explanation: of('explanation'),
      reference: of('reference'),
      reverses: of('reverses'),
      postedAt: of('postedAt'),
      postedBy: of('postedBy'),
      lineCount: of('lineCount'),
      debit: of('debit'),
      content: of('content'),
      previousSeal: of('previousSeal'),
      seal: of('seal'),
    })
    .prepare();
}
