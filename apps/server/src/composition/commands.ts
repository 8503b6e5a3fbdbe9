import * as accountCommands from '../areas/accounts/account-commands.js';
import * as archiveCommands from '../areas/archives/archive-commands.js';
import * as arrivalCommands from '../areas/archives/arrival-commands.js';
import * as beginningCommands from '../areas/beginning/beginning-commands.js';
import * as breakdownCommands from '../areas/breakdowns/breakdown-commands.js';
import { settleBroughtForward } from '../areas/closing/brought-forward.js';
import * as closingCommands from '../areas/closing/closing-commands.js';
import * as contactCommands from '../areas/contacts/contact-commands.js';
import * as currencyCommands from '../areas/currencies/currency-commands.js';
import * as attachmentCommands from '../areas/attachments/attachment-commands.js';
import * as paperCommands from '../areas/gathering/paper-commands.js';
import * as findingCommands from '../areas/findings/finding-events.js';
import * as importCommands from '../areas/imports/import-commands.js';
import { broughtForwardChanged } from '../areas/journal/brought-forward-changed.js';
import * as draftCommands from '../areas/journal/draft-commands.js';
import * as arrangementCommands from '../areas/statements/arrangement-commands.js';
import * as noteCommands from '../areas/statements/note-commands.js';
import * as keptReportCommands from '../areas/kept-reports/kept-report-commands.js';
import * as boardPapersCommands from '../areas/board-papers/board-papers-commands.js';
import * as papersSendingCommands from '../areas/board-papers/papers-sending-commands.js';
import * as sendPapersCommands from '../areas/board-papers/send-papers.js';
import * as patternCommands from '../areas/journal/pattern-commands.js';
import * as entryCommands from '../areas/journal/entry-commands.js';
import * as entryFileCommands from '../areas/journal/entry-file-commands.js';
import { assertNoEntryFile } from '../areas/journal/entry-file-store.js';
import * as reversalCommands from '../areas/journal/reversal-commands.js';
import * as organisationCommands from '../areas/organisations/organisation-commands.js';
import { assertNotArchived } from '../areas/organisations/organisation-store.js';
import * as peopleCommands from '../areas/people/people-commands.js';
import * as profitSharingCommands from '../areas/periods/profit-sharing-commands.js';
import * as periodCommands from '../areas/periods/period-commands.js';
import * as holidayCommands from '../areas/organisations/holiday-store.js';
import * as doByItself from '../areas/recurring/do-by-itself.js';
import * as occurrenceCommands from '../areas/recurring/occurrence-commands.js';
import * as prepaymentCommands from '../areas/recurring/prepayment-commands.js';
import * as recurringCommands from '../areas/recurring/recurring-commands.js';
import * as lockedProofCommands from '../areas/proofs/keep-locked-proofs.js';
import * as taxSettlementCommands from '../areas/tax-report/tax-settlement-commands.js';
import * as takeOnCommands from '../areas/take-on/take-on-commands.js';
import * as taxCodeCommands from '../areas/tax-codes/tax-code-commands.js';
import type { ChainEnds } from '../platform/database/chain-ends.js';
import type { Clock } from '../platform/database/clock.js';
import * as outboxCommands from '../platform/outbox/outbox-commands.js';
import * as deviceCommands from '../platform/sessions/device-commands.js';
import * as passkeyCommands from '../platform/sessions/passkey-commands.js';
import * as sessionCommands from '../platform/sessions/session-commands.js';
import { TaskTable } from '../platform/threads/serve-tasks.js';
import type { Command } from '../platform/threads/task.js';
import { listenTo, WriteContext } from '../platform/threads/write-context.js';

/** Everything that changes the books, by name. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each command has its own arguments
export const commands = new TaskTable<Command<any, unknown>>(
  sessionCommands,
  deviceCommands,
  passkeyCommands,
  outboxCommands,
  peopleCommands,
  organisationCommands,
  beginningCommands,
  paperCommands,
  attachmentCommands,
  accountCommands,
  breakdownCommands,
  contactCommands,
  taxCodeCommands,
  currencyCommands,
  periodCommands,
  profitSharingCommands,
  entryCommands,
  entryFileCommands,
  reversalCommands,
  draftCommands,
  patternCommands,
  arrangementCommands,
  noteCommands,
  keptReportCommands,
  boardPapersCommands,
  papersSendingCommands,
  sendPapersCommands,
  holidayCommands,
  doByItself,
  occurrenceCommands,
  prepaymentCommands,
  recurringCommands,
  taxSettlementCommands,
  findingCommands,
  closingCommands,
  takeOnCommands,
  importCommands,
  lockedProofCommands,
  archiveCommands,
  arrivalCommands,
);

/** Opens books for writing, with every area that has to hear of another's changes. @param chainEnds where their ends are kept beside them */
export function openForCommands(folder: string, clock: Clock, chainEnds?: ChainEnds): WriteContext {
  return new WriteContext(folder, clock, [listenTo(broughtForwardChanged, settleBroughtForward)], chainEnds);
}

/** Does one command in a transaction, all of it or nothing, once what it demands is given. */
export function runCommand<Args, Result>(context: WriteContext, command: Command<Args, Result>, args: Args): Result {
  return context.transact(() => {
    const organisation = organisationIn(args);
    if (organisation !== undefined && !command.demands.archivedBooks) assertNotArchived(context.db, organisation);
    if (organisation !== undefined && !command.demands.besideEntryFile) assertNoEntryFile(context.db, organisation);
    return command(context, args);
  });
}

/** The organisation that a command is done in, if it is done in one. */
function organisationIn(args: unknown): number | undefined {
  if (typeof args !== 'object' || args === null || !('organisation' in args)) return undefined;
  return typeof args.organisation === 'number' ? args.organisation : undefined;
}
