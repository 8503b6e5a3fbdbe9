import { paths } from '@just-ledger/contract';
import { dayOf, longDate, mayDo } from '@just-ledger/core';
import { useQueryClient } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { organisationsQuery } from '../../api/organisation-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Says over the desk that these books are archived, and restores them. */
export function ArchivedNotice() {
  const { organisation } = useBooks();
  const client = useQueryClient();
  const restoreBooks = useOrganisationMutation(() => api.delete(paths.archived(organisation.id)));
  if (!organisation.archivedAt) return null;
  return (
    <div className={notice.archived} role="status">
      <span>Archived on {longDate(dayOf(organisation.archivedAt))}: these books can be read and not changed.</span>
      {mayDo(organisation.role, 'archive') && (
        <button
          className="act"
          type="button"
          disabled={restoreBooks.isPending}
          onClick={() =>
            restoreBooks.mutate(undefined, {
              onSuccess: () => void client.invalidateQueries({ queryKey: organisationsQuery.queryKey }),
            })
          }
        >
          Restore these books
        </button>
      )}
      <ErrorMessage error={restoreBooks.error} />
    </div>
  );
}
