import { workerData } from 'node:worker_threads';
import { openForReading } from '../database/connection.js';
import { readings } from './readings.js';
import { answerWith, type TaskTable } from './task.js';

const { folder } = workerData as { folder: string };
const db = openForReading(folder);
const table: TaskTable = readings;

answerWith((name, args) => db.$client.transaction(() => table[name]?.(db, args))());
