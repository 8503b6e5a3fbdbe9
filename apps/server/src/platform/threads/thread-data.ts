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
}

/** What the threads of this server are told. */
export function threadData(): ThreadData {
  const { folder } = settings;
  return { folder, held: heldFolder(folder), today: settings.today, epoch: sharedEpoch() };
}

/** In a thread: what it was told. */
export function begunWith(): ThreadData {
  const given: ThreadData = workerData;
  shareEpoch(given.epoch);
  return given;
}
