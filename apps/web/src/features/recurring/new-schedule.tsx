import { addMonths, isAmountSource, isCivilDate, parseCivilDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery, openedDraftQuery } from '../../api/journal-queries.js';
import { useAccountNames } from '../../api/use-account-names.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { emptyForm } from '../journal/entry-form.js';
import { formLike, formOf } from '../journal/entry-request.js';
import { adjustingSchedule } from './adjusting-schedule.js';
import { RecurringForm } from './recurring-form.js';
import { monthlyFrom } from './schedule-fields.js';

/** A schedule to be written; begun from the entry or the draft that the address names, a month after it. */
export function NewSchedule({ onDone }: { onDone: () => void }) {
  const begun = useBegun();
  const [amounts] = useSheetParam('amounts');
  if (begun === undefined) return null;
  const { origin, error, ...from } = begun;
  return (
    <Sheet
      title="A new schedule"
      aside={origin}
      tools={
        <button className="act" type="button" onClick={onDone}>
          Close
        </button>
      }
    >
      <ErrorMessage error={error} />
      <RecurringForm amounts={isAmountSource(amounts) ? amounts : 'fixed'} {...from} onDone={onDone} />
    </Sheet>
  );
}

/** A schedule of adjusting entries, where the address names what it is about. */
function useAdjusting() {
  const { calendar, from, to } = useBooks();
  const nameOf = useAccountNames();
  const [kind] = useSheetParam('adjusts');
  const [account] = useSheetParam('on');
  const [assetClass] = useSheetParam('class');
  const [amount] = useSheetParam('amount');
  const about = { kind, account, accountName: nameOf(account), assetClass, amount };
  return adjustingSchedule(about, { calendar, from: parseCivilDate(from), to: parseCivilDate(to) });
}

/** What a schedule begins with; nothing as long as that is being read. */
function useBegun() {
  const { organisation, currency, today } = useBooks();
  const [like] = useSheetParam('like');
  const [id] = useSheetParam('draft');
  const entry = useQuery({ ...entryQuery(organisation.id, like), enabled: like !== '' });
  const draft = useQuery({ ...openedDraftQuery(organisation.id, id), enabled: id !== '' });
  const adjusting = useAdjusting();
  if ((like !== '' && entry.isPending) || (id !== '' && draft.isPending)) return undefined;
  const error = entry.error ?? draft.error;
  if (entry.data) {
    return {
      origin: `as entry ${entry.data.number}`,
      error,
      name: entry.data.explanation.slice(0, 120),
      schedule: monthlyFrom(addMonths(parseCivilDate(entry.data.date), 1)),
      entry: formLike(entry.data, '', currency),
    };
  }
  if (adjusting) return { origin: 'of adjusting entries', error, ...adjusting };
  if (draft.data) {
    const { date, explanation } = draft.data;
    return {
      origin: `as the draft “${explanation}”`,
      error,
      name: explanation.slice(0, 120),
      schedule: monthlyFrom(isCivilDate(date) ? addMonths(date, 1) : today),
      entry: formOf(draft.data, currency),
    };
  }
  return { origin: undefined, error, name: '', schedule: monthlyFrom(today), entry: emptyForm(today) };
}
