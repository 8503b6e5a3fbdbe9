import { isPlainText } from '../problems/plain-text.js';
import { problem, type Problem } from '../problems/problem.js';

/**
 * A text that is known of something and means nothing to the books, such as a contact's telephone number. One entry in a
 * table of these is all that core, files, trail, archive and forms need of it.
 */
export interface TextDetail {
  /** Over its field in a form. */
  readonly label: string;
  /** Its name in the trail. */
  readonly trailName: string;
  /** Its column in files. */
  readonly column: string;
  /** What its column is called elsewhere: words of letters and digits only, parted by spaces. */
  readonly alsoCalled: string;
  /** So many characters a line has at most. */
  readonly length: number;
  /** So many lines it has at most. */
  readonly lines: number;
  /** What every text has to be beyond its length. */
  readonly pattern?: RegExp;
  /** What is said of a text that is not. */
  readonly otherwise: string;
}

/** Details by the name of their field. */
export type TextDetails = Readonly<Record<string, TextDetail>>;

/** The texts of a table of details, each left out if there is none. */
export type TextsOf<Details extends TextDetails> = { readonly [Key in keyof Details]?: string };

/** Texts as somebody proposes them. */
export type ProposedTexts<Details extends TextDetails> = { readonly [Key in keyof Details]?: string | undefined };

/**
 * Checks proposed texts, trimmed; those that are empty are left out.
 *
 * @param problems takes what is wrong, each at its field, with the code `<subject>-<field>`
 */
export function readTexts<Details extends TextDetails>(
  details: Details,
  subject: string,
  proposed: ProposedTexts<Details>,
  problems: Problem[],
): TextsOf<Details> {
  const filled = Object.entries(details).flatMap(([key, detail]) => {
    const text = (proposed[key] ?? '').replaceAll('\r\n', '\n').trim();
    if (text === '') return [];
    if (!isFit(detail, text)) problems.push(problem(`${subject}-${key}`, key, detail.otherwise));
    return [[key, text]];
  });
  return Object.fromEntries(filled) as TextsOf<Details>;
}

function isFit({ pattern, lines, length }: TextDetail, text: string): boolean {
  const typed = text.split('\n');
  return typed.length <= lines && typed.every((line) => isPlainText(line, length)) && (pattern?.test(text) ?? true);
}

/** Of anything that has them: the texts that are there. */
export function textsOf<Details extends TextDetails>(
  details: Details,
  texts: { readonly [Key in keyof Details]?: string | null | undefined },
): TextsOf<Details> {
  return Object.fromEntries(
    Object.keys(details).flatMap((key) => (texts[key] ? [[key, texts[key]]] : [])),
  ) as TextsOf<Details>;
}

/** Each text, or what stands for none. @example textsOr(CONTACT_DETAILS, contact, null).phone // → null */
export function textsOr<Details extends TextDetails, None extends string | null>(
  details: Details,
  texts: { readonly [Key in keyof Details]?: string | null | undefined } | undefined,
  none: None,
): { [Key in keyof Details]: string | None } {
  return Object.fromEntries(Object.keys(details).map((key) => [key, texts?.[key] || none])) as {
    [Key in keyof Details]: string | None;
  };
}

/** The texts by their columns, empty for none. */
export function textCells<Details extends TextDetails>(details: Details, textsOf: TextsOf<Details>): string[] {
  return Object.keys(details).map((key) => textsOf[key] ?? '');
}

/** The columns of a table of details, in its order. */
export function textColumns<Details extends TextDetails>(
  details: Details,
): { readonly [Key in keyof Details]: Details[Key]['column'] }[keyof Details][] {
  return Object.values(details).map(({ column }) => column);
}

/** The texts of a row of a file; a cell that is empty or not there keeps what there was. */
export function textsFromCells<Details extends TextDetails>(
  details: Details,
  cell: (column: string) => string | undefined,
  before: ProposedTexts<Details> | undefined,
): ProposedTexts<Details> {
  return Object.fromEntries(
    Object.entries(details).map(([key, { column }]) => [key, cell(column) ?? before?.[key]]),
  ) as ProposedTexts<Details>;
}

/** The texts as a trail tells them, on one line each. */
export function textParticulars<Details extends TextDetails>(
  details: Details,
  textsOf: TextsOf<Details>,
): Readonly<Record<string, string | undefined>> {
  return Object.fromEntries(
    Object.entries(details).map(([key, { trailName }]) => [trailName, textsOf[key]?.replaceAll('\n', ', ')]),
  );
}

/** What the columns of details are called elsewhere, by column. */
export function textAlsoCalled(details: TextDetails): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.values(details).map(({ column, alsoCalled }) => [column, alsoCalled]));
}

/** The fields of details by the columns that are named differently. */
export function textFieldColumns(details: TextDetails): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.entries(details).map(([key, { column }]) => [key, column]));
}
