import { clockFor } from '../database/clock.js';
import { settings } from '../settings.js';
import { WriteContext } from '../threads/write-context.js';
import { hashPassword } from './password.js';
import { createFirstOwner } from './session-commands.js';
import { isFirstRun } from './session-store.js';

/** Creates the first owner from the environment, for an unattended first start; later the variables mean nothing. */
export async function createUnattendedOwner(): Promise<void> {
  const { email, password } = settings.owner;
  if (!email || !password) return;
  const context = new WriteContext(settings.folder, clockFor(settings.today));
  try {
    if (!isFirstRun(context.db)) return;
    const passwordHash = await hashPassword(password);
    context.transact(() => createFirstOwner(context, { email, name: email.split('@')[0] ?? email, passwordHash }));
  } finally {
    context.db.$client.close();
  }
}
