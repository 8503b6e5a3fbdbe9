import { createFirstOwner } from '@just-ledger/server/platform/sessions/session-commands';
import 'reflect-metadata';
import { prepareBooks } from '@just-ledger/server/platform/database/migrate';
import { hashPassword } from '@just-ledger/server/platform/sessions/password';
import { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import { inviteColleagues } from './colleagues.js';
import { writeCiderCoOperative } from './cider-co-operative.js';
import { writeHedgeLayer } from './hedge-layer.js';
import { DEMO_SIGN_IN, DEMO_TODAY } from './demo-sign-in.js';
import { keepPapers } from './papers.js';
import { writeOrchardTrust } from './orchard-trust.js';
import { StoryClock } from './sample-books.js';

/** Writes the sample organisations into an empty data folder, through the product's own operations. */
export async function writeDemo(folder: string): Promise<void> {
  await prepareBooks(folder);
  const context = new WriteContext(folder, new StoryClock(DEMO_TODAY));
  const { email, name } = DEMO_SIGN_IN;
  const passwordHash = await hashPassword(DEMO_SIGN_IN.password);
  const person = context.transact(() => createFirstOwner(context, { email, name, passwordHash }));
  context.db.$client.close();
  writeCiderCoOperative(folder, person, DEMO_TODAY);
  await keepPapers(folder, person, new StoryClock(DEMO_TODAY));
  writeHedgeLayer(folder, person, DEMO_TODAY);
  writeOrchardTrust(folder, person, DEMO_TODAY);
  inviteColleagues(folder, person, new StoryClock(DEMO_TODAY), passwordHash);
}
