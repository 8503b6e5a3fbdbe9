import { type ArchiveContentsResponse, type ArchiveResponse, paths, TakeArchiveRequest } from '@just-ledger/contract';
import { dayOf, KIND_LABELS, longDate, longMoment } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { organisationsQuery } from '../../api/organisation-queries.js';
import { api } from '../../api/request.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { RequestForm } from '../../ui/request-form.js';
import ruled from '../../ui/ruled.module.css';
import styles from './archive-contents.module.css';

const day = (text: string): string => longDate(dayOf(text));

/** What an archive holds, and the name under which it becomes books. */
export function ArchiveContents({
  job,
  contents,
  onTaken,
}: {
  job: ArchiveResponse;
  contents: ArchiveContentsResponse;
  onTaken: (job: ArchiveResponse) => void;
}) {
  const { organisation, alreadyHere, writtenAt, entries, lastSeal } = contents;
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: (body: TakeArchiveRequest) => api.post(paths.archiveTaking(job.id), body),
    onSuccess: onTaken,
  });
  const isDone = job.state === 'done';
  useEffect(() => {
    if (isDone) void client.invalidateQueries({ queryKey: organisationsQuery.queryKey });
  }, [isDone, client]);
  if (isDone)
    return (
      <p className={clsx(notice.done, layout.above)} role="status">
        The books stand: {count(entries, 'entry', 'entries')}, every seal the same
        {entries > 0 && <> to the last, {short(lastSeal)}</>}.{' '}
        <Link className="act" to={`/${job.organisation}/record/journal`}>
          Open them
        </Link>
      </p>
    );
  return (
    <>
      <h2 className={clsx(layout.above, layout.belowClose)}>{organisation}</h2>
      <table className={clsx(ruled.table, ruled.tight)}>
        <tbody>
          {particulars(contents).map(([label, value]) => (
            <tr key={label}>
              <td className={clsx(styles.label, 'soft')}>{label}</td>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {alreadyHere && (
        <p className={clsx(layout.above, 'brass')}>
          Books that begin with the same entry are here already:{' '}
          <Link className="act" to={`/${alreadyHere.id}/record/journal`}>
            {alreadyHere.name}
          </Link>
          . These will stand beside them and change nothing there.
        </p>
      )}
      <RequestForm
        of={TakeArchiveRequest}
        label="Make these books"
        values={{ name: alreadyHere ? `${organisation}, as of ${day(writtenAt)}`.slice(0, 120) : organisation }}
        toRequest={(typed): TakeArchiveRequest => typed}
        send={(request) => take.mutateAsync(request)}
        foot={({ isPending }) => (
          <div className={clsx(formStyles.foot, layout.row)}>
            <Button type="submit" variant="contained" disabled={isPending || job.state === 'writing'}>
              {job.state === 'writing' ? creating(job) : 'Create these books'}
            </Button>
          </div>
        )}
      >
        <TextInput
          name="name"
          label="Name of the books"
          hint="you will be their owner; nobody else gets a place in them"
          required
          fullWidth
        />
      </RequestForm>
    </>
  );
}

function creating({ progress }: ArchiveResponse): string {
  const written =
    progress && `, entry ${progress.done.toLocaleString('en')} of ${progress.total.toLocaleString('en')}`;
  return `Creating the books${written ?? ''} …`;
}

function particulars(contents: ArchiveContentsResponse): [string, React.ReactNode][] {
  const { firstDate, lastDate, entries, drafts } = contents;
  const lastSeal: [string, React.ReactNode][] = entries > 0 ? [['Last seal', short(contents.lastSeal)]] : [];
  return [
    ['Kind', `${KIND_LABELS[contents.kind]} · ${contents.baseCurrency} · first day ${day(contents.firstDay)}`],
    [
      'Entries',
      firstDate && lastDate
        ? `${count(entries, 'entry', 'entries')}, ${day(firstDate)} to ${day(lastDate)}`
        : 'none yet',
    ],
    [
      'Set-up',
      `${count(contents.accounts, 'account', 'accounts')}, ${count(contents.contacts, 'contact', 'contacts')}, ${count(drafts, 'draft', 'drafts')}`,
    ],
    ['Written', longMoment(contents.writtenAt)],
    ...lastSeal,
  ];
}

/** The beginning and the end of a seal. */
function short(seal: string) {
  return (
    <span title={seal} className="nowrap">
      {seal.slice(0, 8)} … {seal.slice(-8)}
    </span>
  );
}

function count(number: number, singular: string, many: string): string {
  return `${number.toLocaleString('en')} ${number === 1 ? singular : many}`;
}
