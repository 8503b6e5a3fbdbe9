import type { PatternResponse } from '@just-ledger/contract';
import { searchWords } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { Picker } from '../../ui/picker.js';
import { hasAmounts } from './pattern-form.js';

/** What an entry is for. Patterns are offered by their names and taken by ↓ and Enter, never by themselves. */
export function ExplanationField({
  value,
  message,
  patterns,
  onChange,
  onPattern,
}: {
  value: string;
  /** What is wrong with it. */
  message: string | undefined;
  patterns: readonly PatternResponse[];
  onChange: (typed: string) => void;
  onPattern: (pattern: PatternResponse) => void;
}) {
  const offered = (typed: string): PatternResponse[] => {
    const sought = searchWords(typed);
    return patterns.filter(({ name, explanation }) => {
      const words = searchWords(`${name} ${explanation}`);
      return sought.every((part) => words.some((word) => word.startsWith(part)));
    });
  };
  return (
    <Picker<PatternResponse, true, true>
      freeSolo
      disableClearable
      forcePopupIcon={false}
      options={patterns}
      value="" // nothing stays chosen, so that the same pattern can be taken again
      inputValue={value}
      filterOptions={(_, { inputValue }) => (inputValue.trim() === '' ? [...patterns] : offered(inputValue))}
      getOptionLabel={(pattern) => (typeof pattern === 'string' ? pattern : pattern.name)}
      getOptionKey={(pattern) => (typeof pattern === 'string' ? pattern : pattern.id)}
      renderOption={({ key, ...option }, pattern) => (
        <li key={key} {...option}>
          <div>
            {pattern.name}
            <div className="small soft">
              pattern of {pattern.lines.length} lines
              {hasAmounts(pattern) ? ', with its amounts' : ', without amounts'}
            </div>
          </div>
        </li>
      )}
      onInputChange={(_, typed, reason) => {
        if (reason === 'input') onChange(typed);
      }}
      onChange={(_, chosen) => {
        if (typeof chosen !== 'string') onPattern(chosen);
      }}
      renderInput={(params) => (
        <TextField {...params} label="Explanation" error={message !== undefined} helperText={message} />
      )}
    />
  );
}
