import { Button, TextField } from '@mui/material';
import { type KeyboardEvent, useState } from 'react';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** A few words about a draft: why it goes back, or a note. Ctrl Enter sends them, Esc leaves it. */
export function DraftAnswer({
  label,
  action,
  isBusy,
  error,
  onSend,
  onLeave,
}: {
  label: string;
  action: string;
  isBusy: boolean;
  error: Error | null;
  onSend: (text: string) => void;
  onLeave: () => void;
}) {
  const [text, setText] = useState('');
  const send = (): void => {
    if (text.trim() !== '' && !isBusy) onSend(text);
  };
  const press = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') onLeave();
    else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) send();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className={layout.above} onKeyDown={press}>
      <TextField
        fullWidth
        multiline
        minRows={2}
        autoFocus
        label={label}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className={layout.row}>
        <Button variant="outlined" disabled={text.trim() === '' || isBusy} onClick={send}>
          {action}
        </Button>
        <button className="act" type="button" onClick={onLeave}>
          Cancel
        </button>
      </div>
      <ErrorMessage error={error} />
    </div>
  );
}
