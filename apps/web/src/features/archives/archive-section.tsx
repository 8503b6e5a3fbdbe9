import { paths } from '@just-ledger/contract';
import { mayDo } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { organisationsQuery } from '../../api/organisation-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** The whole organisation as one file, and the way to put its books away. */
export function ArchiveSection() {
  const { organisation } = useBooks();
  if (!mayDo(organisation.role, 'archive')) return null;
  return (
    <section className={clsx(layout.aboveWide, formStyles.measure)} aria-label="Archive">
      <h2 className="minor">Archive</h2>
      <p className={clsx(layout.aboveClose, layout.belowClose)}>
        The whole organisation as one open file: set-up, every entry with its seal, drafts, recurring journals, locks
        and changes. Any installation makes the same books of it.{' '}
        <a className="act" href={paths.organisationArchive(organisation.id)} download>
          Write an archive
        </a>
      </p>
      {!organisation.archivedAt && <ArchiveBooks />}
    </section>
  );
}

function ArchiveBooks() {
  const { organisation } = useBooks();
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const archiveBooks = useOrganisationMutation(() => api.post(paths.archived(organisation.id)));
  if (!isOpen)
    return (
      <p className="soft">
        Books that are no longer kept can be hidden and kept from changes.{' '}
        <button className="act" type="button" onClick={() => setOpen(true)}>
          Archive these books
        </button>
      </p>
    );
  return (
    <div>
      <p className={clsx(layout.aboveClose, layout.belowClose)}>
        An archive is written into the data folder first. Then these books leave the list, and can be read but not
        changed by anybody, until an owner restores them.
      </p>
      <div className={layout.row}>
        <Button
          variant="contained"
          autoFocus
          disabled={archiveBooks.isPending}
          onClick={() =>
            archiveBooks.mutate(undefined, {
              onSuccess: () => void client.invalidateQueries({ queryKey: organisationsQuery.queryKey }),
            })
          }
        >
          {archiveBooks.isPending ? 'Writing the archive …' : 'Archive'}
        </Button>
        <Button variant="outlined" onClick={() => setOpen(false)}>
          Not now
        </Button>
      </div>
      <ErrorMessage error={archiveBooks.error} />
    </div>
  );
}
