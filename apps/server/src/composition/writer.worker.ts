import { workerData } from 'node:worker_threads';
import { commands, openForCommands, runCommand } from './commands.js';
import { clockFor } from '../platform/database/clock.js';
import { serveTasks } from '../platform/threads/serve-tasks.js';

const { folder, today }: { folder: string; today: string | undefined } = workerData;
const context = openForCommands(folder, clockFor(today));

serveTasks((taskName, args) => runCommand(context, commands.get(taskName), args));
