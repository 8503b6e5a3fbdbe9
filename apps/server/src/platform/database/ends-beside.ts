import { longMoment } from '@just-ledger/core';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ChainEnd, keptChainEnds, lostChainEnds } from './chain-ends.js';
import { writeDurably } from './write-durably.js';

/** A chain end that is kept beside the books, and what keeps it. */
export interface KeptEnd extends ChainEnd {
  /** As a sentence begins with it. */
  readonly keeper: string;
}

/** A backup that took the place of the books. UTC, ISO 8601. */
interface Restored {
  /** The moment of the backup. */
  readonly from: string;
  readonly at: string;
}

const RESTORED = 'restored.json';
const NAMED = /^(\d{4}-\d\d-\d\d)T(\d\d)(\d\d)(\d\d)Z(?:-\d+)?$/;

/** Where the backups of a data folder are, unless told otherwise. */
export function backupsFolder(folder: string): string {
  return join(folder, 'backups');
}

/**
 * The moment by which a backup is named: UTC, ISO 8601. Undefined for a name that is none, of a moment that does not exist,
 * or of one that is still to come: a backup of tomorrow would keep today's from being made.
 *
 * @example momentOfBackup('2026-11-30T030000Z') // → '2026-11-30T03:00:00.000Z'
 */
export function momentOfBackup(name: string, now = new Date()): string | undefined {
  const [, day, hour, minute, second] = NAMED.exec(name) ?? [];
  if (day === undefined) return undefined;
  const moment = new Date(`${day}T${hour}:${minute}:${second}.000Z`);
  const isMoment = !Number.isNaN(moment.getTime()) && moment.toISOString().startsWith(day);
  return isMoment && moment <= now ? moment.toISOString() : undefined;
}

/** Every chain end that a data folder keeps beside its books: what was committed last, what was lost, what backups end with. */
export function endsBeside(folder: string): KeptEnd[] {
  const isGoneOnPurpose = goneOnPurpose(folder);
  const backups = backupsFolder(folder);
  const names = existsSync(backups) ? readdirSync(backups).sort() : [];
  return [
    ...lostChainEnds(folder).map(({ foundAt, ...end }) => ({
      ...end,
      keeper: `What was found missing on ${longMoment(foundAt)}`,
    })),
    ...keptChainEnds(folder).map((end) => ({ ...end, keeper: 'The file of what was committed last' })),
    ...names.flatMap((name) => {
      const moment = momentOfBackup(name);
      if (moment === undefined || isGoneOnPurpose(moment)) return [];
      const keeper = `The backup of ${longMoment(moment)}`;
      return keptChainEnds(join(backups, name)).map((end) => ({ ...end, keeper }));
    }),
  ];
}

/** Whether what was there at a moment is gone on purpose: posted after a backup, and before that backup took the place of the books. */
export function goneOnPurpose(folder: string): (moment: string) => boolean {
  const restored = restoredIn(folder);
  return (moment) => restored.some(({ from, at }) => moment > from && moment < at);
}

/** Remembers that a backup took the place of the books; the same one is remembered once. */
export function noteRestored(folder: string, from: string, moment: string): void {
  const others = restoredIn(folder).filter((restored) => restored.from !== from || restored.at !== moment);
  writeDurably(join(folder, RESTORED), JSON.stringify([...others, { from, at: moment }]));
}

function restoredIn(folder: string): Restored[] {
  const path = join(folder, RESTORED);
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : [];
}
