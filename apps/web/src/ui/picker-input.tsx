import { type AutocompleteRenderInputParams, InputBase } from '@mui/material';
import cell from './cell.module.css';

/** What is typed into where one of many is picked: a cell like every other. @param wrong why it is not right, if it is not */
export function PickerInput({
  field: { slotProps },
  label,
  wrong,
  ...more
}: {
  field: AutocompleteRenderInputParams;
  label: string;
  wrong?: string | undefined;
  placeholder?: string | undefined;
  autoFocus?: boolean;
  onBlur?: (() => void) | undefined;
}) {
  return (
    <InputBase
      {...slotProps.input}
      {...more}
      fullWidth
      className={cell.cell}
      inputProps={{ ...slotProps.htmlInput, 'aria-label': label, 'aria-invalid': wrong !== undefined, title: wrong }}
    />
  );
}
