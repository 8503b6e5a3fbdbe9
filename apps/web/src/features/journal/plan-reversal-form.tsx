import { type EntryResponse, paths } from '@just-ledger/contract';
import { firstOfNextMonth, parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './entry-detail.module.css';

/** Says on which day an entry is reversed by itself. */
export function PlanReversalForm({
  entry,
  organisation,
  onDone,
}: {
  entry: Pick<EntryResponse, 'number' | 'date' | 'reversesOn'>;
  organisation: number;
  onDone: () => void;
}) {
  const proposed = parseCivilDate(entry.reversesOn ?? firstOfNextMonth(parseCivilDate(entry.date)));
  const [date, setDate] = useState(shortDate(proposed));
  const plan = useOrganisationMutation(() =>
    api.put(paths.plannedReversal(organisation, entry.number), { date: typedDay(date, proposed) ?? date }),
  );
  return (
    <form
      className={clsx(layout.row, layout.aboveClose)}
      aria-label={`When ${entry.number} is reversed`}
      onKeyDown={(event) => event.key === 'Escape' && onDone()}
      onSubmit={(event) => {
        event.preventDefault();
        plan.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <span>Reversed by itself on</span>
      <DateField
        near={proposed}
        value={date}
        autoFocus
        onChange={setDate}
        className={styles.reverseDate}
        ariaLabel="Day of the reversal"
      />
      <Button type="submit" variant="contained" disabled={plan.isPending}>
        Plan it
      </Button>
      <button className="act" type="button" onClick={onDone}>
        Cancel
      </button>
      <ErrorMessage error={plan.error} />
    </form>
  );
}
