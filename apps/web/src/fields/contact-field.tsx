import { Autocomplete, InputBase } from '@mui/material';
import { createFilterOptions } from '@mui/material/Autocomplete';
import type { ContactAnswer } from '@just-ledger/contract';
import type { KeyboardEvent } from 'react';

const find = createFilterOptions<string>({ limit: 60 });

/** Chooses a contact by part of its name or its number, as an account is chosen: Tab takes what is highlighted. */
export function ContactField({
  contacts,
  value,
  label,
  wrong,
  onChange,
  onKeyDown,
}: {
  contacts: readonly ContactAnswer[];
  value: string;
  label: string;
  wrong?: string | undefined;
  onChange: (name: string) => void;
  onKeyDown?: (event: KeyboardEvent) => void;
}) {
  const numbers = new Map(contacts.map(({ name, number }) => [name, number]));
  return (
    <Autocomplete
      freeSolo
      size="small"
      options={contacts.map(({ name }) => name)}
      value={value}
      inputValue={value}
      filterOptions={(_, { inputValue }) => matching(contacts, inputValue.trim())}
      autoHighlight={value.trim() !== ''}
      autoSelect
      forcePopupIcon={false}
      disableClearable
      onChange={(_, typed, reason) => {
        // Enter takes what is highlighted, as Tab does: until the arrows are used that is the first
        if (reason === 'createOption') onChange(matching(contacts, typed.trim())[0] ?? typed);
      }}
      onInputChange={(_, typed, reason) => {
        if (reason !== 'reset' || numbers.has(typed)) onChange(typed);
      }}
      slotProps={{ listbox: { style: { maxHeight: 260 } }, popper: { style: { minWidth: 220 } } }}
      renderInput={({ slotProps }) => (
        <InputBase
          {...slotProps.input}
          fullWidth
          placeholder="who?"
          onKeyDown={onKeyDown}
          inputProps={{
            ...slotProps.htmlInput,
            'aria-label': label,
            'aria-invalid': wrong !== undefined,
            title: wrong,
            style: { padding: '2px 0', fontSize: 13.5 },
          }}
        />
      )}
    />
  );
}

/** The names of contacts that have what is typed as their number, or hold it. */
function matching(contacts: readonly ContactAnswer[], typed: string): string[] {
  const names = contacts.map(({ name }) => name);
  if (typed === '') return names.slice(0, 60);
  const byNumber = contacts.filter(({ number }) => number === typed).map(({ name }) => name);
  const named = find(names, { inputValue: typed, getOptionLabel: (name) => name });
  return [...new Set([...byNumber, ...startingFirst(named, typed)])];
}

/** Names one of whose words begins as typed, before those that hold it elsewhere. */
function startingFirst(names: readonly string[], typed: string): string[] {
  const begins = (name: string): boolean =>
    name
      .toLowerCase()
      .split(/\s+/)
      .some((word, at, words) => words.slice(at).join(' ').startsWith(typed.toLowerCase()));
  return [...names].sort((a, b) => Number(begins(b)) - Number(begins(a)));
}
