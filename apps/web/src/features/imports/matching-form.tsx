import { type ImportResponse, paths } from '@just-ledger/contract';
import { IMPORT_SUBJECTS } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './matching-form.module.css';

/** Which heading means which column; recognised ones are chosen already, and what is chosen is remembered. */
export function MatchingForm({ job, onMatched }: { job: ImportResponse; onMatched: (job: ImportResponse) => void }) {
  const { organisation } = useBooks();
  const [columns, setColumns] = useState(() => job.headings.map((heading) => heading.column));
  const match = useOrganisationMutation(() => api.put(paths.importMatching(organisation.id, job.id), { columns }));
  const subject = IMPORT_SUBJECTS[job.subject];
  const required: readonly string[] = subject.required;
  const isSame = job.state === 'checked' && job.headings.every((heading, index) => heading.column === columns[index]);
  return (
    <form
      aria-label="Matching of the columns"
      onSubmit={(event) => {
        event.preventDefault();
        match.mutate(undefined, { onSuccess: onMatched });
      }}
    >
      <p className="soft">
        {job.rows === 1 ? '1 row' : `${job.rows.toLocaleString('en')} rows`}
        {job.notes.length > 0 && `, ${job.notes.join(', ')}`}
      </p>
      <table className={clsx(ruled.table, layout.aboveClose)}>
        <thead>
          <tr>
            <th>In the file</th>
            <th>The first cells under it</th>
            <th className={styles.means}>Means</th>
          </tr>
        </thead>
        <tbody>
          {job.headings.map(({ heading, samples }, index) => (
            <tr key={index}>
              <td className="strong">{heading || <span className="soft">no heading</span>}</td>
              <td className={clsx(layout.clip, styles.samples, 'soft small')}>{samples.join(' · ') || 'empty'}</td>
              <td>
                <TextField
                  select
                  variant="standard"
                  fullWidth
                  value={columns[index] ?? ''}
                  onChange={(event) =>
                    setColumns(columns.map((column, position) => (position === index ? event.target.value : column)))
                  }
                  slotProps={{
                    input: { disableUnderline: true },
                    select: { displayEmpty: true, 'aria-label': `What ${heading || `column ${index + 1}`} means` },
                  }}
                >
                  <MenuItem value="">
                    <span className="soft">left out</span>
                  </MenuItem>
                  {subject.columns.map((column) => (
                    <MenuItem key={column} value={column}>
                      {column.replaceAll('_', ' ')}
                      {required.includes(column) ? ' *' : ''}
                    </MenuItem>
                  ))}
                </TextField>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <ErrorMessage error={match.error} />
      {!isSame && (
        <div className={clsx(layout.row, layout.above)}>
          <Button type="submit" variant="contained" disabled={match.isPending} autoFocus>
            Compare with the books
          </Button>
          <span className="soft small">nothing is changed yet</span>
        </div>
      )}
    </form>
  );
}
