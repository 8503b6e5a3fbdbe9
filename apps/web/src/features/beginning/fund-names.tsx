import { ChoiceField } from '../../ui/choice-fields.js';
import { FUND_RESTRICTIONS, keysOf } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { AddName } from './add-name.js';
import styles from './begin.module.css';
import type { NamedEquityProps } from './named-equity-props.js';
import { NamedList } from './named-list.js';
import { RemoveName } from './remove-name.js';

export function FundNames({ answers: { funds }, at, onChange }: NamedEquityProps) {
  const set = (place: number, change: object): void =>
    onChange({ funds: funds.map((one, index) => (index === place ? { ...one, ...change } : one)) });
  return (
    <NamedList what="Funds, and for what each may be spent">
      {funds.map((fund, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Fund ${place + 1}`}
            value={fund.name}
            onChange={(event) => set(place, { name: event.target.value })}
            {...at(`funds.${place}.name`)}
          />
          <ChoiceField
            label="For what it may be spent"
            value={fund.restriction}
            onChange={(chosen) => set(place, { restriction: chosen })}
            className={styles.restriction}
            choices={keysOf(FUND_RESTRICTIONS).map((key) => [key, FUND_RESTRICTIONS[key]])}
          />
          <RemoveName
            what={`fund ${place + 1}`}
            isLast={funds.length === 1}
            onClick={() => onChange({ funds: funds.filter((_, index) => index !== place) })}
          />
        </div>
      ))}
      <AddName
        what="fund"
        isFull={funds.length >= 40}
        onClick={() => onChange({ funds: [...funds, { name: '', restriction: 'purpose' }] })}
      />
    </NamedList>
  );
}
