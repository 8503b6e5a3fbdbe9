import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { X509Certificate } from 'node:crypto';
import { join } from 'node:path';
import { standInCertificate } from './stand-in-certificate.js';
import { type StampedEnd, stampedDigest } from './time-stamp-text.js';

/** Reads what is signed and who signed it; most books have no time stamp, and threads begin sooner without it. */
const tokens = () => import('./time-stamp-token.js');

/** Who stamps times: an authority by its address and certificates, or the stand-in of a data folder. */
export interface TimeStampAuthority {
  /** Where it is asked, by http (RFC 3161, 3.4); the stand-in where left out. */
  readonly url?: string | undefined;
  /** A file of certificates (PEM) of authorities that are trusted besides the stand-in. */
  readonly certificates?: string | undefined;
}

/** A time stamp that is kept beside the books. */
export interface KeptTimeStamp extends StampedEnd {
  readonly organisation: number;
  readonly file: string;
  /** UTC moment, ISO 8601; undefined where the file cannot be read. */
  readonly at?: string;
  /** Who stamped it. */
  readonly by?: string;
}

const NAMED = /^(\d+)-(\d+)-([0-9a-f]{64})\.tst$/;
/** So long an authority is waited for, in milliseconds. */
const PATIENCE = 30_000;
const QUERY = 'application/timestamp-query';

/** Where the time stamps of a data folder are: a token a file, named by organisation, place and seal. */
export function timeStampsFolder(folder: string): string {
  return join(folder, 'time-stamps');
}

/**
 * Has an end of a chain stamped, checks the stamp, and keeps it.
 *
 * @returns the moment that was stamped
 * @throws {Error} with what the authority said, or what is wrong with its answer; nothing is kept then
 */
export async function askForTimeStamp(
  folder: string,
  authority: TimeStampAuthority,
  end: StampedEnd & { readonly organisation: number },
): Promise<string> {
  const [{ timeStampQuery, tokenOfAnswer }, { readToken, wrongWithToken }] = await Promise.all([
    import('./time-stamp-query.js'),
    tokens(),
  ]);
  const digest = stampedDigest(end);
  const { bytes, nonce } = timeStampQuery(digest);
  const answer = authority.url === undefined ? await ownAnswer(folder, bytes) : await asked(authority.url, bytes);
  const token = tokenOfAnswer(answer);
  const wrong = wrongWithToken(token, digest, trustedIn(folder, authority));
  if (wrong !== undefined) throw new Error(`The time stamp is not kept. ${wrong}`);
  const said = readToken(token);
  if (said.nonce !== Buffer.from(nonce).toString('hex')) {
    throw new Error('The time stamp is not kept. It answers another request.');
  }
  mkdirSync(timeStampsFolder(folder), { recursive: true, mode: 0o700 });
  const name = `${end.organisation}-${end.entries}-${end.seal}.tst`;
  writeFileSync(join(timeStampsFolder(folder), name), token, { mode: 0o600, flush: true });
  return said.at;
}

async function ownAnswer(folder: string, query: Uint8Array): Promise<Uint8Array> {
  const { standInAnswer } = await import('./time-stamp-stand-in.js');
  return standInAnswer(folder, query);
}

async function asked(url: string, query: Uint8Array): Promise<Uint8Array> {
  let answer: Response;
  try {
    answer = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': QUERY },
      body: Buffer.from(query),
      signal: AbortSignal.timeout(PATIENCE),
    });
  } catch (error) {
    throw new Error(`The authority cannot be reached at ${url}.`, { cause: error });
  }
  if (!answer.ok) throw new Error(`The authority answered ${answer.status}.`);
  return new Uint8Array(await answer.arrayBuffer());
}

/** The time stamps that are kept beside books, the first first. */
export async function keptTimeStamps(folder: string): Promise<KeptTimeStamp[]> {
  const path = timeStampsFolder(folder);
  const names = existsSync(path) ? readdirSync(path).filter((name) => NAMED.test(name)) : [];
  if (names.length === 0) return [];
  const { readToken } = await tokens();
  const saidIn = (file: string): Partial<Pick<KeptTimeStamp, 'at' | 'by'>> => {
    try {
      const { at, by } = readToken(readFileSync(file));
      return { at, by };
    } catch {
      return {};
    }
  };
  return names
    .map((name): KeptTimeStamp => {
      const [, organisation, entries, seal = ''] = NAMED.exec(name) ?? [];
      const file = join(path, name);
      return { organisation: Number(organisation), entries: Number(entries), seal, file, ...saidIn(file) };
    })
    .sort((a, b) => a.organisation - b.organisation || a.entries - b.entries);
}

/** What is wrong with a time stamp that is kept, as a sentence; undefined if an authority has stamped just that. */
export async function wrongWithKept(
  folder: string,
  authority: TimeStampAuthority,
  { file, ...end }: KeptTimeStamp,
): Promise<string | undefined> {
  const { wrongWithToken } = await tokens();
  return wrongWithToken(readFileSync(file), stampedDigest(end), trustedIn(folder, authority));
}

/** Who is trusted: authorities that are named, and the stand-in, whose name says what it is. */
function trustedIn(folder: string, { certificates }: TimeStampAuthority): X509Certificate[] {
  const standIn = standInCertificate(folder);
  return [...(certificates === undefined ? [] : [certificates]), ...(existsSync(standIn) ? [standIn] : [])].flatMap(
    (path) => certificatesIn(readFileSync(path, 'utf8')),
  );
}

/** The certificates of a PEM file. */
function certificatesIn(pem: string): X509Certificate[] {
  const found = pem.match(/-----BEGIN CERTIFICATE-----[^-]+-----END CERTIFICATE-----/g) ?? [];
  return found.map((text) => new X509Certificate(text));
}
