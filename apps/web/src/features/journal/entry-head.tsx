import type { PatternResponse } from '@just-ledger/contract';
import type { CivilDate, DateReason } from '@just-ledger/core';
import { Checkbox, FormControlLabel, TextField } from '@mui/material';
import type { Dispatch, KeyboardEvent, ReactNode, RefObject } from 'react';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import { typedDay } from '../../ui/own-ways.js';
import type { EntryForm, FormEvent } from './entry-form.js';
import styles from './entry-head.module.css';
import { EntryLink } from './entry-links.js';
import { ExplanationField } from './explanation-field.js';
import { ReversesOn } from './reverses-on.js';
import { SuppliedOn } from './supplied-on.js';

const KINDS = [
  ['ordinary', 'Ordinary'],
  ['adjusting', 'Adjusting'],
  ['opening', 'Opening'],
] as const;

/** What is said under a date that was proposed; today needs no word. */
const DATE_REASONS: Readonly<Record<DateReason, string | undefined>> = {
  today: undefined,
  'last-entry': 'as the entry before',
  span: 'in the dates chosen',
  'first-day': 'first day of the books',
};

/** What an entry says of itself: date, kind, explanation and the paper behind it. */
export function EntryHead({
  form,
  near,
  first,
  wrong,
  dateReason,
  keepsKind,
  patterns,
  onKeepKind,
  onPattern,
  dispatch,
  children,
}: {
  form: EntryForm;
  /** The date that typed ones are completed from. */
  near: CivilDate;
  first: RefObject<HTMLInputElement | null>;
  wrong: (field: string) => string | undefined;
  /** Why the date was proposed, while it stands as proposed. */
  dateReason: DateReason | undefined;
  keepsKind: boolean;
  /** What an entry can be begun from, by its name. */
  patterns: readonly PatternResponse[];
  onKeepKind: (keeps: boolean) => void;
  onPattern: (pattern: PatternResponse) => void;
  dispatch: Dispatch<FormEvent>;
  /** The papers behind it. */
  children: ReactNode;
}) {
  const date = typedDay(form.date, near);
  const isReversible = form.kind === 'adjusting' || form.corrects !== '';
  const isTaxed = form.supplyDate !== '' || form.lines.some(({ taxCode }) => taxCode !== '');
  /** Enter goes on to the next field that is typed into, from the last to the first line. */
  const walk = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return;
    const fields = event.currentTarget
      .closest('[data-typing]')
      ?.querySelectorAll<HTMLInputElement>('input[type="text"]');
    const index = [...(fields ?? [])].findIndex((field) => field === event.target);
    if (index >= 0) fields?.[index + 1]?.focus();
  };
  const field = (name: 'date' | 'reference') => {
    const message = wrong(name);
    const isNoDate = name === 'date' && form.date.trim() !== '' && !date;
    return {
      value: form[name],
      error: message !== undefined || isNoDate,
      helperText:
        message ?? (isNoDate ? 'Not a date' : name === 'date' ? DATE_REASONS[dateReason ?? 'today'] : undefined),
      onChange: (event: { target: { value: string } }) =>
        dispatch({ type: 'head', change: { [name]: event.target.value } }),
    };
  };
  return (
    <div className={styles.entryHead} onKeyDown={walk}>
      <DateField
        label="Date"
        near={near}
        inputRef={first}
        {...field('date')}
        onChange={(typed) => dispatch({ type: 'head', change: { date: typed } })}
        onFocus={(event) => event.target.select()}
      />
      <div>
        <ChoiceField
          fullWidth
          label="Kind"
          value={form.kind}
          onChange={(chosen) => dispatch({ type: 'head', change: { kind: chosen } })}
          error={wrong('kind') !== undefined}
          helperText={wrong('kind')}
          choices={KINDS}
        />
        {form.kind !== 'ordinary' && (
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={keepsKind}
                onChange={(event) => onKeepKind(event.target.checked)}
                slotProps={{ input: { tabIndex: -1 } }}
              />
            }
            label={<span className="small">for the next too</span>}
          />
        )}
      </div>
      <ExplanationField
        value={form.explanation}
        message={wrong('explanation')}
        patterns={patterns}
        onChange={(explanation) => dispatch({ type: 'head', change: { explanation } })}
        onPattern={onPattern}
      />
      <TextField label="Paper" placeholder="its reference" {...field('reference')} />
      {children}
      {(isReversible || form.reversesOn !== '' || isTaxed) && (
        <div className={styles.besides}>
          {form.corrects !== '' && (
            <span>
              Corrects <EntryLink number={form.corrects} />
            </span>
          )}
          {isTaxed && (
            <SuppliedOn form={form} near={date ?? near} message={wrong('supplyDate')} dispatch={dispatch} />
          )}
          {(isReversible || form.reversesOn !== '') && (
            <ReversesOn form={form} date={date} near={near} message={wrong('reversesOn')} dispatch={dispatch} />
          )}
        </div>
      )}
    </div>
  );
}
