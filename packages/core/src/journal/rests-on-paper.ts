import type { EntryKind, EntrySource } from '../ledger/entry-kind.js';

/** The kinds and sources of entries that rest on a paper: what was written by hand or came from a file. */
export const PAPER_KINDS = ['ordinary', 'adjusting'] as const satisfies readonly EntryKind[];
export const PAPER_SOURCES = ['manual', 'import'] as const satisfies readonly EntrySource[];

/** Whether an entry rests on a paper, so that it lacks one where there is none. */
export function restsOnPaper({ kind, source }: { readonly kind: EntryKind; readonly source: EntrySource }): boolean {
  return (
    (PAPER_KINDS as readonly EntryKind[]).includes(kind) && (PAPER_SOURCES as readonly EntrySource[]).includes(source)
  );
}
