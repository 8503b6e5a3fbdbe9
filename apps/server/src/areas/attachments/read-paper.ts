import { readFile } from 'node:fs/promises';
import type { BesideBooks } from '../../platform/derived/derivation.js';
import { keptFilePath } from '../../platform/files/kept-files.js';
import type { Task } from '../../platform/threads/task.js';
import { paperText } from './paper-text.js';
import { keepText, noteAttempt, type UnreadPaper, unreadPapers } from './paper-words.js';

/** So many papers are looked up at once. */
const BATCH = 200;

/** Papers that are not read yet. */
export const papersToRead: Task<BesideBooks, null, UnreadPaper[]> = Object.assign(
  ({ books }: BesideBooks) => unreadPapers(books, BATCH),
  { taskName: 'papersToRead' },
);

/** Reads one paper, and keeps its text with its words. */
export const readPaper: Task<BesideBooks, UnreadPaper, Promise<void>> = Object.assign(
  async ({ folder, derived }: BesideBooks, { sha256, type }: UnreadPaper): Promise<void> => {
    noteAttempt(derived, sha256);
    const bytes = await readFile(keptFilePath(folder, sha256));
    keepText(derived, sha256, await paperText(bytes, type));
  },
  { taskName: 'readPaper' },
);
