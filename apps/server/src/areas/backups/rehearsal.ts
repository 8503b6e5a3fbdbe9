import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { hasChainEnd, keptChainEnds } from '../../platform/database/chain-ends.js';
import { openForReading } from '../../platform/database/connection.js';
import { writeDurably } from '../../platform/database/write-durably.js';
import { passingFile } from '../../platform/files/passing-files.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { type Backup, restore, type Verify } from './backup.js';

/** How a restore went that was tried out, where nobody's books are. Moments are UTC, ISO 8601. */
export interface Rehearsal {
  readonly at: string;
  /** The moment of the backup that was restored. */
  readonly backup: string;
  /** What was wrong, in sentences; empty if all was well. */
  readonly failure: string;
}

function rehearsalFile(into: string): string {
  return join(into, 'rehearsal.json');
}

/** How the last restore went that was tried out; undefined if none was. */
export function lastRehearsal(into: string): Rehearsal | undefined {
  const file = rehearsalFile(into);
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
}

/**
 * Restores a backup into a folder of its own, by the same steps as if it were needed, reads all of what comes out and finds
 * in it what the backup ends with. The folder goes; how it went is kept beside the backups.
 *
 * @param folder the data folder, in which there is room for it
 * @param into where the backups are
 */
export async function rehearseRestore(
  { folder: backup, at: moment }: Pick<Backup, 'folder' | 'at'>,
  folder: string,
  into: string,
  verify: Verify,
  now = new Date(),
): Promise<Rehearsal> {
  const trial = passingFile(folder);
  const rehearsal = { at: now.toISOString(), backup: moment, failure: await failureOf(backup, trial, verify) };
  rmSync(trial, { recursive: true, force: true });
  writeDurably(rehearsalFile(into), JSON.stringify(rehearsal));
  return rehearsal;
}

async function failureOf(backup: string, trial: string, verify: Verify): Promise<string> {
  try {
    await restore(backup, trial, verify);
    return [...(await verify(trial)), ...missingFrom(trial, backup)].join(' ');
  } catch (error) {
    return messageOf(error);
  }
}

/** What a backup says that it ends with, and what was restored of it does not have. */
function missingFrom(trial: string, backup: string): string[] {
  const db = openForReading(trial);
  try {
    return keptChainEnds(backup)
      .filter((end) => !hasChainEnd(db, end))
      .map(({ organisation, entries }) => `Entry no. ${entries} of organisation ${organisation} is not in it.`);
  } finally {
    db.$client.close();
  }
}

/** Whether a backup's restore is to be tried out again. @param days after so many */
export function isRehearsalDue(last: Rehearsal | undefined, days: number, now = Date.now()): boolean {
  return last === undefined || now - Date.parse(last.at) >= days * 24 * 60 * 60 * 1000;
}
