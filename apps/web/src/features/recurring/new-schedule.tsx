import { addMonths, isAmountSource, parseCivilDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { Sheet } from '../../ui/sheet.js';
import { emptyForm } from '../journal/entry-form.js';
import { formLike } from '../journal/entry-request.js';
import { RecurringForm } from './recurring-form.js';
import { monthlyFrom } from './schedule-fields.js';

/** A schedule to be written; begun from an entry where the address names one, a month after it. */
export function NewSchedule({ onDone }: { onDone: () => void }) {
  const { organisation, currency, today } = useBooks();
  const [like] = useSheetParam('like');
  const [amounts] = useSheetParam('amounts');
  const { data: entry, isPending } = useQuery({ ...entryQuery(organisation.id, like), enabled: like !== '' });
  if (like !== '' && isPending) return null;
  return (
    <Sheet
      title="A new schedule"
      aside={entry && `as entry ${entry.number}`}
      tools={
        <button className="act" type="button" onClick={onDone}>
          Close
        </button>
      }
    >
      {entry ? (
        <RecurringForm
          name={entry.explanation.slice(0, 120)}
          schedule={monthlyFrom(addMonths(parseCivilDate(entry.date), 1))}
          entry={formLike(entry, '', currency)}
          amounts={isAmountSource(amounts) ? amounts : 'fixed'}
          onDone={onDone}
        />
      ) : (
        <RecurringForm schedule={monthlyFrom(today)} entry={emptyForm(today)} onDone={onDone} />
      )}
    </Sheet>
  );
}
