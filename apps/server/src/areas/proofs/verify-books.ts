import { eq } from 'drizzle-orm';
import { type Db, openForReading } from '../../platform/database/connection.js';
import { expectedSchema, schemaOf } from '../../platform/database/migrate.js';
import { attachment, organisation } from '../../platform/database/schema.js';
import { wrongWithKeptFile } from '../../platform/files/kept-files.js';
import { fullCheck } from './chain-check.js';
import { provedOtherwise } from './locked-proofs.js';

/**
 * Reads the books of a data folder, beside a running server if need be: every seal, line and total, and whether all
 * guards of the file still stand. Names the first entry that was tampered with.
 *
 * @returns what was found wrong, as sentences; none if all is well
 */
export function verifyBooks(folder: string, report: (line: string) => void): string[] {
  const db = openForReading(folder);
  const wrong: string[] = [];
  const [expected, found] = [expectedSchema(), schemaOf(db.$client)];
  for (const [name, text] of expected) {
    if (!found.has(name)) wrong.push(`The guard ${name} is missing from the file.`);
    else if (found.get(name) !== text) wrong.push(`The definition of ${name} has been changed.`);
  }
  for (const name of found.keys()) if (!expected.has(name)) wrong.push(`${name} does not belong in this file.`);
  for (const { id, name } of db.select({ id: organisation.id, name: organisation.name }).from(organisation).all()) {
    const check = fullCheck(db, id);
    for (const proof of check.proofs.filter((proof) => !proof.holds))
      wrong.push(`${name}: ${proof.label} does not hold. ${proof.remark ?? ''}`);
    wrong.push(...provedOtherwise(db, id).map((sentence) => `${name}: ${sentence}`));
    wrong.push(...wrongPapers(db, folder, id).map((sentence) => `${name}: ${sentence}`));
    if (!check.broken) report(`${name}: ${check.checkedTo} entries, chain intact, last seal ${check.lastSeal}`);
  }
  db.$client.close();
  return wrong;
}

/** The papers of an organisation whose files are not what was kept. */
function wrongPapers(db: Db, folder: string, organisation: number): string[] {
  const { name, sha256 } = attachment;
  const papers = db.select({ name, sha256 }).from(attachment).where(eq(attachment.organisation, organisation)).all();
  return papers.flatMap((paper) => {
    const wrong = wrongWithKeptFile(folder, paper.sha256);
    return wrong ? [`The file of the paper ${paper.name} (${paper.sha256.slice(0, 12)}…) is ${wrong}.`] : [];
  });
}
