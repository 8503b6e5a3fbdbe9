import { Autocomplete, InputBase } from '@mui/material';
import { createFilterOptions } from '@mui/material/Autocomplete';
import type { AccountAnswer } from '@just-ledger/contract';
import type { KeyboardEvent } from 'react';

const find = createFilterOptions<AccountAnswer>({ stringify: (one) => `${one.number} ${one.name}`, limit: 60 });

/** Chooses an account by its number or part of its name; Tab takes what is highlighted. */
export function AccountField({
  accounts,
  value,
  label,
  wrong,
  onChange,
  onKeyDown,
  autoFocus = false,
  keepsTyped = false,
  placeholder,
}: {
  accounts: readonly AccountAnswer[];
  /** The account's number. */
  value: string;
  label: string;
  wrong?: string | undefined;
  onChange: (number: string) => void;
  onKeyDown?: (event: KeyboardEvent) => void;
  autoFocus?: boolean;
  /** Whether what is no account stays in the field, to be put right. */
  keepsTyped?: boolean;
  placeholder?: string;
}) {
  const chosen: AccountAnswer | string | null = accounts.find((one) => one.number === value) ?? (value || null);
  return (
    <Autocomplete<AccountAnswer, false, false, true>
      freeSolo={keepsTyped as true}
      size="small"
      options={accounts as AccountAnswer[]}
      value={chosen}
      filterOptions={(options, state) =>
        byNumberFirst(find(options, { ...state, inputValue: state.inputValue.trim() }), state.inputValue.trim())
      }
      getOptionLabel={(one) => (typeof one === 'string' ? one : `${one.number} ${one.name}`)}
      isOptionEqualToValue={(a, b) => a.number === (typeof b === 'string' ? b : b.number)}
      autoHighlight
      autoSelect
      disableClearable={false}
      forcePopupIcon={false}
      clearIcon={null}
      onChange={(_, one) => {
        onChange(typeof one === 'string' ? numberIn(accounts, one.trim()) : (one?.number ?? ''));
      }}
      slotProps={{ listbox: { style: { maxHeight: 260 } }, popper: { style: { minWidth: 320 } } }}
      renderInput={({ slotProps }) => (
        <InputBase
          {...slotProps.input}
          fullWidth
          autoFocus={autoFocus}
          placeholder={placeholder}
          onKeyDown={onKeyDown}
          inputProps={{
            ...slotProps.htmlInput,
            'aria-label': label,
            'aria-invalid': wrong !== undefined || typeof chosen === 'string',
            title: wrong ?? (typeof chosen === 'string' ? 'There is no such account' : undefined),
            style: { padding: '2px 0', fontSize: 13.5 },
          }}
        />
      )}
    />
  );
}

/** What is typed as a number finds that number before names that hold it. */
function byNumberFirst(options: AccountAnswer[], typed: string): AccountAnswer[] {
  if (!/^\d/.test(typed)) return options;
  return [...options].sort((a, b) => Number(b.number.startsWith(typed)) - Number(a.number.startsWith(typed)));
}

/** The number of the account whose number, or number and name, stand typed; otherwise what was typed. */
function numberIn(accounts: readonly AccountAnswer[], typed: string): string {
  return accounts.find((one) => one.number === typed || `${one.number} ${one.name}` === typed)?.number ?? typed;
}
