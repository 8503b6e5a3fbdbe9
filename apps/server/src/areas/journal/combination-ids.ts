import { canonicalJson, type EntryLine } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { nextId } from '../../platform/database/next-id.js';
import { combination } from '../../platform/database/schema.js';

/** The ids of an organisation's combinations of breakdown values, made as they are met. */
export class CombinationIds {
  private readonly known = new Map<string, number>();

  constructor(
    private readonly db: Db,
    private readonly organisation: number,
  ) {}

  /** The id of a line's combination; 0 for a line without any. */
  of({ breakdowns }: Pick<EntryLine, 'breakdowns'>): number {
    if (!breakdowns) return 0;
    const content = canonicalJson(breakdowns);
    const id = this.known.get(content) ?? this.find(content) ?? this.make(content);
    this.known.set(content, id);
    return id;
  }

  private find(content: string): number | undefined {
    return this.db
      .select({ id: combination.id })
      .from(combination)
      .where(and(eq(combination.organisation, this.organisation), eq(combination.content, content)))
      .get()?.id;
  }

  private make(content: string): number {
    const { organisation } = this;
    const id = nextId(this.db, combination, organisation);
    return this.db.insert(combination).values({ organisation, id, content }).returning({ id: combination.id }).get()
      .id;
  }
}
