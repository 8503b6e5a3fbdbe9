import type { CivilDate, DateOrder, Problem } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** A row of a file, its cells by column; `line` is its place in the file, the headings being 1. */
export interface ImportRow {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** So many problems are told; the rest is counted. */
export const TOLD_PROBLEMS = 500;

/** What an import would do. */
export interface ImportPlan {
  readonly added: number;
  readonly changed: number;
  readonly unchanged: number;
  /** Every problem at `rows.<line>.<column>`; with one of them, nothing is written. */
  readonly problems: readonly Problem[];
  /** What is worth knowing beside the numbers. */
  readonly notes?: readonly string[];
  /** Writes all of it, in the transaction of a command. @param step called as the work goes on; throws if it is given up */
  write(context: WriteContext, actor: Actor, step: () => void): void;
}

/** How dates of a file are read: near which day, and which comes first where they do not say so. */
export interface DatesReadBy {
  readonly today: CivilDate;
  readonly order: DateOrder;
}

/** Compares rows with the books, for who takes them in. @param step called as the work goes on; throws if it is given up */
export type PlanImport = (
  db: Db,
  actor: Actor,
  rows: readonly ImportRow[],
  step: () => void,
  dates: DatesReadBy,
) => ImportPlan;
