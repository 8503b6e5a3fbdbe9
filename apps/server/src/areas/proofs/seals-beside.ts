import { FIRST_PREVIOUS_SEAL, longMoment } from '@just-ledger/core';
import { endsBeside, goneOnPurpose, type KeptEnd } from '../../platform/database/ends-beside.js';
import { keptTimeStamps } from '../../platform/time-stamps/time-stamps.js';

/** A time stamp is of entries alone: of histories it says no more than that they begin. */
const NO_HISTORIES = { periods: FIRST_PREVIOUS_SEAL, takeOn: FIRST_PREVIOUS_SEAL, setUp: FIRST_PREVIOUS_SEAL };

/** Every seal that a data folder keeps beside its books: in files of chain ends, in backups, and in time stamps. */
export async function sealsBeside(folder: string): Promise<KeptEnd[]> {
  const isGoneOnPurpose = goneOnPurpose(folder);
  const stamped = (await keptTimeStamps(folder)).flatMap(({ at, organisation, entries, seal }): KeptEnd[] =>
    // what is no time stamp is told by itself
    at === undefined || isGoneOnPurpose(at)
      ? []
      : [{ organisation, entries, seal, histories: NO_HISTORIES, keeper: `The time stamp of ${longMoment(at)}` }],
  );
  return [...endsBeside(folder), ...stamped];
}
