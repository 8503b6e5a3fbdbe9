import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';

/** The variable of the environment that a passphrase is read from, where nobody can be asked. */
const VARIABLE = 'JUST_LEDGER_BACKUP_PASSPHRASE';

/**
 * The passphrase of a backup: from the environment, or typed at the terminal, where it is not shown.
 *
 * @throws {Error} if there is neither
 */
export async function askedPassphrase(what: string): Promise<string> {
  const given = process.env[VARIABLE];
  if (given) return given;
  if (!process.stdin.isTTY) throw new Error(`Say the passphrase in ${VARIABLE}, or ask for this at a terminal.`);
  process.stdout.write(`${what}: `);
  const unseen = new Writable({ write: (_, __, done) => done() });
  const asking = createInterface({ input: process.stdin, output: unseen, terminal: true });
  const typed = await new Promise<string>((resolve) => asking.question('', resolve));
  asking.close();
  process.stdout.write('\n');
  return typed;
}
