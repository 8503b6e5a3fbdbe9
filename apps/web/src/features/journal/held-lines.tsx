import { minor, sumOf } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { KeyboardEvent, ReactNode, RefObject } from 'react';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { HeldLine } from './held-line.js';
import styles from './held-lines.module.css';
import type { SentenceChoices } from './sentence-choices.js';
import { amountOfSentence, type TypedSentence } from './typed-sentence.js';

/** The lines that are held, as they will be posted; the one that is corrected stands open in its place. */
export function HeldLines({
  held,
  correction,
  choices,
  remarksOf,
  list,
  onKeyDown,
  onCorrect,
  children,
}: {
  held: readonly TypedSentence[];
  /** The key of the line that is being corrected. */
  correction: number | undefined;
  choices: SentenceChoices;
  /** What is said under a line: why it was refused, or what it may be the same as. */
  remarksOf: (line: TypedSentence, index: number) => ReactNode;
  list: RefObject<HTMLTableSectionElement | null>;
  onKeyDown: (event: KeyboardEvent, line: TypedSentence, index: number) => void;
  onCorrect: (line: TypedSentence) => void;
  /** The correction as it is typed. */
  children: ReactNode;
}) {
  return (
    <table className={clsx(ruled.table, styles.table)} aria-label="Held, not yet posted">
      <thead>
        <tr>
          <th className={clsx(styles.place, 'nowrap')}>
            <span className="visually-hidden">Line</span>
          </th>
          <th>Date</th>
          <th className="num">Amount</th>
          <th className={styles.end}>From (credit)</th>
          <th className={styles.end}>To (debit)</th>
          <th>Explanation</th>
        </tr>
      </thead>
      <tbody ref={list}>
        {held.map((line, index) =>
          line.key === correction ? (
            <tr key={line.key} className={styles.corrected}>
              <td className={clsx(styles.place, 'nowrap')}>{index + 1}</td>
              <td colSpan={5}>{children}</td>
            </tr>
          ) : (
            <HeldLine
              key={line.key}
              line={line}
              index={index}
              choices={choices}
              remarks={remarksOf(line, index)}
              onKeyDown={(event) => onKeyDown(event, line, index)}
              onCorrect={() => onCorrect(line)}
            />
          ),
        )}
        <tr className={clsx(ruled['sums'], styles.sum)}>
          <td className="nowrap" />
          <td className="nowrap">{held.length === 1 ? '1 line' : `${held.length} lines`}</td>
          <td className="num">{totalOf(held, choices)}</td>
          <td colSpan={3} className="soft">
            on each side
          </td>
        </tr>
      </tbody>
    </table>
  );
}

function totalOf(held: readonly TypedSentence[], choices: SentenceChoices): string {
  const amounts = held.map((sentence) => minor(Math.abs(amountOfSentence(sentence, choices) ?? 0)));
  return displayed(sumOf(amounts), choices.currency);
}
