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
      {shareClasses.map((name, position) => (
        <div key={position} className={clsx(layout.row, layout.unwrapped)}>
          <TextField
            label={shareClasses.length === 1 ? 'Class of shares' : `Class of shares ${position + 1}`}
            value={name}
            onChange={(event) =>
              onChange({
                shareClasses: shareClasses.map((shareClass, index) =>
                  index === position ? event.target.value : shareClass,
                ),
              })
            }
            {...at(`shareClasses.${position}`)}
          />
          <RemoveName
            what={`class ${position + 1}`}
            isLast={shareClasses.length === 1}
            onClick={() => onChange({ shareClasses: shareClasses.filter((_, index) => index !== position) })}
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
