import { workerData } from 'node:worker_threads';
import { openForReading } from '../database/connection.js';
import { fileTasks } from './file-tasks.js';
import { answerWith, type TaskTable } from './task.js';

const { folder } = workerData as { folder: string };
const db = openForReading(folder);
const table: TaskTable = fileTasks;

answerWith((name, args) => table[name]?.(db, args));
