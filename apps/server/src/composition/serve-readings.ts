import type { Db } from '../platform/database/connection.js';
import { keptAnswer } from '../platform/database/kept-reading.js';
import { lookAtDerivedFirst } from '../platform/derived/derived-to.js';
import { jsonBytes, serveTasks } from '../platform/threads/serve-tasks.js';
import { readings } from './readings.js';

/** Answers what is asked of the books over a connection, each question as they stand at one moment. */
export function serveReadings(db: Db): void {
  serveTasks((taskName, args, asJson) => {
    const reading = readings.get(taskName);
    if (reading.isBesideBooks) return reading(db, args);
    return db.$client.transaction(() => {
      if (!reading.isOfEntriesAlone) lookAtDerivedFirst(db);
      if (!asJson || !reading.isOfBooksAlone) return reading(db, args);
      const key = `${taskName} ${JSON.stringify(args)}`;
      // a copy, since bytes change hands
      return keptAnswer(db, key, () => jsonBytes(reading(db, args))).slice();
    })();
  });
}
