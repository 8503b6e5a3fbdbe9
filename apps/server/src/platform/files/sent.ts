import { Readable } from 'node:stream';

/** So many bytes go out at a time: others are answered between them. */
const PIECE = 256 * 1024;

/** Bytes of a thread as they are sent: piece by piece, as whoever asked takes them. */
export function sent(bytes: Uint8Array): Readable {
  return Readable.from(pieces(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)), { objectMode: false });
}

function* pieces(bytes: Buffer): Generator<Buffer> {
  for (let begin = 0; begin < bytes.length; begin += PIECE) yield bytes.subarray(begin, begin + PIECE);
}
