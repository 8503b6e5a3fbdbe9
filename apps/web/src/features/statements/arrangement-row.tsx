import { InputBase } from '@mui/material';
import { clsx } from 'clsx';
import { type KeyboardEvent, useState } from 'react';
import styles from './arrangement.module.css';
import type { OutlineRow } from './arrangement-outline.js';

/** What is written in a row: what it is called, or the name over what is marked. */
export type RowWriting = 'word' | 'name';

/** A row of the outline. */
export function ArrangementRow({
  row,
  at,
  isFocused,
  isMarked,
  writing,
  names,
  onFocus,
  onWrite,
  onWritten,
  onLeave,
}: {
  row: OutlineRow;
  /** Its place in the list. */
  at: number;
  isFocused: boolean;
  isMarked: boolean;
  writing: RowWriting | undefined;
  /** Names that its part has already. */
  names: readonly string[];
  onFocus: () => void;
  onWrite: () => void;
  onWritten: (texts: readonly string[]) => void;
  onLeave: () => void;
}) {
  const level = row.type === 'term' ? (row.as === 'title' ? 1 : 2) : row.type === 'account' && row.isInGroup ? 4 : 3;
  return (
    <div
      role="row"
      aria-level={level}
      aria-rowindex={at + 1}
      aria-selected={isMarked}
      tabIndex={isFocused ? 0 : -1}
      data-key={row.key}
      className={clsx(
        styles.row,
        row.type === 'term' ? styles[row.as] : styles[row.type],
        row.type === 'account' && row.isInGroup && styles.inGroup,
        isMarked && styles.marked,
      )}
      onFocus={onFocus}
      onDoubleClick={onWrite}
    >
      {writing ? (
        <Written row={row} writing={writing} names={names} onWritten={onWritten} onLeave={onLeave} />
      ) : (
        <Shown row={row} />
      )}
    </div>
  );
}

function Shown({ row }: { row: OutlineRow }) {
  if (row.type === 'account') {
    const { number, name, contra } = row.account;
    return (
      <>
        <span role="gridcell" className={styles.number}>
          {number}
        </span>
        <span role="gridcell" className={styles.name}>
          {contra ? `less ${name}` : name}
        </span>
      </>
    );
  }
  if (row.type === 'group') {
    return (
      <>
        <span role="gridcell" className={styles.name}>
          {row.group.name}
        </span>
        <span role="gridcell" className={styles.how}>
          {row.group.isTogether ? 'one figure' : 'listed, with a sum'}
        </span>
      </>
    );
  }
  const { word, usual, usualLoss, lossWord } = row;
  const isOwn = word !== '' || lossWord !== '';
  return (
    <>
      <span role="gridcell" className={styles.name}>
        {word || usual}
        {usualLoss !== null && <span className={styles.loss}> / {lossWord || usualLoss}</span>}
      </span>
      <span role="gridcell" className={styles.how}>
        {isOwn && `usually ${usual}`}
      </span>
    </>
  );
}

function Written({
  row,
  writing,
  names,
  onWritten,
  onLeave,
}: {
  row: OutlineRow;
  writing: RowWriting;
  names: readonly string[];
  onWritten: (texts: readonly string[]) => void;
  onLeave: () => void;
}) {
  const fields = fieldsOf(row, writing);
  const [texts, setTexts] = useState(fields.map(({ text }) => text));
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') onWritten(texts);
    else if (event.key === 'Escape') onLeave();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <>
      {fields.map(({ label, usual }, index) => (
        <span role="gridcell" className={styles.name} key={label}>
          <InputBase
            autoFocus={index === 0}
            fullWidth
            value={texts[index] ?? ''}
            placeholder={usual}
            onChange={({ target }) =>
              setTexts(texts.map((text, position) => (position === index ? target.value : text)))
            }
            onKeyDown={onKeyDown}
            onFocus={({ target }) => target.select()}
            inputProps={{
              'aria-label': label,
              maxLength: 80,
              className: styles.input,
              ...(writing === 'name' && { list: 'names-of-part' }),
            }}
          />
        </span>
      ))}
      {writing === 'name' && (
        <datalist id="names-of-part">
          {names.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
      <span role="gridcell" className={styles.how}>
        Enter takes it
      </span>
    </>
  );
}

function fieldsOf(row: OutlineRow, writing: RowWriting): { label: string; text: string; usual: string }[] {
  if (writing === 'name') return [{ label: 'Name over what is marked', text: '', usual: 'Name over them' }];
  if (row.type === 'group') return [{ label: `Name of ${row.group.name}`, text: row.group.name, usual: '' }];
  if (row.type === 'account') return [];
  const { usual, usualLoss, word, lossWord } = row;
  const own = { label: `Word for ${usual}`, text: word, usual };
  return usualLoss === null ? [own] : [own, { label: `Word for ${usualLoss}`, text: lossWord, usual: usualLoss }];
}
