import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { packageFolder } from '../package-folder.js';
import type { Font } from './paper-page.js';

const FACES = { plain: '400Regular', italic: '400Regular_Italic', bold: '700Bold' } as const satisfies Record<
  Font,
  string
>;

/**
 * The fonts that papers are set in, which ship with the application: each holds the letters of all languages that are
 * written in Latin, Greek and Cyrillic ones.
 */
export function openFonts(): Promise<(readonly [name: Font, font: Buffer])[]> {
  const folder = packageFolder('@expo-google-fonts/source-serif-4');
  return Promise.all(
    (Object.keys(FACES) as Font[]).map(async (name) => {
      const face = FACES[name];
      return [name, await readFile(join(folder, face, `SourceSerif4_${face}.ttf`))] as const;
    }),
  );
}

/** What is printed is written in ink and ruled in a lighter one. */
export const [INK, RULE] = ['#1e2a32', '#8c8676'];
