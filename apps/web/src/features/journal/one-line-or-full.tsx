import layout from '../../ui/layout.module.css';
import { Toggle } from '../../ui/toggle.js';

/** Whether an entry is written as one line or in full. */
export type Writing = 'line' | 'full';

/** Chooses between one line and the full entry; what can be said by both goes along. */
export function OneLineOrFull({ writing, onChange }: { writing: Writing; onChange: (writing: Writing) => void }) {
  const choice = (which: Writing, label: string) => (
    <Toggle isOn={writing === which} title="Alt S" onClick={() => writing !== which && onChange(which)}>
      {label}
    </Toggle>
  );
  return (
    <div className={layout.choices} role="group" aria-label="How the entry is written">
      {choice('line', 'One line')}
      {choice('full', 'Full entry')}
    </div>
  );
}
