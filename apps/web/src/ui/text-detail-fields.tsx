import type { TextDetails } from '@just-ledger/core';
import { TextField } from '@mui/material';
import type { problemPlaces } from '../api/problem-places.js';

/** The fields of a table of details, those of several lines across the form. */
export function TextDetailFields<Details extends TextDetails>({
  details,
  values,
  onChange,
  at,
}: {
  details: Details;
  values: { readonly [Key in keyof Details]: string };
  onChange: (change: { [Key in keyof Details]?: string }) => void;
  at: ReturnType<typeof problemPlaces>['at'];
}) {
  return Object.entries(details).map(([key, { label, lines }]) => (
    <TextField
      key={key}
      {...(lines > 1 && { className: 'wide', multiline: true, minRows: 2, maxRows: lines })}
      label={label}
      value={values[key as keyof Details]}
      onChange={(event) => onChange({ [key]: event.target.value } as { [Key in keyof Details]?: string })}
      {...at(key)}
    />
  ));
}
