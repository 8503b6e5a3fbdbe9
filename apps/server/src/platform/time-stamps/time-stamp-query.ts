import 'reflect-metadata';
import { AsnConvert, OctetString } from '@peculiar/asn1-schema';
import { MessageImprint, PKIStatus, TimeStampReq, TimeStampReqVersion, TimeStampResp } from '@peculiar/asn1-tsp';
import { AlgorithmIdentifier } from '@peculiar/asn1-x509';
import { randomBytes } from 'node:crypto';

/** SHA-256 (RFC 5754). */
export const SHA_256 = '2.16.840.1.101.3.4.2.1';
/** The hashes that are known, as Node calls them, by their object identifiers (RFC 5754). */
export const HASHES: Readonly<Record<string, string>> = {
  [SHA_256]: 'sha256',
  '2.16.840.1.101.3.4.2.2': 'sha384',
  '2.16.840.1.101.3.4.2.3': 'sha512',
};

/** A request for a time stamp (RFC 3161, 2.4.1), and what its answer has to repeat. */
export interface TimeStampQuery {
  readonly bytes: Uint8Array;
  readonly nonce: Uint8Array;
}

/** Asks for a time stamp of a SHA-256, with the certificates to check it by. */
export function timeStampQuery(digest: Uint8Array): TimeStampQuery {
  // positive, and without a zero in front, so that its number has one way to be written
  const nonce = randomBytes(16);
  nonce[0] = ((nonce[0] ?? 0) & 0x7f) | 0x40;
  const request = new TimeStampReq({
    version: TimeStampReqVersion.v1,
    messageImprint: new MessageImprint({
      hashAlgorithm: new AlgorithmIdentifier({ algorithm: SHA_256, parameters: null }),
      hashedMessage: new OctetString(digest),
    }),
    nonce: arrayBufferOf(nonce),
    certReq: true,
  });
  return { bytes: new Uint8Array(AsnConvert.serialize(request)), nonce };
}

/**
 * The token of an answer (RFC 3161, 2.4.2).
 *
 * @throws {Error} with the reason, where the authority refuses or answers something else
 */
export function tokenOfAnswer(answer: Uint8Array): Uint8Array {
  let response: TimeStampResp;
  try {
    response = AsnConvert.parse(answer, TimeStampResp);
  } catch {
    throw new Error('The authority answered something that is no time stamp.');
  }
  const { status, timeStampToken } = response;
  const isGranted = status.status === PKIStatus.granted || status.status === PKIStatus.grantedWithMods;
  if (!isGranted || !timeStampToken) {
    throw new Error(`The authority gives no time stamp (status ${Number(status.status)}).`);
  }
  return new Uint8Array(AsnConvert.serialize(timeStampToken));
}

/** Bytes in a buffer of their own. */
export function arrayBufferOf(bytes: Uint8Array): ArrayBuffer {
  const buffer = new ArrayBuffer(bytes.byteLength);
  new Uint8Array(buffer).set(bytes);
  return buffer;
}
