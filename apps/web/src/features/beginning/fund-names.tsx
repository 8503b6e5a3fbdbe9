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
  const set = (position: number, change: object): void =>
    onChange({ funds: funds.map((fund, index) => (index === position ? { ...fund, ...change } : fund)) });
  return (
    <NamedList what="Funds, and for what each may be spent">
      {funds.map((fund, position) => (
        <div key={position} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Fund ${position + 1}`}
            value={fund.name}
            onChange={(event) => set(position, { name: event.target.value })}
            {...at(`funds.${position}.name`)}
          />
          <ChoiceField
            label="For what it may be spent"
            value={fund.restriction}
            onChange={(chosen) => set(position, { restriction: chosen })}
            className={styles.restriction}
            choices={keysOf(FUND_RESTRICTIONS).map((key) => [key, FUND_RESTRICTIONS[key]])}
          />
          <RemoveName
            what={`fund ${position + 1}`}
            isLast={funds.length === 1}
            onClick={() => onChange({ funds: funds.filter((_, index) => index !== position) })}
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
