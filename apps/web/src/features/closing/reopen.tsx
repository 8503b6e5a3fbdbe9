import { paths, withQuery } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './reopen.module.css';

/** Opens a closed year, or the last closed part of one, again, with a reason that is kept. */
export function Reopen({ year, name, until }: { year: string; name: string; until?: string | undefined }) {
  const { organisation } = useBooks();
  const [reason, setReason] = useState('');
  const reopen = useOrganisationMutation(() =>
    api.post(withQuery(paths.reopening(organisation.id, year), { until }), { reason }),
  );
  return (
    <form
      className={clsx(layout.row, layout.above)}

      onSubmit={(event) => {
        event.preventDefault();
        reopen.mutate(undefined);
      }}
    >
      <span>
        A late adjustment? Reopening {name} reverses its closing entries and gives back the locks as they were before,
        on the record.
      </span>
      <TextField
        placeholder="why?"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        className={styles.reason}
        slotProps={{ htmlInput: { 'aria-label': 'Why the year is reopened' } }}
      />
      <Allowed act="close" isTold>
        <Button type="submit" variant="outlined" disabled={reason.trim() === '' || reopen.isPending}>
          Reopen {name}
        </Button>
      </Allowed>
      <ErrorMessage error={reopen.error} />
    </form>
  );
}
