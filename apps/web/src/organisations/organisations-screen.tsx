import { useState, type FormEvent } from 'react';
import { Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { queryOptions, useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { paths, type CreateOrganisationRequest, type OrganisationAnswer } from '@just-ledger/contract';
import {
  CURRENCY_CODES,
  KIND_LABELS,
  MONTH_NAMES,
  ORGANISATION_KINDS,
  typedDate,
  parseCivilDate,
  type OrganisationKind,
} from '@just-ledger/core';
import { Trouble } from '../frame/sheet.js';
import { RequestRefused, request } from '../request/request.js';
import { useSession, useSignOut } from '../sessions/session-queries.js';

/** The organisations of the signed-in person. */
export const organisationsQuery = queryOptions({
  queryKey: ['organisations'],
  queryFn: () => request<OrganisationAnswer[]>('GET', paths.organisations),
});

/** Which books: the organisations of this installation, and a new one. */
export function OrganisationsScreen() {
  const { data: organisations } = useSuspenseQuery(organisationsQuery);
  const { person } = useSession();
  const signOut = useSignOut();
  const [isNew, setNew] = useState(organisations.length === 0);
  return (
    <main
      style={{ display: 'grid', placeItems: 'start center', height: '100%', overflow: 'auto', padding: '60px 20px' }}
    >
      <section className="sheet" style={{ width: 620, flex: 'none', overflow: 'visible', padding: '28px 32px' }}>
        <h1>{organisations.length === 0 ? 'Whose books will you keep?' : 'Whose books?'}</h1>
        {organisations.length > 0 && (
          <table className="ruled" style={{ margin: '14px 0' }}>
            <tbody>
              {organisations.map((one) => (
                <tr key={one.id} className="goes">
                  <td>
                    <Link
                      className="plain strong"
                      style={{ fontFamily: 'var(--serif)', fontSize: 15 }}
                      to={`/${one.id}/record/journal`}
                    >
                      {one.name}
                    </Link>
                  </td>
                  <td className="soft">
                    {KIND_LABELS[one.kind]} · {one.baseCurrency}
                  </td>
                  <td className="soft num">{one.role}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {isNew ? (
          <NewOrganisation {...(organisations.length > 0 && { onLeave: () => setNew(false) })} />
        ) : (
          <p>
            <button className="act" type="button" onClick={() => setNew(true)}>
              Begin the books of another organisation
            </button>
          </p>
        )}
        <p className="spread small soft" style={{ marginTop: 26 }}>
          <span>{person?.name}</span>
          <button className="act" type="button" onClick={() => signOut.mutate()}>
            Sign out
          </button>
        </p>
      </section>
    </main>
  );
}

/** Asks only what the books cannot do without. */
function NewOrganisation({ onLeave }: { onLeave?: () => void }) {
  const { today } = useSession();
  const navigate = useNavigate();
  const client = useQueryClient();
  const [fields, setFields] = useState({
    name: '',
    kind: 'sole-trader' as OrganisationKind,
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: `${today.slice(0, 4)}-01-01`,
    starterChart: true,
  });
  const create = useMutation({
    mutationFn: () => {
      const body: CreateOrganisationRequest = {
        ...fields,
        firstDay: typedDate(fields.firstDay, parseCivilDate(today)) ?? fields.firstDay,
      };
      return request<OrganisationAnswer>('POST', paths.organisations, body);
    },
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: organisationsQuery.queryKey });
      void navigate(`/${made.id}/prepare/chart`);
    },
  });
  const wrong = (path: string) => {
    const message = create.error instanceof RequestRefused ? create.error.at(path) : undefined;
    return { error: message !== undefined, ...(message && { helperText: message }) };
  };
  const set = (change: Partial<typeof fields>): void => setFields({ ...fields, ...change });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    create.mutate();
  };
  return (
    <form className="stack" style={{ gap: 18, marginTop: 16 }} onSubmit={submit}>
      <TextField
        label="Name"
        required
        autoFocus
        value={fields.name}
        onChange={(event) => set({ name: event.target.value })}
        {...wrong('name')}
      />
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 18 }}>
        <TextField
          select
          label="Kind"
          value={fields.kind}
          onChange={(event) => set({ kind: event.target.value as OrganisationKind })}
          {...wrong('kind')}
        >
          {ORGANISATION_KINDS.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {KIND_LABELS[kind]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Base currency"
          value={fields.baseCurrency}
          onChange={(event) => set({ baseCurrency: event.target.value })}
          {...wrong('baseCurrency')}
        >
          {CURRENCY_CODES.map((code) => (
            <MenuItem key={code} value={code}>
              {code}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="The fiscal year begins in"
          value={fields.fiscalYearStartMonth}
          onChange={(event) => set({ fiscalYearStartMonth: Number(event.target.value) })}
        >
          {MONTH_NAMES.map((name, place) => (
            <MenuItem key={name} value={place + 1}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="First day in these books"
          value={fields.firstDay}
          onChange={(event) => set({ firstDay: event.target.value })}
          {...wrong('firstDay')}
        />
      </div>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={fields.starterChart}
            onChange={(event) => set({ starterChart: event.target.checked })}
          />
        }
        label="Start with a short chart of accounts for this kind"
      />
      {!(
        create.error instanceof RequestRefused &&
        ['name', 'firstDay', 'baseCurrency'].some(
          (path) => create.error instanceof RequestRefused && create.error.at(path),
        )
      ) && <Trouble error={create.error} />}
      <div className="row">
        <Button type="submit" variant="contained" disabled={create.isPending}>
          Begin these books
        </Button>
        {onLeave && (
          <Button variant="outlined" onClick={onLeave}>
            Leave it
          </Button>
        )}
      </div>
    </form>
  );
}
