import type { Db } from '../platform/database/connection.js';
import { lookAtDerivedFirst } from '../platform/derived/derived-to.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { readings } from './readings.js';

/** Answers what is asked of the books over a connection, each question as they stand at one moment. */
export function serveReadings(db: Db): void {
  serveTasks((taskName, args) => {
    const reading = readings.get(taskName);
    if (reading.isBesideBooks) return reading(db, args);
    return db.$client.transaction(() => {
      if (!reading.isOfEntriesAlone) lookAtDerivedFirst(db);
      return reading(db, args);
    })();
  });
}
