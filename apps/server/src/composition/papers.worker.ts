import { papersToRead, readPaper } from '../areas/attachments/read-paper.js';
import { openForReading } from '../platform/database/connection.js';
import { attachDerived, openDerived } from '../platform/derived/derived-file.js';
import { serveTasks, TaskTable } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';

const { folder } = begunWith();
const beside = { books: attachDerived(openForReading(folder), folder), derived: openDerived(folder), folder };
const tasks = new TaskTable({ papersToRead, readPaper });

serveTasks((taskName, args) => tasks.get(taskName)(beside, args));
