import { paths, type RecurringJournalRequest, type RecurringJournalResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type FormEvent, useReducer, useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { emptyForm, formReducer, rowOfPath } from '../journal/entry-form.js';
import { EntryLines } from '../journal/entry-lines.js';
import { entryRequest, formOf } from '../journal/entry-request.js';
import { writableAccounts } from '../journal/line-account.js';
import styles from './recurring-form.module.css';

const OFTEN = [
  ['1 week', 'every week'],
  ['2 week', 'every two weeks'],
  ['1 month', 'every month'],
  ['2 month', 'every two months'],
  ['3 month', 'every quarter'],
  ['6 month', 'every half-year'],
  ['1 year', 'every year'],
] as const;

/** A recurring journal: when it falls due, and the entry that it posts. */
export function RecurringForm({ journal, onDone }: { journal?: RecurringJournalResponse; onDone: () => void }) {
  const { organisation, currency, today } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const { data: contacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const [fields, setFields] = useState({
    name: journal?.name ?? '',
    often: journal ? `${journal.schedule.every} ${journal.schedule.unit}` : '1 month',
    day: String(journal?.schedule.day ?? ''),
    from: shortDate(journal ? parseCivilDate(journal.schedule.from) : today),
    until: journal?.schedule.until ? shortDate(parseCivilDate(journal.schedule.until)) : '',
    count: journal?.schedule.count ? String(journal.schedule.count) : '',
  });
  const [form, dispatch] = useReducer(formReducer, journal, (given) =>
    given
      ? formOf(
          {
            id: 0,
            date: today,
            kind: given.entry.kind ?? 'ordinary',
            explanation: given.entry.explanation,
            reference: given.entry.reference ?? '',
            lines: given.entry.lines,
            forReview: false,
            createdBy: '',
            updatedAt: '',
            version: 0,
          },
          currency,
        )
      : emptyForm(today),
  );
  const save = useOrganisationMutation(() => {
    const [every, unit = 'month'] = fields.often.split(' ');
    const { lines, explanation, kind } = entryRequest(
      { ...form, explanation: form.explanation || fields.name },
      today,
      currency,
    );
    const day = fields.day === 'last' ? 'last' : fields.day === '' ? undefined : Number(fields.day);
    const body: RecurringJournalRequest = {
      name: fields.name,
      schedule: {
        unit,
        every: Number(every),
        ...(day !== undefined && unit !== 'week' && { day }),
        from: typedDay(fields.from, today) ?? fields.from,
        ...(fields.until && { until: typedDay(fields.until, today) ?? fields.until }),
        ...(fields.count && { count: Number(fields.count) }),
      },
      entry: { explanation, lines, ...(kind && { kind }) },
      ...(journal && { version: journal.version }),
    };
    return journal
      ? api.put(paths.recurringJournal(organisation.id, journal.id), body)
      : api.post(paths.recurringJournals(organisation.id), body);
  });
  const refusal = save.error instanceof RequestRefused ? save.error : undefined;
  const wrong = (path: string) => ({ error: refusal?.at(path) !== undefined, helperText: refusal?.at(path) });
  const wrongAt = (row: number, field: string): string | undefined =>
    refusal?.details.problems.find((problem) => {
      const place = rowOfPath(form, problem.path.replace(/^entry\./, ''));
      return place?.row === row && place.field === field;
    })?.message;
  const general =
    refusal?.details.problems.filter((problem) => problem.path === 'entry.lines' || problem.path === '') ?? [];
  const set = (change: Partial<typeof fields>): void => setFields({ ...fields, ...change });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onDone });
  };
  return (
    <form
      onSubmit={submit}
      className={clsx(layout.belowClose, styles.form)}
      aria-label={journal ? `Change ${journal.name}` : 'New schedule'}
    >
      <div className={clsx(layout.below, styles.fields)}>
        <TextField
          label="Name"
          required
          autoFocus
          value={fields.name}
          onChange={(event) => set({ name: event.target.value })}
          {...wrong('name')}
        />
        <TextField
          select
          label="How often"
          value={fields.often}
          onChange={(event) => set({ often: event.target.value })}
          {...wrong('schedule.every')}
        >
          {OFTEN.map(([key, label]) => (
            <MenuItem key={key} value={key}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="On the"
          value={fields.day}
          disabled={fields.often.endsWith('week')}
          onChange={(event) => set({ day: event.target.value })}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          {...wrong('schedule.day')}
        >
          <MenuItem value="">same day</MenuItem>
          <MenuItem value="last">last day</MenuItem>
          {Array.from({ length: 31 }, (_, at) => (
            <MenuItem key={at} value={String(at + 1)}>
              {at + 1}
            </MenuItem>
          ))}
        </TextField>
        <DateField
          near={today}
          label="From"
          value={fields.from}
          onChange={(typed) => set({ from: typed })}
          {...wrong('schedule.from')}
        />
        <DateField
          near={today}
          label="Until"
          placeholder="no end"
          value={fields.until}
          onChange={(typed) => set({ until: typed })}
          {...wrong('schedule.until')}
        />
        <TextField
          label="Times"
          placeholder="any"
          value={fields.count}
          onChange={(event) => set({ count: event.target.value.replace(/\D/g, '') })}
          {...wrong('schedule.count')}
        />
        <TextField
          label="Explanation of each entry"
          placeholder={fields.name}
          value={form.explanation}
          onChange={(event) => dispatch({ type: 'head', change: { explanation: event.target.value } })}
          {...wrong('entry.explanation')}
        />
        <TextField
          select
          label="Kind"
          value={form.kind}
          onChange={(event) => dispatch({ type: 'head', change: { kind: event.target.value } })}
        >
          <MenuItem value="ordinary">Ordinary</MenuItem>
          <MenuItem value="adjusting">Adjusting</MenuItem>
        </TextField>
      </div>
      <EntryLines
        form={form}
        accounts={writableAccounts(accounts)}
        contacts={contacts.filter((contact) => contact.active)}
        breakdowns={breakdowns}
        currency={currency}
        wrongAt={wrongAt}
        dispatch={dispatch}
        onNewContact={() => undefined}
      />
      {general.map((problem) => (
        <div key={problem.message} className={notice.error} role="alert">
          {problem.message}
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
