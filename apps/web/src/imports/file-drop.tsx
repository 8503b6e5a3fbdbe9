import { useRef, useState, type DragEvent } from 'react';
import { Button, TextField } from '@mui/material';
import { paths, type ImportAnswer } from '@just-ledger/contract';
import type { ImportSubject } from '@just-ledger/core';
import { useBooks } from '../frame/books-queries.js';
import { Trouble } from '../frame/sheet.js';
import { request, withQuery } from '../request/request.js';
import { useChange } from '../request/use-change.js';

const MOST_BYTES = 32 * 1024 * 1024;

/** Takes a file that is dropped, chosen or pasted as text from a spreadsheet. */
export function FileDrop({
  subject,
  isGone,
  onBegun,
}: {
  subject: ImportSubject;
  /** Whether the import in the address is no longer there. */
  isGone: boolean;
  onBegun: (job: ImportAnswer) => void;
}) {
  const { organisation } = useBooks();
  const chooser = useRef<HTMLInputElement>(null);
  const [isOver, setOver] = useState(false);
  const [tooLarge, setTooLarge] = useState('');
  const begin = useChange(({ file, name }: { file: Blob; name: string }) =>
    request<ImportAnswer>('POST', withQuery(paths.imports(organisation.id), { subject, name }), file),
  );
  const take = (file: Blob | undefined, name: string): void => {
    if (!file) return;
    setTooLarge(file.size > MOST_BYTES ? name : '');
    if (file.size <= MOST_BYTES) begin.mutate({ file, name }, { onSuccess: onBegun });
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    take(file, file?.name ?? '');
  };
  return (
    <>
      {isGone && (
        <p className="told" role="status">
          That import is no longer there. Read the file again.
        </p>
      )}
      <div
        className={isOver ? 'file-drop over' : 'file-drop'}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <p>Drop a CSV or XLSX file here, or</p>
        <Button variant="outlined" disabled={begin.isPending} onClick={() => chooser.current?.click()}>
          {begin.isPending ? 'Sending …' : 'Choose a file'}
        </Button>
        <input
          ref={chooser}
          type="file"
          hidden
          aria-label="File to read"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            take(file, file?.name ?? '');
            event.target.value = '';
          }}
        />
        <TextField
          multiline
          minRows={3}
          maxRows={3}
          value=""
          placeholder="or paste rows from a spreadsheet here, headings first"
          style={{ width: '100%', maxWidth: 440 }}
          onChange={() => undefined}
          onPaste={(event) => {
            event.preventDefault();
            take(new Blob([event.clipboardData.getData('text/plain')]), 'pasted rows');
          }}
          slotProps={{ htmlInput: { 'aria-label': 'Rows to paste' } }}
        />
      </div>
      {tooLarge && (
        <div className="trouble" role="alert">
          {tooLarge} is larger than 32 MB. Part it, or leave columns out that are not needed.
        </div>
      )}
      <Trouble error={begin.error} />
    </>
  );
}
