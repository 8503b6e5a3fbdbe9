import { backupReadings } from '../backups/backup-readings.js';
import { proofReadings } from '../proofs/proof-readings.js';
import { entryReadings } from '../journal/entry-readings.js';
import { standingReadings } from '../overview/standing.js';
import { takeOnReadings } from '../take-on/take-on-readings.js';
import { ledgerReadings } from '../account-ledger/ledger-readings.js';

/** Everything that reads too much to keep other requests waiting, by name. */
export const readings = {
  ...proofReadings,
  ...entryReadings,
  ...ledgerReadings,
  ...standingReadings,
  ...backupReadings,
  ...takeOnReadings,
};

/** Readings with their arguments and answers. */
export type Readings = typeof readings;
