import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { basename } from 'node:path';
import { workerData } from 'node:worker_threads';
import { type HeldFolder, heldFolder } from '../database/data-folder.js';
import { shareEpoch, sharedEpoch } from '../derived/epoch.js';
import { settings } from '../settings.js';

/** What every thread is told when it begins. */
export interface ThreadData {
  readonly folder: string;
  readonly held: HeldFolder;
  /** A fixed civil date, for samples and tests. */
  readonly today: string | undefined;
  readonly epoch: SharedArrayBuffer;
  /** Whether it does what nobody waits for, or knows to take its time. */
  readonly stepsBack: boolean;
}

/** How far a thread steps back behind the others, as the system counts it: 0 is nothing, 19 the most. */
const BACK = 10;

/** What the threads of this server are told. */
export function threadData({ stepsBack = false } = {}): ThreadData {
  const { folder } = settings;
  return { folder, held: heldFolder(folder), today: settings.today, epoch: sharedEpoch(), stepsBack };
}

/** In a thread: what it was told. */
export function begunWith(): ThreadData {
  const given: ThreadData = workerData;
  shareEpoch(given.epoch);
  if (given.stepsBack) stepBack();
  return given;
}

/** Lets the others go first where there are more threads at work than cores. Linux counts this by thread, and tells a thread which it is. */
function stepBack(): void {
  try {
    const id = Number(basename(readlinkSync('/proc/thread-self')));
    if (id > 0) setPriority(id, BACK);
  } catch {
    // elsewhere all of them are equal
  }
}
