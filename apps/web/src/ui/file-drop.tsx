import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { type ClipboardEvent, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import styles from './file-drop.module.css';
import notice from './notice.module.css';

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
  const [tooLarge, setTooLarge] = useState('');
  const takeRows = (event: ClipboardEvent): void => {
    event.preventDefault();
    onFile(new Blob([event.clipboardData.getData('text/plain')]), 'pasted rows');
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    maxSize: most * 1024 * 1024,
    noClick: true,
    noKeyboard: true,
    onDropAccepted: ([file]) => {
      setTooLarge('');
      if (file) onFile(file, file.name);
    },
    onDropRejected: ([refused]) => setTooLarge(refused?.file.name ?? ''),
  });
  return (
    <>
      <div {...getRootProps({ className: clsx(styles.fileDrop, isDragActive && styles.over) })}>
        <input {...getInputProps({ 'aria-label': 'File to read' })} />
        <p>Drop {what} here, or</p>
        <Button variant="outlined" disabled={isSending} onClick={open}>
          {isSending ? 'Sending …' : 'Choose a file'}
        </Button>
        {takesRows && (
          <TextField
            multiline
            minRows={3}
            maxRows={3}
            value=""
            placeholder="or paste rows from a spreadsheet here, headings first"
            className={styles.paste}
            onChange={() => undefined}
            onPaste={takeRows}
            slotProps={{ htmlInput: { 'aria-label': 'Rows to paste' } }}
          />
        )}
      </div>
      {tooLarge && (
        <div className={notice.error} role="alert">
          {tooLarge} is larger than {most} MB. It is not read.
        </div>
      )}
    </>
  );
}
