import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { offerPasswordReset } from './areas/people/people-commands.js';
import { clockFor } from './platform/database/clock.js';
import { booksFile } from './platform/database/connection.js';
import { linkTo, newToken } from './platform/sessions/link.js';
import { removeDevice } from './platform/sessions/device-commands.js';
import { removePasskeysOf } from './platform/sessions/passkey-commands.js';
import { personOfEmail } from './platform/sessions/session-store.js';
import { settings } from './platform/settings.js';
import { WriteContext } from './platform/threads/write-context.js';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { 'without-device': { type: 'boolean', default: false } },
});
const [email, folder] = [positionals[0], resolve(positionals[1] ?? settings.folder)];
if (!email || !existsSync(booksFile(folder))) {
  console.error('Name who wants back in: npm run way-back -- <e-mail address> [<data folder>] [--without-device]');
  process.exit(2);
}
process.umask(0o077);
const context = new WriteContext(folder, clockFor(settings.today));
const person = personOfEmail(context.db, email);
if (!person) {
  console.error(`Nobody signs in to the books of ${folder} as ${email}.`);
  process.exit(1);
}
const { token, tokenHash } = newToken();
const link = linkTo('new-password', token);
context.transact(() => {
  offerPasswordReset(context, { personId: person.id, tokenHash });
  if (values['without-device']) {
    removeDevice(context, { personId: person.id });
    removePasskeysOf(context, person.id);
  }
});
context.db.$client.close();
const address = settings.origin === undefined ? `the address of the books, with ${link} after it,` : link;
console.log(`Open ${address} within a day, and choose a new password for ${person.email}.`);
if (values['without-device'])
  console.log('No code of a device is asked for any more, and no passkey opens anything.');
