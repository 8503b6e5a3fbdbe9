import { Checkbox, FormControlLabel } from '@mui/material';
import type { ReactNode } from 'react';
import { type FieldProps, useField } from './form-field.js';

/** Yes or no. */
export function CheckInput({ name, label, className }: FieldProps & { className?: string }) {
  const { field, error, helperText } = useField({ name, label, hint: undefined });
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

/** Any of some words; what they are stands over them. */
export function WordsInput({
  name,
  label,
  words,
  labelOf = (word) => word,
}: FieldProps & { words: readonly string[]; labelOf?: (word: string) => ReactNode }) {
  const { field, error, helperText } = useField({ name, label, hint: undefined });
  const chosen: readonly string[] = field.value;
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
