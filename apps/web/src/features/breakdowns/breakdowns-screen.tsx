import { type BreakdownResponse, paths } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { FilesLink } from '../../ui/files-link.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { BreakdownHead } from './breakdown-head.js';
import { BreakdownValues } from './breakdown-values.js';

/** The breakdowns with their values: second ways to cut the same amounts. */
export default function BreakdownsScreen() {
  const { organisation, to } = useBooks();
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [isAdding, setAdding] = useState(false);
  return (
    <Sheet
      title="Breakdowns"
      aside="second ways to cut the same amounts"
      tools={
        <>
          <Allowed>
            <button className="act" type="button" onClick={() => setAdding(true)}>
              Add a breakdown
            </button>
          </Allowed>
          {breakdowns.length > 0 && <FilesLink subject="breakdown-values" />}
        </>
      }
    >
      {isAdding && <NewBreakdown onDone={() => setAdding(false)} />}
      {breakdowns.length === 0 && !isAdding && (
        <Empty>
          <p>
            A breakdown cuts the amounts of the accounts a second time: by fund, by site, by project. Lines name one
            of its values; accounts can be told to need one.
          </p>
          <p>
            <Allowed>
              <button className="act" type="button" onClick={() => setAdding(true)}>
                Add the first one
              </button>
            </Allowed>
          </p>
        </Empty>
      )}
      {breakdowns.map((one: BreakdownResponse) => (
        <section key={one.id} aria-label={one.name} style={{ margin: '10px 0 26px' }}>
          <BreakdownHead breakdown={one} />
          <BreakdownValues breakdown={one} accounts={accounts} />
        </section>
      ))}
    </Sheet>
  );
}

function NewBreakdown({ onDone }: { onDone: () => void }) {
  const { organisation } = useBooks();
  const [name, setName] = useState('');
  const add = useOrganisationMutation(() => api.post(paths.breakdowns(organisation.id), { name }));
  const { at, elsewhere } = problemPlaces(add.error, ['name']);
  return (
    <form
      className="row"
      style={{ gap: 14, alignItems: 'flex-end', marginBottom: 10 }}
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <TextField
        label="Name of the breakdown"
        autoFocus
        required
        value={name}
        onChange={(event) => setName(event.target.value)}
        style={{ width: 260 }}
        {...at('name', 'such as Fund, Site, Project')}
      />
      <Button type="submit" variant="contained" disabled={add.isPending}>
        Add
      </Button>
      <Button variant="outlined" onClick={onDone}>
        Leave it
      </Button>
      <ErrorMessage error={elsewhere} />
    </form>
  );
}
