import { type EntryResponse, paths } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useAddress } from '../../api/address.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './entry-detail.module.css';

/** Reverses an entry on a date. */
export function ReverseForm({
  entry,
  organisation,
  onDone,
}: {
  entry: EntryResponse;
  organisation: number;
  onDone: () => void;
}) {
  const address = useAddress();
  const original = parseCivilDate(entry.date);
  const [date, setDate] = useState(shortDate(original));
  const reverse = useOrganisationMutation(() =>
    api.post(paths.reverse(organisation, entry.number), {
      date: typedDay(date, original) ?? date,
    }),
  );
  return (
    <form
      className={clsx(layout.row, layout.aboveClose)}

      onSubmit={(event) => {
        event.preventDefault();
        reverse.mutate(undefined, {
          onSuccess: (made) => {
            onDone();
            address.go('journal', { entry: made.number });
          },
        });
      }}
    >
      <span>Every line of {entry.number} is posted on its other side, on</span>
      <DateField
        near={original}
        value={date}
        autoFocus
        onChange={setDate}
        className={styles.reverseDate}
        ariaLabel="Date of the reversal"
      />
      <Button type="submit" variant="contained" disabled={reverse.isPending}>
        Reverse
      </Button>
      <button className="act" type="button" onClick={onDone}>
        Cancel
      </button>
      <ErrorMessage error={reverse.error} />
    </form>
  );
}
