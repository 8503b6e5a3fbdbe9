import { ChainEnds } from '../platform/database/chain-ends.js';
import { clockFor } from '../platform/database/clock.js';
import { HeldFiles } from '../platform/database/data-folder.js';
import { CommandGroups } from '../platform/threads/command-groups.js';
import { serveTogether } from '../platform/threads/serve-tasks.js';
import { begunWith } from '../platform/threads/thread-data.js';
import { commands, openForCommands, runCommand } from './commands.js';

/** So often the writer looks whether others have written to the books, in milliseconds. */
const LOOK_EVERY = 1_000;

const { folder, held, today } = begunWith();
const context = openForCommands(folder, clockFor(today), new ChainEnds(folder));
const files = new HeldFiles(held);
setInterval(() => {
  files.assertThere();
  context.lookForOthers();
}, LOOK_EVERY);

const groups = new CommandGroups(
  context,
  (taskName, args) => runCommand(context, commands.get(taskName), args),
  (taskName) => commands.get(taskName).demands.ownTransaction === true,
);

serveTogether((waiting, answer) => {
  files.assertThere();
  context.lookForOthers();
  groups.serve(waiting, (outcome) => {
    // nobody is told that something was done which nobody would find
    if (outcome.type === 'done') files.assertThere();
    answer(outcome);
  });
});
