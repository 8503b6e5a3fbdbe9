import { ChoiceField } from '../../ui/choice-fields.js';
import { TAX_ROUNDINGS, TAX_SIDES, keysOf } from '@just-ledger/core';
import { Checkbox, FormControlLabel, TextField } from '@mui/material';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import type { ProblemPlaces } from '../../api/problem-places.js';
import formStyles from '../../ui/form.module.css';
import styles from './tax-code-form.module.css';
import { type TaxCodeFields } from './tax-fields.js';

/** What a tax code says of itself: its code and name, what it is for, how it is rounded, whether it is in use. */
export function TaxCodeHead({
  fields,
  isNew,
  at,
  onChange,
  children,
}: {
  fields: TaxCodeFields;
  isNew: boolean;
  at: ProblemPlaces['at'];
  onChange: (change: Partial<TaxCodeFields>) => void;
  /** What stands before its code. */
  children?: ReactNode;
}) {
  return (
    <div className={clsx(formStyles.particulars, styles.codeHead)}>
      {children}
      <TextField
        label="Code"
        required
        autoFocus={isNew}
        value={fields.code}
        onChange={(event) => onChange({ code: event.target.value })}
        {...at('code')}
      />
      <TextField
        label="Name"
        required
        className={styles.wideName}
        value={fields.name}
        onChange={(event) => onChange({ name: event.target.value })}
        {...at('name')}
      />
      <ChoiceField
        label="Is for"
        value={fields.side}
        onChange={(chosen) => onChange({ side: chosen })}
        {...at('side')}
        choices={keysOf(TAX_SIDES).map((side) => [side, TAX_SIDES[side].label])}
      />
      <ChoiceField
        label="Rounded"
        value={fields.rounding}
        onChange={(chosen) => onChange({ rounding: chosen })}
        {...at('rounding')}
        choices={keysOf(TAX_ROUNDINGS).map((rounding) => [rounding, TAX_ROUNDINGS[rounding]])}
      />
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={fields.active}
            onChange={(event) => onChange({ active: event.target.checked })}
          />
        }
        label={<span className="small">in use</span>}
      />
    </div>
  );
}
