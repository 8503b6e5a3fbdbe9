import type { AccountResponse } from '@just-ledger/contract';
import type { CivilDate, TextDetails } from '@just-ledger/core';
import { MenuItem, TextField, type TextFieldProps } from '@mui/material';
import { AccountField } from './account-field.js';
import { CurrencyField, DayField, MonthField } from './choice-fields.js';
import { DateField } from './date-field.js';
import { type FieldProps, useField } from './form-field.js';
import formStyles from './form.module.css';

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
  } = useField({ name, label, hint });
  const said = { error, helperText };
  return <TextField {...field} {...rest} {...said} value={shown ?? value} inputRef={ref} label={label} />;
}

/** A date, typed or taken from a calendar. */
export function DateInput({
  name,
  label,
  hint,
  near,
  ...rest
}: FieldProps & { near: CivilDate; autoFocus?: boolean; placeholder?: string }) {
  const { field, ...shown } = useField({ name, label, hint });
  return <DateField label={label} near={near} value={field.value} onChange={field.onChange} {...rest} {...shown} />;
}

/** An account, by its number or part of its name; its label stands over it. */
export function AccountInput({
  name,
  label,
  hint,
  accounts,
  className,
}: FieldProps & { accounts: readonly AccountResponse[]; className?: string | undefined }) {
  const { field, error, helperText } = useField({ name, label, hint });
  return (
    <label className={className}>
      <span className="small soft">{label}</span>
      <AccountField
        accounts={accounts}
        value={field.value}
        label={label}
        wrong={error ? helperText : undefined}
        keepsTyped
        onChange={field.onChange}
      />
      {helperText && <span className={error ? 'small brick' : 'small soft'}>{helperText}</span>}
    </label>
  );
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
  const { field, ...shown } = useField({ name, label, hint: undefined });
  return (
    <CurrencyField
      label={label}
      value={field.value}
      {...(base !== undefined && { base })}
      onChange={field.onChange}
      {...rest}
      {...shown}
    />
  );
}

/** A month by its name. */
export function MonthInput({ name, label }: FieldProps) {
  const { field, ...shown } = useField({ name, label, hint: undefined });
  return <MonthField label={label} value={field.value} onChange={field.onChange} {...shown} />;
}

/** A day of a month. */
export function DayInput({ name, label, hint }: FieldProps) {
  const { field, ...shown } = useField({ name, label, hint });
  return <DayField label={label} value={field.value} onChange={field.onChange} {...shown} />;
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
