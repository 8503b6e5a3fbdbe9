import { problem, type Problem } from '@just-ledger/core';
import { messageOf } from './message-of.js';
import { Refusal } from './refusal.js';

/** What an error means to whoever asked. */
export interface ToldError {
  readonly status: number;
  readonly problems: readonly Problem[];
  /** Whether whoever runs the server has to know of it. */
  readonly isForTheLog: boolean;
}

/** Whether a code of the database or the system is that of a disc that takes no more. */
export function isDiscFull(code: string): boolean {
  return /^(SQLITE_FULL|ENOSPC|EDQUOT)/.test(code);
}

/** Whether it is that of a folder or file that may not be written. */
export function isNotWritable(code: string): boolean {
  return /^(SQLITE_READONLY|EROFS|EACCES|EPERM)/.test(code);
}

/** Says what an error means: a refusal as it is, what the disc or the books refuse in words, and of the rest that it should not be. */
export function toldError(error: unknown): ToldError {
  if (error instanceof Refusal) return { status: error.status, problems: error.problems, isForTheLog: false };
  const code = codeOf(error);
  const told = (status: number, problemCode: string, message: string): ToldError => ({
    status,
    problems: [problem(problemCode, '', message)],
    isForTheLog: true,
  });
  if (isDiscFull(code)) return told(507, 'disc-full', 'The disc of the server is full. Nothing was changed.');
  if (isNotWritable(code)) {
    return told(507, 'not-writable', 'The server may not write to its folder. Nothing was changed.');
  }
  if (code.startsWith('SQLITE_CONSTRAINT')) {
    return told(409, 'refused-by-books', `The books refused this: ${messageOf(error)}.`);
  }
  return told(500, 'internal', 'This should not have happened. Nothing was changed.');
}

/** The code of an error of the database or the system; empty if it has none. */
export function codeOf(error: unknown): string {
  const { code }: { code?: unknown } = Object(error);
  return typeof code === 'string' ? code : '';
}
