import type { Ref } from 'react';
import { HeldLines } from './held-lines.js';
import { HeldRemarks } from './held-remarks.js';
import { heldAsTyped } from './one-line.js';
import { refusedLines } from './refused-lines.js';
import type { SentenceChoices } from './sentence-choices.js';
import { CorrectionHints } from './sentence-hints.js';
import { TypedLine } from './typed-line.js';
import type { TypedSentence } from './typed-sentence.js';
import { useHeldDoubts } from './use-held-doubts.js';
import type { useHeldKeys } from './use-held-keys.js';
import type { useOneLine } from './use-one-line.js';

/** What is held, each line with what is to be said of it, and the correction of one in its place. */
export function HeldList({
  lines: { state, near, error, change },
  keys,
  choices,
  finish,
}: {
  lines: ReturnType<typeof useOneLine>;
  keys: ReturnType<typeof useHeldKeys>;
  choices: SentenceChoices;
  /** Finishes the correction from outside. */
  finish: Ref<() => TypedSentence | undefined>;
}) {
  const held = heldAsTyped(state);
  const doubts = useHeldDoubts(held, near);
  const { byLine } = refusedLines(error);
  if (held.length === 0) return null;
  return (
    <HeldLines
      held={held}
      correction={state.correction?.key}
      choices={choices}
      list={keys.list}
      remarksOf={(_, index) => {
        const [refused, doubt] = [byLine.get(index) ?? [], doubts[index]];
        const hasDoubt = doubt?.entry !== undefined || doubt?.line !== undefined;
        return refused.length > 0 || hasDoubt ? <HeldRemarks refused={refused} doubt={doubt} /> : undefined;
      }}
      onKeyDown={keys.onHeldKeyDown}
      onCorrect={(line) => keys.correct(line.key)}
    >
      {state.correction && (
        <div onKeyDown={keys.onCorrectionKeyDown}>
          <TypedLine
            sentence={state.correction}
            place=", correction"
            choices={choices}
            isInPlace
            hints={<CorrectionHints />}
            finish={finish}
            onSaid={(blank, sentence) => change({ type: 'said', blank, sentence })}
            onDone={keys.keepCorrection}
          />
        </div>
      )}
    </HeldLines>
  );
}
