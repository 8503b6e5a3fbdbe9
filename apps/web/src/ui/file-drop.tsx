import { Button, TextField } from '@mui/material';
import { type DragEvent, useRef, useState } from 'react';

/** Takes a file that is dropped or chosen; where it makes sense, rows pasted from a spreadsheet. */
export function FileDrop({
  what,
  most,
  isSending,
  takesRows = false,
  onFile,
}: {
  /** What is dropped here, after “Drop”: `a CSV file`. */
  what: string;
  /** The largest size in megabytes. */
  most: number;
  isSending: boolean;
  takesRows?: boolean;
  onFile: (file: Blob, name: string) => void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  const [isOver, setOver] = useState(false);
  const [tooLarge, setTooLarge] = useState('');
  const take = (file: Blob | undefined, name: string): void => {
    if (!file) return;
    const isTooLarge = file.size > most * 1024 * 1024;
    setTooLarge(isTooLarge ? name : '');
    if (!isTooLarge) onFile(file, name);
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    take(file, file?.name ?? '');
  };
  return (
    <>
      <div
        className={isOver ? 'file-drop over' : 'file-drop'}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <p>Drop {what} here, or</p>
        <Button variant="outlined" disabled={isSending} onClick={() => chooser.current?.click()}>
          {isSending ? 'Sending …' : 'Choose a file'}
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
        {takesRows && (
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
        )}
      </div>
      {tooLarge && (
        <div className="trouble" role="alert">
          {tooLarge} is larger than {most} MB. It is not read.
        </div>
      )}
    </>
  );
}
