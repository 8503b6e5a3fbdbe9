import { type DraftRequest, paths } from '@just-ledger/contract';
import { Button, Checkbox, FormControlLabel, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { patternsQuery } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Keeps an entry under a name, with its amounts or without them, in the place of a pattern that has the name already. */
export function KeepPattern({
  named,
  requestOf,
  onDone,
}: {
  /** The name that is proposed. */
  named: string;
  requestOf: (keepsAmounts: boolean) => DraftRequest;
  /** Gets the name under which it was kept; nothing if it was not. */
  onDone: (name?: string) => void;
}) {
  const { organisation } = useBooks();
  const { data: patterns = [] } = useQuery(patternsQuery(organisation.id));
  const [name, setName] = useState(named);
  const [keepsAmounts, setKeepsAmounts] = useState(true);
  const same = patterns.find((pattern) => pattern.name.toLowerCase() === name.trim().toLowerCase());
  const keep = useOrganisationMutation(() => {
    const request = { name, entry: requestOf(keepsAmounts) };
    return same
      ? api.put(paths.pattern(organisation.id, same.id), { ...request, version: same.version })
      : api.post(paths.patterns(organisation.id), request);
  });
  const send = (): void => {
    if (name.trim() !== '' && !keep.isPending) keep.mutate(undefined, { onSuccess: (kept) => onDone(kept.name) });
  };
  const press = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' && event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Enter') send();
    else onDone();
  };
  return (
    <div role="group" aria-label="Save as a pattern">
      <div className={layout.row}>
        <TextField
          label="Name of the pattern"
          size="small"
          autoFocus
          value={name}
          onFocus={(event) => event.target.select()}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={press}
        />
        <FormControlLabel
          control={<Checkbox checked={keepsAmounts} onChange={(event) => setKeepsAmounts(event.target.checked)} />}
          label="with its amounts"
        />
        <Button variant="outlined" disabled={name.trim() === '' || keep.isPending} onClick={send}>
          {same ? `Replace “${same.name}”` : 'Save'}
        </Button>
        <button className="act" type="button" onClick={() => onDone()}>
          Cancel
        </button>
      </div>
      <ErrorMessage error={keep.error} />
    </div>
  );
}
