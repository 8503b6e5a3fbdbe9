import { keysOf, RELATIVE_SPANS } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import { daysInWords } from './report-settings.js';

/** The fields of a kept report: its name, its days, and whose it is. */
export function KeptReportFields({ from, to }: { from: string | null; to: string | null }) {
  const { may } = useBooks();
  return (
    <>
      <TextInput name="name" label="Name" className={formStyles.wide} required autoFocus />
      <ChoiceInput
        name="days"
        label="Days"
        className={formStyles.wide}
        choices={[...keysOf(RELATIVE_SPANS), ...(from && to ? (['these'] as const) : [])]}
        keyOf={(key) => key}
        labelOf={(key) => (key === 'these' ? `always ${daysInWords(from, to)}` : RELATIVE_SPANS[key])}
      />
      <ChoiceInput
        name="whose"
        label="For"
        className={formStyles.wide}
        choices={may('shareReports') ? (['everybody', 'me'] as const) : (['me'] as const)}
        keyOf={(key) => key}
        labelOf={(key) => (key === 'me' ? 'only me' : 'everybody in these books')}
      />
    </>
  );
}
