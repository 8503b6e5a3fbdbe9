import { longMoment, type Proof } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import { basename } from 'node:path';
import { type Db, openForReading } from '../../platform/database/connection.js';
import { expectedSchema, schemaOf } from '../../platform/database/migrate.js';
import { attachment, organisation } from '../../platform/database/schema.js';
import { settings } from '../../platform/settings.js';
import { keptTimeStamps, wrongWithKept } from '../../platform/time-stamps/time-stamps.js';
import { wrongWithKeptFile } from '../../platform/files/kept-files.js';
import { isArriving } from '../organisations/organisation-store.js';
import { fullCheck } from './chain-check.js';
import { sealsBeside } from './seals-beside.js';
import { provedOtherwise } from './locked-proofs.js';
import { recordProofs } from './proof-readings.js';

/** A seal that somebody has on paper, or the beginning of it, and the place of its entry in the chain. */
export interface ExpectedSeal {
  readonly place: number;
  readonly seal: string;
}

/** A seal as it is typed from paper; undefined if it is none. @example sealFromPaper('812:3fa2 c1d0 9b7e') // → {place: 812, seal: '3fa2c1d09b7e'} */
export function sealFromPaper(text: string): ExpectedSeal | undefined {
  const [, place, seal = ''] = /^(\d{1,9}):([0-9a-f]{8,64})$/.exec(text.replaceAll(/\s/g, '').toLowerCase()) ?? [];
  return place === undefined ? undefined : { place: Number(place), seal };
}

/**
 * Reads the books of a data folder, beside a running server if need be: every seal, line and total, and whether all
 * guards of the file still stand. Names the first entry that was tampered with.
 *
 * @param expected seals from paper, which an entry of some organisation has to have
 * @returns what was found wrong, as sentences; none if all is well
 */
export async function verifyBooks(
  folder: string,
  report: (line: string) => void,
  expected: readonly ExpectedSeal[] = [],
): Promise<string[]> {
  const beside = await sealsBeside(folder);
  const db = openForReading(folder);
  const wrong: string[] = [];
  const [schema, found] = [expectedSchema(), schemaOf(db.$client)];
  for (const [name, text] of schema) {
    if (!found.has(name)) wrong.push(`The guard ${name} is missing from the file.`);
    else if (found.get(name) !== text) wrong.push(`The definition of ${name} has been changed.`);
  }
  for (const name of found.keys()) if (!schema.has(name)) wrong.push(`${name} does not belong in this file.`);
  const organisations = db.select({ id: organisation.id, name: organisation.name }).from(organisation).all();
  for (const { keeper, organisation: id } of beside)
    if (!organisations.some((known) => known.id === id))
      wrong.push(`${keeper} keeps the seals of organisation ${id}, which is not there.`);
  for (const { id, name } of organisations) {
    const check = fullCheck(db, id);
    // of books that are being taken in from an archive not every record is there yet
    const records = isArriving(db, id) ? [] : recordProofs(db, id, beside);
    for (const proof of [...check.proofs, ...records].filter((proof) => !proof.holds))
      wrong.push(...sentencesOf(proof).map((sentence) => `${name}: ${sentence}`));
    wrong.push(...provedOtherwise(db, id).map((sentence) => `${name}: ${sentence}`));
    wrong.push(...wrongPapers(db, folder, id).map((sentence) => `${name}: ${sentence}`));
    wrong.push(
      ...(await wrongTimeStamps(folder, id, (line) => report(`${name}: ${line}`))).map(
        (found) => `${name}: ${found}`,
      ),
    );
    if (!check.broken) report(`${name}: ${check.checkedTo} entries, chain intact, last seal ${check.lastSeal}`);
  }
  const hasSeal = db.$client.prepare<object>(
    'SELECT 1 FROM entry WHERE place = @place AND substr(seal, 1, length(@seal)) = @seal',
  );
  for (const { place, seal } of expected)
    if (!hasSeal.get({ place, seal })) wrong.push(`No organisation has an entry no. ${place} with the seal ${seal}.`);
  db.$client.close();
  return wrong;
}

/** What is wrong with the time stamps of an organisation, whatever its entries are by now; the others are told. */
async function wrongTimeStamps(
  folder: string,
  organisationId: number,
  report: (line: string) => void,
): Promise<string[]> {
  const found: string[] = [];
  for (const kept of await keptTimeStamps(folder)) {
    if (kept.organisation !== organisationId) continue;
    const wrong = await wrongWithKept(folder, settings.timeStamps, kept);
    if (wrong !== undefined) found.push(`The time stamp ${basename(kept.file)} proves nothing. ${wrong}`);
    else report(`entry no. ${kept.entries} was there on ${longMoment(kept.at ?? '')}, stamped by ${kept.by}`);
  }
  return found;
}

/** What is wrong by a proof: all that its difference comes from, as far as it is told. */
function sentencesOf({ label, remark, explanations }: Proof): string[] {
  const [, ...further] = explanations?.largest ?? [];
  return [`${label} does not hold. ${remark ?? ''}`, ...further.map((explanation) => `${explanation.label}.`)];
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
