/** A percentage as given: exact decimal text, from 0 to 1,000 with up to four decimals. */
export type Percent = string & { readonly __brand: 'Percent' };

/** Whether a text is a percentage. @example isPercent('17.5') // → true */
export function isPercent(text: string): text is Percent {
  return /^(\d{1,3}(\.\d{1,4})?|1000(\.0{1,4})?)$/.test(text);
}

/**
 * Takes a percentage from outside.
 *
 * @throws {RangeError} if it is not a plain decimal from 0 to 1,000
 * @example parsePercent('17.5') // → '17.5'
 */
export function parsePercent(text: string): Percent {
  if (!isPercent(text)) throw new RangeError(`${text} is not a percentage`);
  return text;
}
