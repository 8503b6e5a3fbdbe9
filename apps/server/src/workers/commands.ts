import { accountCommands } from '../accounts/account-commands.js';
import { archiveCommands } from '../archives/archive-commands.js';
import { breakdownCommands } from '../breakdowns/breakdown-commands.js';
import { closingCommands } from '../closing/closing-commands.js';
import { periodCommands } from '../closing/period-commands.js';
import { contactCommands } from '../contacts/contact-commands.js';
import { currencyCommands } from '../currencies/currency-commands.js';
import { paperCommands } from '../gathering/paper-commands.js';
import { importCommands } from '../imports/import-commands.js';
import { draftCommands } from '../journal/draft-commands.js';
import { entryCommands } from '../journal/entry-commands.js';
import { organisationCommands } from '../organisations/organisation-commands.js';
import { peopleCommands } from '../people/people-commands.js';
import { recurringCommands } from '../recurring/recurring-commands.js';
import { sessionCommands } from '../sessions/session-commands.js';
import { takeOnCommands } from '../take-on/take-on-commands.js';
import { taxCodeCommands } from '../tax-codes/tax-code-commands.js';

/** Everything that changes the books, by name. */
export const commands = {
  ...sessionCommands,
  ...peopleCommands,
  ...organisationCommands,
  ...paperCommands,
  ...accountCommands,
  ...breakdownCommands,
  ...contactCommands,
  ...taxCodeCommands,
  ...currencyCommands,
  ...importCommands,
  ...archiveCommands,
  ...takeOnCommands,
  ...entryCommands,
  ...draftCommands,
  ...periodCommands,
  ...closingCommands,
  ...recurringCommands,
};

/** Commands with their arguments and answers. */
export type Commands = typeof commands;
