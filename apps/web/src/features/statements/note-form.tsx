import { NoteRequest, type NoteResponse, type NotesResponse, type StatementKey } from '@just-ledger/contract';
import { longDate, parseCivilDate, STANDARD_NOTES, type StandardNote, STATEMENTS } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useEffect, useRef } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { useDropNote, useWriteNote } from '../../api/note-queries.js';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { useLookedAt } from '../../ui/use-looked-at.js';
import source from './figure-source.module.css';

/** Something that a note can be on: a statement, or a row of it. */
export interface NotablePlace {
  readonly key: string;
  readonly label: string;
}

/** How a place is told in the address and in the form. @example placeKey('balance-sheet', '', '1500') */
export function placeKey(statement: StatementKey, row: string, account: string | null): string {
  return account === null ? `${statement}~${row}` : `${statement}~~${account}`;
}

/** What stands in the place of a whole statement. */
const WHOLE = '';

/** A note that is written: on what, under which title, what it says, and how long it holds. */
export function NoteForm({
  notes,
  note: opened,
  on,
  standard,
  places,
  onClose,
}: {
  notes: NotesResponse;
  /** The one that is changed; a new one where left out. */
  note?: NoteResponse | undefined;
  /** What a new one is on. */
  on: string;
  /** The table that a new one shows. */
  standard?: StandardNote | undefined;
  places: readonly NotablePlace[];
  onClose: () => void;
}) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: note } = lookedAt;
  const write = useWriteNote(organisation.id, note);
  const drop = useDropNote(organisation.id);
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    panel.current?.querySelector<HTMLElement>('input[name=title]')?.focus();
  }, []);
  const noteKey = note ? placeKey(note.statement, note.row ?? WHOLE, note.account) : on;
  const table = note?.standard ?? standard;
  const tableOrNone: StandardNote | '' = table ?? '';
  const known = places.some(({ key }) => key === noteKey)
    ? places
    : [{ key: noteKey, label: note?.on ?? noteKey }, ...places];
  return (
    <section
      className={clsx(sheetStyles.sheet, source.source)}
      aria-label={note ? `Note ${note.number}` : 'New note'}
      ref={panel}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className={clsx(source.top, layout.below)}>
        <h2>{note ? `Note ${note.number}` : 'A note'}</h2>
      </div>
      <RequestForm
        of={NoteRequest}
        label="Note"
        className={formStyles.particulars}
        values={{
          place: noteKey,
          title: note?.title ?? (table ? STANDARD_NOTES[table].label : ''),
          text: note?.text ?? '',
          standard: tableOrNone,
          lastDay: note?.lastDay ?? '',
        }}
        lookedAt={lookedAt}
        toRequest={(typed): NoteRequest => {
          const [statement = '', row = '', account = ''] = typed.place.split('~');
          const request = Object.assign(new NoteRequest(), {
            statement: STATEMENTS.find((key) => key === statement),
            title: typed.title,
            text: typed.text,
            of: notes.to,
          });
          if (account !== '') request.account = account;
          else if (row !== WHOLE) request.row = row;
          if (typed.standard !== '') request.standard = typed.standard;
          if (typed.lastDay !== '') request.lastDay = typed.lastDay;
          if (note) request.version = note.version;
          return request;
        }}
        send={async (request) => {
          await write.mutateAsync(request);
          onClose();
        }}
        foot={({ isPending }) => (
          <div className={formStyles.wide}>
            <ErrorMessage error={drop.error} />
            <FormFoot
              act="writeNotes"
              isNew={!note}
              isPending={isPending}
              onLeave={onClose}
              {...(note && { onRemove: () => drop.mutate(note, { onSuccess: onClose }) })}
            />
          </div>
        )}
      >
        <ChoiceInput
          name="place"
          label="On"
          className={formStyles.wide}
          choices={known}
          keyOf={({ key }) => key}
          labelOf={({ label }) => label}
        />
        <TextInput name="title" label="Title" className={formStyles.wide} required />
        <TextInput
          name="text"
          label="What it says"
          hint="An empty line begins a new paragraph."
          className={formStyles.wide}
          multiline
          minRows={5}
          maxRows={18}
        />
        <ChoiceInput
          name="standard"
          label="Table from the books"
          none="none"
          className={formStyles.wide}
          choices={Object.entries(STANDARD_NOTES)}
          keyOf={([key]) => key}
          labelOf={([, { label }]) => label}
        />
        <ChoiceInput
          name="lastDay"
          label="Stands with"
          none={`every statement of ${notes.year}`}
          className={formStyles.wide}
          choices={[note?.lastDay ?? notes.to]}
          keyOf={(day) => day}
          labelOf={(day) => `those up to ${longDate(parseCivilDate(day))} alone`}
        />
      </RequestForm>
    </section>
  );
}
