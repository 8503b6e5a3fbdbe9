import { workerData } from 'node:worker_threads';
import { fileTasks } from './file-tasks.js';
import { openForReading } from '../platform/database/connection.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';

const { folder }: { folder: string } = workerData;
const db = openForReading(folder);

serveTasks((taskName, args) => fileTasks.get(taskName)(db, args));
