import { type ArchiveResponse, paths, withQuery } from '@just-ledger/contract';
import { LinearProgress } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link, useSearchParams } from 'react-router';
import { archiveQuery } from '../../api/archive-queries.js';
import { api } from '../../api/request.js';
import { SessionSheet } from '../../ui/session-sheet.js';
import { FileDrop } from '../../ui/file-drop.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { ArchiveContents } from './archive-contents.js';

/** An archive on its way to becoming books: read and proved, shown, named, taken in. */
export function FromArchiveScreen() {
  const client = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const id = search.get('archive') ?? '';
  const { data, error } = useQuery(archiveQuery(id));
  const show = (next: ArchiveResponse | undefined): void => {
    if (next) client.setQueryData(archiveQuery(next.id).queryKey, next);
    setSearch(next ? { archive: next.id } : {}, { replace: true });
  };
  const begin = useMutation({
    mutationFn: ({ file, name }: { file: Blob; name: string }) => api.post(withQuery(paths.archives, { name }), file),
    onSuccess: show,
  });
  const giveUp = useMutation({ mutationFn: () => api.delete(paths.archive(id)) });
  const startOver = (): void => {
    giveUp.mutate();
    show(undefined);
  };
  return (
    <SessionSheet title="Books from an archive" width={620}>
      {!data && (
        <>
          <p className={clsx(layout.aboveClose, layout.below, 'soft')}>
            An archive holds a whole organisation. Every file, every reference and every seal in it is proved before
            anything is made of it.
          </p>
          {id !== '' && data === null && (
            <p className={notice.done} role="status">
              That archive is no longer there. Read the file again.
            </p>
          )}
          <FileDrop
            what="an archive"
            most={4096}
            isSending={begin.isPending}
            onFile={(file, name) => begin.mutate({ file, name })}
          />
        </>
      )}
      <ErrorMessage error={error ?? begin.error} />
      {data && <p className="soft small">{data.name}</p>}
      {data?.state === 'reading' && <Reading job={data} />}
      {data?.state === 'failed' && <Refused job={data} />}
      {data?.contents && data.state !== 'failed' && (
        <ArchiveContents job={data} contents={data.contents} onTaken={show} />
      )}
      <p className={clsx(layout.row, layout.above, layout.wide, 'small')}>
        <Link className="act" to="/">
          All books
        </Link>
        {data && data.state !== 'writing' && data.state !== 'done' && (
          <button className="act" type="button" onClick={startOver}>
            {data.state === 'reading' ? 'Give up' : 'Another archive'}
          </button>
        )}
      </p>
    </SessionSheet>
  );
}

function Reading({ job }: { job: ArchiveResponse }) {
  const proved = job.progress?.done ?? 0;
  return (
    <div role="status" className={clsx(layout.above, layout.below)}>
      <p>{proved > 0 ? `Proving entry ${proved.toLocaleString('en')} …` : 'Reading the archive …'}</p>
      <LinearProgress aria-label="Reading the archive" />
    </div>
  );
}

function Refused({ job: { problems } }: { job: ArchiveResponse }) {
  return (
    <div className={notice.error} role="alert">
      <div>Nothing has been made of this file.</div>
      {problems.slice(0, 12).map(({ path, message }, index) => (
        <div key={`${path} ${index}`}>{message}</div>
      ))}
      {problems.length > 12 && <div>… and {problems.length - 12} more.</div>}
    </div>
  );
}
