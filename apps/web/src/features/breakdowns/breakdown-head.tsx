import { type BreakdownResponse, paths } from '@just-ledger/contract';
import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { FormFoot } from '../../ui/form-foot.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { Trail } from '../audit-trail/trail.js';

/** A breakdown's own particulars, in a sentence; written in its place. */
export function BreakdownHead({ breakdown }: { breakdown: BreakdownResponse }) {
  const [isOpen, setOpen] = useState(false);
  const needed = breakdown.requiredBy.length;
  return (
    <>
      <div className="row" style={{ alignItems: 'baseline', gap: 14 }}>
        <h2>{breakdown.name}</h2>
        <span className="soft">
          {breakdown.selfBalancing ? 'each value balances by itself' : 'values need not balance'}
          {breakdown.usualValue && ` · usually ${breakdown.usualValue}`}
          {needed > 0 && ` · needed by ${needed === 1 ? '1 account' : `${needed} accounts`}`}
        </span>
        <button className="act small" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          change
        </button>
      </div>
      {isOpen && <HeadForm key={breakdown.version} breakdown={breakdown} onDone={() => setOpen(false)} />}
    </>
  );
}

function HeadForm({ breakdown, onDone }: { breakdown: BreakdownResponse; onDone: () => void }) {
  const { organisation } = useBooks();
  const [fields, setFields] = useState({
    name: breakdown.name,
    selfBalancing: breakdown.selfBalancing,
    usualValue: breakdown.usualValue ?? '',
  });
  const path = paths.breakdown(organisation.id, breakdown.id);
  const save = useOrganisationMutation(() => api.put(path, { ...fields, version: breakdown.version }));
  const remove = useOrganisationMutation(() => api.delete(path));
  const { at, elsewhere } = problemPlaces(save.error, ['name', 'selfBalancing', 'usualValue']);
  const balancing = at('selfBalancing');
  const usable = breakdown.values.filter((value) => value.active && !value.heading);
  return (
    <form
      aria-label={`Change ${breakdown.name}`}
      style={{ padding: '10px 0 12px', maxWidth: 720 }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <div className="particulars">
        <TextField
          label="Name"
          autoFocus
          required
          value={fields.name}
          onChange={(event) => setFields({ ...fields, name: event.target.value })}
          {...at('name')}
        />
        <TextField
          select
          label="Usual value"
          value={fields.usualValue}
          onChange={(event) => setFields({ ...fields, usualValue: event.target.value })}
          {...at('usualValue', 'filled in on new lines of accounts that need it')}
        >
          <MenuItem value="">none</MenuItem>
          {usable.map((value) => (
            <MenuItem key={value.id} value={value.name}>
              {value.name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={fields.selfBalancing}
            onChange={(event) => setFields({ ...fields, selfBalancing: event.target.checked })}
          />
        }
        label={<span className="small">each value balances by itself, in every entry</span>}
      />
      {balancing.helperText && <p className="brick small">{balancing.helperText}</p>}
      <ErrorMessage error={elsewhere ?? remove.error} />
      <FormFoot
        isNew={false}
        isPending={save.isPending}
        onLeave={onDone}
        onRemove={() => remove.mutate(undefined)}
        removeLabel="remove it with its values"
      />
      <div style={{ marginTop: 10 }}>
        <Trail subject="breakdown" object={breakdown.id} />
      </div>
    </form>
  );
}
