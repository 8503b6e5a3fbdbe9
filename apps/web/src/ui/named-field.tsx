import { bestMatches } from '@just-ledger/core';
import { useRef } from 'react';
import { PickerInput } from './picker-input.js';
import { Picker } from './picker.js';

/** What a field offers: known by a name, and by a number where it has one. */
export interface Offered {
  readonly name: string;
  readonly number?: string;
  /** What is said under its name. */
  readonly said?: string;
}

/** Stands among what is offered for adding what is typed; no name begins like this. */
const NEW = '\u0000new';

/**
 * Names something by its number or by the start of any of its words, as an account is chosen; what it has not may be typed
 * all the same. Tab and Enter take what is highlighted.
 */
export function NamedField({
  options,
  value,
  label,
  wrong,
  placeholder,
  usedBefore,
  takesFirst = true,
  onChange,
  onNew,
  onBlur,
}: {
  options: readonly Offered[];
  value: string;
  label: string;
  wrong?: string | undefined;
  placeholder?: string;
  /** Names that are offered first. */
  usedBefore?: readonly string[] | undefined;
  /** Whether the first is highlighted as one types; else it has to be gone to by the arrows. */
  takesFirst?: boolean;
  onChange: (name: string) => void;
  /** Adds what is typed, where that is offered for what is not there yet. */
  onNew?: ((name: string) => void) | undefined;
  onBlur?: () => void;
}) {
  const byName = new Map(options.map((option) => [option.name, option]));
  const typed = value.trim();
  const isKnown = options.some(({ name, number }) => name.toLowerCase() === typed.toLowerCase() || number === typed);
  const matches = (text: string): string[] => {
    const numbered = options.map(({ name, number = '' }) => ({ name, number }));
    const first = usedBefore?.flatMap((name) => byName.get(name)?.number ?? []);
    return bestMatches(numbered, text, first).map(({ name }) => name);
  };
  const isNewOffered = onNew !== undefined && typed !== '' && !isKnown;
  // whether somebody has gone to one of them
  const isGoneTo = useRef(false);
  return (
    <Picker
      freeSolo
      size="small"
      options={[...byName.keys(), NEW]}
      value={value}
      inputValue={value}
      getOptionLabel={(name) => (name === NEW ? value : name)}
      filterOptions={(_, { inputValue }) => [...matches(inputValue), ...(isNewOffered ? [NEW] : [])]}
      renderOption={({ key, ...option }, name) => (
        <li key={key} {...option}>
          <div>
            {name === NEW ? `new: add “${typed}”` : name}
            {byName.get(name)?.said && <div className="small soft">{byName.get(name)?.said}</div>}
          </div>
        </li>
      )}
      autoHighlight={takesFirst && typed !== ''}
      autoSelect={takesFirst}
      forcePopupIcon={false}
      disableClearable
      onChange={(_, name, reason) => {
        // what is new is added by Enter or a click, never by going on
        if (name === NEW && reason === 'selectOption') onNew?.(typed);
      }}
      onHighlightChange={(_, __, reason) => {
        isGoneTo.current = reason === 'keyboard' || reason === 'mouse';
      }}
      onKeyDown={({ key }) => {
        // Enter takes what is highlighted, as Tab does: until somebody goes to another one that is the first
        if (key !== 'Enter' || typed === '' || !takesFirst || isGoneTo.current) return;
        const [best] = matches(value);
        if (best !== undefined) onChange(best);
        else if (isNewOffered) onNew(typed);
      }}
      onInputChange={(_, text, reason) => {
        if (reason === 'input') isGoneTo.current = false;
        if (reason !== 'reset' || byName.has(text)) onChange(text);
      }}
      renderInput={(field) => (
        <PickerInput field={field} label={label} wrong={wrong} placeholder={placeholder} onBlur={onBlur} />
      )}
    />
  );
}
