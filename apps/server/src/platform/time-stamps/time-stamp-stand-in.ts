import 'reflect-metadata';
import {
  Attribute,
  CertificateChoices,
  CertificateSet,
  CMSVersion,
  DigestAlgorithmIdentifiers,
  EncapsulatedContent,
  EncapsulatedContentInfo,
  id_contentType,
  id_messageDigest,
  id_signedData,
  IssuerAndSerialNumber,
  SignedData,
  SignerIdentifier,
  SignerInfo,
  SignerInfos,
} from '@peculiar/asn1-cms';
import { AsnConvert, OctetString } from '@peculiar/asn1-schema';
import {
  id_ct_tstInfo,
  PKIStatus,
  PKIStatusInfo,
  TimeStampReq,
  TimeStampResp,
  TimeStampToken,
  TSTInfo,
  TSTInfoVersion,
} from '@peculiar/asn1-tsp';
import { AlgorithmIdentifier, Certificate } from '@peculiar/asn1-x509';
import {
  BasicConstraintsExtension,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  X509CertificateGenerator,
} from '@peculiar/x509';
import * as asn1js from 'asn1js';
import { createHash, createPrivateKey, randomBytes, sign, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeDurably } from '../database/write-durably.js';
import { signedAttributes } from './signed-attributes.js';
import { SIGNING_CERTIFICATE_V2, signingCertificate } from './signing-certificate.js';
import { standInCertificate, standInFolder } from './stand-in-certificate.js';
import { arrayBufferOf, SHA_256 } from './time-stamp-query.js';

/** By object identifiers of RFC 5758 and RFC 3161. */
const ECDSA_WITH_SHA_256 = '1.2.840.10045.4.3.2';
const TIME_STAMPING = '1.3.6.1.5.5.7.3.8';
/** A policy that says nothing, in the arc for examples; from memory. */
const POLICY = '2.999.1';

const YEARS = 30;

/**
 * Answers requests for time stamps as an authority does (RFC 3161), with a key of its own that it makes when it is first
 * asked. It stands in for an authority: what it stamps proves nothing to anybody who does not trust this computer.
 *
 * @param moment what time it is
 */
export async function standInAnswer(folder: string, request: Uint8Array, moment = new Date()): Promise<Uint8Array> {
  let asked: TimeStampReq;
  try {
    asked = AsnConvert.parse(request, TimeStampReq);
  } catch {
    return refusal();
  }
  const { hashAlgorithm, hashedMessage } = asked.messageImprint;
  if (hashAlgorithm.algorithm !== SHA_256 || hashedMessage.byteLength !== 32) return refusal();
  await ensureKey(folder);
  const certificate = new X509Certificate(readFileSync(standInCertificate(folder)));
  const stamped = new Date(Math.floor(moment.getTime() / 1000) * 1000);
  const serial = randomBytes(8);
  serial[0] = ((serial[0] ?? 0) & 0x7f) | 0x40;
  const content = new Uint8Array(
    AsnConvert.serialize(
      new TSTInfo({
        version: TSTInfoVersion.v1,
        policy: asked.reqPolicy ?? POLICY,
        messageImprint: asked.messageImprint,
        serialNumber: arrayBufferOf(serial),
        genTime: stamped,
        ...(asked.nonce && { nonce: asked.nonce }),
      }),
    ),
  );
  const token = new TimeStampToken({
    contentType: id_signedData,
    content: AsnConvert.serialize(signedData(folder, certificate, content, asked.certReq)),
  });
  const granted = new TimeStampResp({
    status: new PKIStatusInfo({ status: PKIStatus.granted }),
    timeStampToken: token,
  });
  return new Uint8Array(AsnConvert.serialize(granted));
}

function refusal(): Uint8Array {
  const status = new PKIStatusInfo({ status: PKIStatus.rejection });
  return new Uint8Array(AsnConvert.serialize(new TimeStampResp({ status })));
}

function signedData(
  folder: string,
  certificate: X509Certificate,
  content: Uint8Array,
  withCertificate: boolean,
): SignedData {
  const own = AsnConvert.parse(certificate.raw, Certificate);
  const sha256 = new AlgorithmIdentifier({ algorithm: SHA_256 });
  const hash = (bytes: Uint8Array): Buffer => createHash('sha256').update(bytes).digest();
  const attributes = [
    new Attribute({
      attrType: id_contentType,
      attrValues: [new asn1js.ObjectIdentifier({ value: id_ct_tstInfo }).toBER()],
    }),
    new Attribute({
      attrType: id_messageDigest,
      attrValues: [AsnConvert.serialize(new OctetString(hash(content)))],
    }),
    new Attribute({ attrType: SIGNING_CERTIFICATE_V2, attrValues: [signingCertificate(hash(certificate.raw))] }),
  ];
  const key = createPrivateKey(readFileSync(join(standInFolder(folder), 'key.pem')));
  const encoded = signedAttributes(attributes);
  const signer = new SignerInfo({
    version: CMSVersion.v1,
    sid: new SignerIdentifier({
      issuerAndSerialNumber: new IssuerAndSerialNumber({
        issuer: own.tbsCertificate.issuer,
        serialNumber: own.tbsCertificate.serialNumber,
      }),
    }),
    digestAlgorithm: sha256,
    signedAttrs: encoded.attributes,
    signatureAlgorithm: new AlgorithmIdentifier({ algorithm: ECDSA_WITH_SHA_256 }),
    signature: new OctetString(sign('sha256', encoded.bytes, key)),
  });
  return new SignedData({
    version: CMSVersion.v3,
    digestAlgorithms: new DigestAlgorithmIdentifiers([sha256]),
    encapContentInfo: new EncapsulatedContentInfo({
      eContentType: id_ct_tstInfo,
      eContent: new EncapsulatedContent({ single: new OctetString(content) }),
    }),
    ...(withCertificate && { certificates: new CertificateSet([new CertificateChoices({ certificate: own })]) }),
    signerInfos: new SignerInfos([signer]),
  });
}

async function ensureKey(folder: string): Promise<void> {
  if (existsSync(standInCertificate(folder))) return;
  const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
  const keys = await crypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
  const now = new Date();
  const certificate = await X509CertificateGenerator.createSelfSigned(
    {
      serialNumber: '01',
      name: 'CN=Just Ledger stand-in for a time stamp authority',
      notBefore: new Date(now.getTime() - 24 * 60 * 60 * 1000),
      notAfter: new Date(Date.UTC(now.getUTCFullYear() + YEARS, 0, 1)),
      keys,
      signingAlgorithm: algorithm,
      extensions: [
        new BasicConstraintsExtension(false, undefined, true),
        new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
        new ExtendedKeyUsageExtension([TIME_STAMPING], true),
      ],
    },
    crypto,
  );
  const key = Buffer.from(await crypto.subtle.exportKey('pkcs8', keys.privateKey));
  mkdirSync(standInFolder(folder), { recursive: true, mode: 0o700 });
  const pem = createPrivateKey({ key, format: 'der', type: 'pkcs8' }).export({ format: 'pem', type: 'pkcs8' });
  writeDurably(join(standInFolder(folder), 'key.pem'), String(pem));
  // the certificate last: where it is, the key is
  writeDurably(standInCertificate(folder), certificate.toString('pem'));
}
