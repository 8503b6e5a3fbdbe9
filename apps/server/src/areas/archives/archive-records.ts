import type { ArchiveFile } from '@just-ledger/core';

/** The files of an archive, unpacked. */
export type ArchiveBytes = Readonly<Record<ArchiveFile, Uint8Array>>;

const LINE_FEED = 10;

/** The lines of a file with their numbers, from 1, read as they are asked for. */
export function* linesOfBytes(bytes: Uint8Array): Generator<{ readonly line: number; readonly text: string }> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  for (let [start, line] = [0, 1]; start < bytes.length; line += 1) {
    const found = bytes.indexOf(LINE_FEED, start);
    const end = found === -1 ? bytes.length : found;
    yield { line, text: decoder.decode(bytes.subarray(start, end)) };
    start = end + 1;
  }
}

/** The records of a file that has been checked, one after the other. */
export function* recordsOf<T>(files: Partial<ArchiveBytes>, file: ArchiveFile): Generator<T> {
  for (const { text } of linesOfBytes(files[file] ?? new Uint8Array())) {
    const record: T = JSON.parse(text);
    yield record;
  }
}
