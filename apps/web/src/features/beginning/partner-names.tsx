import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { AddName } from './add-name.js';
import styles from './begin.module.css';
import type { NamedEquityProps } from './named-equity-props.js';
import { NamedList } from './named-list.js';
import { RemoveName } from './remove-name.js';

export function PartnerNames({ answers: { partners }, at, onChange }: NamedEquityProps) {
  const set = (place: number, change: object): void =>
    onChange({ partners: partners.map((one, index) => (index === place ? { ...one, ...change } : one)) });
  return (
    <NamedList what="Partners, and what share of the result each has">
      {partners.map((partner, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped, layout.fromTop)}>
          <TextField
            label={`Partner ${place + 1}`}
            value={partner.name}
            onChange={(event) => set(place, { name: event.target.value })}
            {...at(`partners.${place}.name`)}
          />
          <TextField
            label="Share of the result"
            value={partner.share}
            onChange={(event) => set(place, { share: event.target.value.replace(/\D/g, '') })}
            className={styles.partner}
            {...at(`partners.${place}.share`)}
          />
          <RemoveName
            what={`partner ${place + 1}`}
            isLast={partners.length === 1}
            onClick={() => onChange({ partners: partners.filter((_, index) => index !== place) })}
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
