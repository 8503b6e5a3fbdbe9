import { FUND_RESTRICTIONS, type FundRestriction } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
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
          <TextField
            select
            label="For what it may be spent"
            value={fund.restriction}
            onChange={(event) => set(place, { restriction: event.target.value as FundRestriction })}
            className={styles.restriction}
          >
            {(Object.keys(FUND_RESTRICTIONS) as FundRestriction[]).map((key) => (
              <MenuItem key={key} value={key}>
                {FUND_RESTRICTIONS[key]}
              </MenuItem>
            ))}
          </TextField>
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
