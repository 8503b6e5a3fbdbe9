import { type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { useHotkeys } from 'react-hotkeys-hook';
import { useBooks } from '../api/books-queries.js';
import styles from './printed.module.css';
import { ErrorMessage } from './sheet.js';

/**
 * Prints a whole list, whatever of it the screen has loaded: it is read to its end first, then printed by itself under
 * the organisation's name, without anything to press.
 *
 * @param read answers all of the list, ready to be printed
 */
export function Printed({
  title,
  dates,
  read,
}: {
  title: string;
  dates: string;
  read: () => ReactNode | Promise<ReactNode>;
}) {
  const { organisation } = useBooks();
  const [content, setContent] = useState<ReactNode>();
  const [isReading, setReading] = useState(false);
  const [error, setError] = useState<Error>();
  useEffect(() => {
    if (content === undefined) return;
    const done = (): void => setContent(undefined);
    document.body.classList.add('prints-list');
    window.addEventListener('afterprint', done, { once: true });
    window.print();
    return () => {
      document.body.classList.remove('prints-list');
      window.removeEventListener('afterprint', done);
    };
  }, [content]);
  const button = useRef<HTMLButtonElement>(null);
  const print = async (): Promise<void> => {
    setError(undefined);
    setReading(true);
    try {
      setContent(await read());
    } catch (failure) {
      setError(failure instanceof Error ? failure : new Error(String(failure)));
    } finally {
      setReading(false);
    }
  };
  usePrintKey(button, () => void print());
  return (
    <>
      <button
        ref={button}
        data-prints
        className="act"
        type="button"
        disabled={isReading}
        onClick={() => void print()}
      >
        {isReading ? 'Reading all of it …' : 'Print'}
      </button>
      <ErrorMessage error={error} />
      {content !== undefined &&
        createPortal(
          <section className={styles.printed} aria-hidden="true">
            <header>
              <strong>{organisation.name}</strong>
              <h1>{title}</h1>
              <p>{dates}</p>
            </header>
            {content}
          </section>,
          document.body,
        )}
    </>
  );
}

/** The browser's own print key prints the whole list too: that of the sheet in use, else of the first. */
export function usePrintKey(button: RefObject<HTMLElement | null>, print: () => void): void {
  useHotkeys(
    'mod+p',
    (event) => {
      const ofSheetInUse = document.activeElement?.closest('[data-sheet]')?.querySelector('[data-prints]');
      if (event.defaultPrevented || (ofSheetInUse && ofSheetInUse !== button.current)) return;
      event.preventDefault();
      print();
    },
    { enableOnFormTags: true },
  );
}

/** The rows of a list on paper, each a text a column; its head stands again on every page. */
export function PrintedRows({
  heads,
  rows,
}: {
  heads: readonly { readonly label: string; readonly isFigure?: boolean }[];
  rows: readonly (readonly string[])[];
}) {
  const kind = (index: number): string => (heads[index]?.isFigure ? 'num' : '');
  return (
    <table>
      <thead>
        <tr>
          {heads.map(({ label }, index) => (
            <th key={label} className={kind(index)}>
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row}>
            {cells.map((cell, index) => (
              <td key={index} className={kind(index)}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
