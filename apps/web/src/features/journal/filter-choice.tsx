import { ChoiceField } from '../../ui/choice-fields.js';

/** A filter that takes one of some choices; the first of them, which is empty, lets everything through. */
export function FilterChoice<Value extends string>(filter: {
  label: string;
  value: string;
  choices: readonly (readonly [value: Value, label: string])[];
  onChange: (chosen: Value) => void;
}) {
  return <ChoiceField {...filter} displayEmpty />;
}
