import type { BreakdownResponse } from '@just-ledger/contract';
import { bestMatches } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { PickerInput } from '../../ui/picker-input.js';
import { Picker } from '../../ui/picker.js';
import grid from '../../ui/typed-grid.module.css';
import styles from './breakdown-cells.module.css';

/** The values that a line names: one field for each breakdown, by part of the value's name. */
export function BreakdownCells({
  breakdowns,
  values,
  place,
  onChange,
}: {
  breakdowns: readonly BreakdownResponse[];
  /** Names of values by the name of their breakdown. */
  values: Readonly<Record<string, string>>;
  /** Where it stands, for its labels. */
  place: string;
  onChange: (values: Record<string, string>) => void;
}) {
  return (
    <div className={clsx(grid.cell, layout.row, layout.wide, 'small soft')}>
      {breakdowns.map((breakdown) => (
        <span key={breakdown.id} className={clsx(layout.row, layout.unwrapped)}>
          {breakdown.name}:
          <Picker
            size="small"
            className={styles.value}
            options={breakdown.values.filter((value) => value.active && !value.heading).map((value) => value.name)}
            value={values[breakdown.name] || null}
            onChange={(_, name) => onChange({ ...values, [breakdown.name]: name ?? '' })}
            filterOptions={(names, { inputValue }) =>
              bestMatches(
                names.map((name) => ({ name, number: '' })),
                inputValue,
              ).map(({ name }) => name)
            }
            autoHighlight
            autoSelect
            forcePopupIcon={false}
            clearIcon={null}
            noOptionsText="No such value"
            renderInput={(field) => (
              <PickerInput field={field} label={`${breakdown.name}, ${place}`} placeholder="which?" />
            )}
          />
        </span>
      ))}
    </div>
  );
}
