import type { AmountMarks } from './amount.js';

/**
 * A number with any marks as plain digits with a point. Spaces and apostrophes part thousands. Of point and comma, both
 * there: the last parts decimals; one of them twice: it parts thousands; one of them once: the person's own decimal mark
 * parts decimals, the other parts thousands before just three digits and decimals before any other number of them.
 *
 * @returns undefined for what is no number
 * @example plainNumber('1.234,50', PLAIN_MARKS) // → '1234.50'
 */
export function plainNumber(number: string, { decimal }: AmountMarks): string | undefined {
  const spaced = number.trim();
  if (!/^\d{1,3}([\s’']\d{3})+([.,]\d*)?$|^[\d.,]+$/.test(spaced)) return undefined;
  const text = spaced.replaceAll(/[\s’']/g, '');
  const found = [...text.matchAll(/[.,]/g)].map(([mark]) => mark);
  const last = found.at(-1);
  if (last === undefined) return text;
  const isOneKind = found.every((mark) => mark === last);
  if (isOneKind && found.length > 1) return grouped(text, last);
  const [before = '', after = ''] = [text.slice(0, text.lastIndexOf(last)), text.slice(text.lastIndexOf(last) + 1)];
  const isThousands =
    isOneKind && last !== decimal && /^[1-9]\d{0,2}$/.test(before) && after.length === 3 && text === spaced;
  if (isThousands) return before + after;
  const whole = isOneKind ? before : grouped(before, last === '.' ? ',' : '.');
  if (whole === undefined || !/^\d*$/.test(whole) || !/^\d*$/.test(after) || whole + after === '') return undefined;
  return after === '' ? whole : `${whole || '0'}.${after}`;
}

/** Digits in groups of three without their marks. */
function grouped(text: string, mark: string): string | undefined {
  const groups = text.split(mark);
  const isGrouped = /^\d{1,3}$/.test(groups[0] ?? '') && groups.slice(1).every((group) => /^\d{3}$/.test(group));
  return isGrouped ? groups.join('') : undefined;
}
