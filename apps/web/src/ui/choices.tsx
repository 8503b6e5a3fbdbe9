import layout from './layout.module.css';
import { Toggle } from './toggle.js';

/** One of some choices, side by side as one thing; the one that is on stands out. */
export function Choices<Value extends string>({
  choices,
  value,
  label,
  isSmall = false,
  onChoose,
}: {
  choices: readonly (readonly [value: Value, label: string, title?: string])[];
  value: Value;
  /** What is chosen, for who does not see that they belong together. */
  label?: string;
  isSmall?: boolean;
  onChoose: (chosen: Value) => void;
}) {
  return (
    <span className={layout.choices} role="group" aria-label={label}>
      {choices.map(([key, text, title]) => (
        <Toggle
          key={key}
          isOn={value === key}
          isSmall={isSmall}
          {...(title && { title })}
          onClick={() => onChoose(key)}
        >
          {text}
        </Toggle>
      ))}
    </span>
  );
}
