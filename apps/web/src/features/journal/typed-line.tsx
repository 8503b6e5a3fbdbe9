import { type ReactNode, type Ref, type RefObject, useImperativeHandle, useRef } from 'react';
import { Sentence } from './sentence.js';
import type { SentenceChoices } from './sentence-choices.js';
import type { TypedSentence } from './typed-sentence.js';
import { useSentenceKeys } from './use-sentence-keys.js';

/** The sentence at hand with its keys: the next line to hold, or the correction of a held one. */
export function TypedLine({
  sentence,
  place,
  choices,
  isInPlace = false,
  hints,
  first,
  finish,
  onSaid,
  onDone,
}: {
  sentence: TypedSentence;
  place: string;
  choices: SentenceChoices;
  isInPlace?: boolean;
  hints: ReactNode;
  first?: RefObject<HTMLInputElement | null> | undefined;
  /** Finishes it from outside: gives the whole sentence, or goes to what it lacks. */
  finish: Ref<() => TypedSentence | undefined>;
  onSaid: (blank: string, sentence: TypedSentence) => void;
  onDone: (sentence: TypedSentence) => void;
}) {
  const around = useRef<HTMLDivElement>(null);
  const keys = useSentenceKeys(sentence, choices, around, onDone);
  useImperativeHandle(finish, () => keys.finish);
  return (
    <div ref={around} onKeyDown={keys.onKeyDown} onFocus={keys.onFocus} onBlur={keys.onBlur}>
      <Sentence
        sentence={sentence}
        place={place}
        choices={choices}
        problems={keys.shownProblems}
        isInPlace={isInPlace}
        hints={hints}
        first={first}
        onSaid={onSaid}
      />
    </div>
  );
}
