import { paths, PauseRequest, type RecurringJournalResponse } from '@just-ledger/contract';
import { addDays, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { DateInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { RequestForm } from '../../ui/request-form.js';

/** From when a schedule rests, and until when. */
export function PauseForm({ journal, onDone }: { journal: RecurringJournalResponse; onDone: () => void }) {
  const { organisation, today } = useBooks();
  const pause = useOrganisationMutation((request: PauseRequest) =>
    api.post(paths.pauseRecurring(organisation.id, journal.id), request),
  );
  return (
    <RequestForm
      of={PauseRequest}
      label={`Pause ${journal.name}`}
      values={{ from: shortDate(addDays(today, 1)), until: '' }}
      toRequest={({ from, until }): PauseRequest => ({
        version: journal.version,
        from: typedDay(from, today) ?? from,
        ...(until.trim() && { until: typedDay(until, today) ?? until }),
      })}
      send={async (request) => {
        await pause.mutateAsync(request);
        onDone();
      }}
      foot={({ isPending }) => (
        <div className={clsx(layout.row, layout.aboveClose)}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Pause it
          </Button>
          <Button variant="outlined" onClick={onDone}>
            Cancel
          </Button>
        </div>
      )}
    >
      <div className={formStyles.inLine}>
        <DateInput autoFocus near={today} name="from" label="From" />
        <DateInput near={today} name="until" label="Until" placeholder="taken up again" />
      </div>
    </RequestForm>
  );
}
