import { settleBroughtForward } from '../closing/brought-forward.js';
import { assertNotPutAway } from '../organisations/organisation-store.js';
import { commands, type Commands } from './commands.js';
import type { TaskTable } from './task.js';
import type { WriteContext } from './write-context.js';

/**
 * Does one command in a transaction: all of it, or nothing. Books that are put away refuse it; what it posted into the
 * time before an organisation's books is settled before it is committed.
 */
export function runCommand<Name extends keyof Commands>(
  context: WriteContext,
  name: Name,
  args: Parameters<Commands[Name]>[1],
): ReturnType<Commands[Name]> {
  return context.transact(() => {
    const { organisation } = args as { organisation?: number };
    if (organisation !== undefined && name !== 'takeOut') assertNotPutAway(context.db, organisation);
    const answer = (commands as TaskTable)[name]?.(context, args);
    for (const [id, person] of context.takeBroughtForwardChanges()) settleBroughtForward(context, id, person);
    return answer as ReturnType<Commands[Name]>;
  });
}
