import type { AccountResponse } from '@just-ledger/contract';
import { bestMatches } from '@just-ledger/core';
import { useState } from 'react';
import { PickerInput } from './picker-input.js';
import { Picker } from './picker.js';

/** Chooses an account by its number or part of its name; Tab takes what is highlighted. */
export function AccountField({
  accounts,
  value,
  label,
  wrong,
  onChange,
  autoFocus = false,
  keepsTyped = false,
  usedBefore,
  placeholder,
}: {
  accounts: readonly AccountResponse[];
  /** The account's number. */
  value: string;
  label: string;
  wrong?: string | undefined;
  onChange: (number: string) => void;
  autoFocus?: boolean;
  /** Whether what is no account stays in the field, to be put right. */
  keepsTyped?: boolean;
  /** Numbers of accounts that are offered first. */
  usedBefore?: readonly string[] | undefined;
  placeholder?: string;
}) {
  const chosen: AccountResponse | string | null =
    accounts.find((account) => account.number === value) ?? (value || null);
  const [typed, setTyped] = useState<string>();
  return (
    <Picker<AccountResponse, false, boolean>
      freeSolo={keepsTyped}
      size="small"
      options={accounts}
      value={chosen}
      filterOptions={(options, { inputValue }) => bestMatches(options, inputValue, usedBefore)}
      inputValue={typed ?? (chosen === null ? '' : labelOf(chosen))}
      onKeyDown={(event) => {
        // what is being typed is taken back first
        if (typed === undefined || !(event.ctrlKey || event.metaKey) || event.key !== 'z') return;
        event.preventDefault();
        event.stopPropagation();
        setTyped(undefined);
      }}
      onInputChange={(_, text, reason) => setTyped(reason === 'input' ? text : undefined)}
      getOptionLabel={labelOf}
      renderOption={({ key, ...option }, account) => (
        <li key={key} {...option}>
          <div>
            {labelOf(account)}
            {account.note && <div className="small soft">{account.note}</div>}
          </div>
        </li>
      )}
      isOptionEqualToValue={(a, b) => a.number === (typeof b === 'string' ? b : b.number)}
      autoHighlight
      autoSelect
      disableClearable={false}
      forcePopupIcon={false}
      clearIcon={null}
      onChange={(_, option) => {
        setTyped(undefined);
        onChange(
          typeof option === 'string' ? numberFor(accounts, option.trim(), usedBefore) : (option?.number ?? ''),
        );
      }}
      renderInput={(field) => (
        <PickerInput
          field={field}
          label={label}
          wrong={wrong ?? (typeof chosen === 'string' ? 'There is no such account' : undefined)}
          placeholder={placeholder}
          autoFocus={autoFocus}
        />
      )}
    />
  );
}

/** The number that typed text stands for: of the account it names, else of the first that holds it, else itself. */
function numberFor(
  accounts: readonly AccountResponse[],
  typed: string,
  usedBefore: readonly string[] | undefined,
): string {
  const named = accounts.find((account) => account.number === typed || labelOf(account) === typed);
  return (named ?? bestMatches(accounts, typed, usedBefore)[0])?.number ?? typed;
}

function labelOf(option: AccountResponse | string): string {
  return typeof option === 'string' ? option : `${option.number} ${option.name}`;
}
