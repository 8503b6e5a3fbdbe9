import type { ContactResponse } from '@just-ledger/contract';
import { bestMatches } from '@just-ledger/core';
import { Autocomplete, InputBase } from '@mui/material';
import cell from './cell.module.css';

/** Chooses a contact by part of its name or its number, as an account is chosen: Tab takes what is highlighted. */
export function ContactField({
  contacts,
  value,
  label,
  wrong,
  onChange,
}: {
  contacts: readonly ContactResponse[];
  value: string;
  label: string;
  wrong?: string | undefined;
  onChange: (name: string) => void;
}) {
  const numbers = new Map(contacts.map(({ name, number }) => [name, number]));
  return (
    <Autocomplete
      freeSolo
      size="small"
      options={contacts.map(({ name }) => name)}
      value={value}
      inputValue={value}
      filterOptions={(_, { inputValue }) => bestMatches(contacts, inputValue).map(({ name }) => name)}
      autoHighlight={value.trim() !== ''}
      autoSelect
      forcePopupIcon={false}
      disableClearable
      onChange={(_, typed, reason) => {
        // Enter takes what is highlighted, as Tab does: until the arrows are used that is the first
        if (reason === 'createOption') onChange(bestMatches(contacts, typed)[0]?.name ?? typed);
      }}
      onInputChange={(_, typed, reason) => {
        if (reason !== 'reset' || numbers.has(typed)) onChange(typed);
      }}
      slotProps={{ popper: { className: cell.offers } }}
      renderInput={({ slotProps }) => (
        <InputBase
          {...slotProps.input}
          fullWidth
          className={cell.cell}
          placeholder="who?"
          inputProps={{
            ...slotProps.htmlInput,
            'aria-label': label,
            'aria-invalid': wrong !== undefined,
            title: wrong,
          }}
        />
      )}
    />
  );
}
