import { useState } from 'react';
import { Button, TextField } from '@mui/material';
import { paths, type OrganisationAnswer } from '@just-ledger/contract';
import { KIND_LABELS, MONTH_NAMES, longDate, parseCivilDate } from '@just-ledger/core';
import { useBooks } from '../frame/books-queries.js';
import { Sheet, Trouble } from '../frame/sheet.js';
import { useChange } from '../request/use-change.js';
import { request } from '../request/request.js';

/** The organisation itself: what may change, and what stands. */
export default function OrganisationScreen() {
  const { organisation } = useBooks();
  const [name, setName] = useState(organisation.name);
  const save = useChange(() =>
    request<OrganisationAnswer>('PATCH', paths.organisation(organisation.id), {
      name,
      version: organisation.version,
    }),
  );
  const facts: [string, string][] = [
    ['Kind', KIND_LABELS[organisation.kind]],
    ['Base currency', organisation.baseCurrency],
    ['Fiscal year from', MONTH_NAMES[organisation.fiscalYearStartMonth - 1] ?? ''],
    ['First day in these books', longDate(parseCivilDate(organisation.firstDay))],
    ['You are its', organisation.role],
  ];
  return (
    <Sheet title="Organisation">
      <form
        className="stack"
        style={{ maxWidth: 520, gap: 16 }}
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate(undefined);
        }}
      >
        <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
        <table className="ruled">
          <tbody>
            {facts.map(([label, value]) => (
              <tr key={label}>
                <td className="soft">{label}</td>
                <td>{value}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="soft small">
          Currency, first day and the start of the year stay as they are once something has been posted.
        </p>
        <Trouble error={save.error} />
        <div className="row">
          <Button
            type="submit"
            variant="contained"
            disabled={save.isPending || name === organisation.name || name.trim() === ''}
          >
            Keep the name
          </Button>
          {save.isSuccess && <span className="told">Kept.</span>}
        </div>
      </form>
    </Sheet>
  );
}
