import type { CivilDate, TextDetails } from '@just-ledger/core';
import { Checkbox, FormControlLabel, MenuItem, TextField, type TextFieldProps } from '@mui/material';
import type { ReactNode } from 'react';
import { useController } from 'react-hook-form';
import { CurrencyField, MonthField } from './choice-fields.js';
import { DateField } from './date-field.js';
import { useFormPlace } from './form-places.js';
import formStyles from './form.module.css';

interface FieldProps {
  /** The path of its value in the request. */
  readonly name: string;
  readonly label: string;
  readonly hint?: string | undefined;
}

function useField({ name, hint }: Pick<FieldProps, 'name' | 'hint'>) {
  useFormPlace(name);
  const { field, fieldState } = useController({ name });
  const { message } = fieldState.error ?? {};
  return { field, error: fieldState.error !== undefined, helperText: message ?? hint };
}

/** A line of text, or several. */
export function TextInput({
  name,
  label,
  hint,
  shown,
  ...rest
}: FieldProps &
  Omit<TextFieldProps, 'name' | 'label' | 'error' | 'value'> & {
    /** What is shown in the place of its value. */
    readonly shown?: string;
  }) {
  const {
    field: { ref, disabled: _, value, ...field },
    error,
    helperText,
  } = useField({ name, hint });
  const told = { error, helperText };
  return <TextField {...field} {...rest} {...told} value={shown ?? value} inputRef={ref} label={label} />;
}

/** A date, typed or taken from a calendar. */
export function DateInput({ name, label, hint, near }: FieldProps & { near: CivilDate }) {
  const { field, ...shown } = useField({ name, hint });
  return <DateField label={label} near={near} value={field.value as string} onChange={field.onChange} {...shown} />;
}

/** One of some choices, or none of them where that has a name. */
export function ChoiceInput<Choice>({
  none,
  choices,
  keyOf,
  labelOf,
  ...field
}: FieldProps & {
  readonly none?: string;
  readonly choices: readonly Choice[];
  readonly keyOf: (choice: Choice) => string;
  readonly labelOf: (choice: Choice) => string;
} & Omit<TextFieldProps, 'name' | 'label' | 'error' | 'select'>) {
  return (
    <TextInput select {...field}>
      {none !== undefined && <MenuItem value="">{none}</MenuItem>}
      {choices.map((choice) => (
        <MenuItem key={keyOf(choice)} value={keyOf(choice)}>
          {labelOf(choice)}
        </MenuItem>
      ))}
    </TextInput>
  );
}

/** A currency by its code. */
export function CurrencyInput({
  name,
  label,
  base,
  ...rest
}: FieldProps & { base?: string; disabled?: boolean; autoFocus?: boolean }) {
  const { field, ...shown } = useField({ name, hint: undefined });
  return (
    <CurrencyField
      label={label}
      value={field.value as string}
      {...(base !== undefined && { base })}
      onChange={field.onChange}
      {...rest}
      {...shown}
    />
  );
}

/** A month by its name. */
export function MonthInput({ name, label }: FieldProps) {
  const { field, ...shown } = useField({ name, hint: undefined });
  return <MonthField label={label} value={field.value as number} onChange={field.onChange} {...shown} />;
}

/** Yes or no. */
export function CheckInput({ name, label, className }: FieldProps & { className?: string }) {
  const { field, error, helperText } = useField({ name, hint: undefined });
  return (
    <div className={className}>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={field.value === true}
            onChange={(event) => field.onChange(event.target.checked)}
          />
        }
        label={<span className="small">{label}</span>}
      />
      {error && <p className="brick small">{helperText}</p>}
    </div>
  );
}

/** Any of some words. */
export function WordsInput({
  name,
  words,
  labelOf = (word) => word,
}: Pick<FieldProps, 'name'> & { words: readonly string[]; labelOf?: (word: string) => ReactNode }) {
  const { field, error, helperText } = useField({ name, hint: undefined });
  const chosen = field.value as readonly string[];
  return (
    <>
      {words.map((word) => (
        <FormControlLabel
          key={word}
          control={
            <Checkbox
              size="small"
              checked={chosen.includes(word)}
              onChange={(event) =>
                field.onChange(event.target.checked ? [...chosen, word] : chosen.filter((other) => other !== word))
              }
            />
          }
          label={<span className="small">{labelOf(word)}</span>}
        />
      ))}
      {error && <p className="brick small">{helperText}</p>}
    </>
  );
}

/** The fields of a table of details, those of several lines across the form. */
export function TextDetailInputs({ details }: { details: TextDetails }) {
  return Object.entries(details).map(([key, { label, lines }]) => (
    <TextInput
      key={key}
      name={key}
      label={label}
      {...(lines > 1 && { className: formStyles.wide, multiline: true, minRows: 2, maxRows: lines })}
    />
  ));
}
