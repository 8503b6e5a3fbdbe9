import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { AddName } from './add-name.js';
import type { NamedEquityProps } from './named-equity-props.js';
import { NamedList } from './named-list.js';
import { RemoveName } from './remove-name.js';

export function ShareClassNames({ answers: { shareClasses }, at, onChange }: NamedEquityProps) {
  return (
    <NamedList what="Classes of shares">
      {shareClasses.map((name, place) => (
        <div key={place} className={clsx(layout.row, layout.unwrapped)}>
          <TextField
            label={shareClasses.length === 1 ? 'Class of shares' : `Class of shares ${place + 1}`}
            value={name}
            onChange={(event) =>
              onChange({
                shareClasses: shareClasses.map((one, index) => (index === place ? event.target.value : one)),
              })
            }
            {...at(`shareClasses.${place}`)}
          />
          <RemoveName
            what={`class ${place + 1}`}
            isLast={shareClasses.length === 1}
            onClick={() => onChange({ shareClasses: shareClasses.filter((_, index) => index !== place) })}
          />
        </div>
      ))}
      <AddName
        what="class of shares"
        isFull={shareClasses.length >= 10}
        onClick={() => onChange({ shareClasses: [...shareClasses, ''] })}
      />
    </NamedList>
  );
}
