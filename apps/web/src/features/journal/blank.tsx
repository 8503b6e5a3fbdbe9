import { clsx } from 'clsx';
import type { ComponentProps } from 'react';
import styles from './sentence.module.css';

/** A blank of a sentence: as wide as what stands in it, its rule solid once it is filled. */
export function BlankField({
  blank,
  label,
  least,
  problem,
  ...input
}: Omit<ComponentProps<'input'>, 'value'> & {
  blank: string;
  label: string;
  value: string;
  /** The fewest characters it is wide. */
  least: number;
  problem: string | undefined;
}) {
  const widths: Record<`--${string}`, string> = {
    '--wide': `${Math.max(least, input.value.length + 1)}ch`,
    '--least': `${input.value === '' ? least : 5}ch`,
  };
  return (
    <input
      type="text"
      autoComplete="off"
      {...input}
      data-blank={blank}
      aria-label={label}
      aria-invalid={problem !== undefined}
      title={problem}
      className={clsx(styles.blank, input.value !== '' && styles.filled)}
      style={widths}
    />
  );
}
