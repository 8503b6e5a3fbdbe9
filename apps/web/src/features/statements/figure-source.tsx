import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { focusedElement, walkAmong } from '../../ui/focused.js';
import { isInField } from '../../ui/is-in-field.js';
import { ErrorMessage } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { EntryDetail } from '../journal/entry-detail.js';
import type { FigureAsked } from './asked-figure.js';
import { LinesStep } from './figure-lines-step.js';
import { PartsStep } from './figure-parts-step.js';
import styles from './figure-source.module.css';
import type { Step } from './figure-step.js';

/** Where a figure comes from: its accounts, their entries, the papers behind these, each step adding up to the one before. */
export function FigureSource({
  figure,
  currency,
  asKnownOn,
  onNote,
  onClose,
}: {
  figure: FigureAsked;
  currency: CurrencyCode;
  /** The day by whose knowledge the figures are drawn, if not today's. */
  asKnownOn: string | undefined;
  /** Begins a note on the figure that was asked for; left out where nobody may. */
  onNote?: (() => void) | undefined;
  onClose: () => void;
}) {
  const [further, setFurther] = useState<readonly Step[]>([]);
  const steps: readonly Step[] = [{ type: 'figure', figure }, ...further];
  const step = steps.at(-1) ?? { type: 'figure', figure };
  const panel = useRef<HTMLElement>(null);
  const depth = further.length;
  const go = (next: Step): void => setFurther([...further, next]);
  const back = (): void => (depth === 0 ? onClose() : setFurther(further.slice(0, -1)));
  const keys = (event: KeyboardEvent<HTMLElement>): void => {
    if (isInField(event.target)) return;
    if (event.key === 'Escape') return onClose();
    if (event.key === 't' && onNote && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      return onNote();
    }
    if (event.key === 'ArrowLeft' || event.key === 'Backspace') {
      event.preventDefault();
      return back();
    }
    const focused = focusedElement();
    if (event.key === 'ArrowRight' && focused?.matches('[data-part]')) focused.click();
    walkAmong(event, '[data-part]');
  };
  return (
    <section
      className={clsx(sheetStyles.sheet, styles.source)}
      aria-label="Where this comes from"
      tabIndex={-1}
      ref={panel}
      onKeyDown={keys}
    >
      <div className={styles.top}>
        <h2>Where this comes from</h2>
        <span className={styles.acts}>
          {depth > 0 && (
            <button className="act small" type="button" onClick={back}>
              Back
            </button>
          )}
          {onNote && (
            <button className="act small" type="button" onClick={onNote}>
              Note on it
            </button>
          )}
          <button className="act small" type="button" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
      {step.type === 'figure' && (
        <PartsStep key={depth} figure={step.figure} asKnownOn={asKnownOn} currency={currency} panel={panel} go={go} />
      )}
      {step.type === 'lines' && (
        <LinesStep
          key={depth}
          title={step.label}
          amount={step.amount}
          lines={step.lines}
          asKnownOn={asKnownOn}
          currency={currency}
          panel={panel}
          go={go}
        />
      )}
      {step.type === 'entry' && <EntryStep number={step.entry} panel={panel} />}
    </section>
  );
}

/** The entry itself, with its papers on the second sheet. */
function EntryStep({ number, panel }: { number: string; panel: RefObject<HTMLElement | null> }) {
  const { organisation } = useBooks();
  const { data: entry, error } = useQuery(entryQuery(organisation.id, number));
  useEffect(() => {
    if (entry) panel.current?.focus();
  }, [entry, panel]);
  if (!entry) return error ? <ErrorMessage error={error} /> : <p className="soft small">…</p>;
  return (
    <>
      <p className={styles.whole}>
        <span>
          {entry.number} <span className="soft">{shortDate(parseCivilDate(entry.date))}</span> {entry.explanation}
        </span>
      </p>
      <EntryDetail entry={entry} />
    </>
  );
}
