import { openForReading } from '../platform/database/connection.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { fileTasks } from './file-tasks.js';

const db = openForReading(begunWith().folder);

serveTasks((taskName, args) => fileTasks.get(taskName)(db, args));
