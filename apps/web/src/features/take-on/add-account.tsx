import { clsx } from 'clsx';
import { useState } from 'react';
import styles from './tray-table.module.css';

/** An account that the chart has not, added by its number and a name; its element follows from the number. */
export function AddAccount({
  number,
  called,
  onAdd,
}: {
  number: string;
  /** What the old books call it. */
  called: string;
  onAdd: (number: string, name: string) => void;
}) {
  const [name, setName] = useState(called);
  return (
    <form
      className={styles.offers}
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') onAdd(number, name.trim());
      }}
    >
      <input
        className={clsx(styles.typed, styles.newName)}
        aria-label={`Name of a new account ${number}`}
        placeholder={`add ${number} to the chart as …`}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <button className="act" type="submit">
        Add it
      </button>
    </form>
  );
}
