import { type ActKey, ACTS, withArticle } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { useBooks } from '../api/books-queries.js';

/** What people do: not there for whoever has less, or told to take it where somebody would look for it. */
export function Allowed({ act, isTold = false, children }: { act: ActKey; isTold?: boolean; children: ReactNode }) {
  const { organisation, may } = useBooks();
  if (may(act)) return children;
  if (!isTold) return null;
  return (
    <p className="soft small">
      {organisation.archivedAt
        ? 'These books are archived: they can be read and not changed.'
        : `This takes ${withArticle(ACTS[act].least)}; you are ${withArticle(organisation.role)} in these books.`}
    </p>
  );
}
