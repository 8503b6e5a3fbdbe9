import { MenuItem } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import { TextInput } from '../../ui/form-fields.js';

/** A choice that shows what is proposed until somebody chooses, and may change other fields when they do. */
export function PlaceInput<Choice extends string>({
  name,
  label,
  shown,
  none,
  choices,
  labelOf,
  hint,
  disabled = false,
  onChosen,
}: {
  name: 'element' | 'classification' | 'role';
  label: string;
  shown: string;
  none?: string;
  choices: readonly Choice[];
  labelOf: (choice: Choice) => string;
  hint?: string | undefined;
  disabled?: boolean;
  onChosen?: (chosen: string) => void;
}) {
  const { setValue } = useFormContext();
  return (
    <TextInput
      select
      name={name}
      label={label}
      hint={hint}
      disabled={disabled}
      shown={shown}
      onChange={(event) => {
        setValue(name, event.target.value);
        onChosen?.(event.target.value);
      }}
    >
      {none !== undefined && <MenuItem value="">{none}</MenuItem>}
      {choices.map((choice) => (
        <MenuItem key={choice} value={choice}>
          {labelOf(choice)}
        </MenuItem>
      ))}
    </TextInput>
  );
}
