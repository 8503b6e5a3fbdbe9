import { workerData } from 'node:worker_threads';
import { settleBroughtForward } from '../closing/brought-forward.js';
import { clockFor } from '../database/clock.js';
import { assertNotPutAway } from '../organisations/organisation-store.js';
import { commands } from './commands.js';
import { answerWith, type TaskTable } from './task.js';
import { WriteContext } from './write-context.js';

const { folder, today } = workerData as { folder: string; today: string | undefined };
const context = new WriteContext(folder, clockFor(today));
const table: TaskTable = commands;

answerWith((name, args) =>
  context.transact(() => {
    const { organisation } = args as { organisation?: number };
    if (organisation !== undefined && name !== 'takeOut') assertNotPutAway(context.db, organisation);
    const answer = table[name]?.(context, args);
    for (const [id, person] of context.takeBroughtForwardChanges()) settleBroughtForward(context, id, person);
    return answer;
  }),
);
