import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { AddName } from './add-name.js';
import styles from './begin.module.css';
import type { NamedEquityProps } from './named-equity-props.js';
import { NamedList } from './named-list.js';
import { RemoveName } from './remove-name.js';

export function PartnerNames({ answers: { partners }, at, onChange }: NamedEquityProps) {
  const set = (position: number, change: object): void =>
    onChange({
      partners: partners.map((partner, index) => (index === position ? { ...partner, ...change } : partner)),
    });
  return (
    <NamedList what="Partners, and what share of the result each has">
      {partners.map((partner, position) => (
        <div key={position} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Partner ${position + 1}`}
            value={partner.name}
            onChange={(event) => set(position, { name: event.target.value })}
            {...at(`partners.${position}.name`)}
          />
          <TextField
            label="Share of the result"
            value={partner.share}
            onChange={(event) => set(position, { share: event.target.value.replace(/\D/g, '') })}
            className={styles.partner}
            {...at(`partners.${position}.share`)}
          />
          <RemoveName
            what={`partner ${position + 1}`}
            isLast={partners.length === 1}
            onClick={() => onChange({ partners: partners.filter((_, index) => index !== position) })}
          />
        </div>
      ))}
      <AddName
        what="partner"
        isFull={partners.length >= 90}
        onClick={() => onChange({ partners: [...partners, { name: '', share: '1' }] })}
      />
    </NamedList>
  );
}
