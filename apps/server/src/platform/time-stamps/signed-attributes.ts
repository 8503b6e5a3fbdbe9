import { Attribute } from '@peculiar/asn1-cms';
import { AsnConvert } from '@peculiar/asn1-schema';
import * as asn1js from 'asn1js';
import { arrayBufferOf } from './time-stamp-query.js';

/**
 * Attributes in the order of their bytes, as DER wants a SET OF, and the bytes of that set: they are what is signed
 * (RFC 5652, 5.4), not the attributes as they stand in the signer's record, where they have another tag.
 */
export function signedAttributes(attributes: readonly Attribute[]): { attributes: Attribute[]; bytes: Uint8Array } {
  const encoded = attributes
    .map((attribute) => ({ attribute, bytes: Buffer.from(AsnConvert.serialize(attribute)) }))
    .sort((a, b) => Buffer.compare(a.bytes, b.bytes));
  const value = encoded.map(({ bytes }) => asn1js.fromBER(arrayBufferOf(bytes)).result);
  return {
    attributes: encoded.map(({ attribute }) => attribute),
    bytes: new Uint8Array(new asn1js.Set({ value }).toBER()),
  };
}
