import { openForReading } from '../platform/database/connection.js';
import { attachDerived } from '../platform/derived/derived-file.js';
import { lookAtDerivedFirst } from '../platform/derived/derived-to.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { readings } from './readings.js';

const { folder } = begunWith();
const db = attachDerived(openForReading(folder), folder);

serveTasks((taskName, args) => {
  const reading = readings.get(taskName);
  if (reading.isBesideBooks) return reading(db, args);
  return db.$client.transaction(() => {
    if (!reading.isOfEntriesAlone) lookAtDerivedFirst(db);
    return reading(db, args);
  })();
});
