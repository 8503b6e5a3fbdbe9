import type { Attribute } from '@peculiar/asn1-cms';
import { AsnConvert, AsnProp, AsnPropTypes, OctetString } from '@peculiar/asn1-schema';
import { AlgorithmIdentifier } from '@peculiar/asn1-x509';
import { createHash, type X509Certificate } from 'node:crypto';
import { HASHES, SHA_256 } from './time-stamp-query.js';

/** By object identifiers of RFC 5035: the one of RFC 2634 knows SHA-1 alone, the other names its hash. */
const SIGNING_CERTIFICATE = '1.2.840.113549.1.9.16.2.12';
export const SIGNING_CERTIFICATE_V2 = '1.2.840.113549.1.9.16.2.47';

/** ESSCertID and ESSCertIDv2: the hash of a certificate. */
class CertificateHash {
  @AsnProp({ type: AlgorithmIdentifier, optional: true }) algorithm?: AlgorithmIdentifier;
  @AsnProp({ type: OctetString }) hash = new OctetString();
  @AsnProp({ type: AsnPropTypes.Any, optional: true }) issuerSerial?: ArrayBuffer;
}

/** SigningCertificate and SigningCertificateV2: the one that signs stands first. */
class SigningCertificate {
  @AsnProp({ type: CertificateHash, repeated: 'sequence' }) certificates: CertificateHash[] = [];
  @AsnProp({ type: AsnPropTypes.Any, optional: true }) policies?: ArrayBuffer;
}

/** What a signer says of its certificate, by its SHA-256. */
export function signingCertificate(sha256: Uint8Array): ArrayBuffer {
  const certificate = new CertificateHash();
  certificate.hash = new OctetString(sha256);
  const named = new SigningCertificate();
  named.certificates = [certificate];
  return AsnConvert.serialize(named);
}

/**
 * Whether a certificate is the one that is named among what is signed (RFC 3161, 2.4.2; RFC 5816): another one of the
 * same key may not be put in its place.
 */
export function isNamed(certificate: X509Certificate, signed: readonly Attribute[]): boolean {
  const named = (type: string): CertificateHash | undefined => {
    const value = signed.find(({ attrType }) => attrType === type)?.attrValues[0];
    return value && AsnConvert.parse(value, SigningCertificate).certificates[0];
  };
  const isOf = ({ hash }: CertificateHash, algorithm: string | undefined): boolean =>
    algorithm !== undefined &&
    Buffer.from(hash.buffer).equals(createHash(algorithm).update(certificate.raw).digest());
  try {
    const [second, first] = [named(SIGNING_CERTIFICATE_V2), named(SIGNING_CERTIFICATE)];
    if (second) return isOf(second, HASHES[second.algorithm?.algorithm ?? SHA_256]);
    return first !== undefined && isOf(first, 'sha1');
  } catch {
    return false;
  }
}
