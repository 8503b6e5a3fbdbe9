import { type AuditorsFileResponse, paths, withQuery } from '@just-ledger/contract';
import { findFiscalYear, fiscalYearOf, longDate, parseCivilDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { useSheetParam } from '../../api/address.js';
import { auditorsFileQuery } from '../../api/auditors-file-queries.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { onOwnPaper } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { Empty, Sheet } from '../../ui/sheet.js';
import styles from './auditors-file.module.css';

/** Everything that an auditor needs of the year on the rail, in one file; and what is in it. */
export default function AuditorsFileScreen() {
  const { organisation, calendar, to, today } = useBooks();
  const [turnedTo] = useSheetParam('year');
  const year = findFiscalYear(calendar, turnedTo) ?? fiscalYearOf(calendar, parseCivilDate(to));
  if (year.first > today) {
    return (
      <Sheet title="For the auditor">
        <Empty>
          <p>This year has not begun yet. Choose another one on the rail.</p>
        </Empty>
      </Sheet>
    );
  }
  return <FileOfYear organisation={organisation.id} label={year.label} />;
}

function FileOfYear({ organisation, label }: { organisation: number; label: string }) {
  const { data: file } = useSuspenseQuery(auditorsFileQuery(organisation, label));
  const days = `${longDate(parseCivilDate(file.from))} to ${longDate(parseCivilDate(file.to))}`;
  return (
    <Sheet title={`For the auditor, ${file.year}`} aside={`${days}. Another year is chosen on the rail.`}>
      <div className={styles.columns}>
        <section aria-labelledby="in-the-file">
          <h2 id="in-the-file" className="minor">
            In the file
          </h2>
          <table className={clsx(ruled.table, ruled.lines)}>
            <tbody>
              {contentsOf(file).map(([name, text]) => (
                <tr key={name}>
                  <td className="strong">{name}</td>
                  <td>{text}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-labelledby="verifying">
          <h2 id="verifying" className="minor">
            It can be verified without this program
          </h2>
          <ol className={styles.steps}>
            <li>
              <code>sha256sum -c SHA256SUMS</code> says that the file is whole.
            </li>
            <li>Twenty lines of Python, on the page in the file, reckon every seal anew and add the entries up.</li>
            <li>
              Each page that was ever printed carries the seal of its day, which has to be in the chain of{' '}
              {file.chain.toLocaleString('en')}. The last is now
              <div className={clsx('small', styles.seal)}>
                {file.chain === 0 ? 'nothing posted yet' : file.lastSeal}
              </div>
            </li>
          </ol>
          <div className={clsx(layout.above, styles.state)}>
            {!file.isClosed && <p className="brass">The year is not closed: what it tells may still change.</p>}
            {file.failing.length > 0 && <p className="brick">Proofs that do not hold: {file.failing.join(', ')}.</p>}
            {file.missing > 0 && (
              <p className="brick">
                {file.missing} of the papers {file.missing === 1 ? 'is' : 'are'} missing from the data folder.
              </p>
            )}
            {file.unprinted.map((what) => (
              <p key={what} className="brass">
                The {what} is too long for paper: it is in the file as CSV alone.
              </p>
            ))}
          </div>
          <p className={layout.above}>
            <Button
              variant="contained"
              href={onOwnPaper(withQuery(paths.auditorsFileZip(organisation), { year: label }))}
              download={`auditors-file-${label}.zip`}
            >
              Save the file
            </Button>
          </p>
          <p className="soft small">All of it as the books stand at one moment. Long books take a while.</p>
        </section>
      </div>
    </Sheet>
  );
}

function contentsOf(file: AuditorsFileResponse): readonly (readonly [name: string, text: ReactNode])[] {
  const counted = (count: number, singular: string, many: string): string =>
    `${count.toLocaleString('en')} ${count === 1 ? singular : many}`;
  return [
    [
      'Reports',
      'statements with notes, trial balance, worksheet, what customers owe and what is owed to suppliers, taxes, journal, ledgers: as PDF and CSV',
    ],
    ['Entries', `${counted(file.entries, 'entry', 'entries')} of the year as they were sealed`],
    [
      'Papers',
      file.papers === 0
        ? 'none: no entry of the year has one'
        : `${counted(file.papers, 'file', 'files')}, ${megabytes(file.paperBytes)}, named by their SHA-256`,
    ],
    [
      'Proofs',
      `${file.proofs} drawn at the end of the year, ${file.failing.length === 0 ? 'all of which hold' : `${file.failing.length} of which do not hold`}; seals and totals read anew`,
    ],
    ['Seals', `the whole chain of ${counted(file.chain, 'entry', 'entries')}; each lock, closing and reopening`],
    ['Trail', 'who posted, drafted, attached and reversed what, and who changed what of the set-up'],
    ['A page', 'what the file holds, and how it is verified'],
  ];
}

function megabytes(bytes: number): string {
  return bytes < 100_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
