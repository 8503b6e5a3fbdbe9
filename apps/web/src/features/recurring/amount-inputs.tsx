import type { AccountResponse } from '@just-ledger/contract';
import { AMOUNT_SOURCES, type AmountSource, type CivilDate, keysOf } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { AccountField } from '../../ui/account-field.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import formStyles from '../../ui/form.module.css';
import { type AmountField, askedFields, type AmountValues } from './amount-fields.js';
import styles from './recurring-form.module.css';

/** Where the amounts come from, and what they follow from. */
export function AmountInputs({
  source,
  values,
  accounts,
  today,
  wrong,
  onSource,
  onChange,
}: {
  source: AmountSource;
  values: AmountValues;
  accounts: readonly AccountResponse[];
  today: CivilDate;
  wrong: (path: string) => { error: boolean; helperText: string | undefined };
  onSource: (source: AmountSource) => void;
  onChange: (path: string, value: string) => void;
}) {
  const input = ({ path, label, takes }: AmountField) => {
    const field = { label, value: values[path] ?? '', ...wrong(path) };
    if (typeof takes === 'object') {
      return <ChoiceField key={path} {...field} choices={takes} onChange={(chosen) => onChange(path, chosen)} />;
    }
    if (takes === 'account') {
      return (
        <label key={path} className={styles.account}>
          <span className="small soft">{label}</span>
          <AccountField
            accounts={accounts}
            value={field.value}
            label={label}
            wrong={field.helperText}
            keepsTyped
            onChange={(number) => onChange(path, number)}
          />
          {field.helperText && <span className="small brick">{field.helperText}</span>}
        </label>
      );
    }
    if (takes === 'date') {
      return <DateField key={path} near={today} {...field} onChange={(typed) => onChange(path, typed)} />;
    }
    return <TextField key={path} {...field} onChange={(event) => onChange(path, event.target.value)} />;
  };
  return (
    <fieldset className={formStyles.bare}>
      <legend className="visually-hidden">Amounts</legend>
      <div className={styles.fields}>
        <ChoiceField
          label="The amount is"
          value={source}
          onChange={onSource}
          {...wrong('amounts')}
          choices={keysOf(AMOUNT_SOURCES).map((key) => [key, AMOUNT_SOURCES[key]])}
        />
        {askedFields(source, values).map(input)}
      </div>
    </fieldset>
  );
}
