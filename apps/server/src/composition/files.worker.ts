import { openForReading } from '../platform/database/connection.js';
import { attachDerived } from '../platform/derived/derived-file.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { fileTasks } from './file-tasks.js';

const { folder } = begunWith();
const db = attachDerived(openForReading(folder), folder);

serveTasks((taskName, args) => fileTasks.get(taskName)(db, args));
