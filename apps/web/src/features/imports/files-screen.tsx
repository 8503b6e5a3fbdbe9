import { paths } from '@just-ledger/contract';
import { IMPORT_SUBJECTS, type ImportSubject, isImportSubject, trayOfSubject, keysOf } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { Pane, Panes, Sheet } from '../../ui/sheet.js';
import styles from './files-screen.module.css';
import { ImportSheet } from './import-sheet.js';

/** What can be written to files and read from them; one file on its way into the books beside it. */
export default function FilesScreen() {
  const [given] = useSheetParam('subject');
  const subject = isImportSubject(given) ? given : undefined;
  return (
    <Panes>
      <Pane narrow>
        <Sheet title="Files" aside="in and out">
          <SubjectTable
            subjects={SUBJECTS.filter((subject) => !trayOfSubject(subject))}
            chosen={subject}
            what="What"
          />
          <SubjectTable
            subjects={SUBJECTS.filter((subject) => trayOfSubject(subject))}
            chosen={subject}
            what="Tray of the take-on"
          />
          <p className={clsx(layout.above, 'soft small')}>
            What is written here can be read again unchanged. A cell that a spreadsheet would run as a formula is
            written with one apostrophe before it, which is taken off when it is read.
          </p>
        </Sheet>
      </Pane>
      {subject && (
        <Allowed act="importFiles">
          <Pane key={subject}>
            <ImportSheet subject={subject} />
          </Pane>
        </Allowed>
      )}
    </Panes>
  );
}

const SUBJECTS = keysOf(IMPORT_SUBJECTS);

/** Subjects with their files, out and in. */
function SubjectTable({
  subjects,
  chosen,
  what,
}: {
  subjects: readonly ImportSubject[];
  chosen: ImportSubject | undefined;
  what: string;
}) {
  const { organisation } = useBooks();
  const address = useAddress();
  return (
    <table className={clsx(ruled.table, layout.below)}>
      <thead>
        <tr>
          <th>{what}</th>
          <th className={styles.writeAll}>Write all of it</th>
          <th className={styles.reading}>
            <span className="visually-hidden">Read</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {subjects.map((subject) => (
          <tr key={subject} className={subject === chosen ? ruled.chosen : ''}>
            <td>{IMPORT_SUBJECTS[subject].label}</td>
            <td>
              <span className={layout.row}>
                {(['csv', 'xlsx'] as const).map((ending) => (
                  <a
                    key={ending}
                    className="act"
                    href={paths.exportFile(organisation.id, subject, ending)}
                    download={`${subject}.${ending}`}
                    aria-label={`${IMPORT_SUBJECTS[subject].label} as ${ending.toUpperCase()}`}
                  >
                    {ending.toUpperCase()}
                  </a>
                ))}
              </span>
            </td>
            <td className="num">
              <Allowed act="importFiles">
                <Link
                  className="act"
                  to={address.href('files', { subject })}
                  aria-label={`Read ${IMPORT_SUBJECTS[subject].label} from a file`}
                >
                  read a file
                </Link>
              </Allowed>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
