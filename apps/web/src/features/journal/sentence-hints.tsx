import { KeyCap } from '../../ui/key-cap.js';
import { MOST_HELD } from './use-one-line.js';

/** The keys of the sentence. */
export function SentenceHints({ isFull, hasHeld }: { isFull: boolean; hasHeld: boolean }) {
  if (isFull) return <span className="brass">{MOST_HELD} lines are held: post them, then go on.</span>;
  return (
    <>
      <KeyCap>Tab</KeyCap> next blank · <KeyCap>Enter</KeyCap> the next empty one; where none is, it holds the line
      below
      {hasHeld && (
        <>
          {' '}
          · <KeyCap>↓</KeyCap> to the held lines · <KeyCap>Alt ↑</KeyCap> the last one again
        </>
      )}
      <br />
      An account is found by its number, by a word of its name, or by what such an entry was for.
    </>
  );
}

/** The keys of a correction. */
export function CorrectionHints() {
  return (
    <>
      <KeyCap>Enter</KeyCap> keeps the correction · <KeyCap>Esc</KeyCap> leaves the line as it was ·{' '}
      <KeyCap>Alt Backspace</KeyCap> drops it
    </>
  );
}
