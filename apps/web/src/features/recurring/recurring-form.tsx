import { ChoiceField } from '../../ui/choice-fields.js';
import { paths, type RecurringJournalRequest, type RecurringJournalResponse } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { type FormEvent, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { emptyForm } from '../journal/entry-form.js';
import { EntryLines } from '../journal/entry-lines.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import { useEntryHistory } from '../journal/use-entry-history.js';
import { refusalOf } from '../journal/entry-refusal.js';
import { entryRequest, formOf } from '../journal/entry-request.js';
import styles from './recurring-form.module.css';
import { scheduleFields, scheduleOf } from './schedule-fields.js';
import { ScheduleInputs } from './schedule-inputs.js';

/** The fields that say themselves what is wrong with them. */
const SHOWN = [
  'name',
  'schedule.every',
  'schedule.day',
  'schedule.from',
  'schedule.until',
  'schedule.count',
  'explanation',
  'kind',
];

const KINDS = [
  ['ordinary', 'Ordinary'],
  ['adjusting', 'Adjusting'],
] as const;

/** A recurring journal: when it falls due, and the entry that it posts. */
export function RecurringForm({ journal, onDone }: { journal?: RecurringJournalResponse; onDone: () => void }) {
  const { organisation, currency, today } = useBooks();
  const { writable, contacts, breakdowns } = useEntryChoices();
  const [fields, setFields] = useState(() => scheduleFields(journal, today));
  const { form, dispatch, onKeyDown } = useEntryHistory(() =>
    journal
      ? formOf(
          {
            date: today,
            kind: journal.entry.kind ?? 'ordinary',
            explanation: journal.entry.explanation,
            reference: journal.entry.reference ?? '',
            lines: journal.entry.lines,
          },
          currency,
        )
      : emptyForm(today),
  );
  const save = useOrganisationMutation(() => {
    const { lines, explanation, kind } = entryRequest(
      { ...form, explanation: form.explanation || fields.name },
      today,
      currency,
    );
    const body: RecurringJournalRequest = {
      name: fields.name,
      schedule: scheduleOf(fields, today),
      entry: { explanation, lines, ...(kind && { kind }) },
      ...(journal && { version: journal.version }),
    };
    return journal
      ? api.put(paths.recurringJournal(organisation.id, journal.id), body)
      : api.post(paths.recurringJournals(organisation.id), body);
  });
  const refusal = save.error instanceof RequestRefused ? save.error : undefined;
  const wrong = (path: string) => ({ error: refusal?.at(path) !== undefined, helperText: refusal?.at(path) });
  const { inRow, general } = refusalOf(form, save.error, SHOWN);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onDone });
  };
  return (
    <form
      onSubmit={submit}
      onKeyDown={onKeyDown}
      className={clsx(layout.belowClose, styles.form)}
      aria-label={journal ? `Change ${journal.name}` : 'New schedule'}
    >
      <div className={clsx(layout.below, styles.fields)}>
        <ScheduleInputs
          fields={fields}
          today={today}
          wrong={wrong}
          onChange={(change) => setFields({ ...fields, ...change })}
        />
        <TextField
          label="Explanation of each entry"
          placeholder={fields.name}
          value={form.explanation}
          onChange={(event) => dispatch({ type: 'head', change: { explanation: event.target.value } })}
          {...wrong('entry.explanation')}
        />
        <ChoiceField
          label="Kind"
          value={form.kind}
          onChange={(chosen) => dispatch({ type: 'head', change: { kind: chosen } })}
          {...wrong('entry.kind')}
          choices={KINDS}
        />
      </div>
      <EntryLines
        form={form}
        accounts={writable}
        contacts={contacts}
        breakdowns={breakdowns}
        currency={currency}
        wrongAt={inRow}
        dispatch={dispatch}
        onNewContact={() => undefined}
      />
      {general.map((message) => (
        <div key={message} className={notice.error} role="alert">
          {message}
        </div>
      ))}
      {save.error && !refusal && <ErrorMessage error={save.error} />}
      <Allowed isTold>
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Save the schedule
          </Button>
          <Button variant="outlined" onClick={onDone}>
            Cancel
          </Button>
        </div>
      </Allowed>
    </form>
  );
}
