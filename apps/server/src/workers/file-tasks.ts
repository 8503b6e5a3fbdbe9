import { readChartFile } from '../accounts/chart-file.js';
import { archiveTasks } from '../archives/archive-tasks.js';
import { importTasks } from '../imports/import-tasks.js';
import { readEntryFile } from '../journal/entry-file.js';
import { packTasks } from '../take-on/pack-tasks.js';

/** Files that are sent to be taken in at once, read row by row. */
const readTasks = {
  readEntries: (_: unknown, { csv }: { csv: string }) => readEntryFile(csv),
  readChart: (_: unknown, { csv }: { csv: string }) => readChartFile(csv),
};

/** Everything that reads and writes files, by name. */
export const fileTasks = { ...importTasks, ...archiveTasks, ...packTasks, ...readTasks };

/** Tasks with their arguments and answers. */
export type FileTasks = typeof fileTasks;
