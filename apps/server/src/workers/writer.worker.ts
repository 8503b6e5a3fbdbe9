import { workerData } from 'node:worker_threads';
import { clockFor } from '../database/clock.js';
import type { Commands } from './commands.js';
import { runCommand } from './run-command.js';
import { answerWith } from './task.js';
import { WriteContext } from './write-context.js';

const { folder, today } = workerData as { folder: string; today: string | undefined };
const context = new WriteContext(folder, clockFor(today));

answerWith((name, args) => runCommand(context, name as keyof Commands, args as never));
