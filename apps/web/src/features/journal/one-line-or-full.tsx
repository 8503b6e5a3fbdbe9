import { Choices } from '../../ui/choices.js';

/** Whether an entry is written as one line or in full. */
export type Writing = 'line' | 'full';

/** Chooses between one line and the full entry; what can be said by both goes along. */
export function OneLineOrFull({ writing, onChange }: { writing: Writing; onChange: (writing: Writing) => void }) {
  return (
    <Choices
      label="How the entry is written"
      value={writing}
      choices={[
        ['line', 'One line', 'Alt S'],
        ['full', 'Full entry', 'Alt S'],
      ]}
      onChoose={(which) => which !== writing && onChange(which)}
    />
  );
}
