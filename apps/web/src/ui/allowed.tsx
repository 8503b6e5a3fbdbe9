import { type MemberRole, withArticle } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { useBooks } from '../api/books-queries.js';

/** What takes a role: not there for whoever has less, or told to take it where somebody would look for it. */
export function Allowed({
  needed = 'approver',
  isTold = false,
  children,
}: {
  needed?: MemberRole;
  isTold?: boolean;
  children: ReactNode;
}) {
  const { organisation, may } = useBooks();
  if (may(needed)) return children;
  if (!isTold) return null;
  return (
    <p className="soft small">
      {organisation.archivedAt
        ? 'These books are archived: they can be read and not changed.'
        : `This takes ${withArticle(needed)}; you are ${withArticle(organisation.role)} in these books.`}
    </p>
  );
}
