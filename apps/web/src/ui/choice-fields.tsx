import { CURRENCY_CODES, MONTH_NAMES } from '@just-ledger/core';
import { MenuItem, TextField, type TextFieldProps } from '@mui/material';
import { type ReactNode, useState } from 'react';

interface ChoiceProps<T> {
  readonly label: string;
  readonly value: T;
  readonly onChange: (chosen: T) => void;
  readonly disabled?: boolean;
  readonly autoFocus?: boolean;
  readonly error?: boolean;
  readonly helperText?: string | undefined;
}

/** One of some choices, each with what it is called. */
export function ChoiceField<Value extends string>({
  choices,
  onChange,
  label,
  ariaLabel,
  displayEmpty = false,
  isUnderlined = true,
  ...field
}: Omit<TextFieldProps, 'select' | 'value' | 'onChange' | 'slotProps'> & {
  /** Its name where no label stands over it. */
  readonly ariaLabel?: string;
  /** Whether the choice that is empty is shown as it is called. */
  readonly displayEmpty?: boolean;
  readonly isUnderlined?: boolean;
  readonly value: string;
  readonly choices: readonly (readonly [value: Value, label: ReactNode])[];
  readonly onChange: (chosen: Value) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const choose = (given: string): void => {
    const chosen = choices.find(([value]) => value === given);
    if (chosen) onChange(chosen[0]);
  };
  return (
    <TextField
      select
      {...field}
      label={label}
      onChange={(event) => choose(event.target.value)}
      slotProps={{
        select: {
          open: isOpen,
          // with Ctrl the key that opens it is one of the sheet
          onOpen: (event) => setOpen(!isHeld(event, 'ctrlKey') && !isHeld(event, 'metaKey')),
          onClose: () => setOpen(false),
          displayEmpty,
          ...(ariaLabel && { 'aria-label': ariaLabel }),
        },
        ...(!isUnderlined && { input: { disableUnderline: true } }),
        ...(displayEmpty && label && { inputLabel: { shrink: true } }),
      }}
    >
      {choices.map(([value, label]) => (
        <MenuItem key={value} value={value}>
          {label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Whether a key is held while something happens. */
function isHeld(event: object, key: 'ctrlKey' | 'metaKey'): boolean {
  return Reflect.get(event, key) === true;
}

const NAMES = new Intl.DisplayNames('en', { type: 'currency', fallback: 'none' });

/** The name of a currency, where it has one beside its code. @example currencyName('JPY') // → 'Japanese Yen' */
export function currencyName(code: string): string {
  return NAMES.of(code) ?? '';
}

/** Chooses a currency by its code; where the books' own is meant by leaving it open, that is the first choice. */
export function CurrencyField({ base, onChange, ...field }: ChoiceProps<string> & { readonly base?: string }) {
  return (
    <TextField select {...field} onChange={(event) => onChange(event.target.value)}>
      {base && <MenuItem value="">{base}, as the books</MenuItem>}
      {CURRENCY_CODES.filter((code) => code !== base).map((code) => (
        <MenuItem key={code} value={code}>
          {code} {currencyName(code)}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Chooses a month by its name: 1 for January to 12 for December. */
export function MonthField(props: ChoiceProps<number>) {
  return <CountedField {...props} names={MONTH_NAMES} />;
}

/** Chooses a day of a month: 1 to 31. */
export function DayField(props: ChoiceProps<number>) {
  return <CountedField {...props} names={DAYS} />;
}

const DAYS = Array.from({ length: 31 }, (_, index) => String(index + 1));

/** Chooses one of some names by its place, counted from 1. */
function CountedField({ names, onChange, ...field }: ChoiceProps<number> & { readonly names: readonly string[] }) {
  return (
    <TextField select {...field} onChange={(event) => onChange(Number(event.target.value))}>
      {names.map((name, index) => (
        <MenuItem key={name} value={index + 1}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
