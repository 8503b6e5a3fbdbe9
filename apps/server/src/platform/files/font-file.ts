import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { packageFolder } from '../package-folder.js';

/** What has been unpacked, by the file it was packed in. */
const unpacked = new Map<string, Buffer>();

/**
 * A font that ships with the application, unpacked once for all that is printed: out of the packed file, tables would be
 * unpacked anew for each letter that is drawn.
 */
export async function openFont(
  name: 'public-sans' | 'source-serif-4',
  weight: 400 | 700,
  style: 'normal' | 'italic' = 'normal',
): Promise<Buffer> {
  const file = join(packageFolder(`@fontsource/${name}`), 'files', `${name}-latin-${weight}-${style}.woff2`);
  const known = unpacked.get(file);
  if (known) return known;
  const { default: unpack } = await import('woff2-encoder/decompress');
  const font = Buffer.from(await unpack(await readFile(file)));
  unpacked.set(file, font);
  return font;
}

/** What is printed is written in ink and ruled in a lighter one. */
export const [INK, RULE] = ['#1e2a32', '#8c8676'];
