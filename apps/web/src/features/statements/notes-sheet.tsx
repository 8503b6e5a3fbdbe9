import type { NoteResponse, NotesResponse, NoteTableResponse } from '@just-ledger/contract';
import type { CurrencyCode, StandardNote } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { useTakeNotesOver } from '../../api/note-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { ProofMark } from '../../ui/proof-mark.js';
import { ErrorMessage } from '../../ui/sheet.js';
import statement from '../../ui/statement.module.css';
import chain from './chain.module.css';
import styles from './notes.module.css';
import { Heading } from './statement-table.js';

/** The notes to the statements: what people wrote, and tables that the books write. */
export function NotesSheet({
  of,
  onWrite,
  onChange,
}: {
  of: NotesResponse;
  /** Begins a note, perhaps with a table of the books. */
  onWrite: (standard?: StandardNote) => void;
  onChange: (note: NoteResponse) => void;
}) {
  const { organisation } = useBooks();
  const takeOver = useTakeNotesOver(organisation.id);
  return (
    <>
      <Heading of={of} />
      {of.notes.length === 0 && <p className={clsx(statement.note, styles.none)}>There are no notes yet.</p>}
      <ol className={clsx(layout.plainList, styles.notes)}>
        {of.notes.map((note) => (
          <li key={note.id} id={`note-${note.id}`} tabIndex={-1}>
            <h3>
              <span className={styles.number}>{note.number}</span>
              <span className={styles.title}>{note.title}</span>
              <Allowed act="writeNotes">
                <button type="button" className="act small no-print" onClick={() => onChange(note)}>
                  Change
                </button>
              </Allowed>
            </h3>
            {note.on !== '' && <p className={styles.on}>{note.on}</p>}
            {paragraphsOf(note.text).map((paragraph, index) => (
              <p key={index} className={styles.text}>
                {paragraph}
              </p>
            ))}
            {note.table && <NoteTable of={note.table} title={note.title} currency={of.currency} />}
            {note.standard !== null && note.table === null && (
              <p className={styles.on}>For these days the books have nothing to tell here.</p>
            )}
          </li>
        ))}
      </ol>
      <Allowed act="writeNotes">
        <div className={clsx(layout.row, layout.above, styles.acts, 'small no-print')}>
          <button type="button" className="act" onClick={() => onWrite()}>
            Write a note
          </button>
          {of.offered.map(({ standard, title }) => (
            <button key={standard} type="button" className="act" onClick={() => onWrite(standard)}>
              {title}
            </button>
          ))}
          {of.before && (
            <button
              type="button"
              className="act"
              disabled={takeOver.isPending}
              onClick={() => takeOver.mutate(of.to)}
            >
              Take over {of.before.notes === 1 ? 'the note' : `the ${of.before.notes} notes`} of {of.before.year}
            </button>
          )}
        </div>
        <ErrorMessage error={takeOver.error} />
      </Allowed>
    </>
  );
}

/** Paragraphs are parted by empty lines. */
function paragraphsOf(text: string): string[] {
  return text.split(/\n\s*\n/).filter((paragraph) => paragraph.trim() !== '');
}

/** A table of the books in a note, and whether it ends in what the balance sheet says. */
function NoteTable({
  of: { columns, rows, agrees },
  title,
  currency,
}: {
  of: NoteTableResponse;
  title: string;
  currency: CurrencyCode;
}) {
  return (
    <>
      <div className={chain.scrolls} role="group" aria-label={`Figures of ${title}`} tabIndex={0}>
        <table className={styles.table}>
          {columns.some((column) => column !== '') && (
            <thead>
              <tr>
                <th>
                  <span className="visually-hidden">Movement</span>
                </th>
                {columns.map((column) => (
                  <th key={column}>{column}</th>
                ))}
              </tr>
            </thead>
          )}
          <tbody>
            {rows.map(({ label, kind, amounts }, index) => (
              <tr key={index} className={statement[kind]}>
                <td>{label}</td>
                {amounts.map((amount, column) => (
                  <td key={column} className="num">
                    <span className={kind === 'end' ? statement.under : kind === 'sum' ? statement.over : undefined}>
                      {amount === null ? '' : Number(amount) === 0 ? '–' : shown(amount, currency)}
                    </span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={clsx(styles.agrees, 'small')}>
        <ProofMark holds={agrees} />{' '}
        {agrees ? 'It ends in what the balance sheet says.' : 'It does not end in what the balance sheet says.'}
      </p>
    </>
  );
}
