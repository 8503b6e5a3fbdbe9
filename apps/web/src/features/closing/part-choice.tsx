import { longDate, parseCivilDate } from '@just-ledger/core';
import { ChoiceField } from '../../ui/choice-fields.js';
import styles from './part-choice.module.css';

/** How far is closed: the year, or what has run of it to the end of a month, for those who close by month or quarter. */
export function PartChoice({
  ends,
  year,
  closings,
  value,
  onChoose,
}: {
  ends: readonly string[];
  year: { readonly name: string; readonly to: string };
  /** The days up to which parts were closed. */
  closings: readonly string[];
  value: string;
  onChoose: (until: string) => void;
}) {
  const written = (day: string): string => longDate(parseCivilDate(day));
  return (
    <ChoiceField
      className={styles.part}
      value={value}
      displayEmpty
      ariaLabel="Close up to"
      choices={[
        ['', `The year, to ${written(year.to)}`],
        ...ends.map((end) => [end, `Up to ${written(end)}${closings.includes(end) ? ', closed' : ''}`] as const),
      ]}
      onChange={onChoose}
    />
  );
}
