import { problem } from '@just-ledger/core';
import { Refusal } from '../problems/refusal.js';
import { type Answer, ARE_YOU_THERE, failureOf, type Question } from './serve-tasks.js';
import type { WriteContext } from './write-context.js';

/** So many commands share a commit at most. */
const MOST = 64;

/** After so many milliseconds no further command joins: those that are done wait for the commit. */
const PATIENCE = 25;

/** Why the database took back the transaction that commands shared: what the last of them met with, if it says so. */
function whyTakenBack(last: Answer | undefined): Error {
  if (last?.type === 'failed' && last.code !== undefined) {
    return Object.assign(new Error(last.message), { code: last.code });
  }
  const message = 'The books could not be written just now. Nothing was changed; try again.';
  return new Refusal(503, [problem('taken-back', '', message)]);
}

/**
 * Commands that wait at the same time share one transaction and one durable commit, each within a savepoint of its own: one
 * that is refused takes back only itself. They are done in the order in which they came, and answered after the commit.
 */
export class CommandGroups {
  /**
   * @param run does one command, whole or not at all
   * @param isAlone whether a command shares its transaction with no other
   * @param patience in milliseconds: after it no further command joins
   */
  constructor(
    private readonly context: WriteContext,
    private readonly run: (taskName: string, args: unknown) => unknown,
    private readonly isAlone: (taskName: string) => boolean,
    private readonly patience = PATIENCE,
  ) {}

  /** Does all commands that wait. @param answer called for each of them, in their order, once it holds */
  serve(waiting: Question[], answer: (answer: Answer) => void): void {
    while (waiting.length > 0) {
      const [first, second] = waiting;
      if (!first) return;
      if (!second || !this.canShare(first) || !this.canShare(second)) {
        waiting.shift();
        answer(this.outcomeOf(first));
      } else for (const queued of this.group(waiting)) answer(queued);
    }
  }

  private canShare({ taskName }: Question): boolean {
    return taskName !== ARE_YOU_THERE && !this.isAlone(taskName);
  }

  /** Does the next commands in one transaction. @returns how each of them ended */
  private group(waiting: Question[]): Answer[] {
    const { $client } = this.context.db;
    const end = performance.now() + this.patience;
    let answers: Answer[] = [];
    try {
      $client.exec('BEGIN IMMEDIATE');
      for (let next = waiting[0]; next && this.canShare(next) && answers.length < MOST; next = waiting[0]) {
        waiting.shift();
        answers.push(this.outcomeOf(next));
        // a disk that is full, and the like: SQLite takes back the whole transaction by itself
        if (!$client.inTransaction) throw whyTakenBack(answers.at(-1));
        if (performance.now() > end) break;
      }
      $client.exec('COMMIT');
      this.context.committed();
    } catch (error) {
      if ($client.inTransaction) $client.exec('ROLLBACK');
      this.context.forget();
      const [first] = answers.length === 0 ? waiting.splice(0, 1) : [];
      answers = first ? [failureOf(first.id, error)] : withNothingDone(answers, error);
    }
    return answers;
  }

  private outcomeOf({ id, taskName, args }: Question): Answer {
    try {
      const value = taskName === ARE_YOU_THERE ? true : this.run(taskName, args);
      return { id, type: 'done', value };
    } catch (error) {
      return failureOf(id, error);
    }
  }
}

/** What was done holds no more; what was refused stays so. */
function withNothingDone(answers: readonly Answer[], error: unknown): Answer[] {
  return answers.map((answer) => (answer.type === 'done' ? failureOf(answer.id, error) : answer));
}
