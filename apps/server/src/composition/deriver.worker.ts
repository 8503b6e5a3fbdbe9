import { openForReading } from '../platform/database/connection.js';
import { openDerived } from '../platform/derived/derived-file.js';
import { Deriving } from '../platform/derived/deriving.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { derivations } from './derivations.js';

const { folder } = begunWith();
const deriving = new Deriving(openForReading(folder), openDerived(folder), derivations);

serveTasks(() => deriving.turn());
