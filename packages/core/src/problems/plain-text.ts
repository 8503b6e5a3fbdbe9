/**
 * Whether a text can stand in the books: not longer than allowed, well-formed Unicode, no control characters.
 * Such texts keep the same bytes through JSON, SQL and CSV, which the seals rely on.
 *
 * @param most how many UTF-16 units at most
 * @example isPlainText('Rent\u0000', 80) // → false
 */
export function isPlainText(text: string, most: number): boolean {
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  return text.length <= most && !/[\u0000-\u001f\u007f-\u009f\u2028\u2029]/.test(text) && !LONE_SURROGATE.test(text);
}

/** Whether a text of several lines can stand in the books: each of them a plain text. @param most UTF-16 units in all */
export function isPlainLines(text: string, most: number): boolean {
  return isPlainText(text.replaceAll('\n', ' '), most);
}

const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;
