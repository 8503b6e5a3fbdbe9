import { archiveTasks } from '../archives/archive-tasks.js';
import { packTasks } from '../take-on/pack-tasks.js';
import { importTasks } from '../imports/import-tasks.js';

/** Everything that reads and writes files, by name. */
export const fileTasks = { ...importTasks, ...archiveTasks, ...packTasks };

/** Tasks with their arguments and answers. */
export type FileTasks = typeof fileTasks;
