import type { ActKey } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { Allowed } from './allowed.js';
import formStyles from './form.module.css';
import layout from './layout.module.css';

/** The end of a form of particulars: keep them, leave them, or take the thing itself away. */
export function FormFoot({
  act = 'setUp',
  isNew,
  isPending,
  onLeave,
  onRemove,
  removeLabel = 'remove',
}: {
  act?: ActKey;
  isNew: boolean;
  isPending: boolean;
  onLeave: () => void;
  /** Left out where the thing cannot be taken away. */
  onRemove?: (() => void) | undefined;
  removeLabel?: string;
}) {
  return (
    <Allowed act={act} isTold>
      <div className={clsx(formStyles.formFoot, layout.row)}>
        <Button type="submit" variant="contained" disabled={isPending}>
          {isNew ? 'Add' : 'Save'}
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Cancel
        </Button>
        {onRemove && (
          <button className="act small" type="button" onClick={onRemove}>
            {removeLabel}
          </button>
        )}
      </div>
    </Allowed>
  );
}
