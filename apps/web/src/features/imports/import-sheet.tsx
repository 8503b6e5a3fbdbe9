import { type ImportResponse, paths, withQuery } from '@just-ledger/contract';
import { IMPORT_SUBJECTS, type ImportSubject, isKeyOf } from '@just-ledger/core';
import { LinearProgress } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useEffect } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { importQuery, isBusy } from '../../api/import-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { FileDrop } from '../../ui/file-drop.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { ImportOutcome } from './import-outcome.js';
import { MatchingForm } from './matching-form.js';

/** A file on its way into the books: read, matched, compared, taken in. It can be left and come back to. */
export function ImportSheet({ subject }: { subject: ImportSubject }) {
  const { organisation } = useBooks();
  const client = useQueryClient();
  const [job, setJob] = useSheetParam('import');
  const { data, error } = useQuery(importQuery(organisation.id, job));
  const running = data?.subject === subject ? data : undefined;
  const show = (next: ImportResponse): void => {
    client.setQueryData(importQuery(organisation.id, next.id).queryKey, next);
    setJob(next.id);
  };
  const giveUp = useOrganisationMutation(() => api.delete(paths.import(organisation.id, job)));
  const begin = useOrganisationMutation(({ file, name }: { file: Blob; name: string }) =>
    api.post(withQuery(paths.imports(organisation.id), { subject, name }), file),
  );
  const startOver = (): void => {
    if (running && running.state !== 'done') giveUp.mutate(undefined);
    // one that is being written stays, to say how it ended
    if (running?.state !== 'writing') setJob(undefined);
  };
  const isDone = running?.state === 'done';
  useEffect(() => {
    if (isDone) void client.invalidateQueries({ queryKey: ['organisation', String(organisation.id)] });
  }, [isDone, client, organisation.id]);
  const { label, columns } = IMPORT_SUBJECTS[subject];
  return (
    <Sheet
      title={`${label} from a file`}
      aside={running?.name}
      tools={
        running &&
        running.state !== 'posting' && (
          <button
            className="act"
            type="button"
            disabled={running.state === 'writing' && giveUp.isPending}
            onClick={startOver}
          >
            {isBusy(running) ? 'Give up' : 'Another file'}
          </button>
        )
      }
    >
      <ErrorMessage error={error ?? giveUp.error} />
      {!running && job !== '' && data === null && (
        <p className={notice.done} role="status">
          That import is no longer there. Read the file again.
        </p>
      )}
      {!running && (
        <FileDrop
          what="a CSV or XLSX file"
          most={32}
          takesRows
          isSending={begin.isPending}
          onFile={(file, name) => begin.mutate({ file, name }, { onSuccess: show })}
        />
      )}
      <ErrorMessage error={begin.error} />
      {!running && (
        <p className={clsx(layout.above, 'soft small')}>
          Columns: {columns.map((column) => column.replaceAll('_', ' ')).join(', ')}. Their order does not matter, and
          those that are called otherwise are matched in the next step.
        </p>
      )}
      {running && isBusy(running) && <Working job={running} />}
      {running && (running.state === 'matching' || running.state === 'checked') && (
        <MatchingForm key={running.id} job={running} onMatched={show} />
      )}
      {running && (running.state === 'checked' || running.state === 'done' || running.state === 'failed') && (
        <ImportOutcome job={running} onTaken={show} />
      )}
    </Sheet>
  );
}

const DOING = {
  reading: 'Reading the file',
  checking: 'Comparing with the books',
  writing: 'Taking it in',
  posting: 'Taking it in',
} as const;

/** What is counted while a file is taken in in turns. */
const COUNTED: Partial<Record<ImportResponse['subject'], string>> = { entries: 'entry', contacts: 'contact' };

function Working({ job }: { job: ImportResponse }) {
  const { state, subject, progress } = job;
  const doing = isKeyOf(DOING, state) ? DOING[state] : 'Waiting';
  const isCounted = progress !== null && progress.total > 0;
  return (
    <div role="status" className={clsx(layout.above, layout.below)}>
      <p>
        {doing}
        {progress && progress.done > 0 && (
          <>
            , {(state === 'posting' && COUNTED[subject]) || 'row'} {progress.done.toLocaleString('en')}
            {isCounted && ` of ${progress.total.toLocaleString('en')}`}
          </>
        )}{' '}
        …
      </p>
      {state === 'posting' && (
        <p className="soft small">
          You may leave this: all of it is taken in, and others post in between. Until then the set-up stays as it is.
        </p>
      )}
      <LinearProgress
        aria-label={doing}
        {...(isCounted && { variant: 'determinate', value: (100 * progress.done) / progress.total })}
      />
    </div>
  );
}
