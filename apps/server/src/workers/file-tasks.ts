import { archiveTasks } from '../archives/archive-tasks.js';
import { importTasks } from '../imports/import-tasks.js';

/** Everything that reads and writes files, by name. */
export const fileTasks = { ...importTasks, ...archiveTasks };

/** Tasks with their arguments and answers. */
export type FileTasks = typeof fileTasks;
