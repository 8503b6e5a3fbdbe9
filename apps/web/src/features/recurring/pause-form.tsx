import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { addDays, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DateField } from '../../ui/date-field.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** From when a schedule rests, and until when. */
export function PauseForm({ journal, onDone }: { journal: RecurringJournalResponse; onDone: () => void }) {
  const { organisation, today } = useBooks();
  const [from, setFrom] = useState(shortDate(addDays(today, 1)));
  const [until, setUntil] = useState('');
  const pause = useOrganisationMutation(() =>
    api.post(paths.pauseRecurring(organisation.id, journal.id), {
      from: typedDay(from, today) ?? from,
      ...(until.trim() && { until: typedDay(until, today) ?? until }),
    }),
  );
  const { at, elsewhere } = problemPlaces(pause.error, ['from', 'until']);
  return (
    <form
      className={formStyles.inLine}
      aria-label={`Pause ${journal.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        pause.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <DateField autoFocus near={today} label="From" value={from} onChange={setFrom} {...at('from')} />
      <DateField
        near={today}
        label="Until"
        placeholder="taken up again"
        value={until}
        onChange={setUntil}
        {...at('until')}
      />
      <div className={layout.row}>
        <Button type="submit" variant="contained" disabled={pause.isPending}>
          Pause it
        </Button>
        <Button variant="outlined" onClick={onDone}>
          Cancel
        </Button>
      </div>
      <ErrorMessage error={elsewhere} />
    </form>
  );
}
