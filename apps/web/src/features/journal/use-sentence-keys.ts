import { type KeyboardEvent, type RefObject, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { type BlankProblem, type SentenceBooks, sentenceProblems } from './sentence-problems.js';
import { wholeSentence, type TypedSentence } from './typed-sentence.js';

/**
 * The way through a sentence: Enter goes to the next blank that wants something; once none does, the sentence is done.
 *
 * @param onDone gets the sentence with its date completed and its amount worked out
 */
export function useSentenceKeys(
  sentence: TypedSentence,
  books: SentenceBooks,
  around: RefObject<HTMLElement | null>,
  onDone: (sentence: TypedSentence) => void,
) {
  const latest = useRef({ sentence, books });
  useLayoutEffect(() => {
    latest.current = { sentence, books };
  });
  const [focused, setFocused] = useState<string>();
  const [tried, setTried] = useState<number>();
  const problems = sentenceProblems(sentence, books);
  const isTried = tried === sentence.key;
  /** The whole sentence; undefined where a blank wants something, which is gone to, of those behind a blank first. */
  const finish = (behind?: string): TypedSentence | undefined => {
    const whole = wholeSentence(latest.current.sentence, latest.current.books.near, latest.current.books.currency);
    const left = sentenceProblems(whole, latest.current.books);
    if (left.length === 0) return whole;
    const blanks = blanksOf(around.current);
    const index = behind === undefined ? -1 : blanks.findIndex((blank) => blank.dataset['blank'] === behind);
    const wanting = (from: readonly HTMLElement[]): HTMLElement | undefined =>
      from.find((blank) => left.some((blankProblem) => blankProblem.blank === blank.dataset['blank']));
    const next = wanting(blanks.slice(index + 1));
    const goesOn = next && (behind === undefined || !isStuckAt(behind, left));
    if (!goesOn) setTried(sentence.key);
    focusOn(goesOn ? next : wanting(blanks));
    return undefined;
  };
  return {
    /** What is wrong, as far as it is to be said: not yet of the blank at hand, nor of what has not been filled. */
    shownProblems: problems.filter(({ blank, isEmpty }) => isTried || (!isEmpty && blank !== focused)),
    finish,
    onFocus: (event: { target: EventTarget }): void => setFocused(blankOf(event.target)),
    onBlur: (): void => setFocused(undefined),
    onKeyDown: (event: KeyboardEvent): void => {
      const blank = blankOf(event.target);
      const hasModifier = event.ctrlKey || event.metaKey || event.altKey || event.shiftKey;
      if (event.key !== 'Enter' || hasModifier || blank === undefined) return;
      if (event.target instanceof HTMLButtonElement) return;
      event.preventDefault();
      event.stopPropagation();
      flushSync(() => undefined); // what the field itself has taken from the key
      const done = finish(blank);
      if (done) onDone(done);
    },
  };
}

/** Whether a blank holds what cannot be taken: Enter does not lead away from it. */
function isStuckAt(blank: string, left: readonly BlankProblem[]): boolean {
  return left.some((blankProblem) => blankProblem.blank === blank && !blankProblem.isEmpty);
}

function blankOf(target: EventTarget): string | undefined {
  return target instanceof Element ? target.closest<HTMLElement>('[data-blank]')?.dataset['blank'] : undefined;
}

function blanksOf(around: HTMLElement | null): HTMLElement[] {
  return [...(around?.querySelectorAll<HTMLElement>('[data-blank]') ?? [])];
}

function focusOn(blank: HTMLElement | undefined): void {
  const field = blank instanceof HTMLInputElement ? blank : blank?.querySelector('input');
  field?.focus();
  field?.select();
}
