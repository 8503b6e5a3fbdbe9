import {
  type AccountResponse,
  type BreakdownResponse,
  type BreakdownValueRequest,
  type BreakdownValueResponse,
  paths,
} from '@just-ledger/contract';
import { Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { OpenYearsNote } from '../../ui/open-years-note.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** A value: the next one at the foot of the list, or one that is changed where it stands. */
export function ValueForm({
  breakdown,
  value,
  accounts,
  add,
  onAdd,
  onDone,
}: {
  breakdown: BreakdownResponse;
  value?: BreakdownValueResponse;
  accounts: readonly AccountResponse[];
  /** How adding the next one goes. */
  add?: { readonly error: Error | null; readonly isPending: boolean; readonly autoFocus: boolean };
  onAdd?: (value: BreakdownValueRequest) => void;
  onDone: () => void;
}) {
  const { organisation } = useBooks();
  const [fields, setFields] = useState({
    name: value?.name ?? '',
    parent: value?.parent ?? '',
    account: value?.account ?? '',
    active: value?.active ?? true,
  });
  const path = paths.breakdownValue(organisation.id, breakdown.id, value?.id ?? 0);
  const save = useOrganisationMutation((body: BreakdownValueRequest) => api.put(path, body));
  const remove = useOrganisationMutation(() => api.delete(path));
  const { at, elsewhere } = problemPlaces(add?.error ?? save.error, ['name', 'parent', 'account', 'active']);
  const set = (change: Partial<typeof fields>): void => setFields({ ...fields, ...change });
  const funds = accounts.filter((one) => one.element === 'equity' && one.role === 'fund' && !one.heading);
  return (
    <form
      aria-label={value ? `Change ${value.name}` : `Add a value to ${breakdown.name}`}
      className="row"
      style={{ gap: 14, alignItems: 'flex-start', padding: '4px 0 6px' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (onAdd) onAdd(fields);
        else save.mutate(fields, { onSuccess: onDone });
      }}
    >
      <TextField
        label={value ? 'Name' : 'Next value'}
        autoFocus={value !== undefined || add?.autoFocus === true}
        required
        value={fields.name}
        onChange={(event) => set({ name: event.target.value })}
        style={{ width: 210 }}
        {...at('name')}
      />
      <TextField
        select
        label="Under"
        value={fields.parent}
        onChange={(event) => set({ parent: event.target.value })}
        style={{ width: 180 }}
        {...at('parent')}
      >
        <MenuItem value="">none</MenuItem>
        {breakdown.values
          .filter((one) => one.id !== value?.id && one.lines === 0)
          .map((one) => (
            <MenuItem key={one.id} value={one.name}>
              {one.name}
            </MenuItem>
          ))}
      </TextField>
      {organisation.kind === 'non-profit' && (
        <TextField
          select
          label="Its balance is kept on"
          value={fields.account}
          onChange={(event) => set({ account: event.target.value })}
          style={{ width: 200 }}
          {...at('account')}
        >
          <MenuItem value="">no account of its own</MenuItem>
          {funds.map((one) => (
            <MenuItem key={one.id} value={one.number}>
              {one.number} {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {value && (
        <FormControlLabel
          style={{ marginTop: 12 }}
          control={
            <Checkbox
              size="small"
              checked={fields.active}
              onChange={(event) => set({ active: event.target.checked })}
            />
          }
          label={<span className="small">in use</span>}
        />
      )}
      <Allowed>
        <span className="row" style={{ marginTop: 14 }}>
          <Button
            type="submit"
            variant={value ? 'contained' : 'outlined'}
            disabled={add?.isPending ?? save.isPending}
          >
            {value ? 'Keep' : 'Add'}
          </Button>
          {value && (
            <>
              <Button variant="outlined" onClick={onDone}>
                Leave it
              </Button>
              {value.lines === 0 && (
                <button className="act small" type="button" onClick={() => remove.mutate(undefined)}>
                  remove
                </button>
              )}
            </>
          )}
        </span>
      </Allowed>
      {value && organisation.kind === 'non-profit' && <OpenYearsNote />}
      {at('active').helperText && <p className="brick small">{at('active').helperText}</p>}
      <ErrorMessage error={elsewhere ?? remove.error} />
    </form>
  );
}
