import { workerData } from 'node:worker_threads';
import { openForReading } from '../platform/database/connection.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { readings } from './readings.js';

const { folder }: { folder: string } = workerData;
const db = openForReading(folder);

serveTasks((taskName, args) => db.$client.transaction(() => readings.get(taskName)(db, args))());
