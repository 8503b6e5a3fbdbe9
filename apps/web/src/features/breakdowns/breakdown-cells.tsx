import type { BreakdownResponse } from '@just-ledger/contract';
import { Autocomplete, InputBase } from '@mui/material';
import type { KeyboardEvent } from 'react';

/** The values that a line names: one field for each breakdown, by part of the value's name. */
export function BreakdownCells({
  breakdowns,
  values,
  line,
  onChange,
  onKeyDown,
}: {
  breakdowns: readonly BreakdownResponse[];
  /** Names of values by the name of their breakdown. */
  values: Readonly<Record<string, string>>;
  /** The number of the line, for its labels. */
  line: number;
  onChange: (values: Record<string, string>) => void;
  onKeyDown: (event: KeyboardEvent) => void;
}) {
  return (
    <div className="cell small soft row" style={{ gap: 18 }}>
      {breakdowns.map((breakdown) => (
        <span key={breakdown.id} className="row" style={{ gap: 6, flexWrap: 'nowrap' }}>
          {breakdown.name}:
          <Autocomplete
            size="small"
            style={{ width: 210 }}
            options={breakdown.values.filter((value) => value.active && !value.heading).map((value) => value.name)}
            value={values[breakdown.name] || null}
            onChange={(_, name) => onChange({ ...values, [breakdown.name]: name ?? '' })}
            autoHighlight
            autoSelect
            forcePopupIcon={false}
            clearIcon={null}
            noOptionsText="No such value"
            renderInput={({ slotProps }) => (
              <InputBase
                {...slotProps.input}
                fullWidth
                placeholder="which?"
                onKeyDown={onKeyDown}
                inputProps={{
                  ...slotProps.htmlInput,
                  'aria-label': `${breakdown.name}, line ${line}`,
                  style: { padding: '1px 0', fontSize: 12.5 },
                }}
              />
            )}
          />
        </span>
      ))}
    </div>
  );
}
