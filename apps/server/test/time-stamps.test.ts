import 'reflect-metadata';
import { parseCivilDate } from '@just-ledger/core';
import { CertificateChoices, SignedData } from '@peculiar/asn1-cms';
import { AsnConvert } from '@peculiar/asn1-schema';
import { TimeStampToken } from '@peculiar/asn1-tsp';
import { Certificate } from '@peculiar/asn1-x509';
import { BasicConstraintsExtension, ExtendedKeyUsageExtension, X509CertificateGenerator } from '@peculiar/x509';
import { createPrivateKey, webcrypto, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createOrganisation } from '../src/areas/beginning/beginning-commands.js';
import { postEntry } from '../src/areas/journal/entry-commands.js';
import { chainEnd } from '../src/areas/periods/period-store.js';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { openForCommands, runCommand } from '../src/composition/commands.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';
import type { WriteContext } from '../src/platform/threads/write-context.js';
import { timeStampQuery } from '../src/platform/time-stamps/time-stamp-query.js';
import { standInCertificate } from '../src/platform/time-stamps/stand-in-certificate.js';
import { standInAnswer } from '../src/platform/time-stamps/time-stamp-stand-in.js';
import { stampedDigest } from '../src/platform/time-stamps/time-stamp-text.js';
import { askForTimeStamp, keptTimeStamps, timeStampsFolder } from '../src/platform/time-stamps/time-stamps.js';
import { isTrusted, readToken } from '../src/platform/time-stamps/time-stamp-token.js';
import { fromTo } from './entries.js';

const today = parseCivilDate('2026-06-01');
let folder: string;
let elsewhere: string;
let context: WriteContext;
beforeAll(async () => {
  elsewhere = mkdtempSync(join(tmpdir(), 'just-ledger-authority-'));
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-stamped-'));
  await prepareBooks(folder);
  context = openForCommands(folder, { today: () => today, moment: () => `${today}T12:00:00.000Z` });
  runCommand(context, createFirstOwner, { email: 'a@sallow-reach.test', name: 'Ada', passwordHash: '-' });
  const request = {
    name: 'Hedges',
    kind: 'company',
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: '2026-01-01',
    starterChart: true,
  } as const;
  runCommand(context, createOrganisation, { person: 1, request });
  const entry = { date: '2026-03-02', explanation: 'Rent', lines: fromTo('1010', '6100', '5.00') as [] };
  runCommand(context, postEntry, { organisation: 1, person: 1, request: entry });
});
afterAll(() => {
  context.db.$client.close();
  for (const gone of [folder, elsewhere]) rmSync(gone, { recursive: true });
});
beforeEach(() => rmSync(timeStampsFolder(folder), { recursive: true, force: true }));

const end = () => ({ organisation: 1, ...chainEnd(context.db, 1) });
/** What verifying the books finds, and what it tells. */
async function verified(): Promise<{ wrong: string[]; said: string[] }> {
  const said: string[] = [];
  const wrong = await verifyBooks(folder, (line) => said.push(line));
  return { wrong, said };
}
/** The only stamp there is, with its bytes changed. */
async function forge(change: (token: Buffer) => Buffer): Promise<void> {
  const [{ file } = { file: '' }] = await keptTimeStamps(folder);
  writeFileSync(file, change(readFileSync(file)));
}
/** With a byte changed where a text stands. */
function flipped(token: Buffer, text: Buffer, distance = 0): Buffer {
  const changed = Buffer.from(token);
  const index = changed.lastIndexOf(text) + distance;
  changed[index] = (changed[index] ?? 0) ^ 1;
  return changed;
}

describe('a time stamp of the last seal', () => {
  test('is asked for, kept beside the books, and told by whoever verifies them', async () => {
    const moment = await askForTimeStamp(folder, {}, end());
    expect(Math.abs(Date.parse(moment) - Date.now())).toBeLessThan(60_000);
    expect(await keptTimeStamps(folder)).toMatchObject([
      { organisation: 1, entries: 1, seal: end().seal, at: moment },
    ]);
    const { wrong, said } = await verified();
    expect(wrong).toEqual([]);
    expect(said.join('\n')).toMatch(/^Hedges: entry no\. 1 was there on .*, stamped by CN=Just Ledger stand-in/m);
  });

  test('says so where the books have another seal by now', async () => {
    await askForTimeStamp(folder, {}, { organisation: 1, entries: 1, seal: 'f'.repeat(64) });
    expect((await verified()).wrong).toEqual([
      expect.stringMatching(/^Hedges: .* The time stamp of .* keeps another seal of entry 2026-0001 than it has/),
    ]);
  });

  test('says so where the books have no such entry any more', async () => {
    await askForTimeStamp(folder, {}, { organisation: 1, entries: 7, seal: 'f'.repeat(64) });
    expect((await verified()).wrong).toEqual([
      expect.stringMatching(/keeps the seal of entry no\. 7, which is not there/),
    ]);
  });

  test.each<[string, (token: Buffer) => Buffer, RegExp]>([
    [
      'with another signature',
      (token) => flipped(token, token.subarray(-8)),
      /signature is not that of a certificate/,
    ],
    ['with other bytes in what was stamped', (token) => flipped(token, stampedDigest(end())), /of something else/],
    [
      'with another moment',
      (token) => flipped(token, Buffer.from(String(new Date().getUTCFullYear())), 3),
      /What was signed is something else/,
    ],
    [
      'with a moment that no books can have',
      (token) => flipped(token, Buffer.from(String(new Date().getUTCFullYear()))),
      /It is no time stamp/,
    ],
    ['cut off', (token) => token.subarray(0, 200), /It is no time stamp/],
    ['that is none', () => Buffer.from('a time stamp, upon my word'), /It is no time stamp/],
    ['that is empty', () => Buffer.alloc(0), /It is no time stamp/],
  ])('%s proves nothing', async (_, change, message) => {
    await askForTimeStamp(folder, {}, end());
    await forge(change);
    expect((await verified()).wrong).toEqual([expect.stringMatching(message)]);
  });

  test('under another name proves nothing: it is of the seal that it was asked for', async () => {
    await askForTimeStamp(folder, {}, { organisation: 1, entries: 1, seal: 'e'.repeat(64) });
    const [{ file } = { file: '' }] = await keptTimeStamps(folder);
    renameSync(file, join(timeStampsFolder(folder), `1-1-${end().seal}.tst`));
    expect((await verified()).wrong).toEqual([expect.stringMatching(/proves nothing\. It is of something else/)]);
  });

  test('with the certificate of somebody else put before the signer’s is still said to be the signer’s', async () => {
    await askForTimeStamp(elsewhere, {}, end());
    await askForTimeStamp(folder, {}, end());
    await forge((token) => {
      const stamp = AsnConvert.parse(token, TimeStampToken);
      const signed = AsnConvert.parse(stamp.content, SignedData);
      const other = new X509Certificate(readFileSync(standInCertificate(elsewhere)));
      const certificate = AsnConvert.parse(other.raw, Certificate);
      signed.certificates?.unshift(new CertificateChoices({ certificate }));
      stamp.content = AsnConvert.serialize(signed);
      return Buffer.from(AsnConvert.serialize(stamp));
    });
    const [kept] = await keptTimeStamps(folder);
    const own = new X509Certificate(readFileSync(standInCertificate(folder)));
    expect(readToken(readFileSync(kept?.file ?? '')).signedBy).toBe(own.fingerprint256);
    expect((await verified()).wrong).toEqual([]);
  });

  test('with another certificate of the same key in the place of the signer’s proves nothing', async () => {
    await askForTimeStamp(folder, {}, end());
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
    const own = new X509Certificate(readFileSync(standInCertificate(folder)));
    const key = createPrivateKey(readFileSync(join(folder, 'time-stamp-authority', 'key.pem')));
    const subtle = webcrypto.subtle;
    const keyOf = (format: 'pkcs8' | 'spki', bytes: Buffer, use: 'sign' | 'verify') =>
      subtle.importKey(format, bytes, algorithm, true, [use]);
    const renewed = await X509CertificateGenerator.createSelfSigned(
      {
        serialNumber: '02',
        name: own.subject,
        notBefore: new Date(own.validFrom),
        notAfter: new Date(own.validTo),
        keys: {
          privateKey: await keyOf('pkcs8', key.export({ format: 'der', type: 'pkcs8' }), 'sign'),
          publicKey: await keyOf('spki', own.publicKey.export({ format: 'der', type: 'spki' }), 'verify'),
        } as CryptoKeyPair,
        signingAlgorithm: algorithm,
        extensions: [new ExtendedKeyUsageExtension(['1.3.6.1.5.5.7.3.8'], true)],
      },
      webcrypto as Crypto,
    );
    await forge((token) => {
      const stamp = AsnConvert.parse(token, TimeStampToken);
      const signed = AsnConvert.parse(stamp.content, SignedData);
      const certificate = AsnConvert.parse(renewed.rawData, Certificate);
      signed.certificates?.splice(0, 1, new CertificateChoices({ certificate }));
      stamp.content = AsnConvert.serialize(signed);
      return Buffer.from(AsnConvert.serialize(stamp));
    });
    expect((await verified()).wrong).toEqual([
      expect.stringMatching(/It does not name the certificate that it is signed with/),
    ]);
  });

  test('of an authority that nobody here trusts proves nothing', async () => {
    await askForTimeStamp(elsewhere, {}, end());
    const [{ file } = { file: '' }] = await keptTimeStamps(elsewhere);
    await askForTimeStamp(folder, {}, end());
    await forge(() => readFileSync(file));
    expect((await verified()).wrong).toEqual([
      expect.stringMatching(/No authority that is trusted here has signed it/),
    ]);
  });
});

describe('an authority that is asked over the net', () => {
  let authority: Server;
  let url: string;
  let answer: (query: Uint8Array) => Promise<{ status?: number; body: Uint8Array }>;
  beforeAll(async () => {
    authority = createServer((request, response) => {
      const chunks: Buffer[] = [];
      request.on('data', (chunk: Buffer) => chunks.push(chunk));
      request.on('end', () => {
        void answer(Buffer.concat(chunks)).then(({ status = 200, body }) => {
          response.writeHead(status, { 'content-type': 'application/timestamp-reply' }).end(body);
        });
      });
    });
    await new Promise<void>((resolve) => authority.listen(0, '127.0.0.1', resolve));
    url = `http://127.0.0.1:${(authority.address() as AddressInfo).port}`;
  });
  afterAll(() => void authority.close());
  const stamping = async (query: Uint8Array) => ({ body: await standInAnswer(elsewhere, query) });
  const named = () => ({ url, certificates: standInCertificate(elsewhere) });

  test('stamps, and is trusted by the certificate that was named', async () => {
    answer = stamping;
    await askForTimeStamp(folder, named(), end());
    expect(await keptTimeStamps(folder)).toHaveLength(1);
  });

  test.each<[string, typeof answer, RegExp]>([
    [
      'refuses',
      async () => ({ body: await standInAnswer(elsewhere, Buffer.from('x')) }),
      /gives no time stamp \(status 2\)/,
    ],
    ['answers 500', () => Promise.resolve({ status: 500, body: Buffer.alloc(0) }), /answered 500/],
    ['answers something else', () => Promise.resolve({ body: Buffer.from('<html>') }), /no time stamp/],
    [
      'stamps something else',
      async () => ({ body: await standInAnswer(elsewhere, timeStampQuery(Buffer.alloc(32, 7)).bytes) }),
      /It is of something else/,
    ],
    [
      'answers an earlier request',
      async () => ({ body: await standInAnswer(elsewhere, timeStampQuery(stampedDigest(end())).bytes) }),
      /It answers another request/,
    ],
  ])('and %s: nothing is kept, and it says why', async (_, answering, message) => {
    answer = answering;
    await expect(askForTimeStamp(folder, named(), end())).rejects.toThrow(message);
    expect(await keptTimeStamps(folder)).toEqual([]);
  });

  test('and is not there, or is not trusted: nothing is kept', async () => {
    answer = stamping;
    await expect(askForTimeStamp(folder, { url }, end())).rejects.toThrow(/No authority that is trusted/);
    await expect(askForTimeStamp(folder, { url: 'http://127.0.0.1:9' }, end())).rejects.toThrow(/cannot be reached/);
    expect(await keptTimeStamps(folder)).toEqual([]);
  });
});

describe('a certificate that another has issued', () => {
  const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
  const keys = async (): Promise<CryptoKeyPair> =>
    (await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify'])) as CryptoKeyPair;

  test.each([
    ['an authority', true],
    ['somebody who is none, though an authority has issued theirs', false],
  ])('is trusted where that is %s: %s', async (_, isAuthority) => {
    const [root, between, last] = [await keys(), await keys(), await keys()];
    const issue = async (subject: string, issuer: string, own: CryptoKeyPair, by: CryptoKeyPair, ca: boolean) => {
      const certificate = await X509CertificateGenerator.create(
        {
          serialNumber: '01',
          subject: `CN=${subject}`,
          issuer: `CN=${issuer}`,
          publicKey: own.publicKey,
          signingKey: by.privateKey,
          signingAlgorithm: algorithm,
          notBefore: new Date('2026-01-01'),
          notAfter: new Date('2036-01-01'),
          extensions: [new BasicConstraintsExtension(ca, undefined, true)],
        },
        webcrypto as Crypto,
      );
      return new X509Certificate(Buffer.from(certificate.rawData));
    };
    const trusted = await issue('Root', 'Root', root, root, true);
    const middle = await issue('Between', 'Root', between, root, isAuthority);
    const stamper = await issue('Stamper', 'Between', last, between, false);
    const moment = new Date('2026-06-01');
    expect(isTrusted(stamper, [stamper, middle], [trusted], moment)).toBe(isAuthority);
    expect(isTrusted(stamper, [stamper, middle], [trusted], new Date('2037-01-01'))).toBe(false);
  });
});
