import { paths, type PeriodResponse, withQuery } from '@just-ledger/contract';
import { Checkbox, FormControlLabel, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './months-screen.module.css';

/** Says why a month is unlocked; those locked after it can be unlocked with it, for the same reason. */
export function UnlockForm({
  period,
  lockedAfter,
  onDone,
}: {
  period: PeriodResponse;
  lockedAfter: number;
  onDone: () => void;
}) {
  const { organisation } = useBooks();
  const [reason, setReason] = useState('');
  const [isSeveral, setSeveral] = useState(false);
  const unlock = useOrganisationMutation(() =>
    api.post(withQuery(paths.unlock(organisation.id, period.period), { several: isSeveral ? 'true' : undefined }), {
      reason,
    }),
  );
  return (
    <form
      className={clsx(layout.row, layout.toEnd)}

      onSubmit={(event) => {
        event.preventDefault();
        unlock.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <TextField
        autoFocus
        placeholder="why?"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
        className={styles.reason}
        slotProps={{ htmlInput: { 'aria-label': `Why ${period.name} is unlocked` } }}
      />
      {lockedAfter > 0 && (
        <FormControlLabel
          control={<Checkbox checked={isSeveral} onChange={(event) => setSeveral(event.target.checked)} />}
          label={`and ${lockedAfter === 1 ? 'the one' : `the ${lockedAfter}`} locked after it`}
        />
      )}
      <button className="act" type="submit" disabled={reason.trim() === '' || unlock.isPending}>
        unlock
      </button>
      <ErrorMessage error={unlock.error} />
    </form>
  );
}
