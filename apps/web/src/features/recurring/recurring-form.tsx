import {
  type AmountTermsRequest,
  paths,
  type RecurringJournalRequest,
  type RecurringJournalResponse,
} from '@just-ledger/contract';
import type { AmountSource, ByItself, ReversalRule } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type FormEvent, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { holidaysQuery } from '../../api/recurring-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { ChangedMeanwhile } from '../../ui/changed-meanwhile.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { useTakeOver } from '../../ui/use-take-over.js';
import type { EntryForm } from '../journal/entry-form.js';
import { EntryLines } from '../journal/entry-lines.js';
import { refusalOf } from '../journal/entry-refusal.js';
import { entryRequest } from '../journal/entry-request.js';
import { useFormTax } from '../journal/form-tax.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import { useEntryHistory } from '../journal/use-entry-history.js';
import { AMOUNT_FIELDS, amountTerms, type AmountValues, amountValues } from './amount-fields.js';
import { AmountInputs } from './amount-inputs.js';
import styles from './recurring-form.module.css';
import { type ScheduleFields, scheduleInWords, scheduleOf } from './schedule-fields.js';
import { ScheduleInputs } from './schedule-inputs.js';

/** The fields that say themselves what is wrong with them. */
const SHOWN = [
  'name',
  ...['every', 'unit', 'day', 'weekday', 'businessDay', 'from', 'until', 'count'].map((field) => `schedule.${field}`),
  ...Object.values(AMOUNT_FIELDS).flatMap((fields) => fields.map(({ path }) => path)),
  'amounts',
  'byItself',
  'changesFrom',
  'explanation',
  'kind',
];

const KINDS = [
  ['ordinary', 'Ordinary'],
  ['adjusting', 'Adjusting'],
] as const;

const DOES = [
  ['waits', 'waits to be posted'],
  ['drafts', 'is laid as a draft by itself'],
  ['posts', 'is posted by itself'],
] as const satisfies readonly (readonly [ByItself, string])[];

const REVERSES = [
  ['', 'not reversed'],
  ['next-month', 'on the first of the next month'],
  ['next-day', 'on the next day'],
] as const satisfies readonly (readonly [ReversalRule | '', string])[];

/** What the lines are for, by where the amounts come from; none where the amounts make them. */
const LINES: Readonly<Partial<Record<AmountSource, string>>> = {
  fixed: 'The entry of each date.',
  asked: 'The entry of each date. Its amount here is what is proposed until there was one.',
  'share-of-balance':
    'The amounts say in which proportion the lines share it on each side: 50, 30 and 20 against 100.',
  spread: 'The amounts say in which proportion the lines share it on each side: 1 against 1 where there are two.',
};

/** A schedule as it is typed, without the entry that it posts. */
interface ScheduleForm {
  readonly name: string;
  readonly schedule: ScheduleFields;
  readonly source: AmountSource;
  readonly values: AmountValues;
  readonly byItself: ByItself;
  readonly reverses: ReversalRule | '';
}

/** What its fields are called where they are told of. */
const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  schedule: 'When it falls due',
  source: 'Where the amounts come from',
  values: 'What the amounts follow from',
  byItself: 'When a date comes',
  reverses: 'Its reversal',
  entry: 'The entry',
};

/** A recurring journal: when it falls due, what it comes to, and the entry that it posts. */
export function RecurringForm({
  journal: opened,
  name: begunName = '',
  schedule: begunSchedule,
  entry: begunEntry,
  amounts = 'fixed',
  terms,
  onDone,
}: {
  /** What is changed; a new one if left out. */
  journal?: RecurringJournalResponse;
  name?: string;
  schedule: ScheduleFields;
  entry: EntryForm;
  /** Where the amounts come from; the same each time if left out. */
  amounts?: AmountSource;
  /** What the amounts follow from, where a new one begins with something. */
  terms?: AmountTermsRequest;
  onDone: () => void;
}) {
  const { organisation, currency, today } = useBooks();
  const { accounts, writable, contacts, breakdowns } = useEntryChoices();
  const { data: days } = useQuery(holidaysQuery(organisation.id));
  const lookedAt = useLookedAt(opened);
  const journal = lookedAt.item;
  const begun: ScheduleForm = {
    name: begunName,
    schedule: begunSchedule,
    source: amounts,
    values: amountValues(opened ?? terms, currency),
    byItself: opened?.byItself ?? 'waits',
    reverses: opened?.reverses ?? '',
  };
  const [fields, setFields] = useState(begun);
  const { name, schedule, source, values, byItself, reverses } = fields;
  const set = (change: Partial<ScheduleForm>): void => setFields({ ...fields, ...change });
  const [changesFrom, setChangesFrom] = useState('');
  const { form, dispatch, onKeyDown } = useEntryHistory(() => begunEntry);
  const tax = useFormTax(form, undefined);
  const asked = scheduleOf(schedule, today);
  const words = scheduleInWords(asked, today, new Set(days?.holidays.map(({ date }) => date)));
  const save = useOrganisationMutation(() => {
    const { lines, explanation, kind, reference } = entryRequest(
      { ...form, explanation: form.explanation || name },
      today,
      currency,
    );
    const body: RecurringJournalRequest = {
      name,
      schedule: asked,
      ...amountTerms(source, values, currency, today),
      entry: { explanation, lines, ...(kind && { kind }), ...(reference && { reference }) },
      byItself,
      ...(reverses && { reverses }),
      ...(journal && { version: journal.version }),
      ...(journal && changesFrom.trim() && { changesFrom: typedDay(changesFrom, today) ?? changesFrom }),
    };
    return journal
      ? api.put(paths.recurringJournal(organisation.id, journal.id), body)
      : api.post(paths.recurringJournals(organisation.id), body);
  });
  const [meanwhile] = useTakeOver(lookedAt, {
    now: { ...begun, entry: begunEntry },
    typed: { ...fields, entry: form },
    labels: LABELS,
    error: save.error,
    set: ({ entry, ...merged }) => {
      setFields(merged);
      dispatch({ type: 'start', form: entry });
      save.reset();
    },
  });
  const refusal = save.error instanceof RequestRefused ? save.error : undefined;
  const wrong = (path: string) => ({ error: refusal?.at(path) !== undefined, helperText: refusal?.at(path) });
  const { inRow, general } = refusalOf(form, save.error, SHOWN);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onDone });
  };
  return (
    <form onSubmit={submit} onKeyDown={onKeyDown} aria-label={journal ? `Change ${journal.name}` : 'New schedule'}>
      <div className={styles.fields}>
        <TextField
          label="Name"
          required
          autoFocus
          className={styles.name}
          value={name}
          onChange={(event) => set({ name: event.target.value })}
          {...wrong('name')}
        />
        <TextField
          label="Explanation of each entry"
          placeholder={name}
          className={styles.name}
          value={form.explanation}
          onChange={(event) => dispatch({ type: 'head', change: { explanation: event.target.value } })}
          {...wrong('entry.explanation')}
        />
      </div>
      <div className={styles.fields}>
        <ScheduleInputs
          fields={schedule}
          today={today}
          wrong={wrong}
          onChange={(change) => set({ schedule: { ...schedule, ...change } })}
        />
      </div>
      {words && (
        <p className={clsx('small', layout.below)} aria-live="polite">
          <span className="strong">{words.sentence}.</span> <span className="soft">{words.dates || 'No date.'}</span>
        </p>
      )}
      <AmountInputs
        source={source}
        values={values}
        accounts={source === 'share-of-balance' ? accounts.filter(({ heading }) => !heading) : writable}
        today={today}
        wrong={wrong}
        onSource={(chosen) => set({ source: chosen })}
        onChange={(path, value) => set({ values: { ...values, [path]: value } })}
      />
      {LINES[source] && (
        <>
          <p className="small soft">{LINES[source]}</p>
          <EntryLines
            form={form}
            accounts={writable}
            contacts={contacts}
            breakdowns={breakdowns}
            currency={currency}
            tax={tax}
            wrongAt={inRow}
            dispatch={dispatch}
            onNewContact={() => undefined}
          />
        </>
      )}
      <div className={clsx(styles.fields, layout.above)}>
        <ChoiceField
          label="Kind"
          value={form.kind}
          onChange={(chosen) => dispatch({ type: 'head', change: { kind: chosen } })}
          {...wrong('entry.kind')}
          choices={KINDS}
        />
        <ChoiceField
          label="When a date comes, it"
          value={byItself}
          onChange={(chosen) => set({ byItself: chosen })}
          {...wrong('byItself')}
          choices={doesOf(source, values)}
        />
        <ChoiceField
          label="Its entry is reversed"
          value={reverses}
          onChange={(chosen) => set({ reverses: chosen })}
          {...wrong('reverses')}
          choices={REVERSES}
        />
        {journal && (
          <DateField
            near={today}
            label="Holds from"
            placeholder="the next date"
            value={changesFrom}
            onChange={setChangesFrom}
            {...wrong('changesFrom')}
          />
        )}
      </div>
      {(meanwhile.isOutdated && meanwhile.refusal ? [] : general).map((message) => (
        <div key={message} className={notice.error} role="alert">
          {message}
        </div>
      ))}
      {save.error && !refusal && <ErrorMessage error={save.error} />}
      <ChangedMeanwhile {...meanwhile} />
      <Allowed act="recur" isTold>
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

/** What a journal can do by itself when a date comes: nothing where something is asked first. */
function doesOf(source: AmountSource, values: AmountValues): readonly (readonly [ByItself, string])[] {
  if (source === 'target' && values['target.by'] === 'count') return DOES.filter(([does]) => does === 'waits');
  return source === 'asked' ? DOES.filter(([does]) => does !== 'posts') : DOES;
}
