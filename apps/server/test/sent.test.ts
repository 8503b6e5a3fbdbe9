import { buffer } from 'node:stream/consumers';
import { sent } from '../src/platform/files/sent.js';

test.each([0, 1, 256 * 1024, 600_000])('%i bytes are sent as they are, in pieces', async (length) => {
  const bytes = Uint8Array.from({ length: length + 8 }, (_, index) => index % 251).subarray(8);
  const pieces: Buffer[] = [];
  for await (const piece of sent(bytes)) pieces.push(piece);
  expect(Buffer.concat(pieces).equals(bytes)).toBe(true);
  expect(Math.max(0, ...pieces.map((piece) => piece.length))).toBeLessThanOrEqual(256 * 1024);
  expect((await buffer(sent(bytes))).length).toBe(length);
});
