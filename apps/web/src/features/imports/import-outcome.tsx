import { type ImportResponse, paths } from '@just-ledger/contract';
import { trayOfSubject } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './import-outcome.module.css';

const SCREENS: Readonly<Record<string, string>> = {
  chart: 'chart',
  contacts: 'contacts',
  'breakdown-values': 'breakdowns',
  rates: 'currencies',
  entries: 'journal',
};

/** What an import would do, has done, or what stands in its way by row and column. */
export function ImportOutcome({ job, onTaken }: { job: ImportResponse; onTaken: (job: ImportResponse) => void }) {
  const { organisation } = useBooks();
  const address = useAddress();
  const take = useOrganisationMutation(() => api.post(paths.importTaking(organisation.id, job.id)));
  const otherWay = useOrganisationMutation(() =>
    api.put(paths.importMatching(organisation.id, job.id), {
      columns: job.headings.map((heading) => heading.column),
      decimal: job.decimal === '.' ? ',' : '.',
    }),
  );
  const { state, result, problemCount } = job;
  if (problemCount > 0) return <ProblemRows job={job} />;
  if (!result) return null;
  const { added, changed, unchanged } = result;
  const tray = trayOfSubject(job.subject);
  const counts = [
    `${count(added)} ${state === 'done' ? 'added' : 'to add'}`,
    ...(tray || job.subject === 'entries'
      ? []
      : [
          `${count(changed)} ${state === 'done' ? 'changed' : 'to change'}`,
          `${count(unchanged)} ${state === 'done' ? 'were' : 'are'} there already`,
        ]),
  ];
  return (
    <div className={layout.above}>
      <p className={state === 'done' ? notice.done : ''} role="status">
        {counts.join(', ')}.{' '}
        {state === 'done' && (
          <Link
            className="act"
            to={tray ? address.href('bench', { tray }) : address.href(SCREENS[job.subject] ?? '')}
          >
            See them
          </Link>
        )}
      </p>
      {state === 'checked' && job.remarks.length > 0 && (
        <ul className={clsx(styles.remarks, 'small')}>
          {job.remarks.map((remark) => (
            <li key={remark}>{remark}</li>
          ))}
        </ul>
      )}
      {state === 'checked' && job.decimal && (
        <p>
          <button
            className="act small"
            type="button"
            disabled={otherWay.isPending}
            onClick={() => otherWay.mutate(undefined, { onSuccess: onTaken })}
          >
            Read the amounts the other way, with a {job.decimal === '.' ? 'comma' : 'point'} for decimals
          </button>
        </p>
      )}
      {state === 'checked' && added + changed > 0 && (
        <Button
          variant="contained"
          className={layout.aboveClose}
          autoFocus
          disabled={take.isPending}
          onClick={() => take.mutate(undefined, { onSuccess: onTaken })}
        >
          Take it in
        </Button>
      )}
      <ErrorMessage error={take.error} />
    </div>
  );
}

function ProblemRows({ job }: { job: ImportResponse }) {
  const { problems, problemCount, state } = job;
  const isFile = problems.length > 0 && problems.every(({ path }) => path === '');
  if (isFile) {
    return (
      <div className={notice.error} role="alert">
        {problems.map(({ message }) => (
          <div key={message}>{message}</div>
        ))}
      </div>
    );
  }
  return (
    <section aria-label="Problems" className={layout.above}>
      <p className="brick" role="alert">
        {count(problemCount)} {problemCount === 1 ? 'problem' : 'problems'}
        {state === 'failed' ? '' : '; nothing is taken in before they are mended in the file'}.
      </p>
      <table className={clsx(ruled.table, ruled.tight)}>
        <thead>
          <tr>
            <th className={clsx(styles.rowNumber, 'num')}>Row</th>
            <th className={styles.column}>Column</th>
            <th>What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {problems.map(({ path, message }, index) => {
            const [, row = '', column = ''] = /^rows\.(\d+)(?:\.(.+))?$/.exec(path) ?? [];
            return (
              <tr key={index}>
                <td className="num">{row}</td>
                <td className="soft">{column.replaceAll('_', ' ')}</td>
                <td>{message}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {problemCount > problems.length && (
        <p className="soft small">… and {count(problemCount - problems.length)} more.</p>
      )}
    </section>
  );
}

function count(rows: number): string {
  return rows.toLocaleString('en');
}
