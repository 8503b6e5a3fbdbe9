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

/** Codes of the database and the system for a disc that takes no more. */
const FULL = /^(SQLITE_FULL|ENOSPC|EDQUOT)/;

/** Codes of the database and the system for a folder or file that may not be written. */
const READ_ONLY = /^(SQLITE_READONLY|EROFS|EACCES|EPERM)/;

/** Says what an error means: a refusal as it is, what the disc or the books refuse in words, and of the rest that it should not be. */
export function toldError(error: unknown): ToldError {
  if (error instanceof Refusal) return { status: error.status, problems: error.problems, isForTheLog: false };
  const code = codeOf(error);
  const told = (status: number, problemCode: string, message: string): ToldError => ({
    status,
    problems: [problem(problemCode, '', message)],
    isForTheLog: true,
  });
  if (FULL.test(code)) return told(507, 'disc-full', 'The disc of the server is full. Nothing was changed.');
  if (READ_ONLY.test(code)) {
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
