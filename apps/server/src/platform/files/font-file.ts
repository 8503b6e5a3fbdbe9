import { join } from 'node:path';
import { packageFolder } from '../package-folder.js';

/** A font file that ships with the application. */
export function fontFile(
  name: 'public-sans' | 'source-serif-4',
  weight: 400 | 700,
  style: 'normal' | 'italic' = 'normal',
): string {
  return join(packageFolder(`@fontsource/${name}`), 'files', `${name}-latin-${weight}-${style}.woff`);
}

/** What is printed is written in ink and ruled in a lighter one. */
export const [INK, RULE] = ['#1e2a32', '#8c8676'];
