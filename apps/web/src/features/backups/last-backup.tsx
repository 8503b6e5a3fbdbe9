import { paths } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { api } from '../../api/request.js';
import layout from '../../ui/layout.module.css';

const backupsQuery = queryOptions({
  queryKey: ['backups'],
  queryFn: () => api.get(paths.backups),
  refetchInterval: 60_000,
});
const HOUR = 60 * 60 * 1000;

/** How old the last verified backup is, and whether it can be restored; loud where none was made for two days, or it cannot. */
export function LastBackup() {
  const { data, dataUpdatedAt } = useQuery(backupsQuery);
  if (!data) return null;
  const { last, kept, failure, rehearsal } = data;
  const age = last === null ? undefined : Math.max(0, dataUpdatedAt - Date.parse(last));
  const isLate = failure !== null || rehearsal?.failure != null || (age !== undefined && age > 48 * HOUR);
  return (
    <p className={clsx(isLate ? 'small brick' : 'small soft', layout.aboveWide)}>
      {age === undefined
        ? 'No backup yet; the first one is made by itself in a moment.'
        : `Last backup ${ageInWords(age)}, verified; ${kept === 1 ? '1 is kept' : `${kept} are kept`}.`}
      {failure && ` The last attempt failed: ${failure}`}
      {rehearsal &&
        (rehearsal.failure === null
          ? ` Restoring was tried out on ${longMoment(rehearsal.at)}, and all was there.`
          : ` Restoring was tried out on ${longMoment(rehearsal.at)} and failed: ${rehearsal.failure}`)}
    </p>
  );
}

/** An age in words. @example ageInWords(3 * HOUR) // → '3 hours ago' */
function ageInWords(age: number): string {
  const hours = Math.floor(age / HOUR);
  if (hours < 1) return 'less than an hour ago';
  if (hours < 48) return hours === 1 ? '1 hour ago' : `${hours} hours ago`;
  return `${Math.floor(hours / 24)} days ago`;
}
