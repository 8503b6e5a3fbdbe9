import 'reflect-metadata';
import { id_contentType, id_messageDigest, id_signedData, SignedData, type SignerInfo } from '@peculiar/asn1-cms';
import { AsnConvert, OctetString } from '@peculiar/asn1-schema';
import { id_ct_tstInfo, TimeStampToken, TSTInfo } from '@peculiar/asn1-tsp';
import { ObjectIdentifier } from 'asn1js';
import { isCivilDate } from '@just-ledger/core';
import { createHash, verify, X509Certificate } from 'node:crypto';
import { signedAttributes } from './signed-attributes.js';
import { isNamed } from './signing-certificate.js';
import { HASHES, SHA_256 } from './time-stamp-query.js';

/** What a token says, as far as it can be read; whether it is so, {@link wrongWithToken} says. */
export interface TimeStampSaid {
  /** UTC moment, ISO 8601. */
  readonly at: string;
  /** Who signed it: the name of the certificate; empty where none in it did. */
  readonly by: string;
  /** The SHA-256 fingerprint of that certificate. */
  readonly signedBy: string;
  /** The SHA-256 that it is of, in hexadecimal. */
  readonly digest: string;
  /** Repeated from the request, in hexadecimal; empty without one. */
  readonly nonce: string;
}

interface ReadToken extends TimeStampSaid {
  readonly signed: SignedData;
  readonly content: Buffer;
}

/** Signed by whom may stamp times (RFC 3161, 2.3). */
const TIME_STAMPING = '1.3.6.1.5.5.7.3.8';
/** What the content type of a time stamp is, as it stands among what is signed. */
const TIME_STAMP_CONTENT = new ObjectIdentifier({ value: id_ct_tstInfo }).toBER();

/** Reads a token. @throws {Error} if it is none */
export function readToken(token: Uint8Array): TimeStampSaid {
  const { at, by, signedBy, digest, nonce } = opened(token);
  return { at, by, signedBy, digest, nonce };
}

/**
 * What is wrong with a time stamp token (RFC 3161; its signature after RFC 5652), as a sentence.
 *
 * @param digest the SHA-256 that it should be of
 * @param trusted certificates of authorities: one of them has signed it, or whoever signed it
 * @returns undefined if an authority that is trusted has stamped just that
 */
export function wrongWithToken(
  token: Uint8Array,
  digest: Uint8Array,
  trusted: readonly X509Certificate[],
): string | undefined {
  let read: ReadToken;
  try {
    read = opened(token);
  } catch {
    return 'It is no time stamp.';
  }
  if (read.digest !== Buffer.from(digest).toString('hex')) return 'It is of something else.';
  const [signer, ...others] = read.signed.signerInfos;
  if (!signer || others.length > 0) return 'It is not signed by one authority.';
  if (!isOfContent(signer, read.content)) return 'What was signed is something else.';
  const certificates = certificatesIn(read.signed);
  const own = certificates.find((certificate) => isSignedBy(signer, certificate));
  if (!own) return 'Its signature is not that of a certificate in it.';
  if (!isNamed(own, signer.signedAttrs ?? [])) return 'It does not name the certificate that it is signed with.';
  if (!mayStamp(own)) return 'Who signed it may not stamp times.';
  const moment = new Date(read.at);
  if (!isTrusted(own, certificates, trusted, moment)) return 'No authority that is trusted here has signed it.';
  return undefined;
}

function opened(token: Uint8Array): ReadToken {
  const { contentType, content } = AsnConvert.parse(token, TimeStampToken);
  if (contentType !== id_signedData) throw new Error('it is not signed');
  const signed = AsnConvert.parse(content, SignedData);
  const { eContentType, eContent } = signed.encapContentInfo;
  if (eContentType !== id_ct_tstInfo || !eContent?.single) throw new Error('it is no time stamp');
  const bytes = Buffer.from(eContent.single.buffer);
  const { genTime, messageImprint, nonce } = AsnConvert.parse(bytes, TSTInfo);
  if (messageImprint.hashAlgorithm.algorithm !== SHA_256) throw new Error('it is of another hash');
  const moment = genTime.toISOString();
  if (!isCivilDate(moment.slice(0, 10))) throw new Error('it is of no day that books can have');
  const [signer] = signed.signerInfos;
  // others may stand beside it: who signed is whose key it was
  const own = certificatesIn(signed).find((certificate) => signer && isSignedBy(signer, certificate));
  return {
    signed,
    content: bytes,
    by: own?.subject.replaceAll('\n', ', ') ?? '',
    signedBy: own?.fingerprint256 ?? '',
    at: moment,
    digest: Buffer.from(messageImprint.hashedMessage.buffer).toString('hex'),
    nonce: nonce ? Buffer.from(nonce).toString('hex') : '',
  };
}

function mayStamp({ keyUsage }: X509Certificate): boolean {
  return keyUsage?.includes(TIME_STAMPING) === true;
}

function certificatesIn({ certificates }: SignedData): X509Certificate[] {
  return [...(certificates ?? [])].flatMap(({ certificate }) =>
    certificate ? [new X509Certificate(Buffer.from(AsnConvert.serialize(certificate)))] : [],
  );
}

/** Whether the signed attributes are of the content that stands beside them. */
function isOfContent({ signedAttrs = [], digestAlgorithm }: SignerInfo, content: Buffer): boolean {
  const valueOf = (type: string): ArrayBuffer | undefined =>
    signedAttrs.find(({ attrType }) => attrType === type)?.attrValues[0];
  const [digest, type] = [valueOf(id_messageDigest), valueOf(id_contentType)];
  const hash = HASHES[digestAlgorithm.algorithm];
  if (!digest || !type || !hash) return false;
  const isOfTimeStamp = Buffer.from(type).equals(Buffer.from(TIME_STAMP_CONTENT));
  const said = Buffer.from(AsnConvert.parse(digest, OctetString).buffer);
  return isOfTimeStamp && said.equals(createHash(hash).update(content).digest());
}

function isSignedBy({ signedAttrs = [], digestAlgorithm, signature }: SignerInfo, by: X509Certificate): boolean {
  const hash = HASHES[digestAlgorithm.algorithm];
  if (signedAttrs.length === 0 || !hash) return false;
  try {
    return verify(hash, signedAttributes(signedAttrs).bytes, by.publicKey, Buffer.from(signature.buffer));
  } catch {
    return false;
  }
}

/** Whether a certificate is one that is trusted, or leads to one by others, and held at a moment. */
export function isTrusted(
  certificate: X509Certificate,
  others: readonly X509Certificate[],
  trusted: readonly X509Certificate[],
  moment: Date,
  steps = 5,
): boolean {
  if (moment < new Date(certificate.validFrom) || moment > new Date(certificate.validTo)) return false;
  if (trusted.some(({ fingerprint256 }) => fingerprint256 === certificate.fingerprint256)) return true;
  const isIssuedBy = (issuer: X509Certificate): boolean =>
    certificate.checkIssued(issuer) && certificate.verify(issuer.publicKey);
  if (trusted.some(isIssuedBy)) return true;
  if (steps === 0) return false;
  return (
    others
      // what is no authority issues nothing, whoever has issued it
      .filter((other) => other !== certificate && other.ca && isIssuedBy(other))
      .some((issuer) => isTrusted(issuer, others, trusted, moment, steps - 1))
  );
}
